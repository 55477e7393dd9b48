package gloaming.picture.source;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.noise.NoiseRows;
import gloaming.step.ByRows;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;

/**
 * A flow that neither gathers nor thins out anywhere, as a motion picture: the curl of a noise potential (Bridson, Houriham and
 * Nordenstam 2007, equation 1). Red is the speed to the right, green the speed up, in units a second.
 */
@Id("curl-noise")
@StepInfo(
        name = "Curl noise",
        does = "Makes a motion picture of eddies, to displace and smear by.",
        find = "curl flow field vectors divergence free swirl wind turbulence eddies aurora smoke curtain",
        notice = "Whirls without sources or sinks: what follows it is never heaped up.")
public record CurlNoise(
        @Id("size")
        @Range(min = 0.05, max = 8, initial = 0.8, unit = "units", byRatio = true, says = "Size of the eddies.")
        double size,

        @Id("detail") @Range(min = 1, max = 5, initial = 2, says = "Layers of finer and finer eddies.")
        int detail,

        @Id("speed")
        @Range(
                min = 0,
                max = 8,
                initial = 0.5,
                unit = "units/s",
                says = "How fast it flows where it is fastest, about.")
        double speed,

        @Id("change") @Range(min = 0, max = 8, initial = 0.2, says = "How fast the eddies themselves change.")
        double change)
        implements ByRows<Nothing, CurlNoise.Memory> {
    private static final ThreadLocal<float[]> ROOM = ThreadLocal.withInitial(() -> new float[0]);
    /** The steepest slope of the noise that is met now and then, of one cell. */
    private static final double STEEP = 1.6;

    /** How far the eddies have changed. */
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
        int seed = (int) frame.seed();
        float time = (float) memory.time;
        return (in, out, from, to) -> {
            block(out, from, to, seed, time);
            return out;
        };
    }

    private void block(Picture out, int from, int to, int seed, float time) {
        // The potential, with a pixel more on each side.
        int wide = out.width + 2;
        int rows = to - from + 2;
        float[] potential = ROOM.get();
        if (potential.length < wide * rows) ROOM.set(potential = new float[wide * rows]);
        Arrays.fill(potential, 0, wide * rows, 0f);
        float step = 2f / out.height;
        double frequency = 1 / size;
        float weight = 1;
        for (int octave = 0; octave < detail; octave++) {
            // A layer twice as fine has slopes twice as steep; half the height keeps every layer's speed alike.
            NoiseRows.add(
                    seed + octave * 7919,
                    (float) (out.worldX(-1) * frequency),
                    (float) (step * frequency),
                    (float) (out.worldY(from - 1) * frequency),
                    (float) (step * frequency),
                    time * (1 + octave * 0.5f) + 17 * octave,
                    weight,
                    potential,
                    0,
                    wide,
                    wide,
                    rows);
            weight *= 0.5f;
            frequency *= 2;
        }
        float k = (float) (speed * size / STEEP / (2 * step) / Math.sqrt(detail));
        for (int y = from; y < to; y++) {
            int p = (y - from + 1) * wide + 1;
            int at = out.at(y);
            for (int x = 0; x < out.width; x++, p++) {
                out.r()[at + x] = k * (potential[p + wide] - potential[p - wide]);
                out.g()[at + x] = -k * (potential[p + 1] - potential[p - 1]);
                out.b()[at + x] = 0;
                out.a()[at + x] = 1;
            }
        }
    }
}
