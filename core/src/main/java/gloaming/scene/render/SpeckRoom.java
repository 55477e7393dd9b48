package gloaming.scene.render;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.scene.Matrix;
import gloaming.scene.Scene;
import gloaming.scene.Specks;
import java.util.Arrays;

/**
 * Draws dots and thin lines over what stands in the picture, from back to front, each where nothing solid is nearer.
 *
 * <p>A speck that is thinner than a pixel is drawn as wide as one and so much fainter.
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
    private long[] order = {};

    /** Draws all specks of the renderer's scene. */
    void draw(Renderer renderer, float[] nearness, Picture out, Crew crew) {
        Scene scene = renderer.scene;
        n = 0;
        int all = 0;
        for (int k = 0; k < scene.speckSets(); k++) all += scene.specks(k).n;
        if (all == 0) return;
        if (soft.length < all) {
            int room = all + all / 2;
            seen = new float[8 * room];
            light = new float[4 * room];
            soft = new float[room];
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
        crew.each(out.height, ROWS, (from, to) -> {
            for (int i = 0; i < n; i++) {
                if ((i & 1023) == 0) crew.check();
                draw((int) order[i], renderer, nearness, out, from, to);
            }
        });
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
        if (!end(renderer, whole, set.from, 3 * i, r, o) || !end(renderer, whole, set.to, 3 * i, r, o + 4)) return;
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
        light[4 * to] = cover * red * set.colour[4 * i];
        light[4 * to + 1] = cover * green * set.colour[4 * i + 1];
        light[4 * to + 2] = cover * blue * set.colour[4 * i + 2];
        light[4 * to + 3] = cover * (1 - set.adds);
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

    private void draw(int i, Renderer renderer, float[] nearness, Picture out, int from, int to) {
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
        float[] r = out.r();
        float[] g = out.g();
        float[] b = out.b();
        float[] a = out.a();
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
            for (int x = x0; x <= x1; x++) {
                float px = x + 0.5f - ax;
                float part = Math.min(1, Math.max(0, (px * bx + py * by) * over));
                float dx = px - part * bx;
                float dy = py - part * by;
                float radius = seen[o + 3] + part * growth;
                float in = radius + 0.5f - (float) Math.sqrt(dx * dx + dy * dy);
                if (in <= 0 || seen[o + 2] + part * nearer <= nearness[behind + x * samples]) continue;
                float w = Math.min(1, in / (1 + soft[i] * (radius - 0.5f)));
                if (soft[i] > 0) w = w * w * (3 - 2 * w);
                int p = out.at(y) + x;
                float rest = 1 - w * cover;
                r[p] = r[p] * rest + w * light[4 * i];
                g[p] = g[p] * rest + w * light[4 * i + 1];
                b[p] = b[p] * rest + w * light[4 * i + 2];
                a[p] = a[p] * rest + w * cover;
            }
        }
    }
}
