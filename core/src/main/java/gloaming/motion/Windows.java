package gloaming.motion;

import gloaming.flow.Kernel;
import gloaming.flow.Vectors;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.VectorSpecies;

/**
 * The loops of {@link OpticalFlow}, by vectors; {@code hotspot.txt} keeps each a compilation unit of its own. What is left at the end of
 * a run is done one by one: a masked vector that reaches past an array is slow, and makes the JIT keep all vectors as objects.
 */
@Kernel
final class Windows {
    private static final VectorSpecies<Float> F = FloatVector.SPECIES_PREFERRED;
    private static final int LANES = F.length();

    private Windows() {}

    /** Floats of room that {@link #across} needs for a row of {@code w}. */
    static int room(int w, int radius) {
        return 2 * (w + 2 * radius + LANES);
    }

    /**
     * Means over {@code 2 radius + 1} neighbours along a row, in place; beyond its ends the row's last numbers go on. Sums of 2, 4, 8
     * … numbers are made from each other, and those that the window's length is made of are added.
     */
    static void across(float[] field, int at, int w, int radius, float[] room) {
        int n = w + 2 * radius;
        int sum = n + LANES;
        java.util.Arrays.fill(room, 0, radius, field[at]);
        System.arraycopy(field, at, room, radius, w);
        java.util.Arrays.fill(room, radius + w, n, field[at + w - 1]);
        int window = 2 * radius + 1;
        int covered = 0;
        boolean begun = false;
        for (int length = 1; length <= window; length *= 2) {
            if ((window & length) != 0) {
                if (begun) add(room, sum, covered, w);
                else System.arraycopy(room, covered, room, sum, w);
                begun = true;
                covered += length;
            }
            if (2 * length <= window) add(room, 0, length, n - 2 * length + 1);
        }
        times(room, sum, 1f / window, field, at, w);
    }

    /** {@code p[at + i] += p[from + i]}, in ascending order. */
    static void add(float[] p, int at, int from, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            Vectors.load(p, at + i).add(Vectors.load(p, from + i)).intoArray(p, at + i);
        }
        for (; i < n; i++) p[at + i] += p[from + i];
    }

    private static void times(float[] p, int from, float k, float[] out, int at, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) Vectors.load(p, from + i).mul(k).intoArray(out, at + i);
        for (; i < n; i++) out[at + i] = k * p[from + i];
    }

    /** The same up the columns {@code left} to {@code left + n}, from {@code in} to {@code out}; {@code sums} is room for a row. */
    static void up(float[] in, float[] out, int left, int n, int w, int h, int radius, float[] sums) {
        java.util.Arrays.fill(sums, 0, n, 0);
        for (int y = -radius; y <= radius; y++) slide(sums, in, Math.clamp(y, 0, h - 1) * w + left, n);
        for (int y = 0; y < h; y++) {
            int plus = Math.min(h - 1, y + radius + 1) * w + left;
            int minus = Math.max(0, y - radius) * w + left;
            slide(sums, in, plus, minus, 1f / (2 * radius + 1), out, y * w + left, n);
        }
    }

    private static void slide(float[] sums, float[] in, int at, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            Vectors.load(sums, i).add(Vectors.load(in, at + i)).intoArray(sums, i);
        }
        for (; i < n; i++) sums[i] += in[at + i];
    }

    /** Hands out the mean, and goes a row further. */
    static void slide(float[] sums, float[] in, int plus, int minus, float k, float[] out, int at, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            FloatVector sum = Vectors.load(sums, i);
            sum.mul(k).intoArray(out, at + i);
            sum.add(Vectors.load(in, plus + i)).sub(Vectors.load(in, minus + i)).intoArray(sums, i);
        }
        for (; i < n; i++) {
            out[at + i] = sums[i] * k;
            sums[i] += in[plus + i] - in[minus + i];
        }
    }

    /**
     * Solves {@code (a b; b d) (x y) = (t s)} for {@code n} places from {@code at} on, each step no longer than {@code most}, and adds it
     * to the motion.
     */
    static void solve(
            float[] a,
            float[] b,
            float[] d,
            float[] t,
            float[] s,
            float even,
            float most,
            float[] dx,
            float[] dy,
            int at,
            int n) {
        int i = at;
        for (; i <= at + n - LANES; i += LANES) {
            FloatVector av = Vectors.load(a, i).add(even);
            FloatVector bv = Vectors.load(b, i);
            FloatVector dv = Vectors.load(d, i).add(even);
            FloatVector tv = Vectors.load(t, i);
            FloatVector sv = Vectors.load(s, i);
            FloatVector over = Vectors.ONE.div(av.mul(dv).sub(bv.mul(bv)));
            FloatVector x = dv.mul(tv).sub(bv.mul(sv)).mul(over);
            FloatVector y = av.mul(sv).sub(bv.mul(tv)).mul(over);
            FloatVector length = x.mul(x).add(y.mul(y)).sqrt();
            FloatVector k = Vectors.all(most).div(length.max(most));
            Vectors.load(dx, i).add(k.mul(x)).intoArray(dx, i);
            Vectors.load(dy, i).add(k.mul(y)).intoArray(dy, i);
        }
        for (; i < at + n; i++) {
            float over = 1 / ((a[i] + even) * (d[i] + even) - b[i] * b[i]);
            float x = ((d[i] + even) * t[i] - b[i] * s[i]) * over;
            float y = ((a[i] + even) * s[i] - b[i] * t[i]) * over;
            float k = most / Math.max(most, (float) Math.sqrt(x * x + y * y));
            dx[i] += k * x;
            dy[i] += k * y;
        }
    }

    /** Slopes of both pictures and what they differ by, multiplied with each other, for {@code n} places away from the row's ends. */
    static void products(
            float[] warped,
            float[] now,
            int at,
            int down,
            int up,
            float ky,
            float[] xx,
            float[] xy,
            float[] yy,
            float[] xt,
            float[] yt,
            int n) {
        int i = at;
        for (; i <= at + n - LANES; i += LANES) {
            FloatVector gx = Vectors.load(warped, i + 1)
                    .sub(Vectors.load(warped, i - 1))
                    .add(Vectors.load(now, i + 1))
                    .sub(Vectors.load(now, i - 1))
                    .mul(0.25f);
            FloatVector gy = Vectors.load(warped, i + up)
                    .sub(Vectors.load(warped, i + down))
                    .add(Vectors.load(now, i + up))
                    .sub(Vectors.load(now, i + down))
                    .mul(ky);
            FloatVector t = Vectors.load(warped, i).sub(Vectors.load(now, i));
            gx.mul(gx).intoArray(xx, i);
            gx.mul(gy).intoArray(xy, i);
            gy.mul(gy).intoArray(yy, i);
            gx.mul(t).intoArray(xt, i);
            gy.mul(t).intoArray(yt, i);
        }
        for (; i < at + n; i++) {
            float gx = 0.25f * (warped[i + 1] - warped[i - 1] + now[i + 1] - now[i - 1]);
            float gy = ky * (warped[i + up] - warped[i + down] + now[i + up] - now[i + down]);
            float t = warped[i] - now[i];
            xx[i] = gx * gx;
            xy[i] = gx * gy;
            yy[i] = gy * gy;
            xt[i] = gx * t;
            yt[i] = gy * t;
        }
    }
}
