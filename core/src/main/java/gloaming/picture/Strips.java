package gloaming.picture;

import jdk.incubator.vector.FloatVector;
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
    private static final int LANES = F.length();

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
                sum = left.add(FloatVector.fromArray(F, p, middle + x + j)).mul(w[j]).add(sum);
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
                sum = below.add(FloatVector.fromArray(F, p, rows[reach + j] + x)).mul(w[j]).add(sum);
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
            FloatVector.fromArray(F, from, i + shift + 1).sub(here).mul(u).add(here).intoArray(into, at + i);
        }
        for (; i < end; i++) into[at + i] = from[i + shift] + u * (from[i + shift + 1] - from[i + shift]);
    }

    static int screen(float[] s, float[] b, int at, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector sv = FloatVector.fromArray(F, s, x);
            FloatVector bv = FloatVector.fromArray(F, b, at + x);
            sv.add(bv).sub(sv.max(0f).min(1f).mul(bv.max(0f).min(1f))).intoArray(b, at + x);
        }
        return x;
    }

    static int lighten(float[] s, float[] sa, float[] b, float[] ba, int at, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector sv = FloatVector.fromArray(F, s, x);
            FloatVector bv = FloatVector.fromArray(F, b, at + x);
            FloatVector sc = FloatVector.fromArray(F, sa, x);
            FloatVector bc = FloatVector.fromArray(F, ba, at + x);
            FloatVector alone = sv.sub(sv.mul(bc)).add(bv.sub(bv.mul(sc)));
            sv.mul(bc).max(bv.mul(sc)).add(alone).intoArray(b, at + x);
        }
        return x;
    }

    static int darken(float[] s, float[] sa, float[] b, float[] ba, int at, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector sv = FloatVector.fromArray(F, s, x);
            FloatVector bv = FloatVector.fromArray(F, b, at + x);
            FloatVector sc = FloatVector.fromArray(F, sa, x);
            FloatVector bc = FloatVector.fromArray(F, ba, at + x);
            FloatVector alone = sv.sub(sv.mul(bc)).add(bv.sub(bv.mul(sc)));
            sv.mul(bc).min(bv.mul(sc)).add(alone).intoArray(b, at + x);
        }
        return x;
    }

    static int difference(float[] s, float[] sa, float[] b, float[] ba, int at, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) {
            FloatVector sv = FloatVector.fromArray(F, s, x);
            FloatVector bv = FloatVector.fromArray(F, b, at + x);
            FloatVector least = sv.mul(FloatVector.fromArray(F, ba, at + x)).min(bv.mul(FloatVector.fromArray(F, sa, x)));
            sv.add(bv).sub(least.mul(2f)).intoArray(b, at + x);
        }
        return x;
    }
}
