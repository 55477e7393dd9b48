package gloaming.shader;

import gloaming.flow.Kernel;
import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/** Comparisons, and what goes on by them: choices, and strips of which only a part is meant. Laid out as {@link Arithmetic} says. */
@Kernel
final class TruthKernels {
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    private static final VectorSpecies<Integer> I = IntVector.SPECIES_PREFERRED;
    private static final int L = Vectors.LANES;

    private TruthKernels() {}

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
