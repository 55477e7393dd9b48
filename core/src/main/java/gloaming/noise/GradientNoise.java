package gloaming.noise;

/**
 * Gradient noise on the cubic lattice with a quintic fade (Perlin 2002, "Improving noise"), about -1 to 1.
 *
 * <p>Gradients come from an integer hash instead of a table, so that vectors need no gathers. {@link #at} and {@link #slope}
 * are the plain versions and the specification; {@link NoiseRows} and {@link #curl} do the same for many places at once.
 *
 * <p>The fast version for points goes over a strip corner by corner and keeps what lies between in small arrays:
 * loops this small the JIT turns into vectors.
 */
public final class GradientNoise {
    /** Places worked on at a time: the scratch stays in the first cache. */
    private static final int STRIP = 256;

    private static final int FAR = 1 << 14;

    static final int PRIME_X = 0x27d4eb2d;
    private static final int PRIME_Y = 0x165667b1;
    private static final int PRIME_Z = 0x1b873593;
    private static final int MIX = 0x2c1b3c6d;
    /** Makes the sum reach about -1 to 1. */
    private static final float SCALE = 1.5f;
    /** Turns ten bits of a hash into a gradient's component. */
    private static final float TEN_BITS = SCALE * 2f / 1023f;

    private static final ThreadLocal<Scratch> SCRATCH = ThreadLocal.withInitial(Scratch::new);

    private GradientNoise() {}

    /** What lies between the passes over a strip. */
    private static final class Scratch {
        final int[] hash = new int[STRIP];
        final float[] x = new float[STRIP];
        final float[] y = new float[STRIP];
        final float[] dx = new float[STRIP];
        final float[] dy = new float[STRIP];
        final float[] gx = new float[STRIP];
        final float[] gy = new float[STRIP];
        final float[] dot = new float[STRIP];
        final float[][] weightX = new float[2][STRIP];
        final float[][] slopeX = new float[2][STRIP];
        final float[][] weightY = new float[2][STRIP];
        final float[][] slopeY = new float[2][STRIP];
        final float[] along = new float[STRIP];
        final float[] across = new float[STRIP];
    }

    /** The noise at a place. */
    public static float at(int seed, float x, float y, float z) {
        float fx = (float) Math.floor(x);
        float fy = (float) Math.floor(y);
        float fz = (float) Math.floor(z);
        int h = (int) fx * PRIME_X + seed + (int) fy * PRIME_Y + (int) fz * PRIME_Z;
        float dx = x - fx;
        float dy = y - fy;
        float dz = z - fz;
        float v = fade(dy);
        float w = fade(dz);
        return edge(h, dx, dy, dz) * (1 - v) * (1 - w)
                + edge(h + PRIME_Y, dx, dy - 1, dz) * v * (1 - w)
                + edge(h + PRIME_Z, dx, dy, dz - 1) * (1 - v) * w
                + edge(h + PRIME_Y + PRIME_Z, dx, dy - 1, dz - 1) * v * w;
    }

    /** Two corners of a cell, one step apart in x, and what lies between. */
    private static float edge(int h, float dx, float dy, float dz) {
        return lerp(dot(mix(h), dx, dy, dz), dot(mix(h + PRIME_X), dx - 1, dy, dz), fade(dx));
    }

    /** Of a lattice point, without a seed; the hashes of sums are sums. */
    static int hash(int x, int y, int z) {
        return x * PRIME_X + y * PRIME_Y + z * PRIME_Z;
    }

    static int mix(int h) {
        h ^= h >>> 15;
        h *= MIX;
        return h ^ h >>> 13;
    }

    static float component(int bits) {
        return (float) (bits & 1023) * TEN_BITS - SCALE;
    }

    private static float dot(int mixed, float dx, float dy, float dz) {
        return component(mixed) * dx + component(mixed >>> 10) * dy + component(mixed >>> 20) * dz;
    }

    private static float lerp(float a, float b, float t) {
        return a + t * (b - a);
    }

    static float fade(float t) {
        return t * t * t * (t * (t * 6 - 15) + 10);
    }

    private static float slopeOfFade(float t) {
        return 30 * t * t * (t * (t - 2) + 1);
    }

    /**
     * The slope of the noise in x and y at a place: {@code into[0]} and {@code into[1]}. Differentiated by hand from
     * {@link #at}.
     */
    public static void slope(int seed, float x, float y, float z, float[] into) {
        float fx = (float) Math.floor(x);
        float fy = (float) Math.floor(y);
        float fz = (float) Math.floor(z);
        int h = (int) fx * PRIME_X + seed + (int) fy * PRIME_Y + (int) fz * PRIME_Z;
        float dx = x - fx;
        float dy = y - fy;
        float dz = z - fz;
        float v = fade(dy);
        float dv = slopeOfFade(dy);
        into[0] = 0;
        into[1] = 0;
        for (int corner = 0; corner < 4; corner++) {
            int up = corner & 1;
            int far = corner >> 1;
            float kz = far == 1 ? fade(dz) : 1 - fade(dz);
            float ky = up == 1 ? v : 1 - v;
            float sy = up == 1 ? dv : -dv;
            slopeOfEdge(h + up * PRIME_Y + far * PRIME_Z, dx, dy - up, dz - far, kz * ky, kz * sy, into);
        }
    }

