package gloaming.shader;

import gloaming.flow.Kernel;
import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorOperators;

/** What is neither sum nor product: roundings, waves, powers, and differences of neighbours. Laid out as {@link Arithmetic} says. */
@Kernel
final class FunctionKernels {
    private static final int L = Vectors.LANES;

    private FunctionKernels() {}

    static void floor(float[] f, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMath.floor(Vectors.load(f, a + i)).intoArray(f, o + i);
        }
    }

    static void ceil(float[] f, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMath.floor(Vectors.load(f, a + i).neg()).neg().intoArray(f, o + i);
        }
    }

    static void trunc(float[] f, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + i);
            VectorMath.signed(VectorMath.floor(x.abs()), x).intoArray(f, o + i);
        }
    }

    static void round(float[] f, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMath.round(Vectors.load(f, a + i)).intoArray(f, o + i);
        }
    }

    static void fract(float[] f, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + i);
            x.sub(VectorMath.floor(x)).intoArray(f, o + i);
        }
    }

    static void mod(float[] f, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + (i & sa));
            FloatVector y = Vectors.load(f, b + (i & sb));
            x.sub(y.mul(VectorMath.floor(x.div(y)))).intoArray(f, o + i);
        }
    }

    static void sign(float[] f, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + i);
            FloatVector one = VectorMath.signed(Vectors.ONE, x);
            x.blend(one, x.compare(VectorOperators.NE, 0)).intoArray(f, o + i);
        }
    }

    static void sin(float[] f, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMath.wave(Vectors.load(f, a + i), 0).intoArray(f, o + i);
        }
    }

    static void cos(float[] f, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMath.wave(Vectors.load(f, a + i), 0.5f).intoArray(f, o + i);
        }
    }

    static void exp2(float[] f, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMath.exp2(Vectors.load(f, a + i)).intoArray(f, o + i);
        }
    }

    static void log2(float[] f, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMath.log2(Vectors.load(f, a + i)).intoArray(f, o + i);
        }
    }

    /** Differences of neighbours in blocks of two by two; a strip is {@code width} pixels wide. */
    static void dx(float[] f, int o, int a, float times, int n) {
        for (int i = 0; i < n; i += 2) {
            float d = (f[a + i + 1] - f[a + i]) * times;
            f[o + i] = d;
            f[o + i + 1] = d;
        }
    }

    static void dy(float[] f, int o, int a, float times, int width, int n) {
        for (int row = 0; row < n; row += 2 * width) {
            for (int i = row; i < row + width; i++) {
                float d = (f[a + i + width] - f[a + i]) * times;
                f[o + i] = d;
                f[o + i + width] = d;
            }
        }
    }
}
