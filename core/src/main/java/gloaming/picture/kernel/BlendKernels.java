package gloaming.picture.kernel;

import gloaming.flow.Kernel;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;

/** The blend modes of {@link Blending}, one channel at a time: source s with alpha sa, both times k, onto b with
 * alpha ba. The source begins at {@code from}, what lies behind at {@code at}. */
@Kernel
public final class BlendKernels {
    private static final int LANES = Vectors.LANES;

    private BlendKernels() {}

    public static void over(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector sc = Vectors.load(sa, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            sv.add(bv.mul(sc.neg().add(1f))).intoArray(b, at + x);
        }
    }

    public static void add(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            sv.add(bv).intoArray(b, at + x);
        }
    }

    public static void screen(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            sv.add(bv).sub(sv.max(0f).min(1f).mul(bv.max(0f).min(1f))).intoArray(b, at + x);
        }
    }

    public static void multiply(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector sc = Vectors.load(sa, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            sv.mul(bv).add(bv.sub(bv.mul(sc))).intoArray(b, at + x);
        }
    }

    public static void lighten(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector sc = Vectors.load(sa, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            FloatVector bc = Vectors.load(ba, at + x);
            sv.mul(bc)
                    .max(bv.mul(sc))
                    .add(sv.sub(sv.mul(bc)))
                    .add(bv.sub(bv.mul(sc)))
                    .intoArray(b, at + x);
        }
    }

    public static void darken(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector sc = Vectors.load(sa, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            FloatVector bc = Vectors.load(ba, at + x);
            sv.mul(bc).min(bv.mul(sc)).add(bv.sub(bv.mul(sc))).intoArray(b, at + x);
        }
    }

    public static void difference(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector sc = Vectors.load(sa, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            FloatVector bc = Vectors.load(ba, at + x);
            sv.add(bv).sub(sv.mul(bc).min(bv.mul(sc)).mul(2f)).intoArray(b, at + x);
        }
    }

    public static void subtract(float[] s, float[] sa, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector kv = Vectors.load(k, x);
            FloatVector sv = Vectors.load(s, from + x).mul(kv);
            FloatVector bv = Vectors.load(b, at + x);
            FloatVector bc = Vectors.load(ba, at + x);
            bv.sub(sv.mul(bc)).intoArray(b, at + x);
        }
    }

    /** Adds what the source shows by itself where less or nothing lies behind: {@code s (1 - ba)}. */
    public static void self(float[] s, int from, float[] k, float[] b, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector sv = Vectors.load(s, from + x).mul(Vectors.load(k, x));
            FloatVector bc = Vectors.load(ba, at + x);
            Vectors.load(b, at + x).add(sv.sub(sv.mul(bc))).intoArray(b, at + x);
        }
    }

    /** The alpha of both together: {@code sa + ba - sa * ba}. */
    public static void union(float[] sa, int from, float[] k, float[] ba, int at, int n) {
        for (int x = 0; x < n; x += LANES) {
            FloatVector sc = Vectors.load(sa, from + x).mul(Vectors.load(k, x));
            FloatVector bc = Vectors.load(ba, at + x);
            sc.add(bc).sub(sc.mul(bc)).intoArray(ba, at + x);
        }
    }
}
