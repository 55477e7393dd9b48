package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.arrange.Turned;
import gloaming.step.Frame;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Points that fly together: away from who is too near, along with those they see, and towards the middle of those (Reynolds 1987,
 * "Flocks, herds and schools").
 */
@Id("flock")
@StepInfo(
        name = "Flock",
        does = "Lets points fly together as birds do: apart, along and together.",
        find = "boids swarm birds fish school herd separation alignment cohesion steer group together",
        notice = "Nobody leads: each looks at its neighbours, and they turn together.",
        example = "sow burst=160 rate=0 life=100 lifeSpread=0 scatter=1 size=0.014 > *",
        sets = {
            "Dunlin: sight=0.2 apart=2 along=3.5 together=1.4 slowest=0.5 fastest=1.1",
            "Midges: sight=0.15 apart=3 along=0.2 together=2.5 slowest=0.1 fastest=0.5",
            "Minnows: sight=0.25 apart=1.2 along=2.5 together=0.8 slowest=0.15 fastest=0.9"
        })
public record Flock(
        @Id("sight")
        @Range(min = 0.01, max = 2, initial = 0.15, unit = "units", byRatio = true, says = "How far a point sees.")
        double sight,

        @Id(value = "view", label = "Angle of view")
        @Range(
                min = 0,
                max = 1,
                initial = 0.75,
                unit = "turns",
                says = "How much of the circle it sees; what is behind it is left out.")
        double view,

        @Id("apart")
        @Range(min = 0, max = 20, initial = 2, says = "How strongly it keeps off who is nearer than half its sight.")
        double apart,

        @Id("along")
        @Range(min = 0, max = 20, initial = 1.5, says = "How strongly it takes the velocity of those it sees.")
        double along,

        @Id("together")
        @Range(min = 0, max = 20, initial = 1, says = "How strongly it is drawn to the middle of those.")
        double together,

        @Id("slowest") @Range(min = 0, max = 4, initial = 0.15, unit = "units/s", says = "Slowest speed.")
        double slowest,

        @Id("fastest") @Range(min = 0, max = 8, initial = 0.6, unit = "units/s", says = "Fastest speed.")
        double fastest,

        @Id(value = "most", label = "Most neighbours")
        @Range(min = 1, max = 64, initial = 16, says = "At most so many neighbours count.")
        int most)
        implements Force<Flock.Memory> {

    private static final AtomicLong COUNT = new AtomicLong();
    /** Of the cosine: over so much of its edge the view fades. */
    private static final float EDGE = 0.3f;
    /** Added to the weight of those in sight: one far off alone does not count as all. */
    private static final float FEW = 0.1f;

    /** Who is near whom, and what each will do. */
    public static final class Memory extends ForceMemory {
        final Near near = new Near();
        final float[][] push = new float[3][0];
        /** Velocities at the time of the places, and the pushes of the frame before. */
        final float[][] speed = new float[3][0];

        final float[][] pushed = new float[3][];
        final String[] name = new String[3];

        Memory() {
            long number = COUNT.incrementAndGet();
            for (int axis = 0; axis < 3; axis++) name[axis] = ".flock " + axis + " " + number;
        }
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public void move(Points points, Memory memory, Frame frame, float dt) {
        int n = points.n();
        float[] x = points.column(Attribute.X).values;
        float[] y = points.column(Attribute.Y).values;
        float[] z = points.column(Attribute.Z).values;
        for (int axis = 0; axis < 3; axis++) {
            memory.pushed[axis] = points.kept(memory.name[axis]);
            if (memory.push[axis].length >= n) continue;
            memory.push[axis] = new float[n + n / 2];
            memory.speed[axis] = new float[n + n / 2];
        }
        Near near = memory.near;
        near.sort(x, y, z, n, sight, frame.crew());
        double cosine = Math.cos(Math.PI * view);
        float far = (float) (sight * sight);
        // Velocities are those of half a frame ago: by the push felt then, they are brought to where points are now.
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int axis = 0; axis < 3; axis++) {
                float[] v = points.column(Turned.GROUPS[1][axis]).values;
                float[] pushed = memory.pushed[axis];
                float[] speed = memory.speed[axis];
                for (int i = from; i < to; i++) speed[i] = v[i] + (pushed[i] == pushed[i] ? dt / 2 * pushed[i] : 0);
            }
        });
        float[][] v = memory.speed;
        frame.crew().each(n, 256, (from, to) -> {
            int[] runs = Near.room();
            for (int at = from; at < to; at++) {
                int i = near.order[at];
                int found = near.runs(x[i], y[i], z[i], false, runs, 0);
                steer(memory, i, runs, found, x, y, z, v[0], v[1], v[2], far, (float) cosine, dt);
            }
        });
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) turn(points, memory, i, dt, frame.seed());
        });
    }

    /** Takes what point {@code i} is pushed by into its velocity, within its speeds. */
    private void turn(Points points, Memory memory, int i, float dt, long seed) {
        float[] vx = points.column(Attribute.VX).values;
        float[] vy = points.column(Attribute.VY).values;
        float[] vz = points.column(Attribute.VZ).values;
        float push = Force.push(points, i, dt);
        float a = vx[i] + memory.push[0][i] * push;
        float b = vy[i] + memory.push[1][i] * push;
        float c = vz[i] + memory.push[2][i] * push;
        for (int axis = 0; axis < 3; axis++) memory.pushed[axis][i] = memory.push[axis][i];
        float speed = (float) Math.sqrt(a * a + b * b + c * c);
        float held = (float) Math.min(Math.max(speed, slowest), Math.max(slowest, fastest));
        if (!(speed > 1e-6f)) {
            // Who has no direction takes one of its own.
            double angle = 2 * Math.PI * Randomness.uniform(seed, (long) points.at(Attribute.ID, i), 5);
            a = (float) Math.cos(angle);
            b = (float) Math.sin(angle);
            c = 0;
            speed = 1;
        }
        vx[i] = a * held / speed;
        vy[i] = b * held / speed;
        vz[i] = c * held / speed;
    }

    private void steer(
            Memory memory,
            int i,
            int[] runs,
            int found,
            float[] x,
            float[] y,
            float[] z,
            float[] vx,
            float[] vy,
            float[] vz,
            float far,
            float cosine,
            float dt) {
        Near near = memory.near;
        float speed2 = vx[i] * vx[i] + vy[i] * vy[i] + vz[i] * vz[i];
        float sx = 0;
        float sy = 0;
        float sz = 0;
        float mx = 0;
        float my = 0;
        float mz = 0;
        float wx = 0;
        float wy = 0;
        float wz = 0;
        int seen = 0;
        float weights = 0;
        float kept = 0;
        for (int run = 0; run < 2 * found && seen < most; run += 2) {
            for (int at = runs[run]; at < runs[run + 1] && seen < most; at++) {
                int k = near.order[at];
                if (k == i) continue;
                float dx = near.x[at] - x[i];
                float dy = near.y[at] - y[i];
                float dz = near.z[at] - z[i];
                float d = dx * dx + dy * dy + dz * dz;
                if (!(d < far)) continue;
                float ahead = dx * vx[i] + dy * vy[i] + dz * vz[i];
                float clear = (ahead / (float) Math.sqrt(d * speed2 + 1e-20f) - cosine) / EDGE;
                if (clear <= 0 && cosine > -1) continue;
                seen++;
                // Who comes into sight counts little by little, so that nobody is jerked about.
                float weight = (1 - d / far) * (cosine > -1 ? Math.min(1, clear) : 1);
                weights += weight;
                mx += weight * dx;
                my += weight * dy;
                mz += weight * dz;
                wx += weight * (vx[k] - vx[i]);
                wy += weight * (vy[k] - vy[i]);
                wz += weight * (vz[k] - vz[i]);
                if (d < far / 4 && d > 0) {
                    float away = (float) (sight / Math.sqrt(d)) - 2;
                    kept += Math.min(1, away);
                    sx -= dx * away;
                    sy -= dy * away;
                    sz -= dz * away;
                }
            }
        }
        float over = 1 / (weights + FEW);
        float apart = (float) this.apart * 4 / Math.max(1, kept);
        // No more is taken on of the others' velocity in a frame than there is.
        float along = (float) Math.min(this.along, 1 / dt) * over;
        float together = (float) this.together * 2 * over;
        memory.push[0][i] = sx * apart + wx * along + mx * together;
        memory.push[1][i] = sy * apart + wy * along + my * together;
        memory.push[2][i] = sz * apart + wz * along + mz * together;
    }
}
