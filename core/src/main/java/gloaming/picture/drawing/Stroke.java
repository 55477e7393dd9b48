package gloaming.picture.drawing;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Crew;
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

    /** Pixels between two points of a strand that are worth a piece of their own. */
    private static final float NEAR = 5;

    private static final int GRAIN = 2_048;
    /** A line of more pieces than this is not filled: each row looks at all of them. */
    private static final int FILLED = 8_192;

    private static final ThreadLocal<Segment> SEGMENT = ThreadLocal.withInitial(Segment::new);

    private float[] x = new float[64];
    private float[] y = new float[64];
    private float[] radius = new float[64];
    private float[] red = new float[64];
    private float[] green = new float[64];
    private float[] blue = new float[64];
    private float[] alpha = new float[64];
    /** Whether nothing is drawn from a place to the next. */
    private boolean[] broken = new boolean[64];
    /** Where the pieces of each segment begin. */
    private int[] begins = new int[0];

    /** Of points in strands, those that are drawn. */
    private int[] kept = new int[0];

    private boolean[] keeps = new boolean[0];
    private int[] group = new int[0];
    private int[] path;
    private int[] starts = new int[0];
    private int[] ends = new int[0];
    private int[] order = new int[0];
    private int n;
    private float softness;
    private boolean add;
    private final float[] filling = new float[4];
    private double filled;

    /** How a line runs and is drawn; {@code filled} is how much of its inside is covered. */
    record Manner(
            double size,
            double softness,
            double brightness,
            boolean closed,
            boolean smooth,
            double filled,
            boolean add) {}

    /**
     * Works out where the line of a frame runs; then {@link #rows} draws it. Points with a column "strand" are as many lines as there
     * are numbers in a row that differ.
     */
    void lay(Points points, Manner manner, int width, int height, Crew crew) {
        softness = (float) manner.softness;
        add = manner.add;
        filled = manner.filled;
        Column strand = points.column("strand");
        int count = strand == null ? points.n() : thin(points, strand, height / 2f, crew);
        path = strand == null ? null : kept;
        boolean closed = manner.closed && count > 2 && strand == null;
        float scale = height / 2f;
        float middleX = width / 2f - 0.5f;
        float middleY = height / 2f - 0.5f;
        int segments = count < 2 ? 0 : closed ? count : count - 1;
        if (begins.length <= segments) begins = new int[segments + segments / 2 + 1];
        crew.each(segments, GRAIN, (from, to) -> {
            for (int i = from; i < to; i++)
                begins[i + 1] = pieces(points, strand, i, count, closed, manner.smooth, scale);
        });
        begins[0] = 0;
        for (int i = 1; i <= segments; i++) begins[i] = Math.min(MOST, begins[i] + begins[i - 1]);
        n = begins[segments] + (count > 0 ? 1 : 0);
        room(n);
        crew.each(segments, GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                int pieces = begins[i + 1] - begins[i];
                boolean gap = gap(strand, i, count);
                int b = at(i, count, closed);
                int a = gap(strand, i - 1, count) ? b : at(i - 1, count, closed);
                int c = gap ? b : at(i + 1, count, closed);
                int d = gap || gap(strand, i + 1, count) ? c : at(i + 2, count, closed);
                for (int k = 0; k < pieces; k++) {
                    int at = begins[i] + k;
                    broken[at] = gap;
                    put(at, points, a, b, c, d, (float) k / pieces, manner, scale, middleX, middleY);
                }
            }
        });
        if (count > 0) {
            // The line ends in its last point, or in its first again.
            int last = closed ? 0 : at(count - 1, count, false);
            broken[n - 1] = true;
            put(n - 1, points, last, last, last, last, 0, manner, scale, middleX, middleY);
        }
        if (filled > 0) mean(points, manner.brightness);
        sort(width, height, crew);
    }

    /** Draws single straight pieces instead of one line: between the points whose indices stand in pairs. */
    void pairs(
            Points points, int[] pairs, float[] strength, int count, Manner manner, int width, int height, Crew crew) {
        softness = (float) manner.softness;
        add = manner.add;
        filled = 0;
        float scale = height / 2f;
        float middleX = width / 2f - 0.5f;
        float middleY = height / 2f - 0.5f;
        int held = Math.min(count, MOST / 2);
        n = 2 * held;
        room(n);
        crew.each(held, GRAIN, (from, to) -> {
            for (int k = from; k < to; k++) {
                for (int end = 0; end < 2; end++) {
                    int at = 2 * k + end;
                    int i = pairs[at];
                    broken[at] = end == 1;
                    put(at, points, i, i, i, i, 0, manner, scale, middleX, middleY);
                    alpha[at] *= strength[k];
                }
            }
        });
        sort(width, height, crew);
    }

    /**
     * Lists the points of strands without those within five pixels of the one before, which nobody would see, so that a long slow trail is
     * not drawn in thousands of pieces. The ends of strands stay.
     */
    private int thin(Points points, Column strand, float scale, Crew crew) {
        int n = points.n();
        int groups = (n + GRAIN - 1) / GRAIN;
        if (kept.length < n) {
            kept = new int[n + n / 2];
            keeps = new boolean[n + n / 2];
        }
        if (group.length <= groups) group = new int[groups * 2 + 1];
        Column x = points.column(Attribute.X);
        Column y = points.column(Attribute.Y);
        float least = NEAR / scale * (NEAR / scale);
        crew.each(n, GRAIN, (from, to) -> {
            int last = from;
            int count = 0;
            for (int i = from; i < to; i++) {
                float dx = x.at(i) - x.at(last);
                float dy = y.at(i) - y.at(last);
                boolean end =
                        i == from || i == n - 1 || strand.at(i) != strand.at(i - 1) || strand.at(i) != strand.at(i + 1);
                // What is no number is kept, so that it breaks the line.
                keeps[i] = end || !(dx * dx + dy * dy < least);
                if (keeps[i]) {
                    last = i;
                    count++;
                }
            }
            group[from / GRAIN + 1] = count;
        });
        group[0] = 0;
        for (int g = 1; g <= groups; g++) group[g] += group[g - 1];
        crew.each(n, GRAIN, (from, to) -> {
            int at = group[from / GRAIN];
            for (int i = from; i < to; i++) if (keeps[i]) kept[at++] = i;
        });
        return group[groups];
    }

    private boolean gap(Column strand, int i, int count) {
        return strand != null && i >= 0 && i + 1 < count && strand.at(kept[i]) != strand.at(kept[i + 1]);
    }

    private int pieces(Points points, Column strand, int i, int count, boolean closed, boolean smooth, float scale) {
        if (!smooth || gap(strand, i, count)) return 1;
        int b = at(i, count, closed);
        int c = at(i + 1, count, closed);
        double far = Math.hypot(
                points.at(Attribute.X, c) - points.at(Attribute.X, b),
                points.at(Attribute.Y, c) - points.at(Attribute.Y, b));
        return (int) Math.clamp(Math.ceil(far * scale / PIECE), 1.0, (double) PIECES);
    }

    private int at(int i, int count, boolean closed) {
        int at = closed ? Math.floorMod(i, count) : Math.clamp(i, 0, count - 1);
        return path == null ? at : path[at];
    }

    private void put(
            int at, Points p, int a, int b, int c, int d, float t, Manner manner, float scale, float mx, float my) {
        boolean smooth = manner.smooth;
        x[at] = curve(p, Attribute.X, a, b, c, d, t, smooth) * scale + mx;
        y[at] = curve(p, Attribute.Y, a, b, c, d, t, smooth) * scale + my;
        float r = (float) (mix(p, Attribute.SIZE, b, c, t) * manner.size) * scale;
        float shrink = Math.min(1, Math.max(0, r) / LEAST);
        radius[at] = Math.max(LEAST, r);
        alpha[at] = mix(p, Attribute.ALPHA, b, c, t) * shrink;
        red[at] = (float) (mix(p, Attribute.RED, b, c, t) * manner.brightness);
        green[at] = (float) (mix(p, Attribute.GREEN, b, c, t) * manner.brightness);
        blue[at] = (float) (mix(p, Attribute.BLUE, b, c, t) * manner.brightness);
        // What is nowhere breaks the line and does no harm.
        if (!Float.isFinite(x[at] + y[at] + radius[at] + alpha[at])) {
            x[at] = 0;
            y[at] = 0;
            radius[at] = LEAST;
            alpha[at] = 0;
        }
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

    private void room(int wanted) {
        if (x.length >= wanted) return;
        int room = wanted + wanted / 2;
        x = new float[room];
        y = new float[room];
        radius = new float[room];
        red = new float[room];
        green = new float[room];
        blue = new float[room];
        alpha = new float[room];
        broken = new boolean[room];
    }

    /** Segments: one for each two neighbours, and a lone point is a segment with itself. */
    private int segments() {
        return n == 1 ? 1 : Math.max(0, n - 1);
    }

    private int other(int i) {
        return n == 1 ? 0 : i + 1;
    }

    /** Lists for each band of rows the segments that touch it, in their order. */
    private void sort(int width, int height, Crew crew) {
        int bands = (height + BAND - 1) / BAND;
        int count = segments();
        int groups = (count + GRAIN - 1) / GRAIN;
        int apart = (bands + 47) / 16 * 16;
        if (starts.length < bands + 1) starts = new int[bands + 1];
        if (ends.length < groups * apart) ends = new int[groups * apart * 3 / 2];
        crew.each(count, GRAIN, (from, to) -> {
            int row = from / GRAIN * apart;
            java.util.Arrays.fill(ends, row, row + bands, 0);
            for (int i = from; i < to; i++) {
                int last = last(i, bands);
                for (int band = first(i, width, height); band <= last; band++) ends[row + band]++;
            }
        });
        int total = 0;
        for (int band = 0; band < bands; band++) {
            starts[band] = total;
            for (int group = 0; group < groups; group++) {
                int here = ends[group * apart + band];
                ends[group * apart + band] = total;
                total += here;
            }
        }
        starts[bands] = total;
        if (order.length < total) order = new int[total + total / 2];
        crew.each(count, GRAIN, (from, to) -> {
            int row = from / GRAIN * apart;
            for (int i = from; i < to; i++) {
                int last = last(i, bands);
                for (int band = first(i, width, height); band <= last; band++) order[ends[row + band]++] = i;
            }
        });
    }

    /** What fills it: the mean of the points' own light and cover, however thin the line is. */
    private void mean(Points points, double brightness) {
        java.util.Arrays.fill(filling, 0);
        int count = points.n();
        for (int i = 0; i < count; i++) {
            filling[0] += (float) (points.at(Attribute.RED, i) * brightness) / count;
            filling[1] += (float) (points.at(Attribute.GREEN, i) * brightness) / count;
            filling[2] += (float) (points.at(Attribute.BLUE, i) * brightness) / count;
            filling[3] += points.at(Attribute.ALPHA, i) / count;
        }
    }

    /** Covers the inside of the closed line, by the even-odd rule, four lines of samples to a row. */
    private void fill(Picture out, int from, int to) {
        int count = segments();
        float[] crossings = new float[Math.min(count, 2_048)];
        float[] line = new float[out.width];
        float part = (float) (filled * filling[3]) / 4;
        for (int row = from; row < to; row++) {
            java.util.Arrays.fill(line, 0);
            for (int sample = 0; sample < 4; sample++) {
                float level = row + (sample - 1.5f) / 4;
                int found = 0;
                for (int i = 0; i <= count && found < crossings.length; i++) {
                    // The last piece goes from the end back to the beginning.
                    int a = Math.min(i, n - 1);
                    int b = i == count ? 0 : i + 1;
                    if (y[a] <= level == y[b] <= level) continue;
                    crossings[found++] = x[a] + (x[b] - x[a]) * (level - y[a]) / (y[b] - y[a]);
                }
                java.util.Arrays.sort(crossings, 0, found);
                for (int k = 0; k + 1 < found; k += 2) span(line, crossings[k] + 0.5f, crossings[k + 1] + 0.5f, part);
            }
            int at = out.at(row);
            for (int column = 0; column < out.width; column++) {
                float cover = line[column];
                if (cover <= 0) continue;
                out.r()[at + column] = filling[0] * cover;
                out.g()[at + column] = filling[1] * cover;
                out.b()[at + column] = filling[2] * cover;
                out.a()[at + column] = cover;
            }
        }
    }

    private static void span(float[] line, float from, float to, float part) {
        float low = Math.max(0, from);
        float high = Math.min(line.length, to);
        if (!(high > low)) return;
        int first = (int) low;
        int last = Math.min(line.length - 1, (int) high);
        if (first == last) {
            line[first] += part * (high - low);
            return;
        }
        line[first] += part * (first + 1 - low);
        for (int i = first + 1; i < last; i++) line[i] += part;
        line[last] += part * (high - last);
    }

    private int first(int i, int width, int height) {
        int j = other(i);
        float r = Math.max(radius[i], radius[j]) + 0.5f;
        boolean seen = (n == 1 || !broken[i])
                && Math.max(x[i], x[j]) + r > 0
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
        if (filled > 0 && n > 2 && n < FILLED) fill(out, from, to);
        int band = from / BAND;
        Segment segment = SEGMENT.get();
        for (int k = starts[band]; k < starts[band + 1]; k++) {
            segment(segment, order[k]);
            segment.draw(out, from, to, add);
        }
        return out;
    }

    private void segment(Segment to, int i) {
        int j = other(i);
        to.x = x[i];
        to.y = y[i];
        to.dx = x[j] - x[i];
        to.dy = y[j] - y[i];
        to.radius = radius[i];
        to.wider = radius[j] - radius[i];
        to.alpha = alpha[i];
        to.alphas = alpha[j] - alpha[i];
        to.red = red[i];
        to.reds = red[j] - red[i];
        to.green = green[i];
        to.greens = green[j] - green[i];
        to.blue = blue[i];
        to.blues = blue[j] - blue[i];
        to.softness = softness;
    }

    private float edge(float d, float r) {
        float q = Math.clamp((r + 0.5f - d) / Math.max(1, softness * r), 0f, 1f);
        return q * q * (3 - 2 * q);
    }

    /** How much the line covers a pixel, by looking at every segment: the plain version. */
    float cover(int column, int row) {
        float most = 0;
        for (int i = 0; i < segments() && n > 0; i++) {
            if (n > 1 && broken[i]) continue;
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
