package gloaming.picture.drawing;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.flow.Vectors;
import gloaming.step.ByRows;

/**
 * Draws dots, in bands of rows so that threads never meet and every pixel takes its dots in the order of the points.
 *
 * <p>A dot of radius R covers a pixel at distance d by {@code q * q * (3 - 2 q)} with {@code q = (1 - d^2 / R^2) / softness}
 * held to 0 to 1; the softness is at least a pixel's worth, which is the antialiasing. A dot under a pixel is drawn one
 * pixel large and as much fainter, so that shrinking dots fade and do not flicker. {@link #cover} is the plain version.
 */
public final class Dots {
    private static final int BAND = ByRows.STRIP;
    private static final int GRAIN = 4_096;
    /** Pixels: the least radius drawn. */
    public static final float LEAST = 1.1f;

    /** Numbers that are kept of a dot in a band: place, radius, strength, colour. */
    public static final int RECORD = 7;
    /** Pixels: dots up to this radius are no wider than four. */
    public static final float SPECK = 1.49f;

    /** Dots in bands that are written out; beyond that they are looked up. */
    private static final int WRITTEN = 1_500_000;

    private int[] starts = new int[0];
    /** Where each piece of the points writes its dots, by piece and band. */
    private int[] ends = new int[0];

    private int[] order = new int[0];
    private float[] records = new float[0];
    private boolean written;
    private float[] px = new float[0];
    private float[] py = new float[0];
    private float[] radius = new float[0];
    private float[] strength = new float[0];
    /** The first and the last band that each touches. */
    private short[] begin = new short[0];

    private short[] end = new short[0];
    private float softness;
    private float brightness;
    private boolean add;
    private Column red;
    private Column green;
    private Column blue;

    /** Works out where the dots of a frame lie; then {@link #rows} draws them. */
    public void place(
            Points points,
            double size,
            double softness,
            double brightness,
            boolean add,
            int width,
            int height,
            Crew crew) {
        place(points, size, softness, brightness, add, width, height, 1, 0, Float.MAX_VALUE, crew);
    }

    /**
     * The same for some of the dots, also into a smaller picture.
     *
     * @param shrink 1, or 2 where rows are of a picture half as large, its sizes rounded up
     * @param least,most the radii of those that are drawn, in pixels of the whole size, the last of them not
     */
    void place(
            Points points,
            double size,
            double softness,
            double brightness,
            boolean add,
            int width,
            int height,
            int shrink,
            float least,
            float most,
            Crew crew) {
        int n = points.n();
        if (px.length < n) {
            int room = n + n / 2;
            px = new float[room];
            py = new float[room];
            radius = new float[room];
            strength = new float[room];
            begin = new short[room];
            end = new short[room];
        }
        this.softness = (float) softness;
        this.brightness = (float) brightness;
        this.add = add;
        red = points.column(Attribute.RED);
        green = points.column(Attribute.GREEN);
        blue = points.column(Attribute.BLUE);
        place(points, size, width, height, shrink, least, most, crew);
    }

    /** Clears rows of {@code out}, a strip or its rest, and draws every dot onto them. */
    public Picture rows(Picture out, int from, int to) {
        out.clear(from, to);
        return over(out, from, to);
    }

    /** Draws every dot onto rows of {@code out}, a strip or its rest. */
    Picture over(Picture out, int from, int to) {
        int band = from / BAND;
        for (int k = starts[band]; k < starts[band + 1]; k++) {
            if (written) {
                if (out.width >= 4) {
                    k = DotKernels.specks(
                            out.r(),
                            out.g(),
                            out.b(),
                            out.a(),
                            out.at(from),
                            out.width,
                            from,
                            to,
                            records,
                            k,
                            starts[band + 1],
                            softness,
                            add ? 0 : 1);
                    if (k == starts[band + 1]) break;
                }
                int at = k * RECORD;
                float[] c = records;
                dot(out, c[at], c[at + 1], c[at + 2], c[at + 3], c[at + 4], c[at + 5], c[at + 6], from, to);
            } else {
                int i = order[k];
                float k1 = brightness;
                dot(
                        out,
                        px[i],
                        py[i],
                        radius[i],
                        strength[i],
                        red.at(i) * k1,
                        green.at(i) * k1,
                        blue.at(i) * k1,
                        from,
                        to);
            }
        }
        return out;
    }

