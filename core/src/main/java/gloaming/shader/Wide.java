package gloaming.shader;

import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/** Functions of one vector, for {@link Kernels} to be compiled into. */
final class Wide {
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    private static final VectorSpecies<Integer> I = IntVector.SPECIES_PREFERRED;

    static final float INVERSE_PI = (float) (1 / Math.PI);
    /** Pi as a sum of floats: the product of each with a whole number of half turns rounds once. */
    static final float PI_1 = (float) Math.PI;

    static final float PI_2 = (float) (Math.PI - PI_1);
    static final float PI_3 = (float) (Math.PI - PI_1 - PI_2);
    static final float LOG2_E = (float) (1 / Math.log(2));
    static final float LOG2_E_REST = (float) (1 / Math.log(2) - LOG2_E);
    static final float LN_2 = (float) Math.log(2);
    static final float WHOLE = 0x1p23f;

    static IntVector truth(VectorMask<?> mask) {
        return IntVector.zero(I).blend(-1, mask.cast(I));
    }

    static FloatVector signed(FloatVector magnitude, FloatVector like) {
        IntVector sign = like.reinterpretAsInts().and(Integer.MIN_VALUE);
        return magnitude.reinterpretAsInts().or(sign).reinterpretAsFloats();
    }

    /** To the nearest whole number, ties to even: what is larger than 2^23 is whole already. */
    static FloatVector round(FloatVector x) {
        FloatVector size = x.abs();
        FloatVector whole = signed(size.add(WHOLE).sub(WHOLE), x);
        return x.blend(whole, size.compare(VectorOperators.LT, WHOLE));
    }

    static FloatVector floor(FloatVector x) {
        FloatVector whole = round(x);
        return whole.sub(1, whole.compare(VectorOperators.GT, x));
    }

    static FloatVector reduced(FloatVector x, FloatVector k) {
        FloatVector back = k.neg();
        FloatVector r = back.fma(FloatVector.broadcast(F, PI_1), x);
        r = back.fma(FloatVector.broadcast(F, PI_2), r);
        return back.fma(FloatVector.broadcast(F, PI_3), r);
    }

    static VectorMask<Float> odd(FloatVector k) {
        FloatVector half = k.mul(0.5f);
        return floor(half).compare(VectorOperators.NE, half);
    }

    /** The sine from -pi/2 to pi/2 by its series to the eleventh power, the other way round where {@code odd}. */
    static FloatVector wave(FloatVector r, VectorMask<Float> odd) {
        FloatVector s = r.mul(r);
        FloatVector p = s.mul(-2.3889859e-8f).add(2.7525562e-6f);
        p = p.fma(s, FloatVector.broadcast(F, -1.9840874e-4f));
        p = p.fma(s, FloatVector.broadcast(F, 8.3333310e-3f));
        p = p.fma(s, FloatVector.broadcast(F, -1.6666667e-1f));
        FloatVector y = p.mul(s).fma(r, r);
        return y.lanewise(VectorOperators.NEG, odd);
    }

    static FloatVector exp2(FloatVector x) {
        FloatVector bounded = x.max(-160).min(160);
        FloatVector k = round(bounded);
        return power(bounded.sub(k), k);
    }

    /** 2 to the power of {@code k + r}, k whole, r from -1/2 to 1/2. */
    static FloatVector power(FloatVector r, FloatVector k) {
        FloatVector p = r.mul(1.5252733e-5f).add(1.5403530e-4f);
        p = p.fma(r, FloatVector.broadcast(F, 1.3333558e-3f));
        p = p.fma(r, FloatVector.broadcast(F, 9.6181291e-3f));
        p = p.fma(r, FloatVector.broadcast(F, 5.5504109e-2f));
        p = p.fma(r, FloatVector.broadcast(F, 2.4022651e-1f));
        p = p.fma(r, FloatVector.broadcast(F, 6.9314718e-1f));
        p = p.fma(r, FloatVector.broadcast(F, 1));
        // In two halves, so that results below 2^-126 and up to 2^128 come out.
        FloatVector half = floor(k.mul(0.5f));
        return p.mul(two(half)).mul(two(k.sub(half)));
    }

    static FloatVector two(FloatVector whole) {
        // The exponent falls into place when the number is added to 2^23 with the bias.
        return whole.add(WHOLE + 127)
                .reinterpretAsInts()
                .lanewise(VectorOperators.LSHL, 23)
                .reinterpretAsFloats();
    }

    static FloatVector log2(FloatVector x) {
        IntVector bits = x.reinterpretAsInts();
        // The fraction from sqrt(1/2) to sqrt(2), the exponent whole.
        IntVector moved = bits.sub(0x3f3504f3);
        IntVector exponent = moved.lanewise(VectorOperators.ASHR, 23);
        FloatVector m = bits.sub(exponent.lanewise(VectorOperators.LSHL, 23)).reinterpretAsFloats();
        FloatVector e = (FloatVector) exponent.convert(VectorOperators.I2F, 0);
        FloatVector s = m.sub(1).div(m.add(1));
        FloatVector t = s.mul(s);
        FloatVector p = t.mul(0.32059890f).add(0.41219859f);
        p = p.fma(t, FloatVector.broadcast(F, 0.57707802f));
        p = p.fma(t, FloatVector.broadcast(F, 0.96179669f));
        FloatVector y = p.mul(t).fma(s, s.mul(2.8853901f)).add(e);
        y = y.blend(Float.NEGATIVE_INFINITY, x.compare(VectorOperators.EQ, 0));
        y = y.blend(Float.POSITIVE_INFINITY, x.compare(VectorOperators.EQ, Float.POSITIVE_INFINITY));
        return y.blend(Float.NaN, x.compare(VectorOperators.GE, 0).not());
    }

    private Wide() {}
}