    /** Adds an edge's part of the slope; {@code k} is its weight and {@code s} the slope of that weight in y. */
    private static void slopeOfEdge(int h, float dx, float dy, float dz, float k, float s, float[] into) {
        int left = mix(h);
        int right = mix(h + PRIME_X);
        float a = dot(left, dx, dy, dz);
        float b = dot(right, dx - 1, dy, dz);
        float u = fade(dx);
        into[0] += k * (slopeOfFade(dx) * (b - a) + lerp(component(left), component(right), u));
        into[1] += k * lerp(component(left >>> 10), component(right >>> 10), u) + s * lerp(a, b, u);
    }

    /**
     * Adds {@code weight} times the curl (dn/dy, -dn/dx) at the places {@code x[i], y[i]} times {@code frequency}, for i from
     * {@code from} to {@code to}, into {@code u} and {@code v}. The curl of one potential has no divergence (Bridson,
     * Houriham and Nordenstam 2007, "Curl-noise for procedural fluid flow").
     */
    public static void curl(
            int seed,
            float[] x,
            float[] y,
            float z,
            float frequency,
            float weight,
            float[] u,
            float[] v,
            int from,
            int to) {
        Scratch s = SCRATCH.get();
        float fz = (float) Math.floor(z);
        float dz = z - fz;
        float w = fade(dz);
        for (int start = from; start < to; start += STRIP) {
            int n = Math.min(STRIP, to - start);
            System.arraycopy(x, start, s.x, 0, n);
            System.arraycopy(y, start, s.y, 0, n);
            cells(s, frequency, seed + (int) fz * PRIME_Z, n);
            weigh(s.dx, s.weightX[0], s.weightX[1], s.slopeX[0], s.slopeX[1], n);
            weigh(s.dy, s.weightY[0], s.weightY[1], s.slopeY[0], s.slopeY[1], n);
            java.util.Arrays.fill(s.along, 0, n, 0);
            java.util.Arrays.fill(s.across, 0, n, 0);
            for (int corner = 0; corner < 8; corner++) {
                int right = corner & 1;
                int up = corner >> 1 & 1;
                int far = corner >> 2;
                int hash = right * PRIME_X + up * PRIME_Y + far * PRIME_Z;
                corner(s.hash, s.gx, s.gy, s.dot, s.dx, s.dy, hash, right, up, dz - far, n);
                gather(s, right, up, far == 1 ? w : 1 - w, n);
            }
            for (int i = 0; i < n; i++) u[start + i] += s.across[i] * weight;
            for (int i = 0; i < n; i++) v[start + i] -= s.along[i] * weight;
        }
    }

    private static void corner(
            int[] hash,
            float[] gx,
            float[] gy,
            float[] dot,
            float[] dx,
            float[] dy,
            int corner,
            float right,
            float up,
            float dz,
            int n) {
        for (int i = 0; i < n; i++) {
            int mixed = mix(hash[i] + corner);
            float x = component(mixed);
            float y = component(mixed >>> 10);
            gx[i] = x;
            gy[i] = y;
            dot[i] = x * (dx[i] - right) + y * (dy[i] - up) + component(mixed >>> 20) * dz;
        }
    }

    private static void gather(Scratch s, int right, int up, float kz, int n) {
        gather(
                s.gx,
                s.gy,
                s.dot,
                s.weightX[right],
                s.slopeX[right],
                s.weightY[up],
                s.slopeY[up],
                s.along,
                s.across,
                kz,
                n);
    }

    /** Adds one corner's part to the slopes, by the product rule. */
    private static void gather(
            float[] gx,
            float[] gy,
            float[] dot,
            float[] wx,
            float[] sx,
            float[] wy,
            float[] sy,
            float[] along,
            float[] across,
            float kz,
            int n) {
        for (int i = 0; i < n; i++) {
            along[i] += kz * wy[i] * (sx[i] * dot[i] + gx[i] * wx[i]);
            across[i] += kz * wx[i] * (sy[i] * dot[i] + gy[i] * wy[i]);
        }
    }

    private static void weigh(float[] d, float[] near, float[] far, float[] fall, float[] rise, int n) {
        for (int i = 0; i < n; i++) {
            float f = fade(d[i]);
            float slope = slopeOfFade(d[i]);
            near[i] = 1 - f;
            far[i] = f;
            fall[i] = -slope;
            rise[i] = slope;
        }
    }

    private static void cells(Scratch s, float frequency, int base, int n) {
        int[] hash = s.hash;
        float[] dx = s.dx;
        float[] dy = s.dy;
        float[] px = s.x;
        float[] py = s.y;
        for (int i = 0; i < n; i++) {
            float x = px[i] * frequency;
            float y = py[i] * frequency;
            // Cutting off towards zero is rounding down for what is above it: places are within 2^14 cells of the
            // middle.
            int cx = (int) (x + FAR) - FAR;
            int cy = (int) (y + FAR) - FAR;
            dx[i] = x - cx;
            dy[i] = y - cy;
            hash[i] = cx * PRIME_X + cy * PRIME_Y + base;
        }
    }
}
