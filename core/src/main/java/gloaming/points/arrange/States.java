package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.state.Change;
import gloaming.state.How;
import gloaming.state.Mixing;
import gloaming.state.Passage;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/**
 * Points that have several states, each laid out by a lane, and go from one to another.
 *
 * <p>Places pass over as {@link Passage} says, headings turn on the shortest way, colours and sizes mix.
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

    /** Where the change is, and where the points headed last and at its beginning, three numbers a point. */
    public static final class Memory {
        private final ChangedColumns changed = new ChangedColumns();
        private final Change change = new Change();
        private final Passage place = new Passage();
        private final Mixing looks = new Mixing();
        private final Points[] states = new Points[LANES.length + 1];
        private int n = -1;

        private float[] heading = {};
        private float[] headed = {};

        private void begin(int n) {
            if (heading.length < 3 * n) {
                heading = new float[3 * n];
                headed = new float[3 * n];
            }
            place.room(3 * n);
            looks.room(LOOKS.length * n);
            this.n = n;
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
        boolean anew = m.n != n;
        if (anew) m.begin(n);
        Signal when = frame.read("when", Signal.class);
        int now =
                m.change.next(how, state - 1, when, m.states.length, i -> m.states[i] != null, anew, over, frame.dt());
        Points to = m.states[now];
        if (to == null || to.n() == 0) to = in;
        if (n == 0) return out;
        if (m.change.begins()) System.arraycopy(m.heading, 0, m.headed, 0, 3 * n);
        place(to, m);
        double stays = m.change.stays();
        heading(to, m, stays);
        looks(to, m, stays);
        return out;
    }

    private static void place(Points to, Memory m) {
        double stays = m.change.stays();
        double goes = m.change.goes();
        for (int c = 0; c < 3; c++) {
            float[] column = m.changed.afresh(PLACE[c]);
            for (int i = 0; i < m.n; i++) column[i] = m.place.at(3 * i + c, to.at(PLACE[c], i), m.change, stays, goes);
        }
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
            for (int i = 0; i < m.n; i++)
                column[i] = m.looks.at(LOOKS.length * i + a, to.at(LOOKS[a], i), m.change, stays);
        }
    }
}
