package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.noise.GradientNoise;
import gloaming.points.arrange.Turned;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;
import java.util.concurrent.atomic.AtomicLong;

/** Carries points along the curl of a noise that changes with time; the flow never gathers them into clumps. */
@Id("swirl")
@StepInfo(
        name = "Swirl",
        does = "Carries points along a flowing, never-converging noise.",
        find = "flow curl noise turbulence eddies current drift move swim fluid whirl around",
        notice = "Eddies carry the dots round, without ever heaping them up.",
        sets = {
            "Smoke: strength=0.3 eddySize=0.5 detail=4 driftSpeed=0.3",
            "Slow tide: strength=0.5 eddySize=2 detail=1 driftSpeed=0.05",
            "Boiling: strength=1.4 eddySize=0.25 detail=3 driftSpeed=1.5"
        })
public record Swirl(
        @Id("strength") @Range(min = 0, max = 4, initial = 0.4, unit = "units/s", says = "How fast the flow runs.")
        double strength,

        @Id("eddySize")
        @Range(min = 0.05, max = 4, initial = 0.7, unit = "units", byRatio = true, says = "Size of the largest eddies.")
        double eddySize,

        @Id("detail") @Range(min = 1, max = 5, initial = 2, says = "Layers of smaller and smaller eddies.")
        int detail,

        @Id("driftSpeed") @Range(min = 0, max = 4, initial = 0.2, says = "How fast the flow itself changes.")
        double driftSpeed,

        @Id("fadeWithAge")
        @Range(min = 0, max = 1, initial = 0, says = "How much less it carries points towards the end of their life.")
        double fadeWithAge,

        @Id(value = "deep", label = "In depth")
        @Choice(initial = "false", says = "Whether it runs in depth as well, and not in the plane alone.")
        boolean deep)
        implements Force<Swirl.Memory> {

    /** The cross product of two slopes is this much faster than one slope turned. */
    private static final float FASTER = 1.325f;

    private static final AtomicLong COUNT = new AtomicLong();

    /** Where the points of one piece of work were, and the flow there: small enough to stay near the processor. */
    private static final ThreadLocal<float[][]> ROOM = ThreadLocal.withInitial(() -> new float[6][Points.GRAIN]);

    /** The flow each met in the frame before, and the flow's own time. */
    public static final class Memory extends ForceMemory {
        final float[][] before = new float[3][];
        double time;
        float dtBefore;
        /** Under which names points keep the flow they met. */
        final String[] name = new String[3];

        Memory() {
            long number = COUNT.incrementAndGet();
            for (int axis = 0; axis < 3; axis++) name[axis] = ".swirl " + "uvw".charAt(axis) + " " + number;
        }
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public void move(Points points, Memory memory, Frame frame, float dt) {
        int n = points.n();
        double time = memory.time;
        // Where all have only just been let loose, no time has passed for them.
        if (points.young() > 0) memory.time += driftSpeed * dt;
        int axes = deep ? 3 : 2;
        // Adams and Bashforth (1883), of the second order: by this flow and the one met a frame before.
        float back = memory.dtBefore > 0 ? 0.5f * dt / memory.dtBefore : 0;
        memory.dtBefore = dt;
        for (int axis = 0; axis < axes; axis++) memory.before[axis] = points.kept(memory.name[axis]);
        boolean fades = fadeWithAge > 0 && points.column(Attribute.LIFE).length() == n;
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            float[][] room = ROOM.get();
            int count = to - from;
            // Where points were before they moved by their own velocity in this frame: that is where the flow took them
            // up.
            for (int axis = 0; axis < axes; axis++) {
                float[] x = points.column(Turned.GROUPS[0][axis]).values;
                float[] v = points.column(Turned.GROUPS[1][axis]).values;
                back(x, v, from, room[axis], dt, count);
            }
            flow(frame.seed(), time, room, 0, room, 3, count);
            int young = Math.clamp(points.young(), from, to) - from;
            for (int axis = 0; axis < axes; axis++) {
                float[] x = points.column(Turned.GROUPS[0][axis]).values;
                float[] flow = room[3 + axis];
                float[] before = memory.before[axis];
                if (fades) fade(points, from, flow, count);
                carry(x, before, from, flow, dt, back, 0, young);
                for (int i = young; i < count; i++)
                    carry(x, before, from, flow, Force.lived(points, from + i, dt), 0, i, i + 1);
            }
        });
    }

    private static void back(float[] x, float[] v, int at, float[] place, float dt, int count) {
        for (int i = 0; i < count; i++) place[i] = x[at + i] - v[at + i] * dt;
    }

    private static void carry(float[] x, float[] before, int at, float[] flow, float dt, float back, int from, int to) {
        for (int i = from; i < to; i++) {
            float was = before[at + i];
            // Not a number: the point has met no flow yet.
            float change = was == was ? flow[i] - was : 0;
            x[at + i] += (flow[i] + change * back) * dt;
            before[at + i] = flow[i];
        }
    }

    /**
     * Writes the flow's velocity at the first places, in units a second: across, up, and where it is deep in depth. Places are the columns
     * from {@code p} on, and the flow goes into those from {@code f} on.
     */
    public void flow(long seed, double time, float[][] place, int p, float[][] flow, int f, int count) {
        for (int axis = 0; axis < (deep ? 3 : 2); axis++) Arrays.fill(flow[f + axis], 0, count, 0);
        float frequency = (float) (1 / eddySize);
        float weight = (float) strength;
        float t = (float) time;
        for (int octave = 0; octave < detail; octave++) {
            int own = (int) seed + octave * 7919;
            if (deep) {
                GradientNoise.twist(
                        own,
                        place[p],
                        place[p + 1],
                        place[p + 2],
                        t,
                        frequency,
                        weight / FASTER,
                        flow[f],
                        flow[f + 1],
                        flow[f + 2],
                        0,
                        count);
            } else {
                GradientNoise.curl(own, place[p], place[p + 1], t, frequency, weight, flow[f], flow[f + 1], 0, count);
            }
            frequency *= 2;
            weight *= 0.6f;
            t *= 1.6f;
        }
    }

    private void fade(Points points, int at, float[] flow, int count) {
        float[] age = points.column(Attribute.AGE).values;
        float[] life = points.column(Attribute.LIFE).values;
        for (int i = 0; i < count; i++) {
            float lasts = life[at + i];
            flow[i] *= lasts <= 0 ? 1 : 1 - (float) fadeWithAge * Math.min(1, age[at + i] / lasts);
        }
    }
}
