package gloaming.picture;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Points;
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
    static final float LEAST = 1.1f;

    /** Numbers that are kept of a dot in a band: place, radius, strength, colour, and a 1. */
    static final int RECORD = 8;
    /** Pixels: dots up to this radius are no wider than four. */
    static final float SPECK = 1.49f;

    /** Dots in bands that are written out; beyond that they are looked up. */
    private static final int WRITTEN = 1_500_000;

    /** From so many dots on they are drawn where the parts of a pixel lie side by side, if four of five are no wider than four pixels. */
    private static final int MANY = 4_000;

    private static final ThreadLocal<float[]> WOVEN = ThreadLocal.withInitial(() -> new float[0]);

    private int[] starts = new int[0];
    /** Where each piece of the points writes its dots, by piece and band. */
    private int[] ends = new int[0];

    private int[] order = new int[0];
    private float[] records = new float[0];
    private boolean written;
    /** Whether there are many, and most of them small. */
    private boolean woven;
    /** The first and the last band that each touches. */
    private short[] begin = new short[0];

    private short[] end = new short[0];
    private float softness;
    private float brightness;
    private boolean add;
    private float scale;
    private float middleX;
    private float middleY;
    private float size;
    private Column x;
    private Column y;
    private Column sizes;
    private Column alpha;
    private Column red;
    private Column green;
    private Column blue;

    /** Works out where the dots of a frame lie; then {@link #rows} draws them. */
    void place(
            Points points,
            double size,
            double softness,
            double brightness,
            boolean add,
            int width,
            int height,
            Crew crew) {
        int n = points.n();
        if (begin.length < n) {
            begin = new short[n + n / 2];
            end = new short[n + n / 2];
        }
        scale = height / 2f;
        middleX = width / 2f - 0.5f;
        middleY = height / 2f - 0.5f;
        this.size = (float) size * scale;
        x = points.column(Attribute.X);
        y = points.column(Attribute.Y);
        sizes = points.column(Attribute.SIZE);
        alpha = points.column(Attribute.ALPHA);
        this.softness = (float) softness;
        this.brightness = (float) brightness;
        this.add = add;
        red = points.column(Attribute.RED);
        green = points.column(Attribute.GREEN);
        blue = points.column(Attribute.BLUE);
        place(n, width, height, crew);
    }

    /** Clears rows of {@code out}, a strip or its rest, and draws every dot onto them. */
    Picture rows(Picture out, int from, int to) {
        int band = from / BAND;
        if (woven) return unwoven(out, from, to, starts[band], starts[band + 1]);
        out.clear(from, to);
        for (int k = starts[band]; k < starts[band + 1]; k++) {
            if (written) {
                int at = k * RECORD;
                float[] c = records;
                dot(out, c[at], c[at + 1], c[at + 2], c[at + 3], c[at + 4], c[at + 5], c[at + 6], from, to);
            } else {
                int i = order[k];
                float light = brightness;
                dot(
                        out,
                        px(i),
                        py(i),
                        radius(i),
                        strength(i),
                        red.at(i) * light,
                        green.at(i) * light,
                        blue.at(i) * light,
                        from,
                        to);
            }
        }
        return out;
    }

    /** Draws many small dots where a pixel's four parts lie side by side, so that a dot's row is one vector, and takes these apart. */
    private Picture unwoven(Picture out, int from, int to, int first, int last) {
        int stride = out.width + Strips.LANES;
        int room = 4 * stride * (to - from) + Strips.LANES;
        float[] s = WOVEN.get();
        if (s.length < room) WOVEN.set(s = new float[room]);
        java.util.Arrays.fill(s, 0, room, 0);
        Strips.dots(s, stride, out.width, from, to, records, first, last, softness, add ? 0 : 1);
        for (int row = from; row < to; row++) {
            int at = out.at(row);
            for (int i = at, k = 4 * (row - from) * stride; i < at + out.width; i++, k += 4) {
                out.r[i] = s[k];
                out.g[i] = s[k + 1];
                out.b[i] = s[k + 2];
                out.a[i] = s[k + 3];
            }
        }
        return out;
    }

    /**
     * Finds each dot's place, and lists for each band the dots that touch it, in the order of the points. Dots outside the picture touch
     * none.
     */
    private void place(int n, int width, int height, Crew crew) {
        int bands = (height + BAND - 1) / BAND;
        int pieces = (n + GRAIN - 1) / GRAIN;
        // Rows of counters lie apart, so that two threads never write into one line of the cache.
        int apart = (bands + 47) / 16 * 16;
        if (starts.length < bands + 1) starts = new int[bands + 1];
        if (ends.length < pieces * apart) ends = new int[pieces * apart * 3 / 2];
        crew.each(n, GRAIN, (from, to) -> {
            int row = from / GRAIN * apart;
            java.util.Arrays.fill(ends, row, row + bands, 0);
            int small = 0;
            for (int i = from; i < to; i++) {
                int last = last(i, bands);
                int first = first(i, width, height);
                if (radius(i) <= SPECK) small++;
                // Not in the picture: a band behind the last.
                begin[i] = (short) Math.min(first, bands);
                end[i] = (short) last;
                for (int band = first; band <= last; band++) ends[row + band]++;
            }
            ends[row + bands] = small;
        });
        int small = 0;
        for (int piece = 0; piece < pieces; piece++) small += ends[piece * apart + bands];
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
        woven = written && n >= MANY && small >= n / 5 * 4;
        if (written && records.length < total * RECORD + Strips.LANES)
            records = new float[Math.min(WRITTEN, total * 3 / 2) * RECORD + Strips.LANES];
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
        c[at] = px(i);
        c[at + 1] = py(i);
        c[at + 2] = radius(i);
        c[at + 3] = strength(i);
        c[at + 4] = red.at(i) * brightness;
        c[at + 5] = green.at(i) * brightness;
        c[at + 6] = blue.at(i) * brightness;
        c[at + 7] = 1;
    }

    // Where a dot lies in pixels, and how large and strong it is: worked out each time rather than kept, as there are
    // many.

    private float px(int i) {
        return x.at(i) * scale + middleX;
    }

    private float py(int i) {
        return y.at(i) * scale + middleY;
    }

    private float radius(int i) {
        return Math.max(LEAST, sizes.at(i) * size);
    }

    private float strength(int i) {
        float shrink = Math.min(1f, sizes.at(i) * size / LEAST);
        return alpha.at(i) * shrink * shrink;
    }

    private int first(int i, int width, int height) {
        float r = radius(i);
        float px = px(i);
        float py = py(i);
        boolean seen = px + r > 0 && px - r < width && py + r > 0 && py - r < height && strength(i) > 0;
        return seen ? (int) Math.max(0, (py - r) / BAND) : Integer.MAX_VALUE;
    }

    private int last(int i, int bands) {
        return Math.min(bands - 1, (int) (py(i) + radius(i)) / BAND);
    }

    /** How much a dot of radius {@code r} covers a pixel at the squared distance {@code d2}, 0 to 1. */
    static float cover(float d2, float r, float softness) {
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
        int n = (right - left + Strips.LANES - 1) & -Strips.LANES;
        int start = Math.min(left, out.width - n);
        int whole = start < 0 ? out.width & -Strips.LANES : n;
        start = Math.max(0, start);
        int at = out.at(bottom) + start;
        int rows = top - bottom;
        float hide = add ? 0 : 1;
        Strips.dot(
                out.r,
                out.g,
                out.b,
                out.a,
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
        float[] r = out.r;
        float[] g = out.g;
        float[] b = out.b;
        float[] a = out.a;
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
