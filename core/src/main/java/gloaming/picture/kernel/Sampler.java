package gloaming.picture.kernel;

import gloaming.flow.Picture;
import gloaming.flow.Vectors;

/**
 * Draws a picture scaled, turned and moved, with linear sampling. {@link #at} is the plain version.
 *
 * <p>A place in the result shows the source at {@code turn back (place - shift) / scale}, so the picture itself appears
 * scaled, turned anticlockwise and shifted. Pictures of different sizes fit by height.
 */
public final class Sampler {
    private static final ThreadLocal<Scratch> SCRATCH = ThreadLocal.withInitial(Scratch::new);

    /** Where the pixels of one row look, and two rows of the source as one. */
    private static final class Scratch {
        int[] p = new int[0];
        float[] u = new float[0];
        float[] v = new float[0];
        float[] row = new float[0];
        final float[] pixel = new float[4];

        Scratch room(int width, int source) {
            if (p.length < width + Vectors.LANES) {
                p = new int[width + Vectors.LANES];
                u = new float[width + Vectors.LANES];
                v = new float[width + Vectors.LANES];
            }
            if (row.length < source + 1) row = new float[source + 1];
            return this;
        }
    }

    private Sampler() {}

    /** A transformation made ready for one pair of sizes: {@link #rows} draws any part of the result. */
    public record Move(
            Picture source,
            double cos,
            double sin,
            double shiftX,
            double shiftY,
            double dx,
            double dy,
            Border border,
            float fade) {

        /** Writes rows {@code from} to {@code to} of the result into {@code out} and returns it. */
        public Picture rows(Picture out, int from, int to) {
            return rows(out, null, from, to);
        }

        /** The same; {@code woven} has begun with the source, and is told how far apart the places lie. */
        public Picture rows(Picture out, Woven woven, int from, int to) {
            double toPixel = source.scale();
            for (int row = from; row < to; row++) {
                double wx = out.worldX(0) - shiftX;
                double wy = out.worldY(row) - shiftY;
                double x = (cos * wx + sin * wy) * toPixel + source.width / 2.0 - 0.5;
                double y = (-sin * wx + cos * wy) * toPixel + source.height / 2.0 - 0.5;
                row(source, woven, x, y, dx, dy, border, fade, out, row);
            }
            return out;
        }
    }

    /** What draws {@code fade} times the transformed {@code source} into another picture of that height. */
    public static Move move(
            Picture source,
            double scale,
            double turn,
            double shiftX,
            double shiftY,
            Border border,
            double fade,
            int height) {
        double cos = turn == 0 ? 1 / scale : Math.cos(2 * Math.PI * turn) / scale;
        double sin = turn == 0 ? 0 : Math.sin(2 * Math.PI * turn) / scale;
        double dx = cos * source.height / height;
        double dy = turn == 0 ? 0 : -sin * source.height / height;
        return new Move(source, cos, sin, shiftX, shiftY, dx, dy, border, (float) fade);
    }

    private static void row(
            Picture s,
            Woven woven,
            double x0,
            double y0,
            double dx,
            double dy,
            Border border,
            float fade,
            Picture out,
            int row) {
        int at = out.at(row);
        if (s.width < 2 || s.height < 2) {
            plain(s, x0, y0, dx, dy, border, fade, out, at, 0, out.width);
            return;
        }
        if (border != Border.EMPTY) {
            inside(s, woven, x0, y0, dx, dy, border, fade, out, at, 0, out.width);
            return;
        }
        int from = first(s, x0, y0, dx, dy, 0, out.width);
        int to = end(s, x0, y0, dx, dy, 0, from, out.width);
        // Beyond an empty border there is nothing to sample but the pixel's width over which it fades.
        int low = Math.min(from, first(s, x0, y0, dx, dy, 1, out.width));
        int high = Math.min(out.width, Math.max(to, end(s, x0, y0, dx, dy, 1, low, out.width) + 1));
        for (int c = 0; c < 4; c++) {
            java.util.Arrays.fill(out.plane(c), at, at + low, 0f);
            java.util.Arrays.fill(out.plane(c), at + high, at + out.width, 0f);
        }
        plain(s, x0, y0, dx, dy, border, fade, out, at, low, from);
        inside(s, woven, x0, y0, dx, dy, border, fade, out, at, from, to);
        plain(s, x0, y0, dx, dy, border, fade, out, at, to, high);
    }

