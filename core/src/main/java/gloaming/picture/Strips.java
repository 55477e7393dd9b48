package gloaming.picture;

import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorShuffle;
import jdk.incubator.vector.VectorSpecies;

/**
 * Small loops over runs of floats, by vectors.
 *
 * <p>Each is a compilation unit of its own ({@code hotspot.txt} keeps the JIT from inlining them): inlined into a large caller
 * a vector loop can pass the JIT's limit on nodes, and its vectors then become objects. Loops that the JIT turns into vectors
 * by itself are not here. The plain versions stand with those who call.
 */
final class Strips {
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_256;
    static final int LANES = F.length();
    private static final FloatVector INDEX = FloatVector.zero(F).addIndex(1);
    /** Every second of two vectors, and two vectors in turn. */
    private static final VectorShuffle<Float> EVEN =
            VectorShuffle.fromOp(F, i -> 2 * i < LANES ? 2 * i : 2 * i - 2 * LANES);

    private static final VectorShuffle<Float> ODD =
            VectorShuffle.fromOp(F, i -> 2 * i < LANES ? 2 * i + 1 : 2 * i + 1 - 2 * LANES);
    private static final VectorShuffle<Float> LOW = VectorShuffle.fromOp(F, i -> i % 2 == 0 ? i / 2 : i / 2 - LANES);
    private static final VectorShuffle<Float> HIGH =
            VectorShuffle.fromOp(F, i -> i % 2 == 0 ? (i + LANES) / 2 : (i + LANES) / 2 - LANES);

    private Strips() {}

    /**
     * {@code out[at + x] = w[0] p[middle + x] + sum over j of w[j] (p[middle + x - j] + p[middle + x + j])} for x from 0 to n.
     */
    static void convolve(float[] p, int middle, float[] w, int reach, float[] out, int at, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector sum = FloatVector.fromArray(F, p, middle + x).mul(w[0]);
            for (int j = 1; j <= reach; j++) {
                FloatVector left = FloatVector.fromArray(F, p, middle + x - j);
                sum = left.add(FloatVector.fromArray(F, p, middle + x + j))
                        .mul(w[j])
                        .add(sum);
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
    static void convolve(float[] p, int[] rows, float[] w, int reach, float[] out, int at, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector sum = FloatVector.fromArray(F, p, rows[reach] + x).mul(w[0]);
            for (int j = 1; j <= reach; j++) {
                FloatVector below = FloatVector.fromArray(F, p, rows[reach - j] + x);
                sum = below.add(FloatVector.fromArray(F, p, rows[reach + j] + x))
                        .mul(w[j])
                        .add(sum);
            }
            sum.intoArray(out, at + x);
        }
        for (; x < n; x++) {
            float sum = p[rows[reach] + x] * w[0];
            for (int j = 1; j <= reach; j++) sum = (p[rows[reach - j] + x] + p[rows[reach + j] + x]) * w[j] + sum;
            out[at + x] = sum;
        }
    }

    /** {@code into[at + i]} is what lies a part {@code u} of the way between two neighbours of {@code from}. */
    static void slide(float[] from, int shift, float u, float[] into, int at, int start, int end) {
        int i = start;
        for (; i <= end - LANES; i += LANES) {
            FloatVector here = FloatVector.fromArray(F, from, i + shift);
            FloatVector.fromArray(F, from, i + shift + 1)
                    .sub(here)
                    .mul(u)
                    .add(here)
                    .intoArray(into, at + i);
        }
        for (; i < end; i++) into[at + i] = from[i + shift] + u * (from[i + shift + 1] - from[i + shift]);
    }

    // The blend modes of {@link Blending}, one channel at a time: source s with alpha sa, both times k, onto b with
    // alpha ba.

    static void over(float[] s, float[] sa, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = FloatVector.fromArray(F, k, x);
            FloatVector sv = FloatVector.fromArray(F, s, at + x).mul(kv);
            FloatVector sc = FloatVector.fromArray(F, sa, at + x).mul(kv);
            FloatVector bv = FloatVector.fromArray(F, b, at + x);
            sv.add(bv.mul(sc.neg().add(1f))).intoArray(b, at + x);
        }
    }

