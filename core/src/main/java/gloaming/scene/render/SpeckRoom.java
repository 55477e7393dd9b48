package gloaming.scene.render;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.scene.Haze;
import gloaming.scene.Matrix;
import gloaming.scene.Scene;
import gloaming.scene.Specks;
import java.util.Arrays;

/**
 * Draws dots and thin lines over what stands in the picture, each where nothing solid is nearer; those behind what can be seen through before that
 * is laid, and the others over it.
 *
 * <p>They are laid from front to back, each under those before it, so that where all is covered nothing more is drawn. A speck that is
 * thinner than a pixel is drawn as wide as one and so much fainter.
 */
final class SpeckRoom {
    private static final int ROWS = 16;
    /** The smallest radius in pixels. */
    private static final float THIN = 0.6f;

    private final ThreadLocal<SpeckLight> lights = ThreadLocal.withInitial(SpeckLight::new);
    private int n;
    /** Across, up, nearness and radius of both ends in pixels, eight numbers a speck. */
    private float[] seen = {};
    /** What it lays over the picture: light and cover; a cover below 0 says that nothing of it is seen. */
    private float[] light = {};

    private float[] soft = {};
    private float[] foot = {};
    private long[] order = {};
    /** Where each strip begins among the items, and the specks that meet it. */
    private int[] starts = {};

    private int[] items = {};
    /** All specks so far: light and what is still open to those behind, by pixel. */
    private float[] red = {};

    private float[] green = {};
    private float[] blue = {};
    private float[] open = {};
    /** Where less than this is open nothing behind is seen. */
    private static final float CLOSED = 0.004f;

    /** Finds where all specks of the renderer's scene are seen; false where there are none. */
    boolean prepare(Renderer renderer, Picture out, Crew crew) {
        Scene scene = renderer.scene;
        n = 0;
        int all = 0;
        for (int k = 0; k < scene.speckSets(); k++) all += scene.specks(k).n;
        if (all == 0) return false;
        if (soft.length < all) {
            int room = all + all / 2;
            seen = new float[8 * room];
            light = new float[4 * room];
            soft = new float[room];
            foot = new float[room];
            order = new long[room];
        }
        int first = 0;
        for (int k = 0; k < scene.speckSets(); k++) {
            Specks set = scene.specks(k);
            int at = first;
            crew.each(set.n, Fragments.MOST, (from, to) -> {
                SpeckLight mine = lights.get();
                if (set.lit > 0) mine.light(renderer, set, from, to, light, at);
                for (int i = from; i < to; i++) place(renderer, set, i, at + i, mine.whole);
            });
            first += set.n;
        }
        for (int i = 0; i < all; i++)
            if (light[4 * i + 3] >= 0) order[n++] = (long) Float.floatToIntBits(Math.max(0, seen[8 * i + 2])) << 32 | i;
        Arrays.sort(order, 0, n);
        share((out.height + ROWS - 1) / ROWS);
        int pixels = out.width * out.height;
        if (red.length < pixels) {
            red = new float[pixels];
            green = new float[pixels];
            blue = new float[pixels];
            open = new float[pixels];
        }
        return true;
    }

    /**
     * Draws them where they are nearer than what is solid.
     *
     * @param clear how near the nearest thing that can be seen through is, or null
     * @param before whether those before it are drawn, or those behind it
     */
    void lay(Renderer renderer, float[] nearness, float[] clear, boolean before, Picture out, Crew crew) {
        crew.each(out.height, ROWS, (from, to) -> {
            int low = from * out.width;
            int high = to * out.width;
            Arrays.fill(red, low, high, 0);
            Arrays.fill(green, low, high, 0);
            Arrays.fill(blue, low, high, 0);
            Arrays.fill(open, low, high, 1);
            int strip = from / ROWS;
            for (int i = starts[strip + 1] - 1; i >= starts[strip]; i--) {
                if ((i & 1023) == 0) crew.check();
                draw(items[i], renderer, nearness, clear, before, out, from, to);
            }
            for (int p = low; p < high; p++) {
                out.r()[p] = out.r()[p] * open[p] + red[p];
                out.g()[p] = out.g()[p] * open[p] + green[p];
                out.b()[p] = out.b()[p] * open[p] + blue[p];
                out.a()[p] = out.a()[p] * open[p] + 1 - open[p];
            }
        });
    }

