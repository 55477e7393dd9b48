package gloaming.motion;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import java.util.Arrays;

/**
 * Dense optical flow from coarse to fine: at each level the picture before is drawn where the motion so far says it went, and
 * what still differs is explained by the least further motion within a window (Lucas and Kanade 1981, equations 9 and 10, with
 * the iterations and the pyramid of Bouguet 2001), drawn a little towards the neighbours' motion so that even areas follow
 * what surrounds them.
 *
 * <p>Works on the luminance, at most {@value #MOST_ROWS} rows high; displacements are in pixels of that size, up being positive.
 */
final class OpticalFlow {
    static final int MOST_ROWS = 180;
    private static final int LEAST_SIDE = 12;
    private static final int ROUNDS = 2;
    /** Of squared luminance a pixel: below this a window tells nothing, and the motion stays what the neighbours say. */
    private static final float EVEN = 2e-5f;
    /** Pixels: a window that wants to leap further has found something else. */
    private static final float LEAP = 1.5f;
    /** Pixels of a level that is not worth sharing out. */
    private static final int SMALL = 6_000;
    /** Columns worked on together: a multiple of what vectors hold. */
    private static final int COLUMNS = 64;

    private static final ThreadLocal<float[]> ROOM = ThreadLocal.withInitial(() -> new float[0]);

    /** One size of both pictures, and the motion between them. */
    private static final class Level {
        final int width;
        final int height;
        float[] now;
        float[] before;
        float[] dx;
        float[] dy;

        Level(int width, int height) {
            this.width = width;
            this.height = height;
            now = new float[width * height];
            before = new float[width * height];
            dx = new float[width * height];
            dy = new float[width * height];
        }
    }

    private Level[] levels = {};
    private boolean hasBefore;
    private float[] warped = {};
    private float[] xx = {};
    private float[] xy = {};
    private float[] yy = {};
    private float[] xt = {};
    private float[] yt = {};
    private float[][] sums = {};
    private float[] scratch = {};

    int width() {
        return levels[0].width;
    }

    int height() {
        return levels[0].height;
    }

    float[] dx() {
        return levels[0].dx;
    }

    float[] dy() {
        return levels[0].dy;
    }

    /** Forgets the picture before. */
    void forget() {
        hasBefore = false;
    }

    /** Works out how far each place of this picture has come since the last call; false at the first picture of a size. */
    boolean step(Picture picture, int radius, Crew crew) {
        int height = Math.min(MOST_ROWS, picture.height);
        int width = Math.max(1, (int) Math.round((double) picture.width * height / picture.height));
        if (levels.length == 0 || levels[0].width != width || levels[0].height != height) size(width, height);
        for (Level level : levels) {
            float[] old = level.before;
            level.before = level.now;
            level.now = old;
        }
        luminance(picture, levels[0], crew);
        for (int i = 1; i < levels.length; i++) half(levels[i - 1], levels[i], crew);
        boolean known = hasBefore;
        hasBefore = true;
        if (!known) {
            Arrays.fill(levels[0].dx, 0);
            Arrays.fill(levels[0].dy, 0);
            return false;
        }
        Level coarsest = levels[levels.length - 1];
        Arrays.fill(coarsest.dx, 0);
        Arrays.fill(coarsest.dy, 0);
        for (int i = levels.length - 1; i >= 0; i--) {
            Level level = levels[i];
            if (i < levels.length - 1) expand(levels[i + 1], level, crew);
            for (int round = 0; round < ROUNDS; round++) refine(level, radius, crew);
        }
        return true;
    }

    private void size(int width, int height) {
        int count = 1;
        while (Math.min(width >> count, height >> count) >= LEAST_SIDE && count < 6) count++;
        levels = new Level[count];
        for (int i = 0; i < count; i++) levels[i] = new Level(Math.max(1, width >> i), Math.max(1, height >> i));
        int n = width * height;
        warped = new float[n];
        xx = new float[n];
        xy = new float[n];
        yy = new float[n];
        xt = new float[n];
        yt = new float[n];
        sums = new float[][] {xx, xy, yy, xt, yt};
        scratch = new float[n];
        hasBefore = false;
    }

