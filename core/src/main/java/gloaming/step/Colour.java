package gloaming.step;

import gloaming.flow.Srgb;

/** A colour in linear light, not premultiplied; written as {@code #rrggbb} in sRGB (IEC 61966-2-1). */
public record Colour(float r, float g, float b) {

    /** Parses {@code #rrggbb}; {@link IllegalArgumentException} for anything else. */
    public static Colour parse(String text) {
        if (text == null || !text.matches("#[0-9a-fA-F]{6}")) {
            throw new IllegalArgumentException("'" + text + "' is no colour; write it as #rrggbb");
        }
        int rgb = Integer.parseInt(text.substring(1), 16);
        return new Colour(linear(rgb >> 16 & 255), linear(rgb >> 8 & 255), linear(rgb & 255));
    }

    private static float linear(int level) {
        return (float) toLinear(level / 255.0);
    }

    /** sRGB to linear light. */
    public static double toLinear(double encoded) {
        return Srgb.light(encoded);
    }

    /** Linear light to sRGB. */
    public static double toSrgb(double linear) {
        return Srgb.code(linear);
    }

    /** Luminance of linear light (ITU-R BT.709). */
    public static float luminance(float r, float g, float b) {
        return 0.2126f * r + 0.7152f * g + 0.0722f * b;
    }
}
