package gloaming.picture.colour;

import gloaming.look.Id;
import gloaming.picture.kernel.RowRoom;
import gloaming.step.ByPixel;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Takes a colour out: pixels of its hue become clear, and its light is taken from what stays.
 *
 * <p>Distance is measured between chromaticities in the plane of YCbCr (ITU-R BT.709) each divided by its light, so that shadows
 * on the cloth go with it.
 */
@Id("colour-key")
@StepInfo(
        name = "Colour key",
        does = "Makes one colour clear, such as a green cloth behind a person.",
        ifBlack = "Tolerance takes away everything; lower it",
        find = "chroma key green screen blue screen matte cut out remove background",
        notice = "What is of the key's colour is gone, and the edge has lost its tint.",
        example = "puppet > * colour=#c03a2c tolerance=0.3")
public record ColourKey(
        @Id("colour") @Choice(initial = "#2fbf4a", says = "The colour to take out.")
        Colour colour,

        @Id("tolerance") @Range(min = 0, max = 1, initial = 0.25, says = "How far from the colour is still clear.")
        double tolerance,

        @Id("softness") @Range(min = 0.001, max = 1, initial = 0.15, says = "From there, how softly it comes back.")
        double softness,

        @Id("despill") @Range(min = 0, max = 1, initial = 1, says = "Takes the colour's light off the edges.")
        double despill)
        implements ByPixel<Void> {

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        float[] key = chroma(colour.r(), colour.g(), colour.b());
        float length = (float) Math.sqrt(key[0] * key[0] + key[1] * key[1]);
        float scale = 1 / Math.max(1e-4f, length);
        float near = (float) tolerance;
        float sharp = 1 / (float) softness;
        float strength = (float) despill;
        return (p, from, to, row) -> {
            float[] far = RowRoom.of(p.width).x;
            for (int i = from; i < to; i += p.width) {
                ColourKernels.distance(p.r(), p.g(), p.b(), i, key[0], key[1], scale, far, p.width);
                ColourKernels.key(p.r(), p.g(), p.b(), p.a(), i, far, near, sharp, strength, p.width);
            }
        };
    }

    /** One pixel, the plain version: red, green, blue and cover as they stay. */
    public float[] one(float r, float g, float b, float a) {
        float[] key = chroma(colour.r(), colour.g(), colour.b());
        float[] uv = chroma(r, g, b);
        float far = (float) (Math.hypot(uv[0] - key[0], uv[1] - key[1]) / Math.max(1e-4, Math.hypot(key[0], key[1])));
        float k = Math.clamp((far - (float) tolerance) / (float) softness, 0f, 1f);
        k = k * k * (3 - 2 * k);
        float spill = (float) despill * (1 - Math.min(1f, far));
        return new float[] {
            k * (r - spill * Math.max(0f, r - Math.max(g, b))),
            k * (g - spill * Math.max(0f, g - Math.max(r, b))),
            k * (b - spill * Math.max(0f, b - Math.max(r, g))),
            k * a
        };
    }

    private static float[] chroma(float r, float g, float b) {
        float light = 0.2126f * r + 0.7152f * g + 0.0722f * b;
        float inverse = 1 / Math.max(1e-4f, light);
        return new float[] {(b - light) * inverse * 0.5389f, (r - light) * inverse * 0.6350f};
    }
}
