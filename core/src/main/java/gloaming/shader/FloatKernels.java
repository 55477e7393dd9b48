package gloaming.shader;

import gloaming.flow.Kernel;
import gloaming.flow.VectorMath;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;

/** Numbers: sums, products, the least and the most, roots and angles. Laid out as {@link Arithmetic} says. */
@Kernel
final class FloatKernels {
    private static final int L = Vectors.LANES;

    private FloatKernels() {}

    static void moveF(float[] f, int o, int a, int sa, int n) {
        for (int i = 0; i < n; i += L) {
            FloatVector x = Vectors.load(f, a + (i & sa));
            x.intoArray(f, o + i);
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
}
