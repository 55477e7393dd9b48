package gloaming.picture;

import gloaming.flow.Picture;
import gloaming.step.Colour;

/**
 * A run of colours, mixed in OKLab (Ottosson 2020) so that no mixture is muddier than its ends.
 *
 * <p>OKLab is linear in the cube roots of the cone responses, so the mixing is done there: {@link #colour} is the plain
 * version, {@link #paint} the fast one.
 */
final class Ramp {
    /** Cone responses' cube roots at the start, their slopes up to the bend, and their slopes from it on. */
    private final float[] roots = new float[9];

    private final float bend;

    /** From {@code low} at 0 through {@code middle} at {@code at} to {@code high} at 1. */
    Ramp(Colour low, Colour middle, Colour high, double at) {
        double turn = Math.clamp(at, 0.001, 0.999);
        double[] l = roots(low);
        double[] m = roots(middle);
        double[] h = roots(high);
        for (int c = 0; c < 3; c++) {
            roots[c] = (float) l[c];
            roots[3 + c] = (float) ((m[c] - l[c]) / turn);
            roots[6 + c] = (float) ((h[c] - m[c]) / (1 - turn));
        }
        bend = (float) turn;
    }

    /** The colour at {@code t}, 0 to 1: red, green and blue in linear light. */
    float[] colour(double t) {
        double before = Math.min(t, bend);
        double after = Math.max(0, t - bend);
        double l = Math.pow(roots[0] + roots[3] * before + roots[6] * after, 3);
        double m = Math.pow(roots[1] + roots[4] * before + roots[7] * after, 3);
        double s = Math.pow(roots[2] + roots[5] * before + roots[8] * after, 3);
        return new float[] {
            (float) Math.max(0, 4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s),
            (float) Math.max(0, -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s),
            (float) Math.max(0, -0.0041960863 * l - 0.7034186147 * m + 1.7076147010 * s)
        };
    }

    /**
     * Paints pixels {@code from} to {@code to}: the red plane holds t, 0 to 1, and becomes a colour times {@code k} and the
     * alpha that is there already.
     */
    void paint(Picture picture, int from, int to, float k) {
        int whole = from + (to - from) / Strips.LANES * Strips.LANES;
        Strips.ramp(roots, bend, k, picture.r, picture.g, picture.b, picture.a, from, whole);
        for (int i = whole; i < to; i++) {
            float[] colour = colour(picture.r[i]);
            float times = k * picture.a[i];
            picture.r[i] = times * colour[0];
            picture.g[i] = times * colour[1];
            picture.b[i] = times * colour[2];
        }
    }

    private static double[] roots(Colour c) {
        return new double[] {
            Math.cbrt(0.4122214708 * c.r() + 0.5363325363 * c.g() + 0.0514459929 * c.b()),
            Math.cbrt(0.2119034982 * c.r() + 0.6806995451 * c.g() + 0.1073969566 * c.b()),
            Math.cbrt(0.0883024619 * c.r() + 0.2817188376 * c.g() + 0.6299787005 * c.b())
        };
    }
}