    /** Sorts specks by the strips of rows they meet, within a strip from back to front. */
    private void share(int strips) {
        if (starts.length < strips + 2) starts = new int[strips + 2];
        Arrays.fill(starts, 0, strips + 2, 0);
        for (int k = 0; k < n; k++) {
            int i = (int) order[k];
            for (int b = first(i, strips); b <= last(i, strips); b++) starts[b + 2]++;
        }
        for (int b = 2; b < strips + 2; b++) starts[b] += starts[b - 1];
        if (items.length < starts[strips + 1]) items = new int[starts[strips + 1] + starts[strips + 1] / 4];
        for (int k = 0; k < n; k++) {
            int i = (int) order[k];
            for (int b = first(i, strips); b <= last(i, strips); b++) items[starts[b + 1]++] = i;
        }
    }

    private int first(int i, int strips) {
        float wide = Math.max(seen[8 * i + 3], seen[8 * i + 7]) + 1;
        return Math.clamp((int) ((Math.min(seen[8 * i + 1], seen[8 * i + 5]) - wide) / ROWS), 0, strips - 1);
    }

    private int last(int i, int strips) {
        float wide = Math.max(seen[8 * i + 3], seen[8 * i + 7]) + 1;
        return Math.clamp((int) ((Math.max(seen[8 * i + 1], seen[8 * i + 5]) + wide) / ROWS), 0, strips - 1);
    }

    /** Whether any was seen in the last picture. */
    boolean any() {
        return n > 0;
    }

    /** Where a speck is seen, and what it lays over the picture. */
    private void place(Renderer renderer, Specks set, int i, int to, float[] whole) {
        View view = renderer.view;
        float r = set.radius[i];
        float cover = Math.min(1, set.colour[4 * i + 3]);
        float lit = set.lit;
        float red = lit > 0 ? 1 - lit + lit * light[4 * to] : 1;
        float green = lit > 0 ? 1 - lit + lit * light[4 * to + 1] : 1;
        float blue = lit > 0 ? 1 - lit + lit * light[4 * to + 2] : 1;
        light[4 * to + 3] = -1;
        if (!(r > 0 && r < 1e4f && cover > 0)) return;
        Matrix.times(view.m, 0, set.move, 0, whole, 0);
        r *= Matrix.stretch(set.move, 0);
        int o = 8 * to;
        if (!end(renderer, whole, set.from, 3 * i, r, o) || !end(renderer, whole, set.to, 3 * i, r * set.end, o + 4))
            return;
        float wide = Math.max(seen[o + 3], seen[o + 7]);
        if (!(Math.max(seen[o], seen[o + 4]) + wide > 0 && Math.min(seen[o], seen[o + 4]) - wide < view.width)) return;
        if (!(Math.max(seen[o + 1], seen[o + 5]) + wide > 0 && Math.min(seen[o + 1], seen[o + 5]) - wide < view.height))
            return;
        if (wide < THIN) {
            boolean dot = seen[o] == seen[o + 4] && seen[o + 1] == seen[o + 5];
            float part = wide / THIN;
            cover *= dot ? part * part : part;
        }
        seen[o + 3] = Math.max(THIN, seen[o + 3]);
        seen[o + 7] = Math.max(THIN, seen[o + 7]);
        soft[to] = set.soft;
        foot[to] = set.foot;
        Haze fog = renderer.scene.fog();
        float clear = fog.density > 0 ? clear(view, fog, set, i) : 1;
        float mist = (1 - clear) * (1 - set.adds);
        light[4 * to] = cover * (clear * red * set.colour[4 * i] + mist * fog.red);
        light[4 * to + 1] = cover * (clear * green * set.colour[4 * i + 1] + mist * fog.green);
        light[4 * to + 2] = cover * (clear * blue * set.colour[4 * i + 2] + mist * fog.blue);
        light[4 * to + 3] = cover * (1 - set.adds);
    }

