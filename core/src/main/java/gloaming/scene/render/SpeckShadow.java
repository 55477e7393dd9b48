package gloaming.scene.render;

import gloaming.flow.Crew;
import gloaming.scene.Matrix;
import gloaming.scene.Scene;
import gloaming.scene.Specks;

/**
 * What dots and thin lines keep of a lamp's light, drawn over what things keep of it.
 *
 * <p>A texel of a shadow is kept dark or not. What is see-through, or thinner than a texel, keeps so many of its texels as it would cover of
 * them, chosen by chance that stays with the speck (Enderton, Sintorn, Shirley and Luebke 2010, "Stochastic transparency"); the soft look
 * round about makes an even shade of them. A speck does not stand in its own light: it counts from its far side on.
 */
final class SpeckShadow {
    private static final int BANDS = 4;
    /** The least radius in texels. */
    private static final float THIN = 0.5f;

    private final ThreadLocal<float[]> wholes = ThreadLocal.withInitial(() -> new float[Matrix.SIZE]);
    /** Across, up, nearness and radius of both ends in texels, eight numbers a speck. */
    private float[] ends = {};
    /** The part of its texels that a speck keeps dark; 0 where it throws no shadow here. */
    private float[] part = {};

    private float[] soft = {};
    private int n;

    /** Whether any throw one. */
    static boolean any(Scene scene) {
        for (int k = 0; k < scene.speckSets(); k++)
            if (scene.specks(k).shadow > 0 && scene.specks(k).n > 0) return true;
        return false;
    }

    /** Draws them all over a square of {@code size} texels. */
    void draw(Scene scene, View view, float[] map, int size, Crew crew) {
        n = 0;
        for (int k = 0; k < scene.speckSets(); k++) if (scene.specks(k).shadow > 0) n += scene.specks(k).n;
        if (part.length < n) {
            int room = n + n / 2;
            ends = new float[8 * room];
            part = new float[room];
            soft = new float[room];
        }
        int first = 0;
        for (int k = 0; k < scene.speckSets(); k++) {
            Specks set = scene.specks(k);
            if (!(set.shadow > 0)) continue;
            int at = first;
            crew.each(set.n, Fragments.MOST, (from, to) -> place(set, view, from, to, at));
            first += set.n;
        }
        crew.each(size, Math.max(1, size / BANDS), (from, to) -> {
            for (int i = 0; i < n; i++) {
                if ((i & 63) == 0) crew.check();
                if (part[i] > 0) draw(i, map, size, from, to);
            }
        });
    }

    private void place(Specks set, View view, int from, int to, int at) {
        float[] whole = wholes.get();
        Matrix.times(view.m, 0, set.move, 0, whole, 0);
        float stretch = Matrix.stretch(set.move, 0);
        for (int i = from; i < to; i++) {
            int o = at + i;
            part[o] = 0;
            float r = set.radius[i] * stretch;
            float cover = Math.min(1, set.colour[4 * i + 3]) * set.shadow;
            if (!(r > 0 && r < 1e4f && cover > 0)) continue;
            if (!end(view, whole, set.from, 3 * i, r, 8 * o)
                    || !end(view, whole, set.to, 3 * i, r * set.end, 8 * o + 4)) continue;
            float wide = Math.max(ends[8 * o + 3], ends[8 * o + 7]);
            if (wide < THIN) {
                float across = ends[8 * o + 4] - ends[8 * o];
                float up = ends[8 * o + 5] - ends[8 * o + 1];
                boolean dot = across * across + up * up < 1;
                // A dot's own texel, or a line one texel wide.
                cover *= dot ? (float) Math.PI * wide * wide : 2 * wide;
                ends[8 * o + 3] = ends[8 * o + 7] = dot ? 0 : THIN;
            }
            soft[o] = set.soft;
            part[o] = cover;
        }
    }

    private boolean end(View view, float[] m, float[] p, int i, float r, int o) {
        float depth = m[8] * p[i] + m[9] * p[i + 1] + m[10] * p[i + 2] + m[11];
        if (!(depth < 1e6f && (view.parallel ? depth > -1e6f : depth > 1e-4f))) return false;
        float over = view.parallel ? 1 : 1 / depth;
        ends[o] = over * (m[0] * p[i] + m[1] * p[i + 1] + m[2] * p[i + 2] + m[3]);
        ends[o + 1] = over * (m[4] * p[i] + m[5] * p[i + 1] + m[6] * p[i + 2] + m[7]);
        ends[o + 2] = view.nearness(depth + r + 1 / (over * view.pixels));
        ends[o + 3] = over * r * view.pixels;
        return Math.abs(ends[o]) < 1e6f && Math.abs(ends[o + 1]) < 1e6f;
    }

    private void draw(int i, float[] map, int size, int from, int to) {
        int o = 8 * i;
        float ax = ends[o];
        float ay = ends[o + 1];
        float bx = ends[o + 4] - ax;
        float by = ends[o + 5] - ay;
        float wide = Math.max(ends[o + 3], ends[o + 7]);
        if (wide == 0) {
            int x = (int) Math.floor(ax);
            int y = (int) Math.floor(ay);
            if (y >= from && y < to && x >= 0 && x < size && chance(i, 0, 0) < part[i])
                map[y * size + x] = Math.max(map[y * size + x], ends[o + 2]);
            return;
        }
        int low = Math.max(from, (int) Math.ceil(Math.min(ay, ay + by) - wide - 0.5f));
        int high = Math.min(to - 1, (int) Math.floor(Math.max(ay, ay + by) + wide - 0.5f));
        int left = Math.max(0, (int) Math.ceil(Math.min(ax, ax + bx) - wide - 0.5f));
        int right = Math.min(size - 1, (int) Math.floor(Math.max(ax, ax + bx) + wide - 0.5f));
        float square = bx * bx + by * by;
        float over = square > 1e-6f ? 1 / square : 0;
        int baseX = (int) Math.floor(ax);
        int baseY = (int) Math.floor(ay);
        for (int y = low; y <= high; y++) {
            float py = y + 0.5f - ay;
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
                float along = Math.min(1, Math.max(0, (px * bx + py * by) * over));
                float dx = px - along * bx;
                float dy = py - along * by;
                float radius = ends[o + 3] + along * (ends[o + 7] - ends[o + 3]);
                float in = radius - (float) Math.sqrt(dx * dx + dy * dy);
                if (in < 0) continue;
                float w = part[i];
                if (soft[i] > 0) {
                    float edge = Math.min(1, in / (soft[i] * radius + 1e-6f));
                    w *= edge * edge * (3 - 2 * edge);
                }
                if (w < 1 && chance(i, x - baseX, y - baseY) >= w) continue;
                float near = ends[o + 2] + along * (ends[o + 6] - ends[o + 2]);
                int p = y * size + x;
                if (near > map[p]) map[p] = near;
            }
        }
    }

    /** A number from 0 to 1 for a texel of a speck, the same in each frame. */
    private static float chance(int i, int x, int y) {
        int h = i * 0x9E3779B9 ^ x * 0x85EBCA6B ^ y * 0xC2B2AE35;
        h ^= h >>> 15;
        h *= 0x2C1B3C6D;
        h ^= h >>> 12;
        h *= 0x297A2D39;
        return (h >>> 8) * 0x1p-24f;
    }
}
