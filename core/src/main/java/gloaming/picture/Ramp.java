package gloaming.picture;

import gloaming.step.Colour;

/** A run of colours, mixed in OKLab (Ottosson 2020) so that no mixture is muddier than its ends; looked up in linear light. */
final class Ramp {
    private static final int SIZE = 4096;
    final float[] r = new float[SIZE + 1];
    final float[] g = new float[SIZE + 1];
    final float[] b = new float[SIZE + 1];

    /** From {@code low} at 0 through {@code middle} at {@code at} to {@code high} at 1. */
    Ramp(Colour low, Colour middle, Colour high, double at) {
        double[] l = toLab(low);
        double[] m = toLab(middle);
        double[] h = toLab(high);
        double bend = Math.clamp(at, 0.001, 0.999);
        for (int i = 0; i < r.length; i++) {
            double t = Math.min(1, (double) i / SIZE);
            double part = t < bend ? t / bend : (t - bend) / (1 - bend);
            double[] from = t < bend ? l : m;
            double[] to = t < bend ? m : h;
            set(
                    i,
                    from[0] + part * (to[0] - from[0]),
                    from[1] + part * (to[1] - from[1]),
                    from[2] + part * (to[2] - from[2]));
        }
    }

    /** Writes the colour at {@code t}, held to 0 to 1, into pixel {@code i}, opaque and times {@code k}. */
    void put(float t, float k, gloaming.flow.Picture out, int i) {
        int cell = (int) (Math.min(1f, Math.max(0f, t)) * SIZE + 0.5f);
        out.r[i] = k * r[cell];
        out.g[i] = k * g[cell];
        out.b[i] = k * b[cell];
    }

    private void set(int i, double lightness, double a, double bb) {
        double l = Math.pow(lightness + 0.3963377774 * a + 0.2158037573 * bb, 3);
        double m = Math.pow(lightness - 0.1055613458 * a - 0.0638541728 * bb, 3);
        double s = Math.pow(lightness - 0.0894841775 * a - 1.2914855480 * bb, 3);
        r[i] = (float) Math.max(0, 4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s);
        g[i] = (float) Math.max(0, -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s);
        b[i] = (float) Math.max(0, -0.0041960863 * l - 0.7034186147 * m + 1.7076147010 * s);
    }

    private static double[] toLab(Colour c) {
        double l = Math.cbrt(0.4122214708 * c.r() + 0.5363325363 * c.g() + 0.0514459929 * c.b());
        double m = Math.cbrt(0.2119034982 * c.r() + 0.6806995451 * c.g() + 0.1073969566 * c.b());
        double s = Math.cbrt(0.0883024619 * c.r() + 0.2817188376 * c.g() + 0.6299787005 * c.b());
        return new double[] {
            0.2104542553 * l + 0.7936177850 * m - 0.0040720468 * s,
            1.9779984951 * l - 2.4285922050 * m + 0.4505937099 * s,
            0.0259040371 * l + 0.7827717662 * m - 0.8086757660 * s
        };
    }
}
