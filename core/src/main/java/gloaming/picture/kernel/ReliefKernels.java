package gloaming.picture.kernel;

import gloaming.flow.Kernel;
import gloaming.flow.Vectors;
import gloaming.picture.filter.Emboss;
import jdk.incubator.vector.FloatVector;

/** The slope of a run, its steepness, and light from one side. */
@Kernel
public final class ReliefKernels {
    private static final int LANES = Vectors.LANES;

    private ReliefKernels() {}

    /** {@link Slope#row} away from the border, for places {@code from} to {@code to} of the rows that begin there. */
    public static void slope(
            float[] p, int low, int here, int high, int step, float[] dx, float[] dy, int from, int to) {
        int x = from;
        for (; x <= to - LANES; x += LANES) {
            FloatVector a = Vectors.load(p, low + x - step);
            FloatVector b = Vectors.load(p, low + x + step);
            FloatVector c = Vectors.load(p, high + x - step);
            FloatVector d = Vectors.load(p, high + x + step);
            FloatVector across = Vectors.load(p, here + x + step).sub(Vectors.load(p, here + x - step));
            FloatVector up = Vectors.load(p, high + x).sub(Vectors.load(p, low + x));
            across.mul(2).add(b).sub(a).add(d).sub(c).mul(0.125f).intoArray(dx, x);
            up.mul(2).add(c).sub(a).add(d).sub(b).mul(0.125f).intoArray(dy, x);
        }
        for (; x < to; x++) {
            float a = p[low + x - step];
            float b = p[low + x + step];
            float c = p[high + x - step];
            float d = p[high + x + step];
            dx[x] = (b + d - a - c + 2 * (p[here + x + step] - p[here + x - step])) * 0.125f;
            dy[x] = (c + d - a - b + 2 * (p[high + x] - p[low + x])) * 0.125f;
        }
    }

    /** {@code out[at + i] = k * length of (dx[i], dy[i])}. */
    public static void steepness(float[] dx, float[] dy, float k, float[] out, int at, int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            FloatVector x = Vectors.load(dx, i);
            FloatVector y = Vectors.load(dy, i);
            x.mul(x).add(y.mul(y)).sqrt().mul(k).intoArray(out, at + i);
        }
        for (; i < n; i++) out[at + i] = k * (float) Math.sqrt(dx[i] * dx[i] + dy[i] * dy[i]);
    }

    /** {@link Emboss}: {@code kx dx + ky dy}, over half grey under the cover or as much of {@code s} as {@code own} says. */
    public static void lift(
            float[] dx,
            float[] dy,
            float kx,
            float ky,
            float[] cover,
            float[] s,
            int at,
            float own,
            float[] out,
            int into,
            int n) {
        int i = 0;
        for (; i <= n - LANES; i += LANES) {
            FloatVector grey = Vectors.load(cover, at + i).mul(0.5f);
            FloatVector base = Vectors.load(s, at + i).sub(grey).mul(own).add(grey);
            FloatVector lift =
                    Vectors.load(dx, i).mul(kx).add(Vectors.load(dy, i).mul(ky));
            lift.add(base).intoArray(out, into + i);
        }
        for (; i < n; i++) {
            float grey = 0.5f * cover[at + i];
            out[into + i] = kx * dx[i] + ky * dy[i] + grey + own * (s[at + i] - grey);
        }
    }
}
