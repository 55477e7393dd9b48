package gloaming.points.force;

import gloaming.flow.Kernel;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorSpecies;

/**
 * The sums of {@link Liquid} over all drops near one, by vectors; {@code hotspot.txt} keeps each a compilation unit of its own.
 *
 * <p>Drops stand in the order of {@link Near}, and {@code runs} tells of each drop in which {@link Near#FLAT} runs of that order its
 * neighbours are; others that stand there count for nothing, as they are farther than {@code h}. Columns have
 * {@link Near#SLACK} numbers of room behind the last. The kernels are those of Müller, Charypar and Gross (2003, "Particle-based fluid
 * simulation"), without their constants: {@link #poly} and {@link #spiky} are the plain versions.
 */
final class Drops {
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    private static final int LANES = F.length();
    private static final int RUNS = 2 * Near.FLAT;
    /** Of a square of h: keeps a drop from being divided by its distance to itself. */
    private static final float LEAST = 1e-6f;

    /** Where lanes are added one after the other: the vectors' own sum is in any order, and a show has to be the same each time. */
    private static final ThreadLocal<float[]> ROOM = ThreadLocal.withInitial(() -> new float[4 * LANES]);

    private Drops() {}

    /** The kernel poly6 at the squared distance {@code r2}. */
    static float poly(float r2, float h) {
        float q = h * h - r2;
        return q <= 0 ? 0 : q * q * q;
    }

    /** The slope of the spiky kernel at a distance, of the same scale as {@link #poly} is. */
    static float spiky(float r, float h) {
        float q = h - r;
        return q <= 0 ? 0 : -7.5f * h * h * h * q * q;
    }

    /** The distance that the kernels take for a squared one. */
    static float apart(float r2, float h) {
        return (float) Math.sqrt(r2 + LEAST * h * h);
    }

    /**
     * Writes of each drop from {@code from} to {@code to} the sum of {@link #poly} over all near it with itself, and of its slopes by
     * {@code over} (1 over the density at rest): across, up, and their squares.
     */
    @Kernel
    static void densities(
            float[] x,
            float[] y,
            int[] runs,
            float h,
            float over,
            float[] density,
            float[] across,
            float[] up,
            float[] squares,
            int from,
            int to) {
        FloatVector reach = Vectors.all(h);
        FloatVector reach2 = Vectors.all(h * h);
        FloatVector least = Vectors.all(LEAST * h * h);
        FloatVector nothing = FloatVector.zero(F);
        float scale = -7.5f * h * h * h * over;
        float[] room = ROOM.get();
        for (int i = from; i < to; i++) {
            FloatVector px = Vectors.all(x[i]);
            FloatVector py = Vectors.all(y[i]);
            FloatVector sum = nothing;
            FloatVector sumX = nothing;
            FloatVector sumY = nothing;
            FloatVector sum2 = nothing;
            for (int run = i * RUNS; run < i * RUNS + RUNS; run += 2) {
                int end = runs[run + 1];
                for (int k = runs[run]; k < end; k += LANES) {
                    VectorMask<Float> there = F.indexInRange(k, end);
                    FloatVector dx = px.sub(Vectors.load(x, k));
                    FloatVector dy = py.sub(Vectors.load(y, k));
                    FloatVector far = reach2.blend(dx.fma(dx, dy.mul(dy)), there);
                    FloatVector q = reach2.sub(far).max(nothing);
                    sum = q.mul(q).fma(q, sum);
                    FloatVector r = far.add(least).sqrt();
                    FloatVector near = reach.sub(r).max(nothing);
                    FloatVector slope = near.mul(near).div(r);
                    sumX = slope.fma(dx, sumX);
                    sumY = slope.fma(dy, sumY);
                    sum2 = slope.mul(slope).fma(far, sum2);
                }
            }
            Vectors.known(sum).intoArray(room, 0);
            Vectors.known(sumX).intoArray(room, LANES);
            Vectors.known(sumY).intoArray(room, 2 * LANES);
            Vectors.known(sum2).intoArray(room, 3 * LANES);
            float total = 0;
            float totalX = 0;
            float totalY = 0;
            float total2 = 0;
            for (int k = 0; k < LANES; k++) {
                total += room[k];
                totalX += room[LANES + k];
                totalY += room[2 * LANES + k];
                total2 += room[3 * LANES + k];
            }
            density[i] = total;
            across[i] = scale * totalX;
            up[i] = scale * totalY;
            squares[i] = scale * scale * total2;
        }
    }