    private static void plain(
            Picture s,
            double x0,
            double y0,
            double dx,
            double dy,
            Border border,
            float fade,
            Picture out,
            int at,
            int from,
            int to) {
        for (int c = 0; c < 4; c++) {
            plain(s, s.plane(c), x0, y0, dx, dy, border, fade, out.plane(c), at, from, to);
        }
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

    /** Pixels whose places lie in the source, or are folded into it. */
    private static void inside(
            Picture s,
            Woven woven,
            double x0,
            double y0,
            double dx,
            double dy,
            Border border,
            float fade,
            Picture out,
            int at,
            int from,
            int to) {
        if (from >= to) return;
        Scratch scratch = SCRATCH.get().room(out.width, s.width);
        boolean level = dy == 0;
        boolean slide = level && dx == 1 && border == Border.EMPTY;
        if (!slide) {
            float y = level ? 0 : (float) y0;
            SampleKernels.places(
                    (float) x0,
                    y,
                    (float) dx,
                    (float) dy,
                    border,
                    s.width,
                    s.height,
                    scratch.p,
                    scratch.u,
                    scratch.v,
                    from,
                    to);
        }
        if (!level) {
            int whole = from + (to - from) / Vectors.LANES * Vectors.LANES;
            float[] pixels = woven == null ? null : woven.of(s);
            if (woven != null) woven.scattered(SampleKernels.scattered(scratch.p, from, whole));
            if (pixels == null) SampleKernels.sample(s, scratch.p, scratch.u, scratch.v, fade, out, at, from, whole);
            else
                WovenKernels.sample(
                        pixels, s.width, scratch.p, scratch.u, scratch.v, fade, scratch.pixel, out, at, from, whole);
            plain(s, x0, y0, dx, dy, border, fade, out, at, whole, to);
        }
        for (int c = 0; level && c < 4; c++) {
            float[] plane = s.plane(c);
            float[] into = out.plane(c);
            boolean straight = slide && x0 == Math.rint(x0);
            float[] meet = straight ? into : scratch.row;
            int shift = (int) Math.floor(x0 + from) - from;
            int low = (int) Math.floor(y0);
            float v = (float) (y0 - low);
            ConvolutionKernels.meet(
                    plane,
                    bring(low, s.height, border) * s.width + (straight ? from + shift : 0),
                    bring(low + 1, s.height, border) * s.width + (straight ? from + shift : 0),
                    fade * (1 - v),
                    fade * v,
                    meet,
                    straight ? at + from : 0,
                    straight ? to - from : s.width);
            if (straight) continue;
            if (slide) {
                Runs.slide(meet, shift, (float) (x0 + from - Math.floor(x0 + from)), into, at, from, to);
                continue;
            }
            int whole = from + (to - from) / Vectors.LANES * Vectors.LANES;
            SampleKernels.sample(meet, scratch.p, scratch.u, into, at, from, whole);
            plain(s, plane, x0, y0, dx, dy, border, fade, into, at, whole, to);
        }
        if (border == Border.REPEAT) mendSeam(s, x0, y0, dx, dy, fade, out, at, from, to, scratch, level);
    }

    private static void plain(
            Picture s,
            float[] plane,
            double x0,
            double y0,
            double dx,
            double dy,
            Border border,
            float fade,
            float[] into,
            int at,
            int from,
            int to) {
        for (int i = from; i < to; i++) into[at + i] = fade * at(s, plane, x0 + i * dx, y0 + i * dy, border);
    }

    /** Pixels between the last and the first of a picture that repeats. */
    private static void mendSeam(
            Picture s,
            double x0,
            double y0,
            double dx,
            double dy,
            float fade,
            Picture out,
            int at,
            int from,
            int to,
            Scratch scratch,
            boolean level) {
        for (int i = from; i < to; i++) {
            if (scratch.u[i] <= 1 && (level || scratch.v[i] <= 1)) continue;
            for (int c = 0; c < 4; c++) {
                out.plane(c)[at + i] = fade * at(s, s.plane(c), x0 + i * dx, y0 + i * dy, Border.REPEAT);
            }
        }
    }

    /** One plane at a place in pixels, where whole numbers are the middles of pixels. */
    public static float at(Picture s, float[] plane, double x, double y, Border border) {
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

    /** The pixel that stands for one beyond the border. */
    static int bring(int i, int n, Border border) {
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
