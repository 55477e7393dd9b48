package gloaming.points.attribute;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.noise.GradientNoise;
import gloaming.points.ChangedColumns;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * A pattern over the points' order, put into an attribute.
 *
 * <p>With a list, each value goes to the next point, and when they end they begin anew, or are stretched over all: five values
 * repeated over a hundred points give point 7 the third.
 */
@Id("give")
@StepInfo(
        name = "Give",
        does = "Gives points an attribute by a pattern over their order: ramp, wave, chance or a list.",
        find =
                "attribute set size colour color ramp pattern index list random sine number column vary each its own colour size",
        begins = "how=multiply low=0.4 high=2",
        notice = "Sizes run from small to large and back along the order of the points.",
        example = "grid columns=24 rows=12 > * pattern=sine times=3 low=0.004 high=0.05")
public record Give(
        @Id("attribute")
        @Choice(
                initial = "size",
                says =
                        "The attribute: x, y, z, vx, vy, vz, hx, hy, hz, size, red, green, blue, alpha, age, life, or a name of your own; 'colour' is all three.")
        String attribute,

        @Id("how") @Choice(initial = "set", says = "Put in its place, added to it, or multiplied with it.")
        How how,

        @Id("pattern") @Choice(initial = "ramp", says = "The pattern, from the first point to the last.")
        Pattern pattern,

        @Id("low") @Range(min = -100, max = 100, initial = 0, says = "Its lowest value.")
        double low,

        @Id("high") @Range(min = -100, max = 100, initial = 1, says = "Its highest value.")
        double high,

        @Id("times")
        @Range(min = 0.01, max = 1000, initial = 1, byRatio = true, says = "How many times it runs over all points.")
        double times,

        @Id("phase")
        @Range(min = -100, max = 100, initial = 0, unit = "turns", says = "Where in it the first point is.")
        double phase,

        @Id("list")
        @Choice(
                initial = "1 0.5 0.2 0.5 0.8",
                says = "The values of a list, with blanks between; 0 is its lowest value, 1 its highest.")
        String list,

        @Id("shorter")
        @Choice(
                initial = "repeat",
                says = "A list that is shorter than the points: begins anew, or is stretched smoothly over all.")
        Shorter shorter,

        @Id("variation") @Range(min = 0, max = 1000, initial = 0, says = "Another number, other chances.")
        int variation)
        implements Operation<Points, Points, Give.Memory> {
    /** Values of a list, at most. */
    private static final int MOST = 4_096;

    /** How an attribute runs along the points. */
    public enum Pattern {
        @Id("ramp")
        RAMP,
        @Id("sine")
        SINE,
        @Id("triangle")
        TRIANGLE,
        @Id("saw")
        SAW,
        @Id("square")
        SQUARE,
        @Id("random")
        RANDOM,
        @Id("noise")
        NOISE,
        @Id("list")
        LIST
    }

    /** What is done with fewer values than points. */
    public enum Shorter {
        @Id("repeat")
        REPEAT,
        @Id("stretch")
        STRETCH
    }

    /** The columns this step replaces, and its list as numbers. */
    public static final class Memory {
        final ChangedColumns altered = new ChangedColumns();
        String read;
        float[] values = {0};
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        Points out = memory.altered.of(in);
        int n = in.n();
        if (n == 0) return out;
        if (pattern == Pattern.LIST) {
            if (!list.equals(memory.read)) read(memory);
            frame.rule(memory.values.length, n, shorter == Shorter.REPEAT ? "repeated over" : "stretched over");
        }
        float span = (float) (high - low);
        Attributes.put(
                memory.altered,
                out,
                attribute,
                how,
                frame,
                i -> (float) low + span * (float) value(memory, in, i, n, frame));
        return out;
    }

    private double value(Memory memory, Points in, int i, int n, Frame frame) {
        double at = times * i / n + phase;
        double part = at - Math.floor(at);
        return switch (pattern) {
            case RAMP -> n == 1 ? 0 : times == 1 && phase == 0 ? (double) i / (n - 1) : part;
            case SINE -> 0.5 - 0.5 * Math.cos(2 * Math.PI * part);
            case TRIANGLE -> 1 - Math.abs(2 * part - 1);
            case SAW -> 1 - part;
            case SQUARE -> part < 0.5 ? 1 : 0;
            case RANDOM -> Randomness.uniform(frame.seed() + variation, (long) in.at(Attribute.ID, i), 0);
            case NOISE ->
                Math.clamp(
                        0.5 + 0.75 * GradientNoise.at((int) frame.seed() + variation, (float) (8 * at), 0.5f, 0.5f),
                        0.0,
                        1.0);
            case LIST -> listed(memory.values, i, n);
        };
    }

    private double listed(float[] values, int i, int n) {
        int count = values.length;
        if (shorter == Shorter.REPEAT || count >= n) return values[i % count];
        double at = n == 1 ? 0 : (double) i * (count - 1) / (n - 1);
        int low = Math.min(count - 1, (int) at);
        int next = Math.min(count - 1, low + 1);
        return values[low] + (values[next] - values[low]) * (at - low);
    }

    private void read(Memory memory) {
        String[] words = list.strip().split("[\\s,;]+");
        float[] values = new float[Math.clamp(words.length, 1, MOST)];
        for (int i = 0; i < values.length; i++) {
            try {
                values[i] = Float.parseFloat(words[i]);
            } catch (NumberFormatException e) {
                throw new IllegalArgumentException("cannot read '" + words[i] + "' in its list as a number");
            }
        }
        memory.read = list;
        memory.values = values;
    }
}
