package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Points at random in a box; the same places for the same variation, however many there are. */
@Id("scatter")
@StepInfo(
        name = "Scatter",
        does = "Lays points out at random in a box.",
        find = "layout random box stars dust uniform night sky snow confetti",
        notice = "At random, but the same at every start; Variation throws anew.")
public record Scatter(
        @Id("count") @Range(min = 1, max = 500000, initial = 500, byRatio = true, says = "Points in the box.")
        int count,

        @Id("width") @Range(min = 0, max = 8, initial = 3.5, unit = "units", says = "The box from left to right.")
        double width,

        @Id("height") @Range(min = 0, max = 8, initial = 2, unit = "units", says = "The box from bottom to top.")
        double height,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, up.")
        double y,

        @Id("variation") @Range(min = 0, max = 1000, initial = 0, says = "Another number, another scattering.")
        int variation,

        @Id("size")
        @Range(
                min = 0.0005,
                max = 0.5,
                initial = 0.008,
                unit = "units",
                byRatio = true,
                says = "Radius of the largest points.")
        double size,

        @Id("sizeSpread") @Range(min = 0, max = 1, initial = 0.5, says = "How much smaller the smallest points are.")
        double sizeSpread)
        implements Operation<Nothing, Points, Scatter.Memory> {

    /** The points, and what they were laid out for. */
    public static final class Memory {
        final Points points = new Points();
        Scatter laid;
        long seed;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Nothing in, Memory memory, Frame frame) {
        Points out = memory.points;
        if (equals(memory.laid) && memory.seed == frame.seed()) return out;
        memory.laid = this;
        memory.seed = frame.seed();
        Layout.start(out, count, size);
        long seed = frame.seed() + variation;
        float[] px = out.column(Attribute.X).values;
        float[] py = out.column(Attribute.Y).values;
        float[] s = out.each(Attribute.SIZE);
        for (int i = 0; i < count; i++) {
            px[i] = (float) (x + width / 2 * Randomness.signed(seed, i, 0));
            py[i] = (float) (y + height / 2 * Randomness.signed(seed, i, 1));
            s[i] = (float) (size * (1 - sizeSpread * Randomness.uniform(seed, i, 2)));
        }
        return out;
    }
}
