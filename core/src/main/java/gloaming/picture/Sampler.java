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
    private static final ThreadLocal<float[]> ROW = ThreadLocal.withInitial(() -> new float[0]);

    private Sampler() {}

    /** A transformation made ready for one pair of sizes: {@link #rows} draws any part of the result. */
    record Move(
            Picture source,
            Picture out,
            double cos,
            double sin,
            double shiftX,
            double shiftY,
            double dx,
            double dy,
            Border border,
            float fade) {

        /** Writes rows {@code from} to {@code to} of the result. */
        void rows(int from, int to) {
            double toPixel = source.scale();
            for (int row = from; row < to; row++) {
                double wx = out.worldX(0) - shiftX;
                double wy = out.worldY(row) - shiftY;
                double x = (cos * wx + sin * wy) * toPixel + source.width / 2.0 - 0.5;
                double y = (-sin * wx + cos * wy) * toPixel + source.height / 2.0 - 0.5;
                row(source, x, y, dx, dy, border, fade, out, row);
            }
        }
    }

    /** What draws {@code fade} times the transformed {@code source} into {@code out}, another picture. */
    static Move move(
            Picture source,
            double scale,
            double turn,
            double shiftX,
            double shiftY,
            Border border,
            double fade,
            Picture out) {
        double cos = turn == 0 ? 1 / scale : Math.cos(2 * Math.PI * turn) / scale;
        double sin = turn == 0 ? 0 : Math.sin(2 * Math.PI * turn) / scale;
        double dx = cos * source.height / out.height;
        double dy = turn == 0 ? 0 : -sin * source.height / out.height;
        return new Move(source, out, cos, sin, shiftX, shiftY, dx, dy, border, (float) fade);
    }

    /** Draws the whole of it. */
    static void draw(
            Picture source,
            double scale,
            double turn,
            double shiftX,
            double shiftY,
            Border border,
            double fade,
            Picture out,
            Crew crew) {
        Move move = move(source, scale, turn, shiftX, shiftY, border, fade, out);
        crew.each(out.height, 4, move::rows);
    }

    private static void row(
            Picture s, double x0, double y0, double dx, double dy, Border border, float fade, Picture out, int row) {
        int at = row * out.width;
        int from = first(s, x0, y0, dx, dy, 0, out.width);
        int to = end(s, x0, y0, dx, dy, 0, from, out.width);
        // Beyond an empty border there is nothing to sample but the pixel's width over which it fades.
        boolean bounded = border == Border.EMPTY;
        int low = bounded ? Math.min(from, first(s, x0, y0, dx, dy, 1, out.width)) : 0;
        int high = bounded ? Math.max(to, end(s, x0, y0, dx, dy, 1, low, out.width) + 1) : out.width;
        high = Math.min(high, out.width);
        for (int c = 0; c < 4; c++) {
            float[] plane = s.plane(c);
            float[] into = out.plane(c);
            java.util.Arrays.fill(into, at, at + low, 0f);
            java.util.Arrays.fill(into, at + high, at + out.width, 0f);
            for (int i = low; i < from; i++) into[at + i] = fade * at(s, plane, x0 + i * dx, y0 + i * dy, border);
            for (int i = to; i < high; i++) into[at + i] = fade * at(s, plane, x0 + i * dx, y0 + i * dy, border);
        }
        if (dy == 0) level(s, x0, y0, dx, fade, out, at, from, to);
        else inside(s, x0, y0, dx, dy, fade, out, at, from, to);
    }

    /** The first column whose place lies in the source, widened by {@code margin} pixels all round. */
    private static int first(Picture s, double x0, double y0, double dx, double dy, double margin, int width) {
        double x = enter(x0, dx, -margin, s.width - 1 + margin);
        double y = enter(y0, dy, -margin, s.height - 1 + margin);
        return Math.clamp((int) Math.ceil(Math.max(x, y)), 0, width);
    }

    /** The column behind the last that does, not before {@code from}. */
    private static int end(Picture s, double x0, double y0, double dx, double dy, double margin, int from, int width) {
        double x = leave(x0, dx, -margin, s.width - 1 + margin);
        double y = leave(y0, dy, -margin, s.height - 1 + margin);
        return Math.clamp((int) Math.floor(Math.min(x, y)), from, width);
    }

    /** The first column from which on a coordinate is inside, with a hair to spare. */
    private static double enter(double start, double step, double low, double high) {
        if (step == 0) return start >= low && start < high ? 0 : Integer.MAX_VALUE;
        return Math.min((step > 0 ? low + 1e-6 - start : high - 1e-6 - start) / step, Integer.MAX_VALUE);
    }

    /** The column at which a coordinate is inside no more. */
    private static double leave(double start, double step, double low, double high) {
        if (step == 0) return start >= low && start < high ? Integer.MAX_VALUE : 0;
        return Math.min((step > 0 ? high - 1e-6 - start : low + 1e-6 - start) / step, Integer.MAX_VALUE);
    }

    /** A row that is not turned: two rows of the source meet first, then columns. */
    private static void level(
            Picture s, double x0, double y0, double dx, float fade, Picture out, int at, int from, int to) {
        if (from == to) return;
        float[] meet = ROW.get();
        if (meet.length < s.width + 1) ROW.set(meet = new float[s.width + 1]);
        int low = (int) y0;
        float v = (float) (y0 - low);
        for (int c = 0; c < 4; c++) {
            Strips.meet(
                    s.plane(c),
                    low * s.width,
                    Math.min(s.height - 1, low + 1) * s.width,
                    fade * (1 - v),
                    fade * v,
                    meet,
                    0,
                    s.width);
            float[] into = out.plane(c);
            if (dx == 1) {
                int shift = (int) Math.floor(x0 + from) - from;
                Strips.slide(meet, shift, (float) (x0 + from - Math.floor(x0 + from)), into, at, from, to);
            } else {
                for (int i = from; i < to; i++) {
                    double x = x0 + i * dx;
                    int cx = (int) x;
                    float u = (float) (x - cx);
                    into[at + i] = meet[cx] + u * (meet[cx + 1] - meet[cx]);
                }
            }
        }
    }

    private static void inside(
            Picture s, double x0, double y0, double dx, double dy, float fade, Picture out, int at, int from, int to) {
        int w = s.width;
        for (int i = from; i < to; i++) {
            double x = x0 + i * dx;
            double y = y0 + i * dy;
            int cx = (int) x;
            int cy = (int) y;
            float u = (float) (x - cx);
            float v = (float) (y - cy);
            float k11 = u * v * fade;
            float k10 = u * fade - k11;
            float k01 = v * fade - k11;
            float k00 = fade - k10 - k01 - k11;
            int p = cy * w + cx;
            out.r[at + i] = k00 * s.r[p] + k10 * s.r[p + 1] + k01 * s.r[p + w] + k11 * s.r[p + w + 1];
            out.g[at + i] = k00 * s.g[p] + k10 * s.g[p + 1] + k01 * s.g[p + w] + k11 * s.g[p + w + 1];
            out.b[at + i] = k00 * s.b[p] + k10 * s.b[p + 1] + k01 * s.b[p + w] + k11 * s.b[p + w + 1];
            out.a[at + i] = k00 * s.a[p] + k10 * s.a[p + 1] + k01 * s.a[p + w] + k11 * s.a[p + w + 1];
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