    /** How much of its light comes through the fog. */
    private static float clear(View view, Haze fog, Specks set, int i) {
        float[] m = set.move;
        float[] p = set.to;
        float x = m[0] * p[3 * i] + m[1] * p[3 * i + 1] + m[2] * p[3 * i + 2] + m[3] - view.eye[0];
        float y = m[4] * p[3 * i] + m[5] * p[3 * i + 1] + m[6] * p[3 * i + 2] + m[7];
        float z = m[8] * p[3 * i] + m[9] * p[3 * i + 1] + m[10] * p[3 * i + 2] + m[11] - view.eye[2];
        float up = y - view.eye[1];
        return fog.clear(view.eye[1], y, (float) Math.sqrt(x * x + up * up + z * z));
    }

    private boolean end(Renderer renderer, float[] m, float[] p, int i, float r, int o) {
        View view = renderer.view;
        float depth = m[8] * p[i] + m[9] * p[i + 1] + m[10] * p[i + 2] + m[11];
        if (!(depth > Math.max(1e-4f, view.near) && depth < 1e6f)) return false;
        float over = (view.parallel ? 1 : 1 / depth) / renderer.samples;
        seen[o] = over * (m[0] * p[i] + m[1] * p[i + 1] + m[2] * p[i + 2] + m[3]);
        seen[o + 1] = over * (m[4] * p[i] + m[5] * p[i + 1] + m[6] * p[i + 2] + m[7]);
        seen[o + 2] = view.nearness(depth);
        seen[o + 3] = over * r * view.pixels;
        return true;
    }

    private void draw(
            int i, Renderer renderer, float[] nearness, float[] clear, boolean before, Picture out, int from, int to) {
        int o = 8 * i;
        float ax = seen[o];
        float ay = seen[o + 1];
        float bx = seen[o + 4] - ax;
        float by = seen[o + 5] - ay;
        float wide = Math.max(seen[o + 3], seen[o + 7]) + 0.5f;
        int low = Math.max(from, (int) Math.ceil(Math.min(ay, ay + by) - wide - 0.5f));
        int high = Math.min(to - 1, (int) Math.floor(Math.max(ay, ay + by) + wide - 0.5f));
        if (low > high) return;
        int left = Math.max(0, (int) Math.ceil(Math.min(ax, ax + bx) - wide - 0.5f));
        int right = Math.min(out.width - 1, (int) Math.floor(Math.max(ax, ax + bx) + wide - 0.5f));
        float square = bx * bx + by * by;
        float over = square > 1e-6f ? 1 / square : 0;
        float growth = seen[o + 7] - seen[o + 3];
        float nearer = seen[o + 6] - seen[o + 2];
        float cover = light[4 * i + 3];
        float dark = foot[i];
        int samples = renderer.samples;
        for (int y = low; y <= high; y++) {
            float py = y + 0.5f - ay;
            int behind = y * samples * renderer.view.width;
            // A slanted line goes over a few pixels of a row alone.
            int x0 = left;
            int x1 = right;
            if (Math.abs(by) > 1) {
                float one = ax + bx * Math.clamp((py - wide) / by, 0f, 1f);
                float other = ax + bx * Math.clamp((py + wide) / by, 0f, 1f);
                x0 = Math.max(left, (int) Math.ceil(Math.min(one, other) - wide - 0.5f));
                x1 = Math.min(right, (int) Math.floor(Math.max(one, other) + wide - 0.5f));
            }
            int row = y * out.width;
            for (int x = x0; x <= x1; x++) {
                float rest = open[row + x];
                if (rest < CLOSED) continue;
                float px = x + 0.5f - ax;
                float part = Math.min(1, Math.max(0, (px * bx + py * by) * over));
                float dx = px - part * bx;
                float dy = py - part * by;
                float radius = seen[o + 3] + part * growth;
                float in = radius + 0.5f - (float) Math.sqrt(dx * dx + dy * dy);
                float near = seen[o + 2] + part * nearer;
                if (in <= 0 || near <= nearness[behind + x * samples]) continue;
                if (clear != null && near > clear[behind + x * samples] != before) continue;
                float w = Math.min(1, in / (1 + soft[i] * (radius - 0.5f)));
                if (soft[i] > 0) w = w * w * (3 - 2 * w);
                int p = row + x;
                float given = rest * w * (1 - dark * (1 - part));
                red[p] += given * light[4 * i];
                green[p] += given * light[4 * i + 1];
                blue[p] += given * light[4 * i + 2];
                open[p] = rest * (1 - w * cover);
            }
        }
    }
}
