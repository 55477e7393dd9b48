package gloaming.noise;

import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/**
 * Gradient noise on the cubic lattice with a quintic fade (Perlin 2002, "Improving noise"), about -1 to 1.
 *
 * <p>Gradients come from an integer hash instead of a table, so that vectors need no gathers. {@link #at} and {@link #slope}
 * are the plain versions and the specification; {@link #row} and {@link #curl} do the same for many places at once, with the
 * same roundings, so that both agree to the bit.
 */
public final class GradientNoise {
    static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    static final VectorSpecies<Integer> I = IntVector.SPECIES_PREFERRED;
    public static final int LANES = F.length();

    private static final int PRIME_X = 0x27d4eb2d;
    private static final int PRIME_Y = 0x165667b1;
    private static final int PRIME_Z = 0x1b873593;
    private static final int MIX = 0x2c1b3c6d;
    /** Turns ten hash bits into -1 to 1, and the whole into about -1 to 1. */
    private static final float SCALE = 1.5f;

    private static final float TEN_BITS = SCALE * 2f / 1023f;

    private GradientNoise() {}

    /** The noise at a place. */
    public static float at(int seed, float x, float y, float z) {
        float fx = (float) Math.floor(x);
        float fy = (float) Math.floor(y);
        float fz = (float) Math.floor(z);
        int hx = (int) fx * PRIME_X + seed;
        int hy = (int) fy * PRIME_Y;
        int hz = (int) fz * PRIME_Z;
        float dx = x - fx;
        float dy = y - fy;
        float dz = z - fz;
        float u = fade(dx);
        float v = fade(dy);
        float w = fade(dz);
        float near = plane(hx, hy, hz, dx, dy, dz, u, v);
        float far = plane(hx, hy, hz + PRIME_Z, dx, dy, dz - 1, u, v);
        return lerp(near, far, w);
    }

    private static float plane(int hx, int hy, int hz, float dx, float dy, float dz, float u, float v) {
        float low = lerp(corner(hx + hy + hz, dx, dy, dz), corner(hx + PRIME_X + hy + hz, dx - 1, dy, dz), u);
        float high = lerp(
                corner(hx + hy + PRIME_Y + hz, dx, dy - 1, dz),
                corner(hx + PRIME_X + hy + PRIME_Y + hz, dx - 1, dy - 1, dz),
                u);
        return lerp(low, high, v);
    }

    private static float corner(int h, float dx, float dy, float dz) {
        h ^= h >>> 15;
        h *= MIX;
        h ^= h >>> 13;
        float gx = Math.fma((float) (h & 1023), TEN_BITS, -SCALE);
        float gy = Math.fma((float) (h >>> 10 & 1023), TEN_BITS, -SCALE);
        float gz = Math.fma((float) (h >>> 20 & 1023), TEN_BITS, -SCALE);
        return Math.fma(gx, dx, Math.fma(gy, dy, gz * dz));
    }

    private static float lerp(float a, float b, float t) {
        return Math.fma(t, b - a, a);
    }

    private static float fade(float t) {
        return t * t * t * Math.fma(t, Math.fma(t, 6f, -15f), 10f);
    }

    /**
     * Adds {@code weight} times the noise along a row: places {@code x0 + i * dx} for i from {@code from} to {@code to}, at
     * one y and z.
     */
    public static void row(
            int seed, float x0, float dx, float y, float z, float weight, float[] out, int at, int from, int to) {
        float fy = (float) Math.floor(y);
        float fz = (float) Math.floor(z);
        int hyz = (int) fy * PRIME_Y + (int) fz * PRIME_Z;
        float dy = y - fy;
        float dz = z - fz;
        float v = fade(dy);
        float w = fade(dz);
        FloatVector lane = FloatVector.zero(F).addIndex(1);
        int i = from;
        for (; i <= to - LANES; i += LANES) {
            FloatVector x = lane.add((float) i).mul(dx).add(x0);
            FloatVector fx = floor(x);
            IntVector hx = ((IntVector) fx.convertShape(VectorOperators.F2I, I, 0)).mul(PRIME_X).add(seed + hyz);
            FloatVector px = x.sub(fx);
            FloatVector u = fade(px);
            FloatVector qx = px.sub(1f);
            FloatVector near = plane(hx, px, qx, dy, dz, u, v);
            FloatVector far = plane(hx.add(PRIME_Z), px, qx, dy, dz - 1, u, v);
            FloatVector n = far.sub(near).fma(FloatVector.broadcast(F, w), near);
            FloatVector.fromArray(F, out, at + i)
                    .add(n.mul(weight))
                    .intoArray(out, at + i);
        }
        for (; i < to; i++) out[at + i] += at(seed, (float) i * dx + x0, y, z) * weight;
    }