    /** Means of the source's pixels, evened out so that a lamp does not count for all the rest. */
    private static void luminance(Picture p, Level level, Crew crew) {
        crew.each(level.height, 8, (from, to) -> {
            for (int y = from; y < to; y++) {
                int y0 = y * p.height / level.height;
                int y1 = Math.max(y0 + 1, (y + 1) * p.height / level.height);
                for (int x = 0; x < level.width; x++) {
                    int x0 = Math.min(p.width - 1, x * p.width / level.width);
                    int x1 = Math.clamp((x + 1) * p.width / level.width, x0 + 1, p.width);
                    float sum = 0;
                    for (int sy = y0; sy < y1; sy++) {
                        for (int sx = x0; sx < x1; sx++) {
                            int i = sy * p.width + sx;
                            sum += 0.2126f * p.r()[i] + 0.7152f * p.g()[i] + 0.0722f * p.b()[i];
                        }
                    }
                    float mean = sum / ((y1 - y0) * (x1 - x0));
                    // The square root is near enough to how even steps look.
                    level.now[y * level.width + x] = mean > 0 ? (float) Math.sqrt(Math.min(mean, 4)) : 0;
                }
            }
        });
    }

    private static void half(Level from, Level to, Crew crew) {
        crew.each(to.height, 8, (low, high) -> {
            for (int y = low; y < high; y++) {
                int a = 2 * y * from.width;
                int b = Math.min(from.height - 1, 2 * y + 1) * from.width;
                for (int x = 0; x < to.width; x++) {
                    int r = Math.min(from.width - 1, 2 * x + 1);
                    to.now[y * to.width + x] =
                            (from.now[a + 2 * x] + from.now[a + r] + from.now[b + 2 * x] + from.now[b + r]) / 4;
                }
            }
        });
    }

    /** The motion of the coarser level, twice as many pixels. */
    private static void expand(Level from, Level to, Crew crew) {
        crew.each(to.height, 8, (low, high) -> {
            for (int y = low; y < high; y++) {
                float v = Math.clamp((y - 0.5f) / 2, 0, from.height - 1);
                int y0 = (int) v;
                int y1 = Math.min(from.height - 1, y0 + 1);
                float fy = v - y0;
                for (int x = 0; x < to.width; x++) {
                    float u = Math.clamp((x - 0.5f) / 2, 0, from.width - 1);
                    int x0 = (int) u;
                    int x1 = Math.min(from.width - 1, x0 + 1);
                    float fx = u - x0;
                    int p = y * to.width + x;
                    to.dx[p] = 2 * between(from.dx, y0 * from.width, y1 * from.width, x0, x1, fx, fy);
                    to.dy[p] = 2 * between(from.dy, y0 * from.width, y1 * from.width, x0, x1, fx, fy);
                }
            }
        });
    }

    /** Between four numbers of two rows. */
    static float between(float[] in, int row0, int row1, int x0, int x1, float fx, float fy) {
        float low = in[row0 + x0] + (in[row0 + x1] - in[row0 + x0]) * fx;
        float high = in[row1 + x0] + (in[row1 + x1] - in[row1 + x0]) * fx;
        return low + (high - low) * fy;
    }

