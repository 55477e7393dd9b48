package gloaming.points;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.noise.GradientNoise;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Says;
import java.util.Arrays;
import java.util.concurrent.atomic.AtomicLong;

/** Carries points along the curl of a noise that changes with time; the flow never gathers them into clumps. */
@Says(
        name = "Swirl",
        does = "Carries points along a flowing, never-converging noise.",
        find = "flow curl noise turbulence eddies current drift move swim fluid")
public record Swirl(
        @Range(min = 0, max = 4, initial = 0.4, unit = "units/s", says = "How fast the flow runs.")
        double strength,

        @Range(min = 0.05, max = 4, initial = 0.7, unit = "units", byRatio = true, says = "Size of the largest eddies.")
        double eddySize,

        @Range(min = 1, max = 5, initial = 2, says = "Layers of smaller and smaller eddies.")
        int detail,

        @Range(min = 0, max = 4, initial = 0.2, says = "How fast the flow itself changes.")
        double driftSpeed,

        @Range(min = 0, max = 1, initial = 0, says = "How much less it carries points towards the end of their life.")
        double fadeWithAge)
        implements Operation<Points, Points, Swirl.Memory> {

    private static final AtomicLong COUNT = new AtomicLong();

    /** Points let go here, the flow at each, and the flow's own time. */
    public static final class Memory {
        final Motion motion = new Motion();
        float[] u = new float[0];
        float[] v = new float[0];
        float[] placeX = new float[0];
        float[] placeY = new float[0];
        double time;
        float dtBefore;
        /** Under which names points keep the flow they met. */
        final String nameU;

        final String nameV;

        Memory() {
            long number = COUNT.incrementAndGet();
            nameU = ".swirl u " + number;
            nameV = ".swirl v " + number;
        }
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        Points points = memory.motion.loose(in, frame);
        int n = points.n();
        if (memory.u.length < n) {
            memory.u = new float[n + n / 2];
            memory.v = new float[n + n / 2];
            memory.placeX = new float[n + n / 2];
            memory.placeY = new float[n + n / 2];
        }
        float dt = (float) frame.dt();
        if (dt == 0 || n == 0) return points;
        double time = memory.time;
        // Where all have only just been let loose, no time has passed for them.
        if (points.young() > 0) memory.time += driftSpeed * dt;
        float[] u = memory.u;
        float[] v = memory.v;
        float[] uBefore = points.kept(memory.nameU);
        float[] vBefore = points.kept(memory.nameV);
        // Adams and Bashforth (1883), of the second order: by this flow and the one met a frame before.
        float back = memory.dtBefore > 0 ? 0.5f * dt / memory.dtBefore : 0;
        memory.dtBefore = dt;
        float[] x = points.column(Attribute.X).values;
        float[] y = points.column(Attribute.Y).values;
        float[] vx = points.column(Attribute.VX).values;
        float[] vy = points.column(Attribute.VY).values;
        boolean fades = fadeWithAge > 0 && points.column(Attribute.LIFE).length() == n;
        frame.crew().each(n, Motion.GRAIN, (from, to) -> {
            // Where points were before they moved by their own velocity in this frame: that is where the flow took them
            // up.
            back(x, vx, memory.placeX, dt, from, to);
            back(y, vy, memory.placeY, dt, from, to);
            flow(frame.seed(), time, memory.placeX, memory.placeY, u, v, from, to);
            if (fades) fade(points, u, v, from, to);
            int young = Math.clamp(points.young(), from, to);
            carry(x, u, uBefore, dt, back, from, young);
            carry(y, v, vBefore, dt, back, from, young);
            for (int i = young; i < to; i++) {
                carry(x, u, uBefore, Motion.lived(points, i, dt), 0, i, i + 1);
                carry(y, v, vBefore, Motion.lived(points, i, dt), 0, i, i + 1);
            }
        });
        return points;
    }

    private static void back(float[] x, float[] v, float[] place, float dt, int from, int to) {
        for (int i = from; i < to; i++) place[i] = x[i] - v[i] * dt;
    }

    private static void carry(float[] x, float[] u, float[] before, float dt, float back, int from, int to) {
        for (int i = from; i < to; i++) {
            float was = before[i];
            // Not a number: the point has met no flow yet.
            float change = was == was ? u[i] - was : 0;
            x[i] += (u[i] + change * back) * dt;
            before[i] = u[i];
        }
    }

    /** Writes the flow's velocity at each place, in units a second, into {@code u} and {@code v}. */
    void flow(long seed, double time, float[] x, float[] y, float[] u, float[] v, int from, int to) {
        Arrays.fill(u, from, to, 0);
        Arrays.fill(v, from, to, 0);
        float frequency = (float) (1 / eddySize);
        float weight = (float) strength;
        float z = (float) time;
        for (int octave = 0; octave < detail; octave++) {
            GradientNoise.curl((int) seed + octave * 7919, x, y, z, frequency, weight, u, v, from, to);
            frequency *= 2;
            weight *= 0.6f;
            z *= 1.6f;
        }
    }

    private void fade(Points points, float[] u, float[] v, int from, int to) {
        float[] age = points.column(Attribute.AGE).values;
        float[] life = points.column(Attribute.LIFE).values;
        for (int i = from; i < to; i++) {
            float keep = life[i] <= 0 ? 1 : 1 - (float) fadeWithAge * Math.min(1, age[i] / life[i]);
            u[i] *= keep;
            v[i] *= keep;
        }
    }
}
