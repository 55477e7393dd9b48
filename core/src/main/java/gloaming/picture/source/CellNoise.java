package gloaming.picture.source;

import gloaming.flow.Nothing;
import gloaming.look.Id;
import gloaming.picture.kernel.RowRoom;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Scattered points and how far each place is from them (Worley 1996, "A cellular texture basis function"). */
@Id("cell-noise")
@StepInfo(
        name = "Cell noise",
        does = "Makes cells, scales, cracks or bubbles from scattered points.",
        find = "worley voronoi cellular cells scales cracks bubbles stones honeycomb texture",
        notice = "Each cell changes by itself; Draw shows hills, cracks or flat fields.",
        example = "* draw=cracks",
        sets = {
            "Cobbles: size=0.25 scatter=0.7 change=0 draw=hills",
            "Dry mud: size=0.35 scatter=1 change=0.05 draw=cracks",
            "Leaded glass: size=0.5 scatter=0.9 change=0.2 draw=flat",
            "Caustics: size=0.3 scatter=1 change=1.4 draw=cracks brightness=1.6"
        })
public record CellNoise(
        @Id("size")
        @Range(min = 0.02, max = 4, initial = 0.3, unit = "units", byRatio = true, says = "From cell to cell.")
        double size,

        @Id("scatter") @Range(min = 0, max = 1, initial = 1, says = "From a square lattice to all at random.")
        double scatter,

        @Id("change") @Range(min = 0, max = 8, initial = 0.3, says = "How fast the points wander.")
        double change,

        @Id(value = "draw", label = "Shown") @Choice(initial = "hills", says = "What is drawn of the distances.")
        Draw draw,

        @Id("brightness") @Range(min = 0, max = 20, initial = 1, says = "Times the light.")
        double brightness)
        implements ByRows<Nothing, CellNoise.Memory> {

    /** What is drawn of the distances. */
    public enum Draw {
        /** Light at the points, dark far from them. */
        @Id("hills")
        HILLS,
        /** Light where two cells meet. */
        @Id("cracks")
        CRACKS,
        /** One shade a cell. */
        @Id("flat")
        FLAT
    }

    /** How far the points have wandered. */
    public static final class Memory {
        double time;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Rows rows(Nothing nothing, Memory memory, Frame frame) {
        memory.time += change * frame.dt();
        long seed = frame.seed();
        float time = (float) memory.time;
        return (in, out, from, to) -> {
            float[] near = RowRoom.of(Math.max(3, out.width)).x;
            for (int row = from; row < to; row++) {
                int at = out.at(row);
                for (int x = 0; x < out.width; x++) {
                    nearest(seed, (float) (out.worldX(x) / size), (float) (out.worldY(row) / size), time, near);
                    float k = (float) brightness
                            * switch (draw) {
                                case HILLS -> Math.max(0, 1 - near[0]);
                                case CRACKS -> Math.max(0, 1 - 6 * (near[1] - near[0]));
                                case FLAT -> near[2];
                            };
                    out.r()[at + x] = out.g()[at + x] = out.b()[at + x] = k;
                    out.a()[at + x] = 1;
                }
            }
            return out;
        };
    }

    /** The distances to the nearest and the second point, and a number from 0 to 1 that belongs to the nearest. */
    public void nearest(long seed, float x, float y, float time, float[] into) {
        int cx = (int) Math.floor(x);
        int cy = (int) Math.floor(y);
        float first = 9;
        float second = 9;
        float shade = 0;
        float s = 0.5f * (float) scatter;
        for (int j = cy - 1; j <= cy + 1; j++) {
            for (int i = cx - 1; i <= cx + 1; i++) {
                long bits = Randomness.bits(seed, (long) j << 32 ^ i & 0xffffffffL, 0);
                float a = (bits & 0xffff) / 65536f;
                float b = (bits >>> 16 & 0xffff) / 65536f;
                float px = i + 0.5f + s * wave(a + time * (0.5f + b) * 0.3f);
                float py = j + 0.5f + s * wave(b + time * (0.5f + a) * 0.3f + 0.25f);
                float d = (px - x) * (px - x) + (py - y) * (py - y);
                if (d < first) {
                    second = first;
                    first = d;
                    shade = (bits >>> 32 & 0xffff) / 65536f;
                } else if (d < second) {
                    second = d;
                }
            }
        }
        into[0] = (float) Math.sqrt(first);
        into[1] = (float) Math.sqrt(second);
        into[2] = shade;
    }

    /** From -1 to 1 and back, smoothly, once a turn. */
    private static float wave(float turns) {
        float t = Math.abs(2 * (turns - (float) Math.floor(turns)) - 1);
        return 2 * t * t * (3 - 2 * t) - 1;
    }
}
