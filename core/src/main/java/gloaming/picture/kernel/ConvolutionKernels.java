package gloaming.picture.kernel;

import gloaming.flow.Kernel;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorShuffle;
import jdk.incubator.vector.VectorSpecies;

/** Weighted sums of neighbours: along rows, down columns, and to half the size and back. */
@Kernel
public final class ConvolutionKernels {
    private static final int LANES = Vectors.LANES;
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    /** Every second of two vectors, and two vectors in turn. */
    private static final VectorShuffle<Float> EVEN =
            VectorShuffle.fromOp(F, i -> 2 * i < LANES ? 2 * i : 2 * i - 2 * LANES);

    private static final VectorShuffle<Float> ODD =
            VectorShuffle.fromOp(F, i -> 2 * i < LANES ? 2 * i + 1 : 2 * i + 1 - 2 * LANES);
    private static final VectorShuffle<Float> LOW = VectorShuffle.fromOp(F, i -> i % 2 == 0 ? i / 2 : i / 2 - LANES);
    private static final VectorShuffle<Float> HIGH =
            VectorShuffle.fromOp(F, i -> i % 2 == 0 ? (i + LANES) / 2 : (i + LANES) / 2 - LANES);

    private ConvolutionKernels() {}

    /**
     * {@code out[at + x] = w[0] p[middle + x] + sum over j of w[j] (p[middle + x - j] + p[middle + x + j])} for x from 0 to n.
     */
    public static void convolve(float[] p, int middle, float[] w, int reach, float[] out, int at, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector sum = Vectors.load(p, middle + x).mul(w[0]);
            for (int j = 1; j <= reach; j++) {
                FloatVector left = Vectors.load(p, middle + x - j);
                sum = left.add(Vectors.load(p, middle + x + j)).mul(w[j]).add(sum);
            }
            sum.intoArray(out, at + x);
        }
        for (; x < n; x++) {
            float sum = p[middle + x] * w[0];
            for (int j = 1; j <= reach; j++) sum = (p[middle + x - j] + p[middle + x + j]) * w[j] + sum;
            out[at + x] = sum;
        }
    }

    /** The same down a column: {@code rows[reach + j]} is where the row j above the middle begins. */
    public static void convolve(float[] p, int[] rows, float[] w, int reach, float[] out, int at, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector sum = Vectors.load(p, rows[reach] + x).mul(w[0]);
            for (int j = 1; j <= reach; j++) {
                FloatVector below = Vectors.load(p, rows[reach - j] + x);
                sum = below.add(Vectors.load(p, rows[reach + j] + x)).mul(w[j]).add(sum);
            }
            sum.intoArray(out, at + x);
        }
        for (; x < n; x++) {
            float sum = p[rows[reach] + x] * w[0];
            for (int j = 1; j <= reach; j++) sum = (p[rows[reach - j] + x] + p[rows[reach + j] + x]) * w[j] + sum;
            out[at + x] = sum;
        }
    }

    /** Weighs two runs: {@code out[to + x] = low * p[a + x] + high * p[b + x]}. */
    public static void meet(float[] p, int a, int b, float low, float high, float[] out, int to, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector first = Vectors.load(p, a + x).mul(low);
            Vectors.load(p, b + x).mul(high).add(first).intoArray(out, to + x);
        }
        for (; x < n; x++) out[to + x] = low * p[a + x] + high * p[b + x];
    }

    /** Weighs four runs by (1 3 3 1) / 8. */
    public static void meet(float[] p, int a, int b, int c, int d, float[] out, int to, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector outer =
                    Vectors.load(p, a + x).add(Vectors.load(p, d + x)).mul(0.125f);
            FloatVector inner =
                    Vectors.load(p, b + x).add(Vectors.load(p, c + x)).mul(0.375f);
            outer.add(inner).intoArray(out, to + x);
        }
        for (; x < n; x++) out[to + x] = 0.125f * (p[a + x] + p[d + x]) + 0.375f * (p[b + x] + p[c + x]);
    }

    /** Halves a run by (1 3 3 1) / 8: {@code out[at + x]} from {@code row[2 x]} to {@code row[2 x + 3]}. */
    public static void halve(float[] row, float[] out, int at, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector a = Vectors.load(row, 2 * x);
            FloatVector b = Vectors.load(row, 2 * x + LANES);
            FloatVector c = Vectors.load(row, 2 * x + 2);
            FloatVector d = Vectors.load(row, 2 * x + 2 + LANES);
            FloatVector outer = a.rearrange(EVEN, b).add(c.rearrange(ODD, d)).mul(0.125f);
            a.rearrange(ODD, b).add(c.rearrange(EVEN, d)).mul(0.375f).add(outer).intoArray(out, at + x);
        }
        for (; x < n; x++) {
            out[at + x] = 0.125f * (row[2 * x] + row[2 * x + 3]) + 0.375f * (row[2 * x + 1] + row[2 * x + 2]);
        }
    }

    /** Doubles a run by (1 3 3 1) / 4, {@code row[x + 1]} in the middle of two places, and adds it {@code amount} times. */
    public static void widen(float[] row, float[] out, int at, int pairs, float keep, float amount) {
        int x = 0;
        for (; x <= pairs - LANES; x += LANES) {
            FloatVector here = Vectors.load(row, x + 1).mul(0.75f);
            FloatVector left = Vectors.load(row, x).mul(0.25f).add(here).mul(amount);
            FloatVector right = Vectors.load(row, x + 2).mul(0.25f).add(here).mul(amount);
            FloatVector low = Vectors.load(out, at + 2 * x).mul(keep);
            FloatVector high = Vectors.load(out, at + 2 * x + LANES).mul(keep);
            left.rearrange(LOW, right).add(low).intoArray(out, at + 2 * x);
            left.rearrange(HIGH, right).add(high).intoArray(out, at + 2 * x + LANES);
        }
        for (; x < pairs; x++) {
            float here = 0.75f * row[x + 1];
            out[at + 2 * x] = keep * out[at + 2 * x] + amount * (here + 0.25f * row[x]);
            out[at + 2 * x + 1] = keep * out[at + 2 * x + 1] + amount * (here + 0.25f * row[x + 2]);
        }
    }
}
