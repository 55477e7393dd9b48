package gloaming.points.layout;

import gloaming.curve.Keys;
import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * A way with times on it: three keyed curves over the lane's time, across, up and towards who looks. Points lie on it at even steps of time, so
 * that they are close where it is slow; or there is the one at which it is now.
 */
@Id("timed-path")
@StepInfo(
        name = "Timed path",
        does = "Lays points along a way that you key or draw over time, or gives the place on it where it is now.",
        find =
                "path motion journey move mover animate position keyframe camera track drawn recorded way over time place now travel",
        notice = "Close together where it is slow: it is a way in time.",
        example = "*")
public record TimedPath(
        @Id("gives") @Choice(initial = "path", says = "The whole way, or the one place at which it is now.")
        Gives gives,

        @Id("across")
        @Choice(
                initial = "0 -1.2 smooth; 4 0 smooth; 6 0.3 smooth; 9 1.2 smooth",
                curve = true,
                drag = Range.Drag.ACROSS,
                says = "How far across it is over time: drawn below the picture, or all three over it.")
        String across,

        @Id("up")
        @Choice(
                initial = "0 -0.4 smooth; 3 0.5 smooth; 6 -0.2 smooth; 9 0.3 smooth",
                curve = true,
                drag = Range.Drag.UP,
                says = "How far up it is over time.")
        String up,

        @Id("near")
        @Choice(
                initial = "0 0 smooth",
                curve = true,
                drag = Range.Drag.NEAR,
                says = "How far towards who looks it is over time.")
        String near,

        @Id("ends") @Choice(initial = "loop", says = "What comes when it is over.")
        Ends ends,

        @Id("count") @Range(min = 2, max = 20000, initial = 120, byRatio = true, says = "Points on the whole way.")
        int count,

        @Id("size")
        @Range(min = 0.0005, max = 0.5, initial = 0.012, unit = "units", byRatio = true, says = "Radius of each point.")
        double size)
        implements Operation<Nothing, Points, TimedPath.Memory> {
    /** Seconds within which the way it goes is looked for. */
    private static final double STEP = 1e-3;

    /** What is laid out. */
    public enum Gives {
        @Id("path")
        PATH,
        @Id("place")
        PLACE
    }

    /** What comes when the way is over. */
    public enum Ends {
        @Id("once")
        ONCE,
        @Id("loop")
        LOOP,
        @Id("back-and-forth")
        BACK_AND_FORTH
    }

    /** The curves as they were read, and the points. */
    public static final class Memory {
        private final Points points = new Points();
        private String across;
        private String up;
        private String near;
        private Keys x;
        private Keys y;
        private Keys z;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Nothing in, Memory m, Frame frame) {
        if (!across.equals(m.across)) m.x = Keys.parse(m.across = across);
        if (!up.equals(m.up)) m.y = Keys.parse(m.up = up);
        if (!near.equals(m.near)) m.z = Keys.parse(m.near = near);
        double end = Math.max(m.x.end(), Math.max(m.y.end(), m.z.end()));
        double now = place(frame.time(), end);
        frame.place(now);
        int n = gives == Gives.PATH ? count : 1;
        Points out = Layout.start(m.points, n, size);
        float[] px = out.column(Attribute.X).values;
        float[] py = out.column(Attribute.Y).values;
        float[] pz = out.each(Attribute.Z);
        float[] hx = out.each(Attribute.HX);
        float[] hy = out.each(Attribute.HY);
        float[] hz = out.each(Attribute.HZ);
        for (int i = 0; i < n; i++) {
            double t = gives == Gives.PATH ? end * i / (n - 1) : now;
            px[i] = (float) m.x.at(t);
            py[i] = (float) m.y.at(t);
            pz[i] = (float) m.z.at(t);
            double from = Math.max(0, t - STEP);
            double to = Math.min(end, t + STEP);
            double dx = m.x.at(to) - m.x.at(from);
            double dy = m.y.at(to) - m.y.at(from);
            double dz = m.z.at(to) - m.z.at(from);
            double far = Math.sqrt(dx * dx + dy * dy + dz * dz);
            // Where it stands it keeps to the right, as points do that head nowhere.
            hx[i] = (float) (far > 0 ? dx / far : 1);
            hy[i] = (float) (far > 0 ? dy / far : 0);
            hz[i] = (float) (far > 0 ? dz / far : 0);
        }
        return out;
    }

    private double place(double time, double end) {
        if (end <= 0) return 0;
        return switch (ends) {
            case ONCE -> Math.clamp(time, 0, end);
            case LOOP -> time - Math.floor(time / end) * end;
            case BACK_AND_FORTH -> end - Math.abs(time - Math.floor(time / (2 * end)) * 2 * end - end);
        };
    }
}