    /**
     * Finds each dot's place, and lists for each band the dots that touch it, in the order of the points. Dots outside the picture touch
     * none.
     */
    private void place(
            Points points,
            double size,
            int wholeWidth,
            int wholeHeight,
            int shrink,
            float least,
            float most,
            Crew crew) {
        int width = (wholeWidth + shrink - 1) / shrink;
        int height = (wholeHeight + shrink - 1) / shrink;
        int n = points.n();
        Column x = points.column(Attribute.X);
        Column y = points.column(Attribute.Y);
        Column s = points.column(Attribute.SIZE);
        Column a = points.column(Attribute.ALPHA);
        float scale = wholeHeight / 2f / shrink;
        float middleX = wholeWidth / 2f / shrink - 0.5f;
        float middleY = wholeHeight / 2f / shrink - 0.5f;
        float low = least / shrink;
        float high = most / shrink;
        int bands = (height + BAND - 1) / BAND;
        int pieces = (n + GRAIN - 1) / GRAIN;
        // Rows of counters lie apart, so that two threads never write into one line of the cache.
        int apart = (bands + 47) / 16 * 16;
        if (starts.length < bands + 1) starts = new int[bands + 1];
        if (ends.length < pieces * apart) ends = new int[pieces * apart * 3 / 2];
        crew.each(n, GRAIN, (from, to) -> {
            int row = from / GRAIN * apart;
            java.util.Arrays.fill(ends, row, row + bands, 0);
            for (int i = from; i < to; i++) {
                px[i] = x.at(i) * scale + middleX;
                py[i] = y.at(i) * scale + middleY;
                float r = (float) (s.at(i) * size) * scale;
                float small = Math.min(1f, r / LEAST);
                radius[i] = Math.max(LEAST, r);
                strength[i] = r >= low && r < high ? a.at(i) * small * small : 0;
            }
            for (int i = from; i < to; i++) {
                int last = last(i, bands);
                int first = first(i, width, height);
                // Not in the picture: a band behind the last.
                begin[i] = (short) Math.min(first, bands);
                end[i] = (short) last;
                for (int band = first; band <= last; band++) ends[row + band]++;
            }
        });
        int total = 0;
        for (int band = 0; band < bands; band++) {
            starts[band] = total;
            for (int piece = 0; piece < pieces; piece++) {
                int count = ends[piece * apart + band];
                ends[piece * apart + band] = total;
                total += count;
            }
        }
        starts[bands] = total;
        written = total <= WRITTEN;
        if (written && records.length < total * RECORD) records = new float[Math.min(WRITTEN, total * 3 / 2) * RECORD];
        if (!written && order.length < total) order = new int[total + total / 2];
        crew.each(n, GRAIN, (from, to) -> {
            int row = from / GRAIN * apart;
            for (int i = from; i < to; i++) {
                for (int band = begin[i]; band <= end[i]; band++) {
                    int k = ends[row + band]++;
                    if (written) write(i, k * RECORD);
                    else order[k] = i;
                }
            }
        });
    }

    private void write(int i, int at) {
        float[] c = records;
        c[at] = px[i];
        c[at + 1] = py[i];
        c[at + 2] = radius[i];
        c[at + 3] = strength[i];
        c[at + 4] = red.at(i) * brightness;
        c[at + 5] = green.at(i) * brightness;
        c[at + 6] = blue.at(i) * brightness;
    }

    private int first(int i, int width, int height) {
        float r = radius[i];
        boolean seen = px[i] + r > 0 && px[i] - r < width && py[i] + r > 0 && py[i] - r < height && strength[i] > 0;
        return seen ? (int) Math.max(0, (py[i] - r) / BAND) : Integer.MAX_VALUE;
    }

    private int last(int i, int bands) {
        return Math.min(bands - 1, (int) (py[i] + radius[i]) / BAND);
    }

    /** How much a dot of radius {@code r} covers a pixel at the squared distance {@code d2}, 0 to 1. */
    public static float cover(float d2, float r, float softness) {
        float soft = Math.max(softness, Math.min(1f, 2f / r));
        float q = Math.min(1f, Math.max(0f, (1 - d2 / (r * r)) / soft));
        return q * q * (3 - 2 * q);
    }

    private void dot(
            Picture out,
            float x,
            float y,
            float r,
            float alpha,
            float red,
            float green,
            float blue,
            int low,
            int high) {
        int left = Math.max(0, (int) Math.ceil(x - r));
        int right = Math.min(out.width, (int) Math.floor(x + r) + 1);
        int bottom = Math.max(low, (int) Math.ceil(y - r));
        int top = Math.min(high, (int) Math.floor(y + r) + 1);
        if (right <= left || top <= bottom) return;
        float soft = Math.max(softness, Math.min(1f, 2f / r));
        float inverse = 1 / (r * r * soft);
        // Whole vectors: a dot's coverage beyond its radius is 0. They reach to the left where the picture ends.
        int n = (right - left + Vectors.LANES - 1) & -Vectors.LANES;
        int start = Math.min(left, out.width - n);
        int whole = start < 0 ? out.width & -Vectors.LANES : n;
        start = Math.max(0, start);
        int at = out.at(bottom) + start;
        int rows = top - bottom;
        float hide = add ? 0 : 1;
        DotKernels.dot(
                out.r(),
                out.g(),
                out.b(),
                out.a(),
                at,
                out.width,
                rows,
                whole,
                start - x,
                bottom - y,
                1 / soft,
                inverse,
                alpha,
                red,
                green,
                blue,
                hide);
        if (start + whole >= right) return;
        for (int row = bottom; row < top; row++) {
            float most = 1 / soft - (row - y) * (row - y) * inverse;
            rest(out, out.at(row), start + whole, right, x, most, inverse, alpha, red, green, blue, hide);
        }
    }

    /** Pixels one by one; {@code hide} is how much of what lies behind a dot hides, 0 or 1. */
    private static void rest(
            Picture out,
            int at,
            int from,
            int to,
            float x,
            float most,
            float inverse,
            float alpha,
            float red,
            float green,
            float blue,
            float hide) {
        float[] r = out.r();
        float[] g = out.g();
        float[] b = out.b();
        float[] a = out.a();
        for (int column = from; column < to; column++) {
            float dx = column - x;
            float q = Math.min(1f, Math.max(0f, most - dx * dx * inverse));
            float k = q * q * (3 - 2 * q) * alpha;
            float keep = 1 - hide * k;
            int i = at + column;
            r[i] = r[i] * keep + k * red;
            g[i] = g[i] * keep + k * green;
            b[i] = b[i] * keep + k * blue;
            a[i] += k * (1 - a[i]);
        }
    }
}
