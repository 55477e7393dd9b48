package gloaming.picture.kernel;

import gloaming.flow.Picture;
import gloaming.flow.Vectors;
import gloaming.look.Blend;

/**
 * The blend modes, in linear light with premultiplied alpha (after Porter and Duff 1984 and W3C Compositing 1, section 9).
 *
 * <p>With {@code s, sa} the source's colour and alpha and {@code b, ba} what lies behind, alpha is {@code sa + ba - sa * ba}, or
 * {@code ba} for those that stay within what is there (Porter and Duff's atop), and colour is:
 *
 * <table>
 * <caption>Colour by mode</caption>
 * <tr><td>over</td><td>s + b (1 - sa)</td></tr>
 * <tr><td>add</td><td>s + b</td></tr>
 * <tr><td>screen</td><td>s + b - s b, the product taken of what lies within 0 to 1, so that light above 1 still adds</td></tr>
 * <tr><td>multiply</td><td>s b + b (1 - sa)</td></tr>
 * <tr><td>lighten</td><td>max(s ba, b sa) + s (1 - ba) + b (1 - sa)</td></tr>
 * <tr><td>darken</td><td>min(s ba, b sa) + b (1 - sa)</td></tr>
 * <tr><td>difference</td><td>s + b - 2 min(s ba, b sa)</td></tr>
 * <tr><td>subtract</td><td>b - s ba</td></tr>
 * <tr><td>one of these, or itself over nothing</td><td>the same + s (1 - ba)</td></tr>
 * </table>
 *
 * <p>{@link #one} is the plain version; rows are done by {@link BlendKernels}.
 */
public final class Blending {
    private static final ThreadLocal<float[]> STRENGTH = ThreadLocal.withInitial(() -> new float[0]);

    private Blending() {}

    /** One channel of one pixel. */
    public static float one(Blend mode, float s, float sa, float b, float ba) {
        return switch (mode) {
            case OVER -> s + b * (1 - sa);
            case ADD -> s + b;
            case SCREEN -> s + b - Math.clamp(s, 0f, 1f) * Math.clamp(b, 0f, 1f);
            case MULTIPLY -> s * b + b * (1 - sa);
            case LIGHTEN -> Math.max(s * ba, b * sa) + s * (1 - ba) + b * (1 - sa);
            case DARKEN -> Math.min(s * ba, b * sa) + b * (1 - sa);
            case DIFFERENCE -> s + b - 2 * Math.min(s * ba, b * sa);
            case SUBTRACT -> b - s * ba;
            case MULTIPLY_OR_SELF -> s * b + s * (1 - ba) + b * (1 - sa);
            case DARKEN_OR_SELF -> Math.min(s * ba, b * sa) + s * (1 - ba) + b * (1 - sa);
            case SUBTRACT_OR_SELF -> b + s * (1 - 2 * ba);
        };
    }

    /** Alpha of one pixel. */
    public static float alpha(Blend mode, float sa, float ba) {
        return mode.within() ? ba : sa + ba - sa * ba;
    }

    /**
     * Blends rows {@code from} to {@code to} of {@code source}, times {@code opacity} and the luminance times alpha of {@code
     * mask} where there is one, onto {@code target}.
     */
    public static void rows(
            Blend mode, Picture source, double opacity, Picture mask, Picture target, int from, int to) {
        int width = target.width;
        int whole = width / Vectors.LANES * Vectors.LANES;
        float[] k = STRENGTH.get();
        if (k.length < width) STRENGTH.set(k = new float[width]);
        java.util.Arrays.fill(k, 0, width, (float) opacity);
        for (int y = from; y < to; y++) {
            int row = target.at(y);
            int at = source.at(y);
            if (mask != null) strength(mask, (float) opacity, mask.at(y), width, k);
            for (int c = 0; c < 3; c++) {
                float[] s = source.plane(c);
                float[] b = target.plane(c);
                channel(mode, s, source.a(), at, k, b, target.a(), row, whole);
                for (int x = whole; x < width; x++) {
                    b[row + x] =
                            one(mode, s[at + x] * k[x], source.a()[at + x] * k[x], b[row + x], target.a()[row + x]);
                }
            }
            if (mode.within()) continue;
            BlendKernels.union(source.a(), at, k, target.a(), row, whole);
            for (int x = whole; x < width; x++) {
                target.a()[row + x] = alpha(mode, source.a()[at + x] * k[x], target.a()[row + x]);
            }
        }
    }

    private static void strength(Picture mask, float opacity, int row, int width, float[] k) {
        // A premultiplied picture's luminance is already its luminance times its alpha.
        for (int x = 0; x < width; x++) {
            float light = 0.2126f * mask.r()[row + x] + 0.7152f * mask.g()[row + x] + 0.0722f * mask.b()[row + x];
            k[x] = opacity * Math.clamp(light, 0f, 1f);
        }
    }

    private static void channel(
            Blend mode, float[] s, float[] sa, int at, float[] k, float[] b, float[] ba, int row, int width) {
        switch (mode) {
            case OVER -> BlendKernels.over(s, sa, at, k, b, ba, row, width);
            case ADD -> BlendKernels.add(s, sa, at, k, b, ba, row, width);
            case SCREEN -> BlendKernels.screen(s, sa, at, k, b, ba, row, width);
            case MULTIPLY, MULTIPLY_OR_SELF -> BlendKernels.multiply(s, sa, at, k, b, ba, row, width);
            case LIGHTEN -> BlendKernels.lighten(s, sa, at, k, b, ba, row, width);
            case DARKEN, DARKEN_OR_SELF -> BlendKernels.darken(s, sa, at, k, b, ba, row, width);
            case DIFFERENCE -> BlendKernels.difference(s, sa, at, k, b, ba, row, width);
            case SUBTRACT, SUBTRACT_OR_SELF -> BlendKernels.subtract(s, sa, at, k, b, ba, row, width);
        }
        if (mode.orSelf()) BlendKernels.self(s, at, k, b, ba, row, width);
    }
}