    private static FloatVector plane(IntVector h, FloatVector dx, FloatVector qx, float dy, float dz, FloatVector u, float v) {
        FloatVector a = corner(h, dx, dy, dz);
        FloatVector b = corner(h.add(PRIME_X), qx, dy, dz);
        FloatVector low = b.sub(a).fma(u, a);
        FloatVector c = corner(h.add(PRIME_Y), dx, dy - 1, dz);
        FloatVector d = corner(h.add(PRIME_X + PRIME_Y), qx, dy - 1, dz);
        FloatVector high = d.sub(c).fma(u, c);
        return high.sub(low).fma(FloatVector.broadcast(F, v), low);
    }

    private static FloatVector corner(IntVector hash, FloatVector dx, float dy, float dz) {
        IntVector h = mix(hash);
        FloatVector gx = component(h);
        FloatVector gy = component(h.lanewise(VectorOperators.LSHR, 10));
        FloatVector gz = component(h.lanewise(VectorOperators.LSHR, 20));
        return gx.fma(dx, gy.fma(FloatVector.broadcast(F, dy), gz.mul(dz)));
    }

    private static IntVector mix(IntVector h) {
        h = h.lanewise(VectorOperators.XOR, h.lanewise(VectorOperators.LSHR, 15)).mul(MIX);
        return h.lanewise(VectorOperators.XOR, h.lanewise(VectorOperators.LSHR, 13));
    }

    private static FloatVector component(IntVector bits) {
        FloatVector value = (FloatVector) bits.and(1023).convertShape(VectorOperators.I2F, F, 0);
        return value.fma(FloatVector.broadcast(F, TEN_BITS), FloatVector.broadcast(F, -SCALE));
    }

    private static FloatVector fade(FloatVector t) {
        FloatVector inner = t.fma(t.fma(FloatVector.broadcast(F, 6f), FloatVector.broadcast(F, -15f)), FloatVector.broadcast(F, 10f));
        return t.mul(t).mul(t).mul(inner);
    }

    private static FloatVector slopeOfFade(FloatVector t) {
        FloatVector inner = t.fma(t.add(-2f), FloatVector.broadcast(F, 1f));
        return t.mul(t).mul(inner).mul(30f);
    }

    private static FloatVector floor(FloatVector x) {
        FloatVector whole = (FloatVector) x.convertShape(VectorOperators.F2I, I, 0).convertShape(VectorOperators.I2F, F, 0);
        return whole.sub(1f, whole.compare(VectorOperators.GT, x));
    }

    /**
     * The slope of the noise in x and y at a place: {@code into[0]} and {@code into[1]}. Differentiated by hand from
     * {@link #at}.
     */
    public static void slope(int seed, float x, float y, float z, float[] into) {
        float fx = (float) Math.floor(x);
        float fy = (float) Math.floor(y);
        float fz = (float) Math.floor(z);
        int h = (int) fx * PRIME_X + seed + ((int) fy * PRIME_Y + (int) fz * PRIME_Z);
        float dx = x - fx;
        float dy = y - fy;
        float dz = z - fz;
        float u = fade(dx);
        float v = fade(dy);
        float w = fade(dz);
        float du = slopeOfFade(dx);
        float dv = slopeOfFade(dy);
        float[] near = new float[2];
        float[] far = new float[2];
        slopeOfPlane(h, dx, dy, dz, u, v, du, dv, near);
        slopeOfPlane(h + PRIME_Z, dx, dy, dz - 1, u, v, du, dv, far);
        into[0] = lerp(near[0], far[0], w);
        into[1] = lerp(near[1], far[1], w);
    }

    private static void slopeOfPlane(
            int h, float dx, float dy, float dz, float u, float v, float du, float dv, float[] into) {
        int[] hash = {mix(h), mix(h + PRIME_X), mix(h + PRIME_Y), mix(h + PRIME_X + PRIME_Y)};
        float[] gx = new float[4];
        float[] gy = new float[4];
        float[] n = new float[4];
        for (int c = 0; c < 4; c++) {
            gx[c] = component(hash[c]);
            gy[c] = component(hash[c] >>> 10);
            float gz = component(hash[c] >>> 20);
            n[c] = Math.fma(gx[c], dx - (c & 1), Math.fma(gy[c], dy - (c >> 1), gz * dz));
        }
        float low = lerp(n[0], n[1], u);
        float high = lerp(n[2], n[3], u);
        float along = lerp(lerp(gx[0], gx[1], u), lerp(gx[2], gx[3], u), v);
        float across = lerp(lerp(gy[0], gy[1], u), lerp(gy[2], gy[3], u), v);
        into[0] = Math.fma(du, lerp(n[1] - n[0], n[3] - n[2], v), along);
        into[1] = Math.fma(dv, high - low, across);
    }

    private static int mix(int h) {
        h ^= h >>> 15;
        h *= MIX;
        return h ^ h >>> 13;
    }

    private static float component(int bits) {
        return Math.fma((float) (bits & 1023), TEN_BITS, -SCALE);
    }

