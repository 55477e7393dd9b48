package gloaming.flow;

import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorMask;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/**
 * Functions of one vector, by series of their own: the JDK's give other bits before the JIT has seen them than after, and so would a run.
 */
@Kernel.Part
public final class VectorMath {
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    private static final VectorSpecies<Integer> I = IntVector.SPECIES_PREFERRED;

    private static final float INVERSE_PI = (float) (1 / Math.PI);
    /** Pi as a sum of floats: the product of each with a whole number of half turns rounds once. */
    private static final float PI_1 = (float) Math.PI;

    private static final float PI_2 = (float) (Math.PI - PI_1);
    private static final float PI_3 = (float) (Math.PI - PI_1 - PI_2);
    /** Added and taken off again it leaves the nearest whole number, which stands in the lowest bits in between. */
    private static final float NEAREST = 0x1.8p23f;

    private static final float WHOLE = 0x1p23f;

    /**
     * Constants as vectors that are there already: what is made a vector at the end of a long loop becomes an object (see {@link Vectors}).
     */
    private static final FloatVector OVER_PI = Vectors.all(INVERSE_PI);

    private static final FloatVector TO_NEAREST = Vectors.all(NEAREST);
    private static final FloatVector TURN_1 = Vectors.all(PI_1);
    private static final FloatVector TURN_2 = Vectors.all(PI_2);
    private static final FloatVector TURN_3 = Vectors.all(PI_3);
    private static final FloatVector SINE_11 = Vectors.all(-2.3889859e-8f);
    private static final FloatVector SINE_9 = Vectors.all(2.7525562e-6f);
    private static final FloatVector SINE_7 = Vectors.all(-1.9840874e-4f);
    private static final FloatVector SINE_5 = Vectors.all(8.3333310e-3f);
    private static final FloatVector SINE_3 = Vectors.all(-1.6666667e-1f);
    private static final FloatVector MINUS_8 = Vectors.all(-8);
    private static final FloatVector ARC_17 = Vectors.all(2.8662257e-3f);
    private static final FloatVector ARC_15 = Vectors.all(-1.6165737e-2f);
    private static final FloatVector ARC_13 = Vectors.all(4.2909614e-2f);
    private static final FloatVector ARC_11 = Vectors.all(-7.5289640e-2f);
    private static final FloatVector ARC_9 = Vectors.all(1.0656264e-1f);
    private static final FloatVector ARC_7 = Vectors.all(-1.4208899e-1f);
    private static final FloatVector ARC_5 = Vectors.all(1.9993551e-1f);
    private static final FloatVector ARC_3 = Vectors.all(-3.3333149e-1f);
    private static final FloatVector QUARTER = Vectors.all((float) (Math.PI / 2));
    private static final FloatVector HALF = Vectors.all((float) Math.PI);
    private static final FloatVector EXP_7 = Vectors.all(1.5252733e-5f);
    private static final FloatVector EXP_6 = Vectors.all(1.5403530e-4f);
    private static final FloatVector EXP_5 = Vectors.all(1.3333558e-3f);
    private static final FloatVector EXP_4 = Vectors.all(9.6181291e-3f);
    private static final FloatVector EXP_3 = Vectors.all(5.5504109e-2f);
    private static final FloatVector EXP_2 = Vectors.all(2.4022651e-1f);
    private static final FloatVector EXP_1 = Vectors.all(6.9314718e-1f);
    private static final FloatVector LOG_5 = Vectors.all(0.57707802f);
    private static final FloatVector LOG_3 = Vectors.all(0.96179669f);

    public static IntVector truth(VectorMask<?> mask) {
        return IntVector.zero(I).blend(-1, mask.cast(I));
    }

    public static FloatVector number(IntVector whole) {
        return (FloatVector) whole.convert(VectorOperators.I2F, 0);
    }

    public static IntVector whole(FloatVector x) {
        return (IntVector) x.convert(VectorOperators.F2I, 0);
    }

    public static FloatVector signed(FloatVector magnitude, FloatVector like) {
        IntVector sign = like.reinterpretAsInts().and(Integer.MIN_VALUE);
        return magnitude.reinterpretAsInts().or(sign).reinterpretAsFloats();
    }

    /** To the nearest whole number, ties to even: what is larger than 2^23 is whole already. */
    public static FloatVector round(FloatVector x) {
        FloatVector size = x.abs();
        FloatVector whole = signed(size.add(WHOLE).sub(WHOLE), x);
        return x.blend(whole, size.compare(VectorOperators.LT, WHOLE));
    }

    /** The largest whole number that is not above. */
    public static FloatVector floor(FloatVector x) {
        FloatVector whole = round(x);
        return whole.sub(1, whole.compare(VectorOperators.GT, x));
    }

