package gloaming.shader;

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
final class Kernels {
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    private static final VectorSpecies<Integer> I = IntVector.SPECIES_PREFERRED;
    private static final int L = F.length();

    private Kernels() {}

    static void moveF(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
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
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector y = FloatVector.fromArray(F, f, b + (i & sb));
            x.add(y).intoArray(f, o + i);
        }
    }

    static void sub(float[] f, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector y = FloatVector.fromArray(F, f, b + (i & sb));
            x.sub(y).intoArray(f, o + i);
        }
    }

    static void mul(float[] f, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector y = FloatVector.fromArray(F, f, b + (i & sb));
            x.mul(y).intoArray(f, o + i);
        }
    }

    static void div(float[] f, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector y = FloatVector.fromArray(F, f, b + (i & sb));
            x.div(y).intoArray(f, o + i);
        }
    }

    static void neg(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            x.neg().intoArray(f, o + i);
        }
    }

    static void mad(float[] f, int o, int a, int sa, int b, int sb, int c, int sc, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector y = FloatVector.fromArray(F, f, b + (i & sb));
            FloatVector z = FloatVector.fromArray(F, f, c + (i & sc));
            x.fma(y, z).intoArray(f, o + i);
        }
    }

    static void min(float[] f, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector y = FloatVector.fromArray(F, f, b + (i & sb));
            x.min(y).intoArray(f, o + i);
        }
    }

    static void max(float[] f, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector y = FloatVector.fromArray(F, f, b + (i & sb));
            x.max(y).intoArray(f, o + i);
        }
    }

    static void abs(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            x.abs().intoArray(f, o + i);
        }
    }

    static void sqrt(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            x.sqrt().intoArray(f, o + i);
        }
    }

    static void rsqrt(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector.broadcast(F, 1).div(x.sqrt()).intoArray(f, o + i);
        }
    }

    static void tan(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            x.lanewise(VectorOperators.TAN).intoArray(f, o + i);
        }
    }

    static void asin(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            x.lanewise(VectorOperators.ASIN).intoArray(f, o + i);
        }
    }

    static void acos(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            x.lanewise(VectorOperators.ACOS).intoArray(f, o + i);
        }
    }

    static void atan(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            x.lanewise(VectorOperators.ATAN).intoArray(f, o + i);
        }
    }

    static void atan2(float[] f, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector y = FloatVector.fromArray(F, f, b + (i & sb));
            x.lanewise(VectorOperators.ATAN2, y).intoArray(f, o + i);
        }
    }

    static void lt(float[] f, int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector y = FloatVector.fromArray(F, f, b + (i & sb));
            Wide.truth(x.compare(VectorOperators.LT, y)).intoArray(w, o + i);
        }
    }

    static void le(float[] f, int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector y = FloatVector.fromArray(F, f, b + (i & sb));
            Wide.truth(x.compare(VectorOperators.LE, y)).intoArray(w, o + i);
        }
    }

    static void eq(float[] f, int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector y = FloatVector.fromArray(F, f, b + (i & sb));
            Wide.truth(x.compare(VectorOperators.EQ, y)).intoArray(w, o + i);
        }
    }

    static void ne(float[] f, int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector y = FloatVector.fromArray(F, f, b + (i & sb));
            Wide.truth(x.compare(VectorOperators.NE, y)).intoArray(w, o + i);
        }
    }

    static void ilt(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            Wide.truth(x.compare(VectorOperators.LT, y)).intoArray(w, o + i);
        }
    }

    static void ile(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            Wide.truth(x.compare(VectorOperators.LE, y)).intoArray(w, o + i);
        }
    }

    static void ieq(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            Wide.truth(x.compare(VectorOperators.EQ, y)).intoArray(w, o + i);
        }
    }

    static void ine(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            Wide.truth(x.compare(VectorOperators.NE, y)).intoArray(w, o + i);
        }
    }

    static void ult(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            Wide.truth(x.compare(VectorOperators.ULT, y)).intoArray(w, o + i);
        }
    }

    static void ule(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            Wide.truth(x.compare(VectorOperators.ULE, y)).intoArray(w, o + i);
        }
    }

    static void iadd(int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            x.add(y).intoArray(w, o + i);
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
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            x.mul(y).intoArray(w, o + i);
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
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            x.lanewise(VectorOperators.XOR, y).intoArray(w, o + i);
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
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector y = IntVector.fromArray(I, w, b + (i & sb));
            x.lanewise(VectorOperators.LSHR, y).intoArray(w, o + i);
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

    static void not(int[] w, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            x.not().intoArray(w, o + i);
        }
    }

    static void bitsOf(float[] f, int[] w, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            x.reinterpretAsInts().intoArray(w, o + i);
        }
    }

    static void ofBits(float[] f, int[] w, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            x.reinterpretAsFloats().intoArray(f, o + i);
        }
    }

    static void floor(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            Wide.floor(FloatVector.fromArray(F, f, a + (i & sa))).intoArray(f, o + i);
        }
    }

    static void ceil(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            Wide.floor(FloatVector.fromArray(F, f, a + (i & sa)).neg()).neg().intoArray(f, o + i);
        }
    }

    static void trunc(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            Wide.signed(Wide.floor(x.abs()), x).intoArray(f, o + i);
        }
    }

    static void round(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            Wide.round(FloatVector.fromArray(F, f, a + (i & sa))).intoArray(f, o + i);
        }
    }

    static void fract(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            x.sub(Wide.floor(x)).intoArray(f, o + i);
        }
    }

    static void mod(float[] f, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector y = FloatVector.fromArray(F, f, b + (i & sb));
            x.sub(y.mul(Wide.floor(x.div(y)))).intoArray(f, o + i);
        }
    }

    static void sign(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector one = Wide.signed(FloatVector.broadcast(F, 1), x);
            x.blend(one, x.compare(VectorOperators.NE, 0)).intoArray(f, o + i);
        }
    }

    static void sin(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            // Halves of a turn taken off by a number of them that is even or odd; the sign follows.
            FloatVector k = Wide.round(x.mul(Wide.INVERSE_PI));
            Wide.wave(Wide.reduced(x, k), Wide.odd(k)).intoArray(f, o + i);
        }
    }

    static void cos(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector k = Wide.round(x.mul(Wide.INVERSE_PI).sub(0.5f));
            // cos x = sin(x + pi/2); what is taken off is k and a half.
            Wide.wave(Wide.reduced(x, k.add(0.5f)), Wide.odd(k)).neg().intoArray(f, o + i);
        }
    }

    static void exp2(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            Wide.exp2(FloatVector.fromArray(F, f, a + (i & sa))).intoArray(f, o + i);
        }
    }

    static void exp(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa)).max(-200).min(200);
            FloatVector k = Wide.round(x.mul(Wide.LOG2_E));
            FloatVector r = x.lanewise(VectorOperators.FMA, FloatVector.broadcast(F, Wide.LOG2_E), k.neg());
            Wide.power(r.add(x.mul(Wide.LOG2_E_REST)), k).intoArray(f, o + i);
        }
    }

    static void log2(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            Wide.log2(FloatVector.fromArray(F, f, a + (i & sa))).intoArray(f, o + i);
        }
    }

    static void log(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            Wide.log2(FloatVector.fromArray(F, f, a + (i & sa))).mul(Wide.LN_2).intoArray(f, o + i);
        }
    }

    static void pow(float[] f, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector y = FloatVector.fromArray(F, f, b + (i & sb));
            FloatVector z = Wide.exp2(y.mul(Wide.log2(x)));
            z.blend(1, y.compare(VectorOperators.EQ, 0)).intoArray(f, o + i);
        }
    }

    static void chooseF(float[] f, int[] w, int o, int c, int sc, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMask<Float> m = IntVector.fromArray(I, w, c + (i & sc))
                    .compare(VectorOperators.NE, 0)
                    .cast(F);
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector.fromArray(F, f, b + (i & sb)).blend(x, m).intoArray(f, o + i);
        }
    }

    static void chooseI(int[] w, int o, int c, int sc, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMask<Integer> m = IntVector.fromArray(I, w, c + (i & sc)).compare(VectorOperators.NE, 0);
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector.fromArray(I, w, b + (i & sb)).blend(x, m).intoArray(w, o + i);
        }
    }

    static void toInt(float[] f, int[] w, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i++) w[o + i] = (int) f[a + (i & sa)];
    }

    static void toUnsigned(float[] f, int[] w, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i++) {
            float x = f[a + (i & sa)];
            w[o + i] = x < 0 ? (int) x : (int) (long) x;
        }
    }

    static void ofInt(float[] f, int[] w, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i++) f[o + i] = w[a + (i & sa)];
    }

    static void ofUnsigned(float[] f, int[] w, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i++) f[o + i] = w[a + (i & sa)] & 0xffffffffL;
    }

    /** Division, one by one: there are no vectors for it. */
    static void divide(Op op, int[] w, int o, int a, int sa, int b, int sb, int n) {
        for (int i = 0; i < n; i++) w[o + i] = Op.apply(op, w[a + (i & sa)], w[b + (i & sb)], 0);
    }

    /** Differences of neighbours in blocks of two by two; a strip is {@code width} pixels wide. */
    static void dx(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += 2) {
            float d = f[a + (i + 1 & sa)] - f[a + (i & sa)];
            f[o + i] = d;
            f[o + i + 1] = d;
        }
    }

    static void dy(float[] f, int o, int a, int sa, int width, int n) {
        for (int row = 0; row < n; row += 2 * width) {
            for (int i = row; i < row + width; i++) {
                float d = f[a + (i + width & sa)] - f[a + (i & sa)];
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
            FloatVector x = FloatVector.fromArray(F, f, a + (i & sa));
            FloatVector.fromArray(F, f, o + i).blend(x, m).intoArray(f, o + i);
        }
    }

    static void moveMasked(int[] w, int o, int a, int sa, int mask, int n) {
        for (int i = 0; i < n; i += L) {
            VectorMask<Integer> m = IntVector.fromArray(I, w, mask + i).compare(VectorOperators.NE, 0);
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            IntVector.fromArray(I, w, o + i).blend(x, m).intoArray(w, o + i);
        }
    }

    /** Those of {@code a} (all when it is negative) that are not in {@code b}. */
    static void without(int[] w, int o, int a, int b, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = a < 0 ? IntVector.broadcast(I, -1) : IntVector.fromArray(I, w, a + i);
            x.and(IntVector.fromArray(I, w, b + i).not()).intoArray(w, o + i);
        }
    }

    /** Those of {@code a} (all when it is negative) that are in {@code b} too. */
    static void within(int[] w, int o, int a, int b, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = a < 0 ? IntVector.broadcast(I, -1) : IntVector.fromArray(I, w, a + i);
            x.and(IntVector.fromArray(I, w, b + i)).intoArray(w, o + i);
        }
    }

    /** Those of {@code a} and of {@code b}. */
    static void either(int[] w, int o, int a, int b, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector.fromArray(I, w, a + i)
                    .or(IntVector.fromArray(I, w, b + i))
                    .intoArray(w, o + i);
        }
    }

    /** How many of the first {@code n} are set. */
    static int count(int[] w, int a, int n) {
        int count = 0;
        for (int i = 0; i < n; i++) count -= w[a + i];
        return count;
    }
}