    private static float slopeOfFade(float t) {
        return t * t * Math.fma(t, t - 2f, 1f) * 30f;
    }

    /**
     * Adds {@code weight} times the curl (dn/dy, -dn/dx) at the places {@code x[i], y[i]} scaled by {@code frequency}, for i
     * from {@code from} to {@code to}, into {@code u} and {@code v}. The curl of one potential has no divergence
     * (Bridson, Houriham and Nordenstam 2007, "Curl-noise for procedural fluid flow").
     */
    public static void curl(
            int seed, float[] x, float[] y, float z, float frequency, float weight, float[] u, float[] v, int from, int to) {
        int i = from;
        for (; i <= to - LANES; i += LANES) {
            curl(seed, FloatVector.fromArray(F, x, i).mul(frequency), FloatVector.fromArray(F, y, i).mul(frequency), z, weight, u, v, i);
        }
        float[] slope = new float[2];
        for (; i < to; i++) {
            slope(seed, x[i] * frequency, y[i] * frequency, z, slope);
            u[i] += slope[1] * weight;
            v[i] -= slope[0] * weight;
        }
    }

    private static void curl(int seed, FloatVector x, FloatVector y, float z, float weight, float[] u, float[] v, int i) {
        float fz = (float) Math.floor(z);
        float dz = z - fz;
        FloatVector fx = floor(x);
        FloatVector fy = floor(y);
        IntVector h = ((IntVector) fx.convertShape(VectorOperators.F2I, I, 0))
                .mul(PRIME_X)
                .add(seed)
                .add(((IntVector) fy.convertShape(VectorOperators.F2I, I, 0)).mul(PRIME_Y).add((int) fz * PRIME_Z));
        FloatVector w = FloatVector.broadcast(F, fade(dz));
        FloatVector dx = x.sub(fx);
        FloatVector dy = y.sub(fy);
        FloatVector nearX = along(h, dx, dy, dz);
        FloatVector nearY = across(h, dx, dy, dz);
        IntVector h1 = h.add(PRIME_Z);
        FloatVector slopeX = along(h1, dx, dy, dz - 1).sub(nearX).fma(w, nearX);
        FloatVector slopeY = across(h1, dx, dy, dz - 1).sub(nearY).fma(w, nearY);
        FloatVector.fromArray(F, u, i).add(slopeY.mul(weight)).intoArray(u, i);
        FloatVector.fromArray(F, v, i).sub(slopeX.mul(weight)).intoArray(v, i);
    }

    private static FloatVector along(IntVector h, FloatVector dx, FloatVector dy, float dz) {
        FloatVector u = fade(dx);
        FloatVector v = fade(dy);
        IntVector a = mix(h);
        IntVector b = mix(h.add(PRIME_X));
        IntVector c = mix(h.add(PRIME_Y));
        IntVector d = mix(h.add(PRIME_X + PRIME_Y));
        FloatVector qx = dx.sub(1f);
        FloatVector qy = dy.sub(1f);
        FloatVector low = dot(b, qx, dy, dz).sub(dot(a, dx, dy, dz));
        FloatVector high = dot(d, qx, qy, dz).sub(dot(c, dx, qy, dz));
        FloatVector gLow = lerp(component(a), component(b), u);
        FloatVector gHigh = lerp(component(c), component(d), u);
        return slopeOfFade(dx).fma(lerp(low, high, v), lerp(gLow, gHigh, v));
    }

    private static FloatVector across(IntVector h, FloatVector dx, FloatVector dy, float dz) {
        FloatVector u = fade(dx);
        FloatVector v = fade(dy);
        IntVector a = mix(h);
        IntVector b = mix(h.add(PRIME_X));
        IntVector c = mix(h.add(PRIME_Y));
        IntVector d = mix(h.add(PRIME_X + PRIME_Y));
        FloatVector qx = dx.sub(1f);
        FloatVector qy = dy.sub(1f);
        FloatVector low = lerp(dot(a, dx, dy, dz), dot(b, qx, dy, dz), u);
        FloatVector high = lerp(dot(c, dx, qy, dz), dot(d, qx, qy, dz), u);
        FloatVector gLow = lerp(gy(a), gy(b), u);
        FloatVector gHigh = lerp(gy(c), gy(d), u);
        return slopeOfFade(dy).fma(high.sub(low), lerp(gLow, gHigh, v));
    }

    private static FloatVector dot(IntVector mixed, FloatVector dx, FloatVector dy, float dz) {
        return component(mixed)
                .fma(dx, gy(mixed).fma(dy, component(mixed.lanewise(VectorOperators.LSHR, 20)).mul(dz)));
    }

    private static FloatVector gy(IntVector mixed) {
        return component(mixed.lanewise(VectorOperators.LSHR, 10));
    }

    private static FloatVector lerp(FloatVector a, FloatVector b, FloatVector t) {
        return b.sub(a).fma(t, a);
    }
}
