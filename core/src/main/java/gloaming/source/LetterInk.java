package gloaming.source;

import gloaming.flow.Picture;
import gloaming.step.Colour;
import java.util.Arrays;

/** Fills and outlines letters by their edges: exact along each of some lines a pixel. */
final class LetterInk {
    /** One thread's room for a row: how much of each pixel is covered. */
    private static final class Rows {
        private float[] cover = new float[0];
        private float[] cross = new float[64];
        private int[] way = new int[64];
    }

    private static final ThreadLocal<Rows> ROWS = ThreadLocal.withInitial(Rows::new);
    /** Lines of a pixel on which the inside is found; across a line it is exact. */
    private static final int LINES = 4;

    private final double fill;
    private final double outline;
    private final Colour colour;
    private final Picture out;

    LetterInk(double fill, double outline, Colour colour, Picture out) {
        this.fill = fill;
        this.outline = outline;
        this.colour = colour;
        this.out = out;
    }

    /** Draws one whose edges stand from {@code first} to {@code last}, where it lies in rows {@code from} to {@code to}. */
    void letter(float[] e, int first, int last, float strength, int from, int to) {
        if (last == first) return;
        Rows rows = ROWS.get();
        float left = Float.MAX_VALUE;
        float right = -Float.MAX_VALUE;
        float low = Float.MAX_VALUE;
        float high = -Float.MAX_VALUE;
        for (int i = first; i < last; i += 2) {
            left = Math.min(left, e[i]);
            right = Math.max(right, e[i]);
            low = Math.min(low, e[i + 1]);
            high = Math.max(high, e[i + 1]);
        }
        float half = (float) (outline / 2 * out.scale());
        int x0 = Math.max(0, (int) Math.floor(left - half - 1));
        int x1 = Math.min(out.width, (int) Math.ceil(right + half + 1));
        int y0 = Math.max(from, (int) Math.floor(low - half - 1));
        int y1 = Math.min(to, (int) Math.ceil(high + half + 1));
        if (x0 >= x1) return;
        if (rows.cover.length < out.width + 1) rows.cover = new float[out.width + 1];
        for (int y = y0; y < y1; y++) {
            Arrays.fill(rows.cover, x0, x1, 0f);
            if (fill > 0) inside(e, first, last, y, x0, x1, rows);
            if (outline > 0) rim(e, first, last, y, x0, x1, half, rows.cover);
            paint(y, x0, x1, rows.cover, strength);
        }
    }

    /** Adds how much of each pixel lies inside: exact along each of some lines (non-zero winding). */
    private void inside(float[] e, int first, int last, int y, int x0, int x1, Rows rows) {
        for (int line = 0; line < LINES; line++) {
            float at = y + (line + 0.5f) / LINES;
            int n = 0;
            for (int i = first; i < last; i += 4) {
                float ya = e[i + 1];
                float yb = e[i + 3];
                if (ya <= at == yb <= at) continue;
                if (n == rows.cross.length) {
                    rows.cross = Arrays.copyOf(rows.cross, 2 * n);
                    rows.way = Arrays.copyOf(rows.way, 2 * n);
                }
                float x = e[i] + (at - ya) / (yb - ya) * (e[i + 2] - e[i]);
                int k = n++;
                while (k > 0 && rows.cross[k - 1] > x) {
                    rows.cross[k] = rows.cross[k - 1];
                    rows.way[k] = rows.way[k - 1];
                    k--;
                }
                rows.cross[k] = x;
                rows.way[k] = yb > ya ? 1 : -1;
            }
            int winding = 0;
            for (int i = 0; i + 1 < n; i++) {
                winding += rows.way[i];
                if (winding != 0) span(rows.cover, rows.cross[i], rows.cross[i + 1], x0, x1, (float) fill / LINES);
            }
        }
    }

    private static void span(float[] cover, float a, float b, int x0, int x1, float k) {
        float from = Math.max(a, x0);
        float to = Math.min(b, x1);
        if (from >= to) return;
        int i = (int) from;
        int j = Math.min(x1 - 1, (int) to);
        if (i == j) {
            cover[i] += k * (to - from);
            return;
        }
        cover[i] += k * (i + 1 - from);
        for (int x = i + 1; x < j; x++) cover[x] += k;
        cover[j] += k * (to - j);
    }

    /** Raises the cover of pixels near an edge. */
    private static void rim(float[] e, int first, int last, int y, int x0, int x1, float half, float[] cover) {
        float reach = half + 1;
        float py = y + 0.5f;
        for (int i = first; i < last; i += 4) {
            if (Math.min(e[i + 1], e[i + 3]) - reach > py || Math.max(e[i + 1], e[i + 3]) + reach < py) continue;
            int from = Math.max(x0, (int) (Math.min(e[i], e[i + 2]) - reach));
            int to = Math.min(x1, (int) Math.ceil(Math.max(e[i], e[i + 2]) + reach));
            float dx = e[i + 2] - e[i];
            float dy = e[i + 3] - e[i + 1];
            float square = Math.max(1e-9f, dx * dx + dy * dy);
            for (int x = from; x < to; x++) {
                float px = x + 0.5f - e[i];
                float qy = py - e[i + 1];
                float h = Math.clamp((px * dx + qy * dy) / square, 0, 1);
                float ex = px - h * dx;
                float ey = qy - h * dy;
                float near = Math.clamp(half + 0.5f - (float) Math.sqrt(ex * ex + ey * ey), 0, 1);
                if (near > cover[x]) cover[x] = near;
            }
        }
    }

    private void paint(int y, int x0, int x1, float[] cover, float strength) {
        int at = out.at(y);
        for (int x = x0; x < x1; x++) {
            float a = Math.min(1, cover[x]) * strength;
            if (a == 0) continue;
            int p = at + x;
            float rest = 1 - a;
            out.r()[p] = a * colour.r() + rest * out.r()[p];
            out.g()[p] = a * colour.g() + rest * out.g()[p];
            out.b()[p] = a * colour.b() + rest * out.b()[p];
            out.a()[p] = a + rest * out.a()[p];
        }
    }
}
