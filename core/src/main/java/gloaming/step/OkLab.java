package gloaming.step;

/**
 * Mixing colours so that no mixture is muddier than its ends: Ottosson (2020), "A perceptual color space for image processing". OKLab
 * is linear in the cube roots of the cone responses, so the mixing is done there.
 */
public final class OkLab {
    private OkLab() {}

    public static double[] roots(Colour c) {
        return new double[] {
            Math.cbrt(0.4122214708 * c.r() + 0.5363325363 * c.g() + 0.0514459929 * c.b()),
            Math.cbrt(0.2119034982 * c.r() + 0.6806995451 * c.g() + 0.1073969566 * c.b()),
            Math.cbrt(0.0883024619 * c.r() + 0.2817188376 * c.g() + 0.6299787005 * c.b())
        };
    }

    /** Red, green and blue in linear light of cone responses: the cubes of what {@link #roots} gives. */
    public static float[] light(double l, double m, double s) {
        return new float[] {
            (float) Math.max(0, 4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s),
            (float) Math.max(0, -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s),
            (float) Math.max(0, -0.0041960863 * l - 0.7034186147 * m + 1.7076147010 * s)
        };
    }

    /** The mixture of colours by weights that come to 1, in linear light. */
    public static float[] mixed(Colour[] colours, double[] weights) {
        double[] cones = new double[3];
        for (int i = 0; i < colours.length; i++) {
            double[] roots = roots(colours[i]);
            for (int c = 0; c < 3; c++) cones[c] += weights[i] * roots[c];
        }
        for (int c = 0; c < 3; c++) cones[c] = cones[c] * cones[c] * cones[c];
        return light(cones[0], cones[1], cones[2]);
    }

    /** The colour a part {@code t} of the way from one to another, in linear light. */
    public static float[] between(Colour from, Colour to, double t) {
        double[] a = roots(from);
        double[] b = roots(to);
        double[] cones = new double[3];
        for (int c = 0; c < 3; c++) cones[c] = Math.pow(a[c] + (b[c] - a[c]) * t, 3);
        return light(cones[0], cones[1], cones[2]);
    }
}
