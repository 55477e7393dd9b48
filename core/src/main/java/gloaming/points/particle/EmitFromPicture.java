package gloaming.points.particle;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.attribute.Peek;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;
import java.util.Arrays;

/**
 * Particles born at the pixels of a picture: where it is bright, where it covers, or only where it has just changed; with the picture's colour
 * and, from a motion picture, its movement.
 *
 * <p>Each pixel of a grid sheds at most so many that live at once.
 */
@Id("shed")
@StepInfo(
        name = "Emit from picture",
        does =
                "Brings particles to life at the pixels of a picture, in its colours: where it is bright, covers or changes.",
        find = "particles emitter picture film camera pixels spawn dissolve sparks change movement image shed emitter",
        notice = "The picture sheds dots where it is bright; they drift off and die.",
        example = "* of=(puppet) rate=3000")
@Read(name = "of", kind = Picture.class, says = "The picture.")
@Read(
        name = "motion",
        kind = Picture.class,
        optional = true,
        says = "Vectors, in units a second, that particles take along: red to the right, green up.")
public record EmitFromPicture(
        @Id("where") @Choice(initial = "by-light", says = "Where they are born.")
        Where where,

        @Id("rate")
        @Range(
                min = 0,
                max = 500000,
                initial = 8000,
                unit = "/s",
                byRatio = false,
                says = "Births in a second when all of the picture sheds.")
        double rate,

        @Id("cells")
        @Range(min = 8, max = 480, initial = 160, byRatio = true, says = "Pixels across of the grid that sheds.")
        int cells,

        @Id(value = "each", label = "Most a pixel")
        @Range(min = 1, max = 100, initial = 4, says = "At most so many alive of each pixel.")
        int each,

        @Id(value = "least", label = "Ignore below")
        @Range(
                min = 0.001,
                max = 4,
                initial = 0.08,
                byRatio = true,
                says = "Less light, cover or change than this sheds nothing.")
        double least,

        @Id("life")
        @Range(min = 0.05, max = 120, initial = 3, unit = "s", byRatio = true, says = "How long a particle lives.")
        double life,

        @Id("lifeSpread") @Range(min = 0, max = 1, initial = 0.4, says = "How much shorter the shortest lives are.")
        double lifeSpread,

        @Id("speed")
        @Range(min = 0, max = 4, initial = 0.03, unit = "units/s", says = "Speed at birth, in all directions.")
        double speed,

        @Id(value = "inherit", label = "Inherited motion")
        @Range(min = -20, max = 20, initial = 1, says = "How much of the motion it takes along.")
        double inherit,

        @Id(value = "relief", label = "Lift by light")
        @Range(min = 0, max = 2, initial = 0, unit = "units", says = "How far light lifts its place towards who looks.")
        double relief,

        @Id("size")
        @Range(
                min = 0.0005,
                max = 0.5,
                initial = 0.006,
                unit = "units",
                byRatio = true,
                says = "Radius of the largest particles.")
        double size,

        @Id("sizeSpread") @Range(min = 0, max = 1, initial = 0.5, says = "How much smaller the smallest are.")
        double sizeSpread,

        @Id(value = "most", label = "Most alive")
        @Range(
                min = 1,
                max = 500000,
                initial = 60000,
                byRatio = true,
                says = "At most so many alive; the oldest make room.")
        int most,

        @Id(value = "beyond", label = "Beyond black and white")
        @Choice(
                initial = "false",
                says = "Whether light below black and above white counts and colours as well, or only what is seen.")
        boolean beyond)
        implements Operation<Nothing, Points, EmitFromPicture.Memory> {

    /** Where particles are born. */
    public enum Where {
        @Id("by-light")
        BY_LIGHT,
        @Id("by-cover")
        BY_COVER,
        @Id("by-change")
        BY_CHANGE,
        @Id("edges")
        EDGES
    }

    /** The living, the picture a frame before by cells, how many of each cell live, and which cells shed now. */
    public static final class Memory {
        final Brood brood = new Brood(true);
        float[] before = new float[0];
        float[] worth = new float[0];
        int[] living = new int[0];
        int[] open = new int[0];
        boolean known;
    }

    private static final String CELL = ".shed cell";

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Nothing in, Memory memory, Frame frame) {
        Brood brood = memory.brood;
        Picture of = frame.read("of", Picture.class);
        if (of == null) {
            brood.on(frame, 0, most, false);
            return brood.alive();
        }
        int across = Math.min(cells, of.width);
        int up = Math.clamp(Math.round((double) across * of.height / of.width), 1, of.height);
        int count = across * up;
        if (memory.worth.length != count) {
            memory.worth = new float[count];
            memory.before = new float[count];
            memory.living = new int[count];
            memory.open = new int[count];
            memory.known = false;
        }
        Points alive = brood.alive();
        Arrays.fill(memory.living, 0);
        float[] cell = alive.kept(CELL);
        for (int i = 0; i < alive.n(); i++) if (cell[i] >= 0 && cell[i] < count) memory.living[(int) cell[i]]++;
        int opened = weigh(memory, of, across, up);
        // As much of the rate as there is of the picture that sheds.
        int births = brood.due(rate * opened / count, frame.dt(), most);
        if (opened == 0) births = 0;
        int first = brood.on(frame, births, most, false);
        alive = brood.alive();
        cell = alive.kept(CELL);
        float[][] c = brood.columns();
        Picture motion = frame.read("motion", Picture.class);
        long seed = frame.seed();
        float dt = (float) frame.dt();
        int born = alive.n() - first;
        for (int k = 0; k < born; k++) {
            int i = first + k;
            long id = brood.id(i);
            int place = memory.open[(int) (Randomness.uniform(seed, id, 3) * opened)];
            int column = place % across;
            int row = place / across;
            double px = (column + Randomness.uniform(seed, id, 7)) * of.width / across - 0.5;
            double py = (row + Randomness.uniform(seed, id, 8)) * of.height / up - 0.5;
            float wx = (float) of.worldX(px);
            float wy = (float) of.worldY(py);
            int at = of.at(Math.clamp(Math.round(py), 0, of.height - 1)) + Math.clamp(Math.round(px), 0, of.width - 1);
            double angle = 2 * Math.PI * Randomness.uniform(seed, id, 0);
            double away = speed * Math.sqrt(Randomness.uniform(seed, id, 1));
            float vx = (float) (away * Math.cos(angle));
            float vy = (float) (away * Math.sin(angle));
            if (motion != null) {
                vx += (float) inherit * Peek.at(motion, motion.r(), wx, wy, 0);
                vy += (float) inherit * Peek.at(motion, motion.g(), wx, wy, 0);
            }
            float age = dt * (born - 1 - k + (float) Randomness.uniform(seed, id, 4)) / born;
            c[Brood.X][i] = wx + vx * age;
            c[Brood.Y][i] = wy + vy * age;
            c[Brood.Z][i] = (float) (relief * light(of, at));
            c[Brood.VX][i] = vx;
            c[Brood.VY][i] = vy;
            c[Brood.VZ][i] = 0;
            c[Brood.SIZE][i] = (float) (size * (1 - sizeSpread * Randomness.uniform(seed, id, 5)));
            c[Brood.AGE][i] = age;
            c[Brood.LIFE][i] = (float) (life * (1 - lifeSpread * Randomness.uniform(seed, id, 6)));
            c[Brood.ID][i] = id & 0xFFFFFF;
            float cover = Math.max(of.a()[at], 1e-4f);
            // Light above white is passed on, so that it glows; below black there is none to see.
            float darkest = beyond ? Float.NEGATIVE_INFINITY : 0;
            c[Brood.RED][i] = Math.max(darkest, of.r()[at] / cover);
            c[Brood.GREEN][i] = Math.max(darkest, of.g()[at] / cover);
            c[Brood.BLUE][i] = Math.max(darkest, of.b()[at] / cover);
            cell[i] = place;
            // The last of its pixel that may live closes it for the rest of this frame.
            if (++memory.living[place] >= each && opened > 1) opened = close(memory, place, opened);
        }
        return alive;
    }

    private static int close(Memory memory, int place, int opened) {
        int low = Arrays.binarySearch(memory.open, 0, opened, place);
        if (low < 0) return opened;
        System.arraycopy(memory.open, low + 1, memory.open, low, opened - low - 1);
        return opened - 1;
    }

    /** Lists the cells that shed in this frame, in order. */
    private int weigh(Memory memory, Picture of, int across, int up) {
        int opened = 0;
        for (int row = 0; row < up; row++) {
            int py = Math.min(of.height - 1, (int) ((row + 0.5) * of.height / up));
            for (int column = 0; column < across; column++) {
                int px = Math.min(of.width - 1, (int) ((column + 0.5) * of.width / across));
                int at = of.at(py) + px;
                int i = row * across + column;
                float now = where == Where.BY_COVER ? seen(of.a()[at]) : light(of, at);
                float worth = now;
                if (where == Where.BY_CHANGE) worth = memory.known ? Math.abs(now - memory.before[i]) : 0;
                if (where == Where.EDGES) {
                    int right = of.at(py) + Math.min(of.width - 1, px + 1);
                    int above = of.at(Math.min(of.height - 1, py + 1)) + px;
                    worth = (float) Math.max(
                            Math.hypot(seen(of.a()[right]) - seen(of.a()[at]), seen(of.a()[above]) - seen(of.a()[at])),
                            Math.hypot(light(of, right) - now, light(of, above) - now));
                }
                memory.before[i] = now;
                if (worth >= least && memory.living[i] < each) memory.open[opened++] = i;
            }
        }
        memory.known = true;
        return opened;
    }

    /** The luminance of a pixel, as it is seen or as it is. */
    private float light(Picture of, int i) {
        return 0.2126f * seen(of.r()[i]) + 0.7152f * seen(of.g()[i]) + 0.0722f * seen(of.b()[i]);
    }

    private float seen(float value) {
        return beyond ? value : Math.clamp(value, 0f, 1f);
    }
}
