package gloaming.picture;

import gloaming.step.ByPixel;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Pick;
import gloaming.step.Range;
import gloaming.step.Says;

/**
 * Takes a colour out: pixels of its hue become clear, and its light is taken from what stays.
 *
 * <p>Distance is measured between chromaticities in the plane of YCbCr (ITU-R BT.709) each divided by its light, so that shadows
 * on the cloth go with it.
 */
@Says(
        name = "Colour key",
        does = "Makes one colour clear, such as a green cloth behind a person.",
        ifBlack = "Tolerance takes away everything; lower it",
        find = "chroma key green screen blue screen matte cut out remove background")
public record ColourKey(
        @Pick(initial = "#2fbf4a", says = "The colour to take out.")
        Colour colour,

        @Range(min = 0, max = 1, initial = 0.25, says = "How far from the colour is still clear.")
        double tolerance,

        @Range(min = 0.001, max = 1, initial = 0.15, says = "From there, how softly it comes back.")
        double softness,

        @Range(min = 0, max = 1, initial = 1, says = "Takes the colour's light off the edges.")
        double despill)
        implements ByPixel<Void> {

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        float[] key = chroma(colour.r(), colour.g(), colour.b());
        float length = (float) Math.sqrt(key[0] * key[0] + key[1] * key[1]);
        float scale = 1 / Math.max(1e-4f, length);
        return (p, from, to, row) -> {
            float[] far = Slope.Room.of(p.width).x;
            for (int i = from; i < to; i += p.width) {
                far(p.r, p.g, p.b, i, key[0], key[1], scale, far, p.width);
                cut(p.r, p.g, p.b, p.a, i, far, p.width);
            }
        };
    }

    private static void far(
            float[] red, float[] green, float[] blue, int at, float keyU, float keyV, float scale, float[] far, int n) {
        for (int i = 0; i < n; i++) {
            float r = red[at + i];
            float b = blue[at + i];
            float light = 0.2126f * r + 0.7152f * green[at + i] + 0.0722f * b;
            float inverse = 1 / Math.max(1e-4f, light);
            float u = (b - light) * inverse * 0.5389f - keyU;
            float v = (r - light) * inverse * 0.6350f - keyV;
            far[i] = (float) Math.sqrt(u * u + v * v) * scale;
        }
    }

    private void cut(float[] red, float[] green, float[] blue, float[] cover, int at, float[] far, int n) {
        float near = (float) tolerance;
        float sharp = 1 / (float) softness;
        float strength = (float) despill;
        for (int i = 0; i < n; i++) {
            float r = red[at + i];
            float g = green[at + i];
            float b = blue[at + i];
            float k = Math.min(1, Math.max(0, (far[i] - near) * sharp));
            k = k * k * (3 - 2 * k);
            float spill = strength * (1 - Math.min(1, far[i]));
            red[at + i] = k * (r - spill * Math.max(0, r - Math.max(g, b)));
            green[at + i] = k * (g - spill * Math.max(0, g - Math.max(r, b)));
            blue[at + i] = k * (b - spill * Math.max(0, b - Math.max(r, g)));
            cover[at + i] *= k;
        }
    }

    private static float[] chroma(float r, float g, float b) {
        float light = 0.2126f * r + 0.7152f * g + 0.0722f * b;
        float inverse = 1 / Math.max(1e-4f, light);
        return new float[] {(b - light) * inverse * 0.5389f, (r - light) * inverse * 0.6350f};
    }
}
