package gloaming.picture;

import gloaming.flow.Attribute;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.step.ByRows;

/**
 * A line through points, as segments whose thickness and colour run from one point to the next, in bands of rows so that threads never
 * meet.
 *
 * <p>A pixel takes the segment that covers it most, so joints are round and nothing adds up where segments meet. A segment's radius at
 * the nearest place on it is R; the pixel at distance d from there is covered by {@code q * q * (3 - 2 q)} with {@code q = (R + 1/2 - d) / w}
 * held to 0 to 1, where w is the softness times R and at least a pixel, which is the antialiasing. A line under a pixel is drawn one pixel
 * wide and as much fainter. {@link #cover} is the plain version.
 */
public final class Stroke {
    private static final int BAND = ByRows.STRIP;
    /** Pieces that a smooth line has between two points at most, and pixels a piece is long at least. */
    private static final int PIECES = 24;
    /** Pixels: the least radius drawn. */
    private static final float LEAST = 0.5f;

    private static final double PIECE = 5;
    /** At most so many pieces of a whole line. */
    private static final int MOST = 400_000;

    private float[] x = new float[64];
    private float[] y = new float[64];
    private float[] radius = new float[64];
    private float[] red = new float[64];
    private float[] green = new float[64];
    private float[] blue = new float[64];
    private float[] alpha = new float[64];
    private int[] starts = new int[0];
    private int[] order = new int[0];
    private int n;
    private float softness;

    /** Works out where the line of a frame runs; then {@link #rows} draws it. */
    void lay(
            Points points,
            double size,
            double softness,
            double brightness,
            boolean closed,
            boolean smooth,
            int width,
            int height) {
        this.softness = (float) softness;
        n = 0;
        int count = points.n();
        float scale = height / 2f;
        float middleX = width / 2f - 0.5f;
        float middleY = height / 2f - 0.5f;
        int segments = count < 2 ? 0 : closed && count > 2 ? count : count - 1;
        for (int i = 0; i < segments && n < MOST; i++) {
            int a = at(i - 1, count, closed);
            int b = at(i, count, closed);
            int c = at(i + 1, count, closed);
            int d = at(i + 2, count, closed);
            double far = Math.hypot(
                    points.at(Attribute.X, c) - points.at(Attribute.X, b),
                    points.at(Attribute.Y, c) - points.at(Attribute.Y, b));
            int pieces = smooth ? (int) Math.clamp(Math.ceil(far * scale / PIECE), 1.0, (double) PIECES) : 1;
            for (int k = 0; k < pieces; k++) {
                add(points, a, b, c, d, (float) k / pieces, smooth, size, brightness, scale, middleX, middleY);
            }
        }
        if (count > 0) {
            // The line ends in its last point, or in its first again.
            int last = closed && count > 2 ? 0 : count - 1;
            add(points, last, last, last, last, 0, false, size, brightness, scale, middleX, middleY);
        }
        sort(width, height);
    }

    private static int at(int i, int count, boolean closed) {
        return closed && count > 2 ? Math.floorMod(i, count) : Math.clamp(i, 0, count - 1);
    }

    private void add(
            Points p,
            int a,
            int b,
            int c,
            int d,
            float t,
            boolean smooth,
            double size,
            double brightness,
            float scale,
            float mx,
            float my) {
        if (n == x.length) grow();
        x[n] = curve(p, Attribute.X, a, b, c, d, t, smooth) * scale + mx;
        y[n] = curve(p, Attribute.Y, a, b, c, d, t, smooth) * scale + my;
        float r = (float) (mix(p, Attribute.SIZE, b, c, t) * size) * scale;
        float shrink = Math.min(1, Math.max(0, r) / LEAST);
        radius[n] = Math.max(LEAST, r);
        alpha[n] = mix(p, Attribute.ALPHA, b, c, t) * shrink;
        red[n] = (float) (mix(p, Attribute.RED, b, c, t) * brightness);
        green[n] = (float) (mix(p, Attribute.GREEN, b, c, t) * brightness);
        blue[n] = (float) (mix(p, Attribute.BLUE, b, c, t) * brightness);
        // What is nowhere breaks the line and does no harm.
        if (!Float.isFinite(x[n] + y[n] + radius[n] + alpha[n])) {
            x[n] = 0;
            y[n] = 0;
            radius[n] = LEAST;
            alpha[n] = 0;
        }
        n++;
    }

    /** Along the uniform Catmull-Rom spline (1974) through b and c, or straight. */
    private static float curve(Points p, Attribute attribute, int a, int b, int c, int d, float t, boolean smooth) {
        float p1 = p.at(attribute, b);
        float p2 = p.at(attribute, c);
        if (!smooth) return p1 + (p2 - p1) * t;
        float p0 = p.at(attribute, a);
        float p3 = p.at(attribute, d);
        return 0.5f
                * (2 * p1
                        + (p2 - p0) * t
                        + (2 * p0 - 5 * p1 + 4 * p2 - p3) * t * t
                        + (3 * p1 - p0 - 3 * p2 + p3) * t * t * t);
    }

    private static float mix(Points p, Attribute attribute, int b, int c, float t) {
        float from = p.at(attribute, b);
        return from + (p.at(attribute, c) - from) * t;
    }

    private void grow() {
        int room = 2 * n;
        x = java.util.Arrays.copyOf(x, room);
        y = java.util.Arrays.copyOf(y, room);
        radius = java.util.Arrays.copyOf(radius, room);
        red = java.util.Arrays.copyOf(red, room);
        green = java.util.Arrays.copyOf(green, room);
        blue = java.util.Arrays.copyOf(blue, room);
        alpha = java.util.Arrays.copyOf(alpha, room);
    }

