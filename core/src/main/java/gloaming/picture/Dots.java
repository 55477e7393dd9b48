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

    private int[] starts = new int[0];
    private int[] order = new int[0];
    private float[] px = new float[0];
    private float[] py = new float[0];
    private float[] radius = new float[0];
    private float[] strength = new float[0];
    private float softness;
    private float brightness;
    private boolean add;
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
        if (px.length < n) {
            int room = n + n / 2;
            px = new float[room];
            py = new float[room];
            radius = new float[room];
            strength = new float[room];
        }
        this.softness = (float) softness;
        this.brightness = (float) brightness;
        this.add = add;
        red = points.column(Attribute.RED);
        green = points.column(Attribute.GREEN);
        blue = points.column(Attribute.BLUE);
        place(points, size, width, height, crew);
        sort(n, width, height);
    }

    /** Clears rows of {@code out}, a strip or its rest, and draws every dot onto them. */
    Picture rows(Picture out, int from, int to) {
        out.clear(from, to);
        int band = from / BAND;
        for (int k = starts[band]; k < starts[band + 1]; k++) {
            int i = order[k];
            dot(out, i, red.at(i) * brightness, green.at(i) * brightness, blue.at(i) * brightness, from, to);
        }
        return out;
    }

    private void place(Points points, double size, int width, int height, Crew crew) {
        Column x = points.column(Attribute.X);
        Column y = points.column(Attribute.Y);
        Column s = points.column(Attribute.SIZE);
        Column a = points.column(Attribute.ALPHA);
        float scale = height / 2f;
        crew.each(points.n(), GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                px[i] = x.at(i) * scale + width / 2f - 0.5f;
                py[i] = y.at(i) * scale + height / 2f - 0.5f;
                float r = (float) (s.at(i) * size) * scale;
                float shrink = Math.min(1f, r / LEAST);
                radius[i] = Math.max(LEAST, r);
                strength[i] = a.at(i) * shrink * shrink;
            }
        });
    }

    /** Lists for each band the dots that touch it, in the order of the points. Dots outside the picture touch none. */
    private void sort(int n, int width, int height) {
        int bands = (height + BAND - 1) / BAND;
        if (starts.length < bands + 2) starts = new int[bands + 2];
        java.util.Arrays.fill(starts, 0);
        for (int i = 0; i < n; i++) {
            int from = first(i, width, height);
            int to = last(i, bands);
            for (int band = from; band <= to; band++) starts[band + 2]++;
        }
        for (int band = 1; band <= bands; band++) starts[band + 1] += starts[band];
        int total = starts[bands + 1];
        if (order.length < total) order = new int[total + total / 2];
        for (int i = 0; i < n; i++) {
            int from = first(i, width, height);
            int to = last(i, bands);
            for (int band = from; band <= to; band++) order[starts[band + 1]++] = i;
        }
    }

    private int first(int i, int width, int height) {
        float r = radius[i];
        boolean seen = px[i] + r > 0 && px[i] - r < width && py[i] + r > 0 && py[i] - r < height && strength[i] > 0;
        return seen ? Math.max(0, (int) Math.floor((py[i] - r) / BAND)) : Integer.MAX_VALUE;
    }

    private int last(int i, int bands) {
        return Math.min(bands - 1, (int) (py[i] + radius[i]) / BAND);
    }

    /** How much a dot of radius {@code r} covers a pixel at the squared distance {@code d2}, 0 to 1. */
    static float cover(float d2, float r, float softness) {
        float soft = Math.max(softness, Math.min(1f, 2f / r));
        float q = Math.min(1f, Math.max(0f, (1 - d2 / (r * r)) / soft));
        return q * q * (3 - 2 * q);
    }

    private void dot(Picture out, int i, float red, float green, float blue, int low, int high) {
        float r = radius[i];
        float x = px[i];
        float y = py[i];
        int left = Math.max(0, (int) Math.ceil(x - r));
        int right = Math.min(out.width, (int) Math.floor(x + r) + 1);
        int bottom = Math.max(low, (int) Math.ceil(y - r));
        int top = Math.min(high, (int) Math.floor(y + r) + 1);
        if (right <= left || top <= bottom) return;
        float soft = Math.max(softness, Math.min(1f, 2f / r));
        float inverse = 1 / (r * r * soft);
        float alpha = strength[i];
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
