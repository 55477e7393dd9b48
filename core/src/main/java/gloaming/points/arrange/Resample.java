package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.Selection;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Another number of points along the line through those that come in: at even steps of its length, heading along it, or those that come
 * in over and over.
 */
@Id("resample")
@StepInfo(
        name = "Resample",
        does = "Lays so many points along the line through these, evenly and smoothly, or repeats these.",
        find = "count resample interpolate along curve path even spacing subdivide number repeat",
        notice = "As many points as wanted along the line through them.",
        example = "polygon corners=5 dent=0.5 count=10 > * count=60")
public record Resample(
        @Id("count") @Range(min = 1, max = 1000000, initial = 500, byRatio = true, says = "How many points go out.")
        int count,

        @Id(value = "rule", label = "Interpolation")
        @Choice(
                initial = "smoothly",
                says = "Along a smooth line, along straight pieces, or these again from the first on.")
        Rule rule,

        @Id("closed") @Choice(initial = "false", says = "Whether the line goes from the last point back to the first.")
        boolean closed,

        @Id(value = "shift", label = "Phase")
        @Range(min = -10, max = 10, initial = 0, says = "How far along the line they have moved: 1 is once through.")
        double shift)
        implements Operation<Points, Points, Resample.Memory> {

    /** How the number changes. */
    public enum Rule {
        @Id("smoothly")
        SMOOTHLY,
        @Id("straight")
        STRAIGHT,
        @Id("repeat")
        REPEAT
    }

    /** What goes out, and how far along the line each piece of it begins. */
    public static final class Memory {
        final Selection chosen = new Selection();
        double[] along = new double[16];
    }

    private static final int PIECES = 8;
    private static final Attribute[] MIXED = {
        Attribute.SIZE,
        Attribute.RED,
        Attribute.GREEN,
        Attribute.BLUE,
        Attribute.ALPHA,
        Attribute.VX,
        Attribute.VY,
        Attribute.VZ
    };

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        int n = in.n();
        if (n == 0) return memory.chosen.of(in, 0);
        int[] which = memory.chosen.room(count);
        if (rule == Rule.REPEAT || n == 1) {
            for (int i = 0; i < count; i++) which[i] = i % n;
            frame.rule(n, count, "repeated over");
            Points out = memory.chosen.of(in, count);
            number(out);
            return out;
        }
        frame.rule(n, count, rule == Rule.SMOOTHLY ? "laid smoothly over" : "laid over");
        int segments = closed && n > 2 ? n : n - 1;
        int pieces = segments * (rule == Rule.SMOOTHLY ? PIECES : 1);
        if (memory.along.length <= pieces) memory.along = new double[2 * pieces];
        double[] along = memory.along;
        for (int p = 0; p < pieces; p++) {
            double a = (double) p / pieces * segments;
            double b = (double) (p + 1) / pieces * segments;
            double far = 0;
            for (Attribute axis : Turned.GROUPS[0]) {
                double d = at(in, axis, b, n, segments) - at(in, axis, a, n, segments);
                far += d * d;
            }
            along[p + 1] = along[p] + Math.sqrt(far);
        }
        for (int i = 0; i < count; i++) which[i] = Math.min(n - 1, (int) ((long) i * n / count));
        Points out = memory.chosen.of(in, count);
        float[][] places = new float[3][];
        float[][] heads = new float[3][];
        for (int axis = 0; axis < 3; axis++) {
            places[axis] = out.each(Turned.GROUPS[0][axis]);
            heads[axis] = out.each(Turned.GROUPS[2][axis]);
        }
        float[][] mixed = new float[MIXED.length][];
        for (int c = 0; c < MIXED.length; c++) {
            mixed[c] = in.column(MIXED[c]).length() > 1 ? out.each(MIXED[c]) : null;
        }
        double whole = along[pieces];
        double steps = closed ? count : Math.max(1, count - 1);
        int piece = 0;
        double from = 0;
        for (int i = 0; i < count; i++) {
            double part = i / steps + shift;
            if (shift != 0) part -= Math.floor(part);
            double wanted = part * whole;
            if (wanted < from) piece = 0;
            from = wanted;
            while (piece < pieces - 1 && along[piece + 1] < wanted) piece++;
            double length = along[piece + 1] - along[piece];
            double inside = length > 0 ? Math.clamp((wanted - along[piece]) / length, 0.0, 1.0) : 0;
            double place = (piece + inside) / pieces * segments;
            double far = 0;
            for (int axis = 0; axis < 3; axis++) {
                Attribute attribute = Turned.GROUPS[0][axis];
                places[axis][i] = (float) at(in, attribute, place, n, segments);
                double d = at(in, attribute, Math.min(segments, place + 0.01), n, segments)
                        - at(in, attribute, Math.max(0, place - 0.01), n, segments);
                heads[axis][i] = (float) d;
                far += d * d;
            }
            far = Math.sqrt(far);
            for (int axis = 0; axis < 3; axis++)
                heads[axis][i] = far > 0 ? (float) (heads[axis][i] / far) : axis == 0 ? 1 : 0;
            int low = Math.min(segments - 1, (int) place);
            float t = (float) (place - low);
            for (int c = 0; c < MIXED.length; c++) {
                if (mixed[c] == null) continue;
                float a = in.at(MIXED[c], low);
                mixed[c][i] = a + (in.at(MIXED[c], (low + 1) % n) - a) * t;
            }
        }
        number(out);
        return out;
    }

    private static void number(Points out) {
        float[] id = out.each(Attribute.ID);
        for (int i = 0; i < out.n(); i++) id[i] = i;
    }

    /** A coordinate at a place of the line, in segments: along the uniform Catmull-Rom spline (1974), or straight. */
    private double at(Points in, Attribute axis, double place, int n, int segments) {
        int b = Math.min(segments - 1, (int) place);
        double t = place - b;
        double p1 = point(in, axis, b, n);
        double p2 = point(in, axis, b + 1, n);
        if (rule == Rule.STRAIGHT) return p1 + (p2 - p1) * t;
        double p0 = point(in, axis, b - 1, n);
        double p3 = point(in, axis, b + 2, n);
        return 0.5
                * (2 * p1
                        + (p2 - p0) * t
                        + (2 * p0 - 5 * p1 + 4 * p2 - p3) * t * t
                        + (3 * p1 - p0 - 3 * p2 + p3) * t * t * t);
    }

    private double point(Points in, Attribute axis, int i, int n) {
        return in.at(axis, closed ? Math.floorMod(i, n) : Math.clamp(i, 0, n - 1));
    }
}