    /** Segments: one for each two neighbours, and a lone point is a segment with itself. */
    private int segments() {
        return n == 1 ? 1 : n - 1;
    }

    private int other(int i) {
        return n == 1 ? 0 : i + 1;
    }

    /** Lists for each band of rows the segments that touch it. */
    private void sort(int width, int height) {
        int bands = (height + BAND - 1) / BAND;
        if (starts.length < bands + 2) starts = new int[bands + 2];
        java.util.Arrays.fill(starts, 0);
        for (int i = 0; i < segments() && n > 0; i++) {
            for (int band = first(i, width, height); band <= last(i, bands); band++) starts[band + 2]++;
        }
        for (int band = 1; band <= bands; band++) starts[band + 1] += starts[band];
        int total = starts[bands + 1];
        if (order.length < total) order = new int[total + total / 2];
        for (int i = 0; i < segments() && n > 0; i++) {
            for (int band = first(i, width, height); band <= last(i, bands); band++) order[starts[band + 1]++] = i;
        }
    }

    private int first(int i, int width, int height) {
        int j = other(i);
        float r = Math.max(radius[i], radius[j]) + 0.5f;
        boolean seen = Math.max(x[i], x[j]) + r > 0
                && Math.min(x[i], x[j]) - r < width
                && Math.max(y[i], y[j]) + r > 0
                && Math.min(y[i], y[j]) - r < height
                && alpha[i] + alpha[j] > 0;
        return seen ? Math.max(0, (int) Math.floor((Math.min(y[i], y[j]) - r) / BAND)) : Integer.MAX_VALUE;
    }

    private int last(int i, int bands) {
        int j = other(i);
        return Math.min(bands - 1, (int)
                Math.floor((Math.max(y[i], y[j]) + Math.max(radius[i], radius[j]) + 0.5f) / BAND));
    }

    /** Clears rows of {@code out}, a strip or its rest, and draws the line onto them. */
    Picture rows(Picture out, int from, int to) {
        out.clear(from, to);
        int band = from / BAND;
        for (int k = starts[band]; k < starts[band + 1]; k++) segment(out, order[k], from, to);
        return out;
    }

    private void segment(Picture out, int i, int from, int to) {
        int j = other(i);
        float reach = Math.max(radius[i], radius[j]) + 0.5f;
        int bottom = Math.max(from, (int) Math.ceil(Math.min(y[i], y[j]) - reach));
        int top = Math.min(to, (int) Math.floor(Math.max(y[i], y[j]) + reach) + 1);
        float dx = x[j] - x[i];
        float dy = y[j] - y[i];
        float length2 = dx * dx + dy * dy;
        float inverse = length2 > 0 ? 1 / length2 : 0;
        for (int row = bottom; row < top; row++) {
            // Only the part of the row that the segment can reach: a long slanting one is far from most of its box.
            float low = Math.min(x[i], x[j]);
            float high = Math.max(x[i], x[j]);
            if (Math.abs(dy) > 1) {
                float t0 = Math.clamp((row - reach - y[i]) / dy, 0f, 1f);
                float t1 = Math.clamp((row + reach - y[i]) / dy, 0f, 1f);
                low = x[i] + dx * (dx > 0 == t0 < t1 ? Math.min(t0, t1) : Math.max(t0, t1));
                float end = x[i] + dx * (dx > 0 == t0 < t1 ? Math.max(t0, t1) : Math.min(t0, t1));
                high = Math.max(low, end);
                low = Math.min(low, end);
            }
            int left = Math.max(0, (int) Math.ceil(low - reach));
            int right = Math.min(out.width, (int) Math.floor(high + reach) + 1);
            int at = out.at(row);
            for (int column = left; column < right; column++) {
                float t = Math.clamp(((column - x[i]) * dx + (row - y[i]) * dy) * inverse, 0f, 1f);
                float ox = column - x[i] - dx * t;
                float oy = row - y[i] - dy * t;
                float r = radius[i] + (radius[j] - radius[i]) * t;
                float d2 = ox * ox + oy * oy;
                if (d2 >= (r + 0.5f) * (r + 0.5f)) continue;
                float cover = edge((float) Math.sqrt(d2), r) * (alpha[i] + (alpha[j] - alpha[i]) * t);
                int p = at + column;
                if (cover <= out.a[p]) continue;
                out.a[p] = cover;
                out.r[p] = (red[i] + (red[j] - red[i]) * t) * cover;
                out.g[p] = (green[i] + (green[j] - green[i]) * t) * cover;
                out.b[p] = (blue[i] + (blue[j] - blue[i]) * t) * cover;
            }
        }
    }

    private float edge(float d, float r) {
        float q = Math.clamp((r + 0.5f - d) / Math.max(1, softness * r), 0f, 1f);
        return q * q * (3 - 2 * q);
    }

    /** How much the line covers a pixel, by looking at every segment: the plain version. */
    float cover(int column, int row) {
        float most = 0;
        for (int i = 0; i < segments() && n > 0; i++) {
            int j = other(i);
            float dx = x[j] - x[i];
            float dy = y[j] - y[i];
            float length2 = dx * dx + dy * dy;
            float t = length2 > 0 ? Math.clamp(((column - x[i]) * dx + (row - y[i]) * dy) / length2, 0f, 1f) : 0;
            float ox = column - x[i] - dx * t;
            float oy = row - y[i] - dy * t;
            float r = radius[i] + (radius[j] - radius[i]) * t;
            most = Math.max(
                    most, edge((float) Math.sqrt(ox * ox + oy * oy), r) * (alpha[i] + (alpha[j] - alpha[i]) * t));
        }
        return most;
    }
}
