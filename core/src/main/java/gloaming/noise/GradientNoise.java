package gloaming.noise;

/**
 * Gradient noise on the cubic lattice with a quintic fade (Perlin 2002, "Improving noise"), about -1 to 1.
 *
 * <p>Gradients come from an integer hash instead of a table, so that vectors need no gathers. {@link #at} and {@link #slope}
 * are the plain versions and the specification; {@link NoiseRows}, {@link #curl} and {@link #twist} do the same for many places at once.
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
        final float[] dz = new float[STRIP];
        final float[] gz = new float[STRIP];
        final float[] dot = new float[STRIP];
        final float[][] weightX = new float[2][STRIP];
        final float[][] slopeX = new float[2][STRIP];
        final float[][] weightY = new float[2][STRIP];
        final float[][] slopeY = new float[2][STRIP];
        final float[][] weightZ = new float[2][STRIP];
        final float[][] slopeZ = new float[2][STRIP];
        /** The slopes of two noises. */
        final float[][] one = new float[3][STRIP];

        final float[][] two = new float[3][STRIP];
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

    /** The slope of the noise in x, y and z at a place, into {@code into}. Differentiated by hand from {@link #at}. */
    public static void slope(int seed, float x, float y, float z, float[] into) {
        float fx = (float) Math.floor(x);
        float fy = (float) Math.floor(y);
        float fz = (float) Math.floor(z);
        int h = (int) fx * PRIME_X + seed + (int) fy * PRIME_Y + (int) fz * PRIME_Z;
        float dx = x - fx;
        float dy = y - fy;
        float dz = z - fz;
        java.util.Arrays.fill(into, 0);
        for (int corner = 0; corner < 8; corner++) {
            int right = corner & 1;
            int up = corner >> 1 & 1;
            int far = corner >> 2;
            int mixed = mix(h + right * PRIME_X + up * PRIME_Y + far * PRIME_Z);
            float dot = dot(mixed, dx - right, dy - up, dz - far);
            float wx = right == 1 ? fade(dx) : 1 - fade(dx);
            float wy = up == 1 ? fade(dy) : 1 - fade(dy);
            float wz = far == 1 ? fade(dz) : 1 - fade(dz);
            // By the product rule: the gradient of the corner, and how fast its weight grows.
            into[0] += wy * wz * (component(mixed) * wx + (2 * right - 1) * slopeOfFade(dx) * dot);
            into[1] += wx * wz * (component(mixed >>> 10) * wy + (2 * up - 1) * slopeOfFade(dy) * dot);
            into[2] += wx * wy * (component(mixed >>> 20) * wz + (2 * far - 1) * slopeOfFade(dz) * dot);
        }
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

    /**
     * Adds {@code weight} times the cross product of the slopes of two noises at the places times {@code frequency}, into {@code u},
     * {@code v} and {@code w}: a flow in space without divergence (DeWolf 2005, "Divergence-free noise"). The noises are {@code seed} and
     * the one after it; as {@code time} goes on the one wanders along z and the other along x.
     */
    public static void twist(
            int seed,
            float[] x,
            float[] y,
            float[] z,
            float time,
            float frequency,
            float weight,
            float[] u,
            float[] v,
            float[] w,
            int from,
            int to) {
        Scratch s = SCRATCH.get();
        for (int start = from; start < to; start += STRIP) {
            int n = Math.min(STRIP, to - start);
            slopes(s, x, y, z, start, frequency, 0, time, seed, s.one, n);
            slopes(s, x, y, z, start, frequency, time, 0, seed + 1, s.two, n);
            cross(s.one[1], s.two[2], s.one[2], s.two[1], weight, u, start, n);
            cross(s.one[2], s.two[0], s.one[0], s.two[2], weight, v, start, n);
            cross(s.one[0], s.two[1], s.one[1], s.two[0], weight, w, start, n);
        }
    }

    private static void cross(float[] a, float[] b, float[] c, float[] d, float weight, float[] out, int at, int n) {
        for (int i = 0; i < n; i++) out[at + i] += weight * (a[i] * b[i] - c[i] * d[i]);
    }

    /** Writes the slopes in x, y and z at a strip of places, moved by so much in x and z, into {@code into}. */
    private static void slopes(
            Scratch s,
            float[] x,
            float[] y,
            float[] z,
            int start,
            float frequency,
            float moveX,
            float moveZ,
            int seed,
            float[][] into,
            int n) {
        java.util.Arrays.fill(s.hash, 0, n, seed);
        cell(x, start, frequency, moveX, PRIME_X, s.hash, s.dx, n);
        cell(y, start, frequency, 0, PRIME_Y, s.hash, s.dy, n);
        cell(z, start, frequency, moveZ, PRIME_Z, s.hash, s.dz, n);
        weigh(s.dx, s.weightX[0], s.weightX[1], s.slopeX[0], s.slopeX[1], n);
        weigh(s.dy, s.weightY[0], s.weightY[1], s.slopeY[0], s.slopeY[1], n);
        weigh(s.dz, s.weightZ[0], s.weightZ[1], s.slopeZ[0], s.slopeZ[1], n);
        for (float[] axis : into) java.util.Arrays.fill(axis, 0, n, 0);
        for (int corner = 0; corner < 8; corner++) {
            int right = corner & 1;
            int up = corner >> 1 & 1;
            int far = corner >> 2;
            corner(s, right * PRIME_X + up * PRIME_Y + far * PRIME_Z, right, up, far, n);
            grow(s.gx, s.dot, s.weightX[right], s.slopeX[right], s.weightY[up], s.weightZ[far], into[0], n);
            grow(s.gy, s.dot, s.weightY[up], s.slopeY[up], s.weightX[right], s.weightZ[far], into[1], n);
            grow(s.gz, s.dot, s.weightZ[far], s.slopeZ[far], s.weightX[right], s.weightY[up], into[2], n);
        }
    }

    private static void cell(
            float[] place, int start, float frequency, float move, int prime, int[] hash, float[] inside, int n) {
        for (int i = 0; i < n; i++) {
            float at = place[start + i] * frequency + move;
            int cell = (int) (at + FAR) - FAR;
            inside[i] = at - cell;
            hash[i] += cell * prime;
        }
    }

    private static void corner(Scratch s, int corner, float right, float up, float far, int n) {
        int[] hash = s.hash;
        float[] gx = s.gx;
        float[] gy = s.gy;
        float[] gz = s.gz;
        float[] dot = s.dot;
        float[] dx = s.dx;
        float[] dy = s.dy;
        float[] dz = s.dz;
        for (int i = 0; i < n; i++) {
            int mixed = mix(hash[i] + corner);
            float x = component(mixed);
            float y = component(mixed >>> 10);
            float z = component(mixed >>> 20);
            gx[i] = x;
            gy[i] = y;
            gz[i] = z;
            dot[i] = x * (dx[i] - right) + y * (dy[i] - up) + z * (dz[i] - far);
        }
    }

    /** Adds one corner's part to the slope along one axis, by the product rule. */
    private static void grow(
            float[] g, float[] dot, float[] weight, float[] slope, float[] one, float[] two, float[] into, int n) {
        for (int i = 0; i < n; i++) into[i] += one[i] * two[i] * (g[i] * weight[i] + slope[i] * dot[i]);
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
