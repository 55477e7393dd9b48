package gloaming.shader;

import gloaming.flow.Kernel;
import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/** Whole numbers and their bits. Laid out as {@link Arithmetic} says. */
@Kernel
final class WholeKernels {
    private static final VectorSpecies<Integer> I = IntVector.SPECIES_PREFERRED;
    private static final int L = Vectors.LANES;

    private WholeKernels() {}

    static void moveI(int[] w, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            IntVector x = IntVector.fromArray(I, w, a + (i & sa));
            x.intoArray(w, o + i);
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
}
