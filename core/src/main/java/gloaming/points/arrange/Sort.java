package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.Selection;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;

/** Points in another order: by an attribute, by the distance from a place, or by chance. */
@Id("sort")
@StepInfo(
        name = "Sort",
        does =
                "Puts points into another order: by an attribute, by distance, or by chance; only the first so many if wanted.",
        find = "order sequence shuffle rank nearest closest distance random first",
        notice = "The order changes and nothing else: here near ones come first.",
        example = "scatter count=120 > * by=distance > draw-line")
public record Sort(
        @Id(value = "by", label = "Sort by") @Choice(initial = "distance", says = "What the order goes by.")
        By by,

        @Id("attribute") @Choice(initial = "x", says = "The attribute it goes by.")
        String attribute,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place, up.")
        double y,

        @Id("z") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "The place, towards who looks.")
        double z,

        @Id("backwards") @Choice(initial = "false", says = "The largest or farthest first.")
        boolean backwards,

        @Id(value = "first", label = "Keep first")
        @Range(
                min = 1,
                max = 1000000,
                initial = 1000000,
                byRatio = true,
                says = "At most so many of the first go through.")
        int first,

        @Id("variation") @Range(min = 0, max = 1000, initial = 0, says = "Another number, another shuffle.")
        int variation)
        implements Operation<Points, Points, Sort.Memory> {

    /** What the order goes by. */
    public enum By {
        @Id("distance")
        DISTANCE,
        @Id("attribute")
        ATTRIBUTE,
        @Id("chance")
        CHANCE
    }

    /** What goes out, and what each point is sorted by with its index. */
    public static final class Memory {
        final Selection chosen = new Selection();
        long[] keys = new long[16];
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        int n = in.n();
        if (memory.keys.length < n) memory.keys = new long[n + n / 2];
        long[] keys = memory.keys;
        Column column = in.column(attribute.strip());
        if (by == By.ATTRIBUTE && column == null)
            throw new IllegalArgumentException("its points have no attribute '" + attribute + "'");
        for (int i = 0; i < n; i++) {
            float value = switch (by) {
                case DISTANCE -> {
                    double a = in.at(Attribute.X, i) - x;
                    double b = in.at(Attribute.Y, i) - y;
                    double c = in.at(Attribute.Z, i) - z;
                    yield (float) (a * a + b * b + c * c);
                }
                case ATTRIBUTE -> column.at(i);
                case CHANCE -> (float) Randomness.uniform(frame.seed() + variation, (long) in.at(Attribute.ID, i), 0);
            };
            int bits = Float.floatToIntBits(value);
            // In the order of the numbers; equal ones stay in the order they had.
            bits ^= (bits >> 31) & 0x7FFFFFFF;
            if (backwards) bits = ~bits;
            keys[i] = ((long) bits << 32) | i;
        }
        Arrays.sort(keys, 0, n);
        int kept = Math.min(n, first);
        int[] which = memory.chosen.room(kept);
        for (int i = 0; i < kept; i++) which[i] = (int) keys[i];
        return memory.chosen.of(in, kept);
    }
}