    /** The same for sizes below 2^31, which is faster. */
    public static FloatVector floorSmall(FloatVector x) {
        FloatVector cut = (FloatVector) x.convert(VectorOperators.F2I, 0).convert(VectorOperators.I2F, 0);
        return cut.sub(1f, cut.compare(VectorOperators.GT, x));
    }

    /**
     * The sine of {@code x}, a quarter of a turn on for a {@code shift} of a half: whole half turns are taken off, what is left
     * goes into the series to the eleventh power, and an odd number of half turns changes the sign.
     */
    public static FloatVector wave(FloatVector x, float shift) {
        FloatVector turns = x.fma(OVER_PI, Vectors.all(shift)).add(NEAREST);
        FloatVector back = TO_NEAREST.sub(turns).add(shift);
        FloatVector r = back.fma(TURN_1, x);
        r = back.fma(TURN_2, r);
        r = back.fma(TURN_3, r);
        FloatVector s = r.mul(r);
        FloatVector p = s.fma(SINE_11, SINE_9);
        p = p.fma(s, SINE_7);
        p = p.fma(s, SINE_5);
        p = p.fma(s, SINE_3);
        FloatVector y = p.mul(s).fma(r, r);
        // Half the half turns, less what is whole of that: nothing or a half either way, so the sign is 1 or -1.
        FloatVector half = turns.sub(NEAREST).mul(0.5f);
        FloatVector odd = half.sub(half.add(NEAREST).sub(NEAREST));
        FloatVector sign = odd.mul(odd).fma(MINUS_8, Vectors.ONE);
        // So far out that nothing is left of the angle, any value will do that a sine can have.
        return y.mul(sign).max(-1).min(1);
    }

    /** The angle of a place, from -pi to pi: the arc tangent of the smaller part over the larger, turned into its octant. */
    public static FloatVector angle(FloatVector y, FloatVector x) {
        FloatVector ax = x.abs();
        FloatVector ay = y.abs();
        VectorMask<Float> steep = ay.compare(VectorOperators.GT, ax);
        FloatVector t = ax.min(ay).div(ax.max(ay).max(1e-37f));
        FloatVector s = t.mul(t);
        FloatVector p = s.fma(ARC_17, ARC_15);
        p = p.fma(s, ARC_13);
        p = p.fma(s, ARC_11);
        p = p.fma(s, ARC_9);
        p = p.fma(s, ARC_7);
        p = p.fma(s, ARC_5);
        p = p.fma(s, ARC_3);
        FloatVector a = p.mul(s).fma(t, t);
        a = a.blend(QUARTER.sub(a), steep);
        a = a.blend(HALF.sub(a), x.compare(VectorOperators.LT, 0));
        return signed(a, y);
    }

    /** 2 to the power of {@code x}; below 2^-126 it is nothing. */
    public static FloatVector exp2(FloatVector x) {
        FloatVector bounded = x.max(-127).min(128);
        FloatVector moved = bounded.add(NEAREST);
        FloatVector r = bounded.sub(moved.sub(NEAREST));
        FloatVector p = r.fma(EXP_7, EXP_6);
        p = p.fma(r, EXP_5);
        p = p.fma(r, EXP_4);
        p = p.fma(r, EXP_3);
        p = p.fma(r, EXP_2);
        p = p.fma(r, EXP_1);
        p = p.fma(r, Vectors.ONE);
        // The whole part goes to the exponent.
        IntVector whole = moved.reinterpretAsInts().lanewise(VectorOperators.LSHL, 23);
        return p.reinterpretAsInts().add(whole).reinterpretAsFloats();
    }

    public static FloatVector log2(FloatVector x) {
        IntVector bits = x.reinterpretAsInts();
        // The fraction from sqrt(1/2) to sqrt(2), the exponent whole.
        IntVector moved = bits.sub(0x3f3504f3);
        IntVector exponent = moved.lanewise(VectorOperators.ASHR, 23);
        FloatVector m = bits.sub(exponent.lanewise(VectorOperators.LSHL, 23)).reinterpretAsFloats();
        FloatVector e = number(exponent);
        FloatVector s = m.sub(1).div(m.add(1));
        FloatVector t = s.mul(s);
        FloatVector p = t.mul(0.32059890f).add(0.41219859f);
        p = p.fma(t, LOG_5);
        p = p.fma(t, LOG_3);
        FloatVector y = p.mul(t).fma(s, s.mul(2.8853901f)).add(e);
        y = y.blend(Float.NEGATIVE_INFINITY, x.compare(VectorOperators.EQ, 0));
        return y.blend(Float.NaN, x.compare(VectorOperators.GE, 0).not());
    }

    /** {@code x}, 0 and above, to a power above 0. */
    public static FloatVector pow(FloatVector x, float power) {
        return exp2(log2(x).mul(power));
    }

    private VectorMath() {}
}
