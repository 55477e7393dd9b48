package gloaming.picture.colour;

import gloaming.look.Id;
import gloaming.picture.kernel.Runs;
import gloaming.step.ByPixel;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Exposure, contrast about a pivot, saturation, hue and warmth, in that order and in linear light.
 *
 * <p>Contrast is a power about the pivot, {@code p (x / p)^c}, so that the pivot stays and nothing clips; what lies below 0 is bent
 * by its size. Hue turns about the grey axis with luminance kept (Haeberli 1993, "Matrix operations for image processing").
 */
@Id("grade")
@StepInfo(
        name = "Grade",
        does = "Sets exposure, contrast, saturation, hue and warmth.",
        find =
                "colour color correct exposure contrast saturation hue temperature warm cold tint grade vivid grey warmer colder colours shift black and white film sepia",
        notice = "Warmer, more contrast: all at once in light, so nothing is cut off.",
        example = "puppet > * contrast==1.2+0.4*sin(t*1.6) warmth=0.3",
        sets = {
            "Bleached: contrast=1.3 saturation=0.35 exposure=0.2",
            "Night: exposure=-1.4 saturation=0.7 warmth=-0.5 contrast=1.1",
            "Old film: contrast=0.85 saturation=0.6 warmth=0.45",
            "Punch: contrast=1.5 saturation=1.5"
        })
public record Grade(
        @Id("exposure") @Range(min = -8, max = 8, initial = 0, unit = "stops", says = "Each stop doubles the light.")
        double exposure,

        @Id("contrast")
        @Range(min = 0.1, max = 4, initial = 1, byRatio = true, says = "Above 1 spreads tones away from the pivot.")
        double contrast,

        @Id("pivot")
        @Range(min = 0.01, max = 2, initial = 0.18, byRatio = true, says = "The tone that contrast leaves alone.")
        double pivot,

        @Id("saturation") @Range(min = 0, max = 4, initial = 1, says = "0 is grey, 1 as it was.")
        double saturation,

        @Id("hue")
        @Range(min = -0.5, max = 0.5, initial = 0, unit = "turns", says = "Turns all colours round the wheel.")
        double hue,

        @Id("warmth") @Range(min = -1, max = 1, initial = 0, says = "From cold to warm.")
        double warmth)
        implements ByPixel<Void> {

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        float[] m = matrix();
        float[] each = {(float) (1 + 0.35 * warmth), 1, (float) (1 - 0.35 * warmth)};
        float gain = (float) Math.pow(2, exposure);
        float scale = (float) (Math.pow(pivot, 1 - contrast));
        return (p, from, to, row) -> {
            for (int c = 0; c < 3; c++) {
                Runs.times(p.plane(c), from, gain * each[c], p.plane(c), from, to - from);
                if (contrast != 1) Runs.power(p.plane(c), from, (float) contrast, scale, to - from);
            }
            mix(m, p.r(), p.g(), p.b(), from, to);
        };
    }

    /** One pixel: the plain version. */
    public float[] one(float r, float g, float b) {
        float[] in = {r, g, b};
        float[] each = {(float) (1 + 0.35 * warmth), 1, (float) (1 - 0.35 * warmth)};
        for (int c = 0; c < 3; c++) {
            double lit = in[c] * Math.pow(2, exposure) * each[c];
            in[c] = (float) (Math.signum(lit) * pivot * Math.pow(Math.abs(lit) / pivot, contrast));
        }
        float[] m = matrix();
        float[] out = new float[3];
        for (int c = 0; c < 3; c++) out[c] = m[3 * c] * in[0] + m[3 * c + 1] * in[1] + m[3 * c + 2] * in[2];
        return out;
    }

    private float[] matrix() {
        double[] light = {0.2126, 0.7152, 0.0722};
        double cos = Math.cos(2 * Math.PI * hue);
        double sin = Math.sin(2 * Math.PI * hue) / Math.sqrt(3);
        // A turn about the grey axis (Rodrigues), then a shift along it that gives the luminance back.
        double[][] turn = new double[3][3];
        for (int i = 0; i < 3; i++) {
            for (int j = 0; j < 3; j++) {
                int step = Math.floorMod(j - i, 3);
                turn[i][j] = (i == j ? cos : 0) + (1 - cos) / 3 + (step == 1 ? -sin : step == 2 ? sin : 0);
            }
        }
        float[] m = new float[9];
        for (int j = 0; j < 3; j++) {
            double kept = light[0] * turn[0][j] + light[1] * turn[1][j] + light[2] * turn[2][j];
            for (int i = 0; i < 3; i++) {
                double hued = turn[i][j] + light[j] - kept;
                m[3 * i + j] = (float) (light[j] + saturation * (hued - light[j]));
            }
        }
        return m;
    }

    private static void mix(float[] m, float[] r, float[] g, float[] b, int from, int to) {
        float m0 = m[0], m1 = m[1], m2 = m[2], m3 = m[3], m4 = m[4], m5 = m[5], m6 = m[6], m7 = m[7], m8 = m[8];
        for (int i = from; i < to; i++) {
            float red = r[i];
            float green = g[i];
            float blue = b[i];
            r[i] = m0 * red + m1 * green + m2 * blue;
            g[i] = m3 * red + m4 * green + m5 * blue;
            b[i] = m6 * red + m7 * green + m8 * blue;
        }
    }
}
