package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.flow.Rising;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;
import java.util.Arrays;

/**
 * Points that have several states, each laid out by a lane, and go from one to another.
 *
 * <p>Where a point is, is where its state has it and an offset that dies away: at the beginning of a change the offset and its speed are those
 * that make place and speed go on as they were, at its end both are nothing and so is what bends them (a polynomial of the fifth degree,
 * as in Bollo 2018). So a state may move meanwhile, and a change may come in the middle of another.
 */
@Id("states")
@StepInfo(
        name = "States",
        does =
                "Takes points from one state to another, each laid out by a lane: waiting, turning, falling. Nothing leaps.",
        find =
                "state machine pose morph transform between layouts waiting turning falling formation change shape become into",
        notice = "They go from one order to the next and arrive softly, wherever they were.",
        example = "grid > * two=(ring) how=turn when=(beat every=4) over=1.2")
@Read(
        name = "when",
        kind = Signal.class,
        optional = true,
        says = "A trigger: each time it goes above a half, the next state comes.")
@Read(name = "two", kind = Points.class, optional = true, says = "The second state; the first is what comes in.")
@Read(name = "three", kind = Points.class, optional = true, says = "The third state.")
@Read(name = "four", kind = Points.class, optional = true, says = "The fourth state.")
@Read(name = "five", kind = Points.class, optional = true, says = "The fifth state.")
@Read(name = "six", kind = Points.class, optional = true, says = "The sixth state.")
public record States(
        @Id("how") @Choice(initial = "number", says = "By the number below, or each in turn.")
        How how,

        @Id("state")
        @Range(min = 1, max = 6, initial = 1, says = "Which state; a snapshot, a control or a signal sets it.")
        int state,

        @Id("over")
        @Range(min = 0, max = 60, initial = 1.5, unit = "s", says = "How long it takes from one to another.")
        double over)
        implements Operation<Points, Points, States.Memory> {
    private static final String[] LANES = {"two", "three", "four", "five", "six"};
    private static final Attribute[] PLACE = {Attribute.X, Attribute.Y, Attribute.Z};
    private static final Attribute[] HEADING = {Attribute.HX, Attribute.HY, Attribute.HZ};
    private static final Attribute[] LOOKS = {
        Attribute.SIZE, Attribute.RED, Attribute.GREEN, Attribute.BLUE, Attribute.ALPHA
    };
    /** Below this a vector has no direction. */
    private static final double NOWHERE = 1e-6;

    /** What tells which state it is. */
    public enum How {
        @Id("number")
        NUMBER,
        @Id("turn")
        TURN
    }

    /** The state, how the points were shown last, and the offsets of the change that goes on; three or five numbers a point. */
    public static final class Memory {
        private final ChangedColumns changed = new ChangedColumns();
        private final Rising rising = new Rising();
        private final Points[] states = new Points[LANES.length + 1];
        private int n = -1;
        private int now = -1;
        /** Seconds since the change began. */
        private double gone;
        /** Whether the change began in the frame before: how fast its state moves is known only now. */
        private boolean fresh;

        private float[] shown = {};
        private float[] speed = {};
        private float[] target = {};
        private float[] away = {};
        private float[] drift = {};
        private float[] heading = {};
        private float[] headed = {};
        private float[] looks = {};
        private float[] looked = {};

        private void begin(int n) {
            if (shown.length < 3 * n) {
                shown = new float[3 * n];
                speed = new float[3 * n];
                target = new float[3 * n];
                away = new float[3 * n];
                drift = new float[3 * n];
                heading = new float[3 * n];
                headed = new float[3 * n];
                looks = new float[LOOKS.length * n];
                looked = new float[LOOKS.length * n];
            }
            Arrays.fill(speed, 0);
            this.n = n;
            fresh = false;
        }
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory m, Frame frame) {
        m.states[0] = in;
        for (int i = 0; i < LANES.length; i++) m.states[i + 1] = frame.read(LANES[i], Points.class);
        Points out = m.changed.of(in);
        int n = in.n();
        int wanted = wanted(m, frame);
        boolean anew = m.n != n || m.now < 0;
        boolean changes = !anew && wanted != m.now && over > 0;
        if (anew) m.begin(n);
        m.now = wanted;
        Points to = m.states[wanted];
        if (to == null || to.n() == 0) to = in;
        if (n == 0) return out;
        double dt = frame.dt();
        if (changes) {
            m.gone = 0;
            m.fresh = true;
            System.arraycopy(m.speed, 0, m.drift, 0, 3 * n);
            System.arraycopy(m.heading, 0, m.headed, 0, 3 * n);
            System.arraycopy(m.looks, 0, m.looked, 0, LOOKS.length * n);
        } else if (anew) m.gone = over;
        else m.gone = Math.min(over, m.gone + dt);
        double s = over <= 0 ? 1 : m.gone / over;
        place(to, m, changes, anew, s, dt);
        double stays = stays(s);
        heading(to, m, stays);
        looks(to, m, stays);
        return out;
    }

    /** The part of an offset that is left. */
    private static double stays(double s) {
        return 1 - s * s * s * (10 - s * (15 - 6 * s));
    }

    /** How far an offset goes by its speed at the beginning, in lengths of the change. */
    private static double goes(double s) {
        return s * (1 - s * s * (6 - s * (8 - 3 * s)));
    }

    private void place(Points to, Memory m, boolean changes, boolean anew, double s, double dt) {
        int n = m.n;
        double stays = stays(s);
        double goes = over * goes(s);
        boolean follows = !changes && m.fresh && dt > 0;
        for (int c = 0; c < 3; c++) {
            float[] column = m.changed.afresh(PLACE[c]);
            for (int i = 0; i < n; i++) {
                int k = 3 * i + c;
                float is = to.at(PLACE[c], i);
                // It would have gone on for a frame.
                if (changes) m.away[k] = (float) (m.shown[k] + m.speed[k] * dt - is);
                else if (follows) m.drift[k] -= (float) ((is - m.target[k]) / dt);
                double at = s >= 1 ? is : is + m.away[k] * stays + m.drift[k] * goes;
                if (dt > 0) m.speed[k] = anew ? 0 : (float) ((at - m.shown[k]) / dt);
                m.shown[k] = (float) at;
                m.target[k] = is;
                column[i] = (float) at;
            }
        }
        if (follows) m.fresh = false;
    }

    /** Turns on the shortest way from where it headed, by the part of that which is left. */
    private static void heading(Points to, Memory m, double stays) {
        float[] hx = m.changed.afresh(Attribute.HX);
        float[] hy = m.changed.afresh(Attribute.HY);
        float[] hz = m.changed.afresh(Attribute.HZ);
        for (int i = 0; i < m.n; i++) {
            double x = to.at(HEADING[0], i);
            double y = to.at(HEADING[1], i);
            double z = to.at(HEADING[2], i);
            if (stays > 0) {
                double wx = m.headed[3 * i];
                double wy = m.headed[3 * i + 1];
                double wz = m.headed[3 * i + 2];
                double along = wx * x + wy * y + wz * z;
                double ax = wx - along * x;
                double ay = wy - along * y;
                double az = wz - along * z;
                double far = Math.sqrt(ax * ax + ay * ay + az * az);
                if (far < NOWHERE && along < 0) {
                    // Straight back: round in the plane of the picture, or what looks along it, round to the right.
                    boolean flat = Math.hypot(x, y) > NOWHERE;
                    ax = flat ? -y : 1;
                    ay = flat ? x : 0;
                    az = 0;
                    far = Math.hypot(ax, ay);
                }
                if (far >= NOWHERE) {
                    double angle = stays * Math.acos(Math.clamp(along, -1.0, 1.0));
                    double part = Math.sin(angle) / far;
                    x = x * Math.cos(angle) + ax * part;
                    y = y * Math.cos(angle) + ay * part;
                    z = z * Math.cos(angle) + az * part;
                }
            }
            hx[i] = m.heading[3 * i] = (float) x;
            hy[i] = m.heading[3 * i + 1] = (float) y;
            hz[i] = m.heading[3 * i + 2] = (float) z;
        }
    }

    private static void looks(Points to, Memory m, double stays) {
        for (int a = 0; a < LOOKS.length; a++) {
            float[] column = m.changed.afresh(LOOKS[a]);
            for (int i = 0; i < m.n; i++) {
                int k = LOOKS.length * i + a;
                float is = to.at(LOOKS[a], i);
                column[i] = m.looks[k] = stays > 0 ? (float) (is + (m.looked[k] - is) * stays) : is;
            }
        }
    }

    private int wanted(Memory m, Frame frame) {
        Signal when = frame.read("when", Signal.class);
        boolean next = when != null && m.rising.by(when.value());
        if (how == How.NUMBER) return state - 1;
        if (m.now < 0) return 0;
        if (!next) return m.now;
        for (int k = 1; k <= m.states.length; k++) {
            int i = (m.now + k) % m.states.length;
            if (m.states[i] != null) return i;
        }
        return 0;
    }
}
