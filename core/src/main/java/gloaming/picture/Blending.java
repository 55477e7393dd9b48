package gloaming.picture;

import gloaming.flow.Picture;
import gloaming.look.Blend;

/**
 * The blend modes, in linear light with premultiplied alpha (after Porter and Duff 1984 and W3C Compositing 1, section 9).
 *
 * <p>With {@code s, sa} the source's colour and alpha and {@code b, ba} what lies behind, alpha is always
 * {@code sa + ba - sa * ba}, and colour is:
 *
 * <table>
 * <caption>Colour by mode</caption>
 * <tr><td>over</td><td>s + b (1 - sa)</td></tr>
 * <tr><td>add</td><td>s + b</td></tr>
 * <tr><td>screen</td><td>s + b - s b, the product taken of what lies within 0 to 1, so that light above 1 still adds</td></tr>
 * <tr><td>multiply</td><td>s b + s (1 - ba) + b (1 - sa)</td></tr>
 * <tr><td>lighten</td><td>max(s ba, b sa) + s (1 - ba) + b (1 - sa)</td></tr>
 * <tr><td>darken</td><td>min(s ba, b sa) + s (1 - ba) + b (1 - sa)</td></tr>
 * <tr><td>difference</td><td>s + b - 2 min(s ba, b sa)</td></tr>
 * <tr><td>subtract</td><td>b + s (1 - 2 ba): b - s where both are opaque</td></tr>
 * </table>
 *
 * <p>{@link #one} is the plain version; rows are done by loops that the JIT turns into vectors, or by {@link Strips}.
 */
public final class Blending {
    private static final ThreadLocal<float[][]> SCRATCH = ThreadLocal.withInitial(() -> new float[3][0]);

    private Blending() {}

    /** One channel of one pixel. */
    public static float one(Blend mode, float s, float sa, float b, float ba) {
        return switch (mode) {
            case OVER -> s + b * (1 - sa);
            case ADD -> s + b;
            case SCREEN -> s + b - Math.clamp(s, 0f, 1f) * Math.clamp(b, 0f, 1f);
            case MULTIPLY -> s * b + s * (1 - ba) + b * (1 - sa);
            case LIGHTEN -> Math.max(s * ba, b * sa) + s * (1 - ba) + b * (1 - sa);
            case DARKEN -> Math.min(s * ba, b * sa) + s * (1 - ba) + b * (1 - sa);
            case DIFFERENCE -> s + b - 2 * Math.min(s * ba, b * sa);
            case SUBTRACT -> b + s * (1 - 2 * ba);
        };
    }

    /**
     * Blends rows {@code from} to {@code to} of {@code source}, times {@code opacity} and the luminance times alpha of {@code
     * mask} where there is one, onto {@code target}.
     */
    public static void rows(Blend mode, Picture source, double opacity, Picture mask, Picture target, int from, int to) {
        int width = target.width;
        float[][] scratch = SCRATCH.get();
        if (scratch[0].length < width) for (int i = 0; i < scratch.length; i++) scratch[i] = new float[width];
        float[] s = scratch[0];
        float[] sa = scratch[1];
        float[] k = scratch[2];
        for (int y = from; y < to; y++) {
            int row = y * width;
            strength(mask, opacity, row, width, k);
            times(source.a, row, k, sa, width);
            for (int channel = 0; channel < 3; channel++) {
                times(source.plane(channel), row, k, s, width);
                channel(mode, s, sa, target.plane(channel), target.a, row, width);
            }
            union(sa, target.a, row, width);
        }
    }

    private static void strength(Picture mask, double opacity, int row, int width, float[] k) {
        float o = (float) opacity;
        if (mask == null) {
            java.util.Arrays.fill(k, 0, width, o);
        } else {
            // A premultiplied picture's luminance is already its luminance times its alpha.
            for (int x = 0; x < width; x++) {
                float light = 0.2126f * mask.r[row + x] + 0.7152f * mask.g[row + x] + 0.0722f * mask.b[row + x];
                k[x] = o * Math.clamp(light, 0f, 1f);
            }
        }
    }

    private static void times(float[] plane, int row, float[] k, float[] out, int width) {
        for (int x = 0; x < width; x++) out[x] = plane[row + x] * k[x];
    }

    private static void channel(Blend mode, float[] s, float[] sa, float[] b, float[] ba, int row, int width) {
        int done =
                switch (mode) {
                    case OVER -> over(s, sa, b, row, width);
                    case ADD -> add(s, b, row, width);
                    case SUBTRACT -> subtract(s, b, ba, row, width);
                    case MULTIPLY -> multiply(s, sa, b, ba, row, width);
                    case SCREEN -> Strips.screen(s, b, row, width);
                    case LIGHTEN -> Strips.lighten(s, sa, b, ba, row, width);
                    case DARKEN -> Strips.darken(s, sa, b, ba, row, width);
                    case DIFFERENCE -> Strips.difference(s, sa, b, ba, row, width);
                };
        for (int x = done; x < width; x++) b[row + x] = one(mode, s[x], sa[x], b[row + x], ba[row + x]);
    }

    private static int over(float[] s, float[] sa, float[] b, int row, int width) {
        for (int x = 0; x < width; x++) b[row + x] = s[x] + b[row + x] * (1 - sa[x]);
        return width;
    }

    private static int add(float[] s, float[] b, int row, int width) {
        for (int x = 0; x < width; x++) b[row + x] = s[x] + b[row + x];
        return width;
    }

    private static int subtract(float[] s, float[] b, float[] ba, int row, int width) {
        for (int x = 0; x < width; x++) b[row + x] = b[row + x] + s[x] * (1 - 2 * ba[row + x]);
        return width;
    }

    private static int multiply(float[] s, float[] sa, float[] b, float[] ba, int row, int width) {
        for (int x = 0; x < width; x++) {
            b[row + x] = s[x] * b[row + x] + s[x] * (1 - ba[row + x]) + b[row + x] * (1 - sa[x]);
        }
        return width;
    }

    private static void union(float[] sa, float[] ba, int row, int width) {
        for (int x = 0; x < width; x++) ba[row + x] = sa[x] + ba[row + x] - sa[x] * ba[row + x];
    }
}