    static void add(float[] s, float[] sa, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = FloatVector.fromArray(F, k, x);
            FloatVector sv = FloatVector.fromArray(F, s, at + x).mul(kv);
            FloatVector bv = FloatVector.fromArray(F, b, at + x);
            sv.add(bv).intoArray(b, at + x);
        }
    }

    static void screen(float[] s, float[] sa, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = FloatVector.fromArray(F, k, x);
            FloatVector sv = FloatVector.fromArray(F, s, at + x).mul(kv);
            FloatVector bv = FloatVector.fromArray(F, b, at + x);
            sv.add(bv).sub(sv.max(0f).min(1f).mul(bv.max(0f).min(1f))).intoArray(b, at + x);
        }
    }

    static void multiply(float[] s, float[] sa, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = FloatVector.fromArray(F, k, x);
            FloatVector sv = FloatVector.fromArray(F, s, at + x).mul(kv);
            FloatVector sc = FloatVector.fromArray(F, sa, at + x).mul(kv);
            FloatVector bv = FloatVector.fromArray(F, b, at + x);
            FloatVector bc = FloatVector.fromArray(F, ba, at + x);
            sv.mul(bv).add(sv.sub(sv.mul(bc))).add(bv.sub(bv.mul(sc))).intoArray(b, at + x);
        }
    }

    static void lighten(float[] s, float[] sa, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = FloatVector.fromArray(F, k, x);
            FloatVector sv = FloatVector.fromArray(F, s, at + x).mul(kv);
            FloatVector sc = FloatVector.fromArray(F, sa, at + x).mul(kv);
            FloatVector bv = FloatVector.fromArray(F, b, at + x);
            FloatVector bc = FloatVector.fromArray(F, ba, at + x);
            sv.mul(bc)
                    .max(bv.mul(sc))
                    .add(sv.sub(sv.mul(bc)))
                    .add(bv.sub(bv.mul(sc)))
                    .intoArray(b, at + x);
        }
    }

    static void darken(float[] s, float[] sa, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = FloatVector.fromArray(F, k, x);
            FloatVector sv = FloatVector.fromArray(F, s, at + x).mul(kv);
            FloatVector sc = FloatVector.fromArray(F, sa, at + x).mul(kv);
            FloatVector bv = FloatVector.fromArray(F, b, at + x);
            FloatVector bc = FloatVector.fromArray(F, ba, at + x);
            sv.mul(bc)
                    .min(bv.mul(sc))
                    .add(sv.sub(sv.mul(bc)))
                    .add(bv.sub(bv.mul(sc)))
                    .intoArray(b, at + x);
        }
    }

    static void difference(float[] s, float[] sa, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = FloatVector.fromArray(F, k, x);
            FloatVector sv = FloatVector.fromArray(F, s, at + x).mul(kv);
            FloatVector sc = FloatVector.fromArray(F, sa, at + x).mul(kv);
            FloatVector bv = FloatVector.fromArray(F, b, at + x);
            FloatVector bc = FloatVector.fromArray(F, ba, at + x);
            sv.add(bv).sub(sv.mul(bc).min(bv.mul(sc)).mul(2f)).intoArray(b, at + x);
        }
    }

    static void subtract(float[] s, float[] sa, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = FloatVector.fromArray(F, k, x);
            FloatVector sv = FloatVector.fromArray(F, s, at + x).mul(kv);
            FloatVector bv = FloatVector.fromArray(F, b, at + x);
            FloatVector bc = FloatVector.fromArray(F, ba, at + x);
            bv.add(sv.mul(bc.mul(-2f).add(1f))).intoArray(b, at + x);
        }
    }

    /** The alpha of both together: {@code sa + ba - sa * ba}. */
    static void union(float[] sa, float[] k, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector sc = FloatVector.fromArray(F, sa, at + x).mul(FloatVector.fromArray(F, k, x));
            FloatVector bc = FloatVector.fromArray(F, ba, at + x);
            sc.add(bc).sub(sc.mul(bc)).intoArray(ba, at + x);
        }
    }

    /** Weighs two runs: {@code out[to + x] = low * p[a + x] + high * p[b + x]}. */
    static void meet(float[] p, int a, int b, float low, float high, float[] out, int to, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector first = FloatVector.fromArray(F, p, a + x).mul(low);
            FloatVector.fromArray(F, p, b + x).mul(high).add(first).intoArray(out, to + x);
        }
        for (; x < n; x++) out[to + x] = low * p[a + x] + high * p[b + x];
    }

    /** Weighs four runs by (1 3 3 1) / 8. */
    static void meet(float[] p, int a, int b, int c, int d, float[] out, int to, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector outer = FloatVector.fromArray(F, p, a + x)
                    .add(FloatVector.fromArray(F, p, d + x))
                    .mul(0.125f);
            FloatVector inner = FloatVector.fromArray(F, p, b + x)
                    .add(FloatVector.fromArray(F, p, c + x))
                    .mul(0.375f);
            outer.add(inner).intoArray(out, to + x);
        }
        for (; x < n; x++) out[to + x] = 0.125f * (p[a + x] + p[d + x]) + 0.375f * (p[b + x] + p[c + x]);
    }

    /** Halves a run by (1 3 3 1) / 8: {@code out[at + x]} from {@code row[2 x]} to {@code row[2 x + 3]}. */
    static void halve(float[] row, float[] out, int at, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector a = FloatVector.fromArray(F, row, 2 * x);
            FloatVector b = FloatVector.fromArray(F, row, 2 * x + LANES);
            FloatVector c = FloatVector.fromArray(F, row, 2 * x + 2);
            FloatVector d = FloatVector.fromArray(F, row, 2 * x + 2 + LANES);
            FloatVector outer = a.rearrange(EVEN, b).add(c.rearrange(ODD, d)).mul(0.125f);
            a.rearrange(ODD, b).add(c.rearrange(EVEN, d)).mul(0.375f).add(outer).intoArray(out, at + x);
        }
        for (; x < n; x++) {
            out[at + x] = 0.125f * (row[2 * x] + row[2 * x + 3]) + 0.375f * (row[2 * x + 1] + row[2 * x + 2]);
        }
    }

    /** Doubles a run by (1 3 3 1) / 4, {@code row[x + 1]} in the middle of two places, and adds it {@code amount} times. */
    static void widen(float[] row, float[] out, int at, int pairs, float keep, float amount) {
        int x = 0;
        for (; x <= pairs - LANES; x += LANES) {
            FloatVector here = FloatVector.fromArray(F, row, x + 1).mul(0.75f);
            FloatVector left =
                    FloatVector.fromArray(F, row, x).mul(0.25f).add(here).mul(amount);
            FloatVector right =
                    FloatVector.fromArray(F, row, x + 2).mul(0.25f).add(here).mul(amount);
            FloatVector low = FloatVector.fromArray(F, out, at + 2 * x).mul(keep);
            FloatVector high = FloatVector.fromArray(F, out, at + 2 * x + LANES).mul(keep);
            left.rearrange(LOW, right).add(low).intoArray(out, at + 2 * x);
            left.rearrange(HIGH, right).add(high).intoArray(out, at + 2 * x + LANES);
        }
        for (; x < pairs; x++) {
            float here = 0.75f * row[x + 1];
            out[at + 2 * x] = keep * out[at + 2 * x] + amount * (here + 0.25f * row[x]);
            out[at + 2 * x + 1] = keep * out[at + 2 * x + 1] + amount * (here + 0.25f * row[x + 2]);
        }
    }

    /**
     * A row of a dot that adds its light: coverage by the squared distance, from {@code x} pixels left of the dot's middle on.
     * The terms are those of {@link Dots#cover}.
     */
    static void addDot(
            float[] r,
            float[] g,
            float[] b,
            float[] a,
            int at,
            int n,
            float x,
            float most,
            float inverse,
            float alpha,
            float red,
            float green,
            float blue) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector dx = INDEX.add(x + i);
            FloatVector q = dx.mul(dx).mul(-inverse).add(most).max(0f).min(1f);
            FloatVector c = q.mul(-2f).add(3f).mul(q).mul(q).mul(alpha);
            FloatVector.fromArray(F, r, at + i).add(c.mul(red)).intoArray(r, at + i);
            FloatVector.fromArray(F, g, at + i).add(c.mul(green)).intoArray(g, at + i);
            FloatVector.fromArray(F, b, at + i).add(c.mul(blue)).intoArray(b, at + i);
            FloatVector av = FloatVector.fromArray(F, a, at + i);
            av.add(c).sub(av.mul(c)).intoArray(a, at + i);
        }
    }

    /** The same for a dot that covers what is behind it. */
    static void coverDot(
            float[] r,
            float[] g,
            float[] b,
            float[] a,
            int at,
            int n,
            float x,
            float most,
            float inverse,
            float alpha,
            float red,
            float green,
            float blue) {
        for (int i = 0; i < n; i += LANES) {
            FloatVector dx = INDEX.add(x + i);
            FloatVector q = dx.mul(dx).mul(-inverse).add(most).max(0f).min(1f);
            FloatVector c = q.mul(-2f).add(3f).mul(q).mul(q).mul(alpha);
            FloatVector keep = c.neg().add(1f);
            FloatVector.fromArray(F, r, at + i).mul(keep).add(c.mul(red)).intoArray(r, at + i);
            FloatVector.fromArray(F, g, at + i).mul(keep).add(c.mul(green)).intoArray(g, at + i);
            FloatVector.fromArray(F, b, at + i).mul(keep).add(c.mul(blue)).intoArray(b, at + i);
            FloatVector.fromArray(F, a, at + i).mul(keep).add(c).intoArray(a, at + i);
        }
    }
}
