package gloaming.points.attribute;

import gloaming.curve.Keys;
import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.StepInfo;

/**
 * An attribute over a life, along a curve of keys that is as long as the life is.
 *
 * <p>The curve is looked up in steps of a thousandth of it. Of the colour it is the part from {@code low} to {@code high}, which may lie
 * beyond both. Points that do not age run through it by their index instead.
 */
@Id("age-curve")
@StepInfo(
        name = "Age curve",
        does = "Lets size, colour or any attribute of points follow a curve of keys over their life.",
        find = "age life curve size colour color fade keys over lifetime envelope grow shrink attribute ramp",
        notice = "Each dot swells early in its life and shrinks to nothing, as the curve says.",
        example = "sow rate=120 life=2.5 speed=0.25 size=0.05 > *")
public record AgeCurve(
        @Id("keys")
        @Choice(
                initial = "0 0 smooth; 0.15 1 smooth; 1 0 smooth",
                curve = true,
                over = "of a life",
                says = "The keys, from birth at the first moment of the curve to death at its end.")
        String keys,

        @Id("attribute")
        @Choice(
                initial = "size",
                says =
                        "The attribute: size, alpha, red, green, blue, vx, vy, a name of your own; 'colour' is all three.")
        String attribute,

        @Id("how") @Choice(initial = "multiply", says = "Put in its place, added to it, or multiplied with it.")
        How how,

        @Id("low") @Choice(initial = "#000000", says = "Of 'colour': what it is where the curve is 0.")
        Colour low,

        @Id("high") @Choice(initial = "#ffffff", says = "Of 'colour': what it is where the curve is 1.")
        Colour high)
        implements Operation<Points, Points, AgeCurve.Memory> {
    private static final int STEPS = 1_000;
    private static final String[] PLANES = {"red", "green", "blue"};

    /** The columns this step replaces, and the curve that was read last, in steps. */
    public static final class Memory {
        final ChangedColumns altered = new ChangedColumns();
        final float[] course = new float[STEPS + 1];
        String text;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        if (!keys.equals(memory.text)) read(memory);
        Points out = memory.altered.of(in);
        int n = in.n();
        if (n == 0) return out;
        float[] course = memory.course;
        Column age = in.column(Attribute.AGE);
        Column life = in.column(Attribute.LIFE);
        boolean ages = life.length() == n && age.length() == n;
        if (!attribute.strip().equalsIgnoreCase("colour")) {
            Attributes.put(memory.altered, out, attribute, how, frame, i -> course[place(age, life, ages, i, n)]);
            return out;
        }
        for (int c = 0; c < 3; c++) {
            float from = c == 0 ? low.r() : c == 1 ? low.g() : low.b();
            float to = c == 0 ? high.r() : c == 1 ? high.g() : high.b();
            Attributes.put(memory.altered, out, PLANES[c], how, frame, i -> {
                float part = course[place(age, life, ages, i, n)];
                return Math.max(0, from + (to - from) * part);
            });
        }
        return out;
    }

    /** Which step of the course a point is at. */
    private static int place(Column age, Column life, boolean ages, int i, int n) {
        float part = ages ? age.values[i] / Math.max(1e-6f, life.values[i]) : (i + 0.5f) / n;
        // What is no number is at its beginning.
        return (int) (Math.min(1, Math.max(0, part)) * STEPS + 0.5f);
    }

    private void read(Memory memory) {
        Keys curve = Keys.parse(keys);
        for (int k = 0; k <= STEPS; k++) memory.course[k] = (float) curve.at(curve.end() * k / STEPS);
        memory.text = keys;
    }
}
