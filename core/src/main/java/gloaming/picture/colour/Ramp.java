package gloaming.picture.colour;

import gloaming.flow.Picture;
import gloaming.flow.Vectors;
import gloaming.step.Colour;
import gloaming.step.OkLab;

/**
 * A run of colours, mixed in OKLab (Ottosson 2020) so that no mixture is muddier than its ends.
 *
 * <p>OKLab is linear in the cube roots of the cone responses, so the mixing is done there: {@link #colour} is the plain
 * version, {@link #paint} the fast one.
 */
public final class Ramp {
    /** Cone responses' cube roots at the start, their slopes up to the bend, and their slopes from it on. */
    private final float[] roots = new float[9];

    private final float bend;

    /** From {@code low} at 0 through {@code middle} at {@code at} to {@code high} at 1. */
    public Ramp(Colour low, Colour middle, Colour high, double at) {
        double turn = Math.clamp(at, 0.001, 0.999);
        double[] l = OkLab.roots(low);
        double[] m = OkLab.roots(middle);
        double[] h = OkLab.roots(high);
        for (int c = 0; c < 3; c++) {
            roots[c] = (float) l[c];
            roots[3 + c] = (float) ((m[c] - l[c]) / turn);
            roots[6 + c] = (float) ((h[c] - m[c]) / (1 - turn));
        }
        bend = (float) turn;
    }

    /** The colour at {@code t}, 0 to 1: red, green and blue in linear light. */
    public float[] colour(double t) {
        double before = Math.min(t, bend);
        double after = Math.max(0, t - bend);
        double l = Math.pow(roots[0] + roots[3] * before + roots[6] * after, 3);
        double m = Math.pow(roots[1] + roots[4] * before + roots[7] * after, 3);
        double s = Math.pow(roots[2] + roots[5] * before + roots[8] * after, 3);
        return OkLab.light(l, m, s);
    }

    /**
     * Paints pixels {@code from} to {@code to}: the red plane holds t, 0 to 1, and becomes a colour times {@code k} and the
     * alpha that is there already.
     */
    public void paint(Picture picture, int from, int to, float k) {
        int whole = from + (to - from) / Vectors.LANES * Vectors.LANES;
        ColourKernels.ramp(roots, bend, k, picture.r(), picture.g(), picture.b(), picture.a(), from, whole);
        for (int i = whole; i < to; i++) {
            float[] colour = colour(picture.r()[i]);
            float times = k * picture.a()[i];
            picture.r()[i] = times * colour[0];
            picture.g()[i] = times * colour[1];
            picture.b()[i] = times * colour[2];
        }
    }
}
