package gloaming.picture.kernel;

import gloaming.flow.Kernel;
import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorOperators;

/** Arithmetic along runs of floats. */
@Kernel
public final class Runs {
    private static final int LANES = Vectors.LANES;

    private Runs() {}

    public static void times(float[] p, int at, float k, float[] out, int to, int n) {
        int x = 0;
        for (; x <= n - LANES; x += LANES) Vectors.load(p, at + x).mul(k).intoArray(out, to + x);
        for (; x < n; x++) out[to + x] = k * p[at + x];
    }

    /** {@code p[at + i] *= k[i]}. */
    public static void times(float[] p, int at, float[] k, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            Vectors.load(p, at + i).mul(Vectors.load(k, i)).intoArray(p, at + i);
        }
        for (; i < n; i++) p[at + i] *= k[i];
    }

    /** {@code into[i] += k * p[i]}. */
    public static void addTimes(float[] into, float[] p, float k, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            Vectors.load(p, i).mul(k).add(Vectors.load(into, i)).intoArray(into, i);
        }
        for (; i < n; i++) into[i] += k * p[i];
    }

    /** {@code out[into + i]} is {@code k[i]} of the way from {@code a[at + i]} to {@code b[with + i]}. */
    public static void between(float[] a, int at, float[] b, int with, float[] k, float[] out, int into, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            FloatVector here = Vectors.load(a, at + i);
            FloatVector there = Vectors.load(b, with + i);
            there.sub(here).mul(Vectors.load(k, i)).add(here).intoArray(out, into + i);
        }
        for (; i < n; i++) out[into + i] = a[at + i] + k[i] * (b[with + i] - a[at + i]);
    }

    /** {@code into[at + i]} is what lies a part {@code u} of the way between two neighbours of {@code from}. */
    public static void slide(float[] from, int shift, float u, float[] into, int at, int start, int end) {
        int i = start;
        for (; i <= end - LANES; i += LANES) {
            FloatVector here = Vectors.load(from, i + shift);
            Vectors.load(from, i + shift + 1).sub(here).mul(u).add(here).intoArray(into, at + i);
        }
        for (; i < end; i++) into[at + i] = from[i + shift] + u * (from[i + shift + 1] - from[i + shift]);
    }

    /** Adds to {@code into[i]} what lies a part {@code u} of the way between {@code from[shift + i]} and its neighbour. */
    public static void addSlide(float[] from, int shift, float u, float[] into, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            FloatVector here = Vectors.load(from, shift + i);
            Vectors.load(from, shift + i + 1)
                    .sub(here)
                    .mul(u)
                    .add(here)
                    .add(Vectors.load(into, i))
                    .intoArray(into, i);
        }
        for (; i < n; i++) into[i] += from[shift + i] + u * (from[shift + i + 1] - from[shift + i]);
    }

    /** {@code p[i] = max(p[i], p[i + ahead])}, in ascending order. */
    public static void largest(float[] p, int ahead, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            Vectors.load(p, i).max(Vectors.load(p, i + ahead)).intoArray(p, i);
        }
        for (; i < n; i++) p[i] = Math.max(p[i], p[i + ahead]);
    }

    /** Bends each by its size: {@code p[i] = sign(p[i]) * scale * |p[i]|^exponent}. */
    public static void power(float[] p, int at, float exponent, float scale, int n) {
        int i = at;
        for (; i <= at + n - LANES; i += LANES) {
            FloatVector v = Vectors.load(p, i);
            FloatVector bent = VectorMath.pow(v.abs(), exponent).mul(scale);
            bent.blend(bent.neg(), v.test(VectorOperators.IS_NEGATIVE)).intoArray(p, i);
        }
        for (; i < at + n; i++) p[i] = Math.copySign(scale * (float) Math.pow(Math.abs(p[i]), exponent), p[i]);
    }
}
