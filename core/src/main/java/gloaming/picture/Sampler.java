package gloaming.picture;

import gloaming.flow.Crew;
import gloaming.flow.Picture;

/**
 * Draws a picture scaled, turned and moved, with linear sampling. {@link #at} is the plain version.
 *
 * <p>A place in the result shows the source at {@code turn back (place - shift) / scale}, so the picture itself appears
 * scaled, turned anticlockwise and shifted. Pictures of different sizes fit by height.
 */
final class Sampler {
    private Sampler() {}

    /** Writes {@code fade} times the transformed {@code source} into {@code out}, another picture. */
    static void draw(
            Picture source, double scale, double turn, double shiftX, double shiftY, Border border, float fade, Picture out, Crew crew) {
        double cos = Math.cos(2 * Math.PI * turn) / scale;
        double sin = Math.sin(2 * Math.PI * turn) / scale;
        double toPixel = source.scale();
        double dx = cos * 2 / out.height * toPixel;
        double dy = -sin * 2 / out.height * toPixel;
        crew.each(out.height, 4, (from, to) -> {
            for (int row = from; row < to; row++) {
                double wx = out.worldX(0) - shiftX;
                double wy = out.worldY(row) - shiftY;
                double x = (cos * wx + sin * wy) * toPixel + source.width / 2.0 - 0.5;
                double y = (-sin * wx + cos * wy) * toPixel + source.height / 2.0 - 0.5;
                row(source, x, y, dx, dy, border, fade, out, row);
            }
        });
    }

    private static void row(Picture s, double x0, double y0, double dx, double dy, Border border, float fade, Picture out, int row) {
        int at = row * out.width;
        int w = s.width;
        for (int column = 0; column < out.width; column++) {
            double x = x0 + column * dx;
            double y = y0 + column * dy;
            int cx = (int) Math.floor(x);
            int cy = (int) Math.floor(y);
            int i = at + column;
            if (cx >= 0 && cy >= 0 && cx < w - 1 && cy < s.height - 1) {
                float u = (float) (x - cx);
                float v = (float) (y - cy);
                float k11 = u * v * fade;
                float k10 = u * fade - k11;
                float k01 = v * fade - k11;
                float k00 = fade - k10 - k01 - k11;
                int p = cy * w + cx;
                out.r[i] = k00 * s.r[p] + k10 * s.r[p + 1] + k01 * s.r[p + w] + k11 * s.r[p + w + 1];
                out.g[i] = k00 * s.g[p] + k10 * s.g[p + 1] + k01 * s.g[p + w] + k11 * s.g[p + w + 1];
                out.b[i] = k00 * s.b[p] + k10 * s.b[p + 1] + k01 * s.b[p + w] + k11 * s.b[p + w + 1];
                out.a[i] = k00 * s.a[p] + k10 * s.a[p + 1] + k01 * s.a[p + w] + k11 * s.a[p + w + 1];
            } else {
                out.r[i] = fade * at(s, s.r, x, y, border);
                out.g[i] = fade * at(s, s.g, x, y, border);
                out.b[i] = fade * at(s, s.b, x, y, border);
                out.a[i] = fade * at(s, s.a, x, y, border);
            }
        }
    }

    /** One plane at a place in pixels, where whole numbers are the middles of pixels. */
    static float at(Picture s, float[] plane, double x, double y, Border border) {
        int cx = (int) Math.floor(x);
        int cy = (int) Math.floor(y);
        float u = (float) (x - cx);
        float v = (float) (y - cy);
        float low = pixel(s, plane, cx, cy, border) * (1 - u) + pixel(s, plane, cx + 1, cy, border) * u;
        float high = pixel(s, plane, cx, cy + 1, border) * (1 - u) + pixel(s, plane, cx + 1, cy + 1, border) * u;
        return low * (1 - v) + high * v;
    }

    private static float pixel(Picture s, float[] plane, int x, int y, Border border) {
        if (border == Border.EMPTY && (x < 0 || y < 0 || x >= s.width || y >= s.height)) return 0;
        return plane[bring(y, s.height, border) * s.width + bring(x, s.width, border)];
    }

    private static int bring(int i, int n, Border border) {
        return switch (border) {
            case EMPTY, HOLD -> Math.clamp(i, 0, n - 1);
            case REPEAT -> Math.floorMod(i, n);
            case MIRROR -> {
                int m = Math.floorMod(i, 2 * n);
                yield m < n ? m : 2 * n - 1 - m;
            }
        };
    }
}
