package gloaming.step;

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
        return encoded <= 0.04045 ? encoded / 12.92 : Math.pow((encoded + 0.055) / 1.055, 2.4);
    }

    /** Linear light to sRGB. */
    public static double toSrgb(double linear) {
        return linear <= 0.0031308 ? linear * 12.92 : 1.055 * Math.pow(linear, 1 / 2.4) - 0.055;
    }

    /** Luminance of linear light (ITU-R BT.709). */
    public static float luminance(float r, float g, float b) {
        return 0.2126f * r + 0.7152f * g + 0.0722f * b;
    }
}