    /** Writes how far each drop is pushed by all near it: {@code (own + theirs)} times the slope between them by {@code over}. */
    @Kernel
    static void shifts(
            float[] x,
            float[] y,
            float[] push,
            int[] runs,
            float h,
            float over,
            float[] across,
            float[] up,
            int from,
            int to) {
        FloatVector reach = Vectors.all(h);
        FloatVector reach2 = Vectors.all(h * h);
        FloatVector least = Vectors.all(LEAST * h * h);
        FloatVector nothing = FloatVector.zero(F);
        float scale = -7.5f * h * h * h * over;
        float[] room = ROOM.get();
        for (int i = from; i < to; i++) {
            FloatVector px = Vectors.all(x[i]);
            FloatVector py = Vectors.all(y[i]);
            FloatVector own = Vectors.all(push[i]);
            FloatVector sumX = nothing;
            FloatVector sumY = nothing;
            for (int run = i * RUNS; run < i * RUNS + RUNS; run += 2) {
                int end = runs[run + 1];
                for (int k = runs[run]; k < end; k += LANES) {
                    VectorMask<Float> there = F.indexInRange(k, end);
                    FloatVector dx = px.sub(Vectors.load(x, k));
                    FloatVector dy = py.sub(Vectors.load(y, k));
                    FloatVector far = reach2.blend(dx.fma(dx, dy.mul(dy)), there);
                    FloatVector r = far.add(least).sqrt();
                    FloatVector near = reach.sub(r).max(nothing);
                    FloatVector both = own.add(Vectors.load(push, k));
                    FloatVector slope = near.mul(near).mul(both).div(r);
                    sumX = slope.fma(dx, sumX);
                    sumY = slope.fma(dy, sumY);
                }
            }
            Vectors.known(sumX).intoArray(room, 0);
            Vectors.known(sumY).intoArray(room, LANES);
            float totalX = 0;
            float totalY = 0;
            for (int k = 0; k < LANES; k++) {
                totalX += room[k];
                totalY += room[LANES + k];
            }
            across[i] = scale * totalX;
            up[i] = scale * totalY;
        }
    }

    /**
     * Writes what each drop's velocity (u, v) takes on from those near it: {@code drag} of the difference by {@link #poly}, and
     * {@code pull} towards those between half of h and h, most in between.
     */
    @Kernel
    static void together(
            float[] x,
            float[] y,
            float[] u,
            float[] v,
            int[] runs,
            float h,
            float drag,
            float pull,
            float[] across,
            float[] up,
            int from,
            int to) {
        FloatVector reach = Vectors.all(h);
        FloatVector half = Vectors.all(h / 2);
        FloatVector reach2 = Vectors.all(h * h);
        FloatVector least = Vectors.all(LEAST * h * h);
        FloatVector nothing = FloatVector.zero(F);
        float[] room = ROOM.get();
        FloatVector pulls = Vectors.all(pull * 16 / (h * h * h));
        for (int i = from; i < to; i++) {
            FloatVector px = Vectors.all(x[i]);
            FloatVector py = Vectors.all(y[i]);
            FloatVector pu = Vectors.all(u[i]);
            FloatVector pv = Vectors.all(v[i]);
            FloatVector sumX = nothing;
            FloatVector sumY = nothing;
            for (int run = i * RUNS; run < i * RUNS + RUNS; run += 2) {
                int end = runs[run + 1];
                for (int k = runs[run]; k < end; k += LANES) {
                    VectorMask<Float> there = F.indexInRange(k, end);
                    FloatVector dx = Vectors.load(x, k).sub(px);
                    FloatVector dy = Vectors.load(y, k).sub(py);
                    FloatVector far = reach2.blend(dx.fma(dx, dy.mul(dy)), there);
                    FloatVector q = reach2.sub(far).max(nothing);
                    FloatVector w = q.mul(q).mul(q).mul(drag);
                    FloatVector r = far.add(least).sqrt();
                    FloatVector s = reach.sub(r)
                            .mul(r.sub(half))
                            .max(nothing)
                            .mul(pulls)
                            .div(r);
                    sumX = w.fma(Vectors.load(u, k).sub(pu), s.fma(dx, sumX));
                    sumY = w.fma(Vectors.load(v, k).sub(pv), s.fma(dy, sumY));
                }
            }
            Vectors.known(sumX).intoArray(room, 0);
            Vectors.known(sumY).intoArray(room, LANES);
            float totalX = 0;
            float totalY = 0;
            for (int k = 0; k < LANES; k++) {
                totalX += room[k];
                totalY += room[LANES + k];
            }
            across[i] = totalX;
            up[i] = totalY;
        }
    }
}
