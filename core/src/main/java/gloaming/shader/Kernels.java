package gloaming.shader;

import gloaming.flow.Kernel;
import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/**
 * Every operation over a strip of pixels, vector by vector; {@link Op#apply} is the plain version.
 *
 * <p>Floats live in {@code f}, ints and truths in {@code w}. {@code o} is where the result goes and {@code a, b, c} where the
 * operands are; each of those is followed by -1 when it moves on from pixel to pixel, or 0 when it is one vector that is the same
 * for all. {@code n} is a whole number of vectors. Each method is small and compiled by itself: hotspot.txt sees to it.
 */
@Kernel
final class Kernels {
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    private static final VectorSpecies<Integer> I = IntVector.SPECIES_PREFERRED;
    private static final int L = F.length();

    private Kernels() {}

    static void moveF(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + (i & sa));
            x.intoArray(f, o + i);
        }
    }

    static void moveI(int[] w, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            x.intoArray(w, o + i);
        }
    }

    static void add(float[] f, int o, int a, int sa, int b, int sb, int n) {
        if (sb == 0) {
            FloatVector y = Vectors.load(f, b);
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                x.add(y).intoArray(f, o + i);
            }
        } else if (sa == 0) {
            FloatVector x = Vectors.load(f, a);
            for (int i = 0; i < n; i += L) {
                FloatVector y = Vectors.load(f, b + i);
                x.add(y).intoArray(f, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                FloatVector y = Vectors.load(f, b + i);
                x.add(y).intoArray(f, o + i);
            }
        }
    }

    static void sub(float[] f, int o, int a, int sa, int b, int sb, int n) {
        if (sb == 0) {
            FloatVector y = Vectors.load(f, b);
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                x.sub(y).intoArray(f, o + i);
            }
        } else if (sa == 0) {
            FloatVector x = Vectors.load(f, a);
            for (int i = 0; i < n; i += L) {
                FloatVector y = Vectors.load(f, b + i);
                x.sub(y).intoArray(f, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                FloatVector y = Vectors.load(f, b + i);
                x.sub(y).intoArray(f, o + i);
            }
        }
    }

    static void mul(float[] f, int o, int a, int sa, int b, int sb, int n) {
        if (sb == 0) {
            FloatVector y = Vectors.load(f, b);
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                x.mul(y).intoArray(f, o + i);
            }
        } else if (sa == 0) {
            FloatVector x = Vectors.load(f, a);
            for (int i = 0; i < n; i += L) {
                FloatVector y = Vectors.load(f, b + i);
                x.mul(y).intoArray(f, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                FloatVector y = Vectors.load(f, b + i);
                x.mul(y).intoArray(f, o + i);
            }
        }
    }

    static void div(float[] f, int o, int a, int sa, int b, int sb, int n) {
        if (sb == 0) {
            FloatVector y = Vectors.load(f, b);
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                x.div(y).intoArray(f, o + i);
            }
        } else if (sa == 0) {
            FloatVector x = Vectors.load(f, a);
            for (int i = 0; i < n; i += L) {
                FloatVector y = Vectors.load(f, b + i);
                x.div(y).intoArray(f, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                FloatVector y = Vectors.load(f, b + i);
                x.div(y).intoArray(f, o + i);
            }
        }
    }

    static void neg(float[] f, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + i);
            x.neg().intoArray(f, o + i);
        }
    }

    static void mad(float[] f, int o, int a, int sa, int b, int sb, int c, int sc, int n) {
        if ((sa & sb & sc) != 0) {
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                FloatVector y = Vectors.load(f, b + i);
                FloatVector z = Vectors.load(f, c + i);
                x.fma(y, z).intoArray(f, o + i);
            }
        } else if (sb == 0 && (sa & sc) != 0) {
            FloatVector y = Vectors.load(f, b);
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                FloatVector z = Vectors.load(f, c + i);
                x.fma(y, z).intoArray(f, o + i);
            }
        } else if (sc == 0 && (sa & sb) != 0) {
            FloatVector z = Vectors.load(f, c);
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                FloatVector y = Vectors.load(f, b + i);
                x.fma(y, z).intoArray(f, o + i);
            }
        } else if (sb == 0 && sc == 0) {
            FloatVector y = Vectors.load(f, b);
            FloatVector z = Vectors.load(f, c);
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                x.fma(y, z).intoArray(f, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + (i & sa));
                FloatVector y = Vectors.load(f, b + (i & sb));
                FloatVector z = Vectors.load(f, c + (i & sc));
                x.fma(y, z).intoArray(f, o + i);
            }
        }
    }

    static void madLess(float[] f, int o, int a, int sa, int b, int sb, int c, int sc, int n) {
        if ((sa & sb & sc) != 0) {
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                FloatVector y = Vectors.load(f, b + i);
                FloatVector z = Vectors.load(f, c + i);
                x.fma(y, z.neg()).intoArray(f, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + (i & sa));
                FloatVector y = Vectors.load(f, b + (i & sb));
                FloatVector z = Vectors.load(f, c + (i & sc));
                x.fma(y, z.neg()).intoArray(f, o + i);
            }
        }
    }

    static void lessMad(float[] f, int o, int a, int sa, int b, int sb, int c, int sc, int n) {
        if ((sa & sb & sc) != 0) {
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                FloatVector y = Vectors.load(f, b + i);
                FloatVector z = Vectors.load(f, c + i);
                x.neg().fma(y, z).intoArray(f, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + (i & sa));
                FloatVector y = Vectors.load(f, b + (i & sb));
                FloatVector z = Vectors.load(f, c + (i & sc));
                x.neg().fma(y, z).intoArray(f, o + i);
            }
        }
    }

    static void min(float[] f, int o, int a, int sa, int b, int sb, int n) {
        if (sb == 0) {
            FloatVector y = Vectors.load(f, b);
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                x.min(y).intoArray(f, o + i);
            }
        } else if (sa == 0) {
            FloatVector x = Vectors.load(f, a);
            for (int i = 0; i < n; i += L) {
                FloatVector y = Vectors.load(f, b + i);
                x.min(y).intoArray(f, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                FloatVector y = Vectors.load(f, b + i);
                x.min(y).intoArray(f, o + i);
            }
        }
    }

    static void max(float[] f, int o, int a, int sa, int b, int sb, int n) {
        if (sb == 0) {
            FloatVector y = Vectors.load(f, b);
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                x.max(y).intoArray(f, o + i);
            }
        } else if (sa == 0) {
            FloatVector x = Vectors.load(f, a);
            for (int i = 0; i < n; i += L) {
                FloatVector y = Vectors.load(f, b + i);
                x.max(y).intoArray(f, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                FloatVector y = Vectors.load(f, b + i);
                x.max(y).intoArray(f, o + i);
            }
        }
    }

    static void abs(float[] f, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + i);
            x.abs().intoArray(f, o + i);
        }
    }

    static void sqrt(float[] f, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + i);
            x.sqrt().intoArray(f, o + i);
        }
    }

    static void rsqrt(float[] f, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + i);
            Vectors.ONE.div(x.sqrt()).intoArray(f, o + i);
        }
    }

    static void atan2(float[] f, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector y = Vectors.load(f, a + (i & sa));
            FloatVector x = Vectors.load(f, b + (i & sb));
            VectorMath.angle(y, x).intoArray(f, o + i);
        }
    }

    static void lt(float[] f, int[] w, int o, int a, int sa, int b, int sb, int n) {
        if (sb == 0) {
            FloatVector y = Vectors.load(f, b);
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                VectorMath.truth(x.compare(VectorOperators.LT, y)).intoArray(w, o + i);
            }
        } else if (sa == 0) {
            FloatVector x = Vectors.load(f, a);
            for (int i = 0; i < n; i += L) {
                FloatVector y = Vectors.load(f, b + i);
                VectorMath.truth(x.compare(VectorOperators.LT, y)).intoArray(w, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                FloatVector y = Vectors.load(f, b + i);
                VectorMath.truth(x.compare(VectorOperators.LT, y)).intoArray(w, o + i);
            }
        }
    }

    static void le(float[] f, int[] w, int o, int a, int sa, int b, int sb, int n) {
        if (sb == 0) {
            FloatVector y = Vectors.load(f, b);
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                VectorMath.truth(x.compare(VectorOperators.LE, y)).intoArray(w, o + i);
            }
        } else if (sa == 0) {
            FloatVector x = Vectors.load(f, a);
            for (int i = 0; i < n; i += L) {
                FloatVector y = Vectors.load(f, b + i);
                VectorMath.truth(x.compare(VectorOperators.LE, y)).intoArray(w, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                FloatVector x = Vectors.load(f, a + i);
                FloatVector y = Vectors.load(f, b + i);
                VectorMath.truth(x.compare(VectorOperators.LE, y)).intoArray(w, o + i);
            }
        }
    }

    static void eq(float[] f, int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + (i & sa));
            FloatVector y = Vectors.load(f, b + (i & sb));
            VectorMath.truth(x.compare(VectorOperators.EQ, y)).intoArray(w, o + i);
        }
    }

    static void ne(float[] f, int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + (i & sa));
            FloatVector y = Vectors.load(f, b + (i & sb));
            VectorMath.truth(x.compare(VectorOperators.NE, y)).intoArray(w, o + i);
        }
    }

    static void ilt(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            VectorMath.truth(x.compare(VectorOperators.LT, y)).intoArray(w, o + i);
        }
    }

    static void ile(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            VectorMath.truth(x.compare(VectorOperators.LE, y)).intoArray(w, o + i);
        }
    }

    static void ieq(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            VectorMath.truth(x.compare(VectorOperators.EQ, y)).intoArray(w, o + i);
        }
    }

    static void ine(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            VectorMath.truth(x.compare(VectorOperators.NE, y)).intoArray(w, o + i);
        }
    }

    static void ult(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            VectorMath.truth(x.compare(VectorOperators.ULT, y)).intoArray(w, o + i);
        }
    }

    static void ule(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            VectorMath.truth(x.compare(VectorOperators.ULE, y)).intoArray(w, o + i);
        }
    }

    static void iadd(int[] w, int o, int a, int sa, int b, int sb, int n) {
        if (sb == 0) {
            IntVector y = IntVector.fromArray(I, w, b);
            for (int i = 0; i < n; i += L) {
                IntVector x = IntVector.fromArray(I, w, a + i);
                x.add(y).intoArray(w, o + i);
            }
        } else if (sa == 0) {
            IntVector x = IntVector.fromArray(I, w, a);
            for (int i = 0; i < n; i += L) {
                IntVector y = IntVector.fromArray(I, w, b + i);
                x.add(y).intoArray(w, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                IntVector x = IntVector.fromArray(I, w, a + i);
                IntVector y = IntVector.fromArray(I, w, b + i);
                x.add(y).intoArray(w, o + i);
            }
        }
    }

    static void isub(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            x.sub(y).intoArray(w, o + i);
        }
    }

    static void imul(int[] w, int o, int a, int sa, int b, int sb, int n) {
        if (sb == 0) {
            IntVector y = IntVector.fromArray(I, w, b);
            for (int i = 0; i < n; i += L) {
                IntVector x = IntVector.fromArray(I, w, a + i);
                x.mul(y).intoArray(w, o + i);
            }
        } else if (sa == 0) {
            IntVector x = IntVector.fromArray(I, w, a);
            for (int i = 0; i < n; i += L) {
                IntVector y = IntVector.fromArray(I, w, b + i);
                x.mul(y).intoArray(w, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                IntVector x = IntVector.fromArray(I, w, a + i);
                IntVector y = IntVector.fromArray(I, w, b + i);
                x.mul(y).intoArray(w, o + i);
            }
        }
    }

    static void and(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            x.and(y).intoArray(w, o + i);
        }
    }

    static void or(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            x.or(y).intoArray(w, o + i);
        }
    }

    static void xor(int[] w, int o, int a, int sa, int b, int sb, int n) {
        if (sb == 0) {
            IntVector y = IntVector.fromArray(I, w, b);
            for (int i = 0; i < n; i += L) {
                IntVector x = IntVector.fromArray(I, w, a + i);
                x.lanewise(VectorOperators.XOR, y).intoArray(w, o + i);
            }
        } else if (sa == 0) {
            IntVector x = IntVector.fromArray(I, w, a);
            for (int i = 0; i < n; i += L) {
                IntVector y = IntVector.fromArray(I, w, b + i);
                x.lanewise(VectorOperators.XOR, y).intoArray(w, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                IntVector x = IntVector.fromArray(I, w, a + i);
                IntVector y = IntVector.fromArray(I, w, b + i);
                x.lanewise(VectorOperators.XOR, y).intoArray(w, o + i);
            }
        }
    }

    static void shl(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            x.lanewise(VectorOperators.LSHL, y).intoArray(w, o + i);
        }
    }

    static void shr(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            x.lanewise(VectorOperators.ASHR, y).intoArray(w, o + i);
        }
    }

    static void ushr(int[] w, int o, int a, int sa, int b, int sb, int n) {
        if (sb == 0) {
            IntVector y = IntVector.fromArray(I, w, b);
            for (int i = 0; i < n; i += L) {
                IntVector x = IntVector.fromArray(I, w, a + i);
                x.lanewise(VectorOperators.LSHR, y).intoArray(w, o + i);
            }
        } else if (sa == 0) {
            IntVector x = IntVector.fromArray(I, w, a);
            for (int i = 0; i < n; i += L) {
                IntVector y = IntVector.fromArray(I, w, b + i);
                x.lanewise(VectorOperators.LSHR, y).intoArray(w, o + i);
            }
        } else {
            for (int i = 0; i < n; i += L) {
                IntVector x = IntVector.fromArray(I, w, a + i);
                IntVector y = IntVector.fromArray(I, w, b + i);
                x.lanewise(VectorOperators.LSHR, y).intoArray(w, o + i);
            }
        }
    }

    static void imin(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            x.min(y).intoArray(w, o + i);
        }
    }

    static void imax(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            x.max(y).intoArray(w, o + i);
        }
    }

    static void umin(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            x.lanewise(VectorOperators.UMIN, y).intoArray(w, o + i);
        }
    }

    static void umax(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            x.lanewise(VectorOperators.UMAX, y).intoArray(w, o + i);
        }
    }

    static void not(int[] w, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + i);
            x.not().intoArray(w, o + i);
        }
    }

    static void bitsOf(float[] f, int[] w, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + i);
            x.reinterpretAsInts().intoArray(w, o + i);
        }
    }

    static void ofBits(float[] f, int[] w, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + i);
            x.reinterpretAsFloats().intoArray(f, o + i);
        }
    }

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

    static void chooseF(float[] f, int[] w, int o, int c, int sc, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMask<Float> m = IntVector.fromArray(I, w, c + (i & sc))
                    .compare(VectorOperators.NE, 0)
                    .cast(F);
            FloatVector x = Vectors.load(f, a + (i & sa));
            Vectors.load(f, b + (i & sb)).blend(x, m).intoArray(f, o + i);
        }
    }

    static void chooseI(int[] w, int o, int c, int sc, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMask<Integer> m = IntVector.fromArray(I, w, c + (i & sc)).compare(VectorOperators.NE, 0);
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector.fromArray(I, w, b + (i & sb)).blend(x, m).intoArray(w, o + i);
        }
    }

    static void toInt(float[] f, int[] w, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + i);
            VectorMath.whole(x).intoArray(w, o + i);
        }
    }

    static void toUnsigned(float[] f, int[] w, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + i);
            VectorMask<Float> large = x.compare(VectorOperators.GE, 0x1p31f);
            IntVector y = (IntVector) x.sub(0x1p31f, large).convert(VectorOperators.F2I, 0);
            y.lanewise(VectorOperators.XOR, Integer.MIN_VALUE, large.cast(I)).intoArray(w, o + i);
        }
    }

    static void ofInt(float[] f, int[] w, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMath.number(IntVector.fromArray(I, w, a + i)).intoArray(f, o + i);
        }
    }

    static void ofUnsigned(float[] f, int[] w, int o, int a, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + i);
            // Two halves that are exact, so that their sum rounds once.
            FloatVector high = VectorMath.number(x.lanewise(VectorOperators.LSHR, 16));
            FloatVector low = VectorMath.number(x.and(0xffff));
            high.fma(Vectors.all(65536), low).intoArray(f, o + i);
        }
    }

    /** Division, one by one: there are no vectors for it. */
    static void divide(Op op, int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i++) w[o + i] = Op.apply(op, w[a + (i & sa)], w[b + (i & sb)], 0);
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

    /** A copy where the mask is set. */
    static void moveMasked(float[] f, int[] w, int o, int a, int sa, int mask, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMask<Float> m = IntVector.fromArray(I, w, mask + i)
                    .compare(VectorOperators.NE, 0)
                    .cast(F);
            FloatVector x = Vectors.load(f, a + (i & sa));
            Vectors.load(f, o + i).blend(x, m).intoArray(f, o + i);
        }
    }

    static void moveMasked(int[] w, int o, int a, int sa, int mask, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMask<Integer> m = IntVector.fromArray(I, w, mask + i).compare(VectorOperators.NE, 0);
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector.fromArray(I, w, o + i).blend(x, m).intoArray(w, o + i);
        }
    }

    /** Those of {@code a} (all when it is negative) that are not in {@code b}; returns how many of the first {@code n}. */
    static int without(int[] w, int o, int a, int b, int n) {
        int count = 0;
        for (int i = 0; i < n; i += L) {
            IntVector x = a < 0 ? IntVector.broadcast(I, -1) : IntVector.fromArray(I, w, a + i);
            IntVector y = x.and(IntVector.fromArray(I, w, b + i).not());
            y.intoArray(w, o + i);
            count += y.compare(VectorOperators.NE, 0).and(I.indexInRange(i, n)).trueCount();
        }
        return count;
    }

    /** Those of {@code a} (all when it is negative) that are in {@code b} too; returns how many of the first {@code n}. */
    static int within(int[] w, int o, int a, int b, int n) {
        int count = 0;
        for (int i = 0; i < n; i += L) {
            IntVector x = a < 0 ? IntVector.broadcast(I, -1) : IntVector.fromArray(I, w, a + i);
            IntVector y = x.and(IntVector.fromArray(I, w, b + i));
            y.intoArray(w, o + i);
            count += y.compare(VectorOperators.NE, 0).and(I.indexInRange(i, n)).trueCount();
        }
        return count;
    }

    /** Those of {@code a} and of {@code b}. */
    static void either(int[] w, int o, int a, int b, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector.fromArray(I, w, a + i)
                    .or(IntVector.fromArray(I, w, b + i))
                    .intoArray(w, o + i);
        }
    }
}