    private void refine(Level l, int radius, Crew crew) {
        int w = l.width;
        int h = l.height;
        int even = Math.max(1, radius / 2);
        each(l, h, 8, crew, (from, to) -> warp(l, from, to));
        each(l, h, 8, crew, (from, to) -> {
            for (int y = from; y < to; y++) {
                products(l, y);
                for (float[] field : sums) across(field, y * w, w, radius);
            }
        });
        each(l, w, COLUMNS, crew, (from, to) -> {
            for (float[] field : sums) up(field, from, to - from, w, h, radius);
            for (int y = 0; y < h; y++) {
                Windows.solve(xx, xy, yy, xt, yt, EVEN, LEAP, l.dx, l.dy, y * w + from, to - from);
            }
        });
        // What the windows say is drawn towards its neighbours, which fills even areas and evens out outliers.
        each(l, h, 8, crew, (from, to) -> {
            for (int y = from; y < to; y++) {
                across(l.dx, y * w, w, even);
                across(l.dy, y * w, w, even);
            }
        });
        each(l, w, COLUMNS, crew, (from, to) -> {
            up(l.dx, from, to - from, w, h, even);
            up(l.dy, from, to - from, w, h, even);
        });
    }

    /** Small levels are worked on by one thread: to wake the others takes longer. */
    private static void each(Level l, int n, int grain, Crew crew, Crew.Strip part) {
        if (l.width * l.height < SMALL) part.run(0, n);
        else crew.each(n, grain, part);
    }

    /** The picture before, drawn where the motion so far brought it. */
    private void warp(Level l, int from, int to) {
        int w = l.width;
        for (int y = from; y < to; y++) {
            for (int x = 0; x < w; x++) {
                int p = y * w + x;
                float u = Math.clamp(x - l.dx[p], 0, w - 1);
                float v = Math.clamp(y - l.dy[p], 0, l.height - 1);
                int x0 = (int) u;
                int y0 = (int) v;
                int right = x0 < w - 1 ? 1 : 0;
                int up = y0 < l.height - 1 ? w : 0;
                float fx = u - x0;
                float fy = v - y0;
                int i = y0 * w + x0;
                float low = l.before[i] + (l.before[i + right] - l.before[i]) * fx;
                float high = l.before[i + up] + (l.before[i + up + right] - l.before[i + up]) * fx;
                warped[p] = low + (high - low) * fy;
            }
        }
    }

    private void products(Level l, int y) {
        int w = l.width;
        int down = y > 0 ? -w : 0;
        int up = y < l.height - 1 ? w : 0;
        float ky = up == 0 || down == 0 ? 0.5f : 0.25f;
        Windows.products(warped, l.now, y * w + 1, down, up, ky, xx, xy, yy, xt, yt, Math.max(0, w - 2));
        border(l, y * w, 0, down, up, ky);
        border(l, y * w, w - 1, down, up, ky);
    }

    /** The plain version, at the ends of a row. */
    private void border(Level l, int row, int x, int down, int up, float ky) {
        int p = row + x;
        int left = x > 0 ? -1 : 0;
        int right = x < l.width - 1 ? 1 : 0;
        // Slopes of both pictures: where they lie well on one another that is twice as sure.
        float gx = 0.5f * (warped[p + right] - warped[p + left] + l.now[p + right] - l.now[p + left]);
        float gy = ky * (warped[p + up] - warped[p + down] + l.now[p + up] - l.now[p + down]);
        float t = warped[p] - l.now[p];
        xx[p] = gx * gx;
        xy[p] = gx * gy;
        yy[p] = gy * gy;
        xt[p] = gx * t;
        yt[p] = gy * t;
    }

    /** Means over a window, twice, which makes a tent; the borders go on. */
    private static void across(float[] field, int at, int w, int radius) {
        float[] room = room(Windows.room(w, radius));
        Windows.across(field, at, w, radius, room);
        Windows.across(field, at, w, radius, room);
    }

    private void up(float[] field, int left, int n, int w, int h, int radius) {
        float[] room = room(n);
        Windows.up(field, scratch, left, n, w, h, radius, room);
        Windows.up(scratch, field, left, n, w, h, radius, room);
    }

    private static float[] room(int length) {
        float[] room = ROOM.get();
        if (room.length < length) ROOM.set(room = new float[length]);
        return room;
    }
}
