package gloaming.picture.kernel;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Vectors;
import java.util.Arrays;

/**
 * Lets each place of a picture be thrown over its neighbours, some more and some less far, by asking for each place which neighbours reach
 * it: a disc round a place that is out of focus, a streak along the way of one that moves.
 *
 * <p>Works at half the size, tile by tile: all places of a tile look at the same neighbours, which lie as far apart as the one that reaches
 * farthest needs (after McGuire and others 2012, and Jimenez 2014). What is thrown nowhere keeps its full size.
 */
public final class Gather {
    static final int TILE = 16;
    /** Half pixels that something is thrown, at most. */
    public static final int FARTHEST = 48;

    /** Columns and rows beyond the picture, so that every neighbour is there. */
    private static final int MARGIN = FARTHEST + 1 + Vectors.LANES;

    /** What says for each pixel how far it is thrown. */
    public interface Reach {
        /** Writes for one pixel how far it is thrown, in pixels. */
        float at(int pixel);
    }

    int width;
    int height;
    int stride;
    float[] r = {};
    float[] g = {};
    float[] b = {};
    float[] a = {};
    /** How far each place is thrown, in half pixels, and how near it is. */
    float[] far = {};

    float[] near = {};
    /** What comes to each place, and how much of that is thrown over it from before it. */
    float[] outR = {};

    float[] outG = {};
    float[] outB = {};
    float[] outA = {};
    float[] over = {};
    private float[] most = {};
    private float[] own = {};
    private float[] wayX = {};
    private float[] wayY = {};
    /** The tile whose farthest place is the one that reaches a tile. */
    private int[] toward = {};

    private int across;

    /** Neighbours that a place looks at. */
    private static final int TAPS = 44;

    private static final float[] DISC_X = new float[TAPS];
    private static final float[] DISC_Y = new float[TAPS];

    /** Evenly spread over a disc (Vogel 1979). */
    static {
        for (int k = 0; k < TAPS; k++) {
            double far = Math.sqrt((k + 0.5) / TAPS);
            double turn = k * Math.PI * (3 - Math.sqrt(5));
            DISC_X[k] = (float) (far * Math.cos(turn));
            DISC_Y[k] = (float) (far * Math.sin(turn));
        }
    }

    /** Which neighbours a tile looks at: the scratch paper of one thread. */
    static final class Taps {
        final int[] offsets = new int[TAPS + 1];
        final float[] distances = new float[TAPS + 1];
        int n;

        void add(int offset, double distance) {
            offsets[n] = offset;
            distances[n++] = (float) distance;
        }
    }

    private static final ThreadLocal<Taps> PAPER = ThreadLocal.withInitial(Taps::new);

    private Gather size(Picture in) {
        int w = (in.width + 1) / 2;
        int h = (in.height + 1) / 2;
        if (w == width && h == height) return this;
        width = w;
        height = h;
        stride = w + 2 * MARGIN;
        int n = stride * (h + 2 * MARGIN);
        r = new float[n];
        g = new float[n];
        b = new float[n];
        a = new float[n];
        far = new float[n];
        near = new float[n];
        across = (w + TILE - 1) / TILE;
        int out = across * TILE * h + Vectors.LANES;
        outR = new float[out];
        outG = new float[out];
        outB = new float[out];
        outA = new float[out];
        over = new float[out];
        int tiles = across * ((h + TILE - 1) / TILE);
        most = new float[tiles];
        wayX = new float[tiles];
        wayY = new float[tiles];
        toward = new int[tiles];
        own = new float[tiles];
        return this;
    }

    /**
     * Throws each place over a disc.
     *
     * @param nearness whose red says how near each place is
     * @param reach how far each pixel is thrown, in pixels
     */
    public void discs(Picture in, Picture nearness, Reach reach, Picture out, Crew crew) {
        size(in).halve(in, nearness, reach, crew);
        tiles(null, crew);
        crew.each((height + TILE - 1) / TILE, 1, (from, to) -> {
            for (int t = from * across; t < to * across; t++) disc(t);
        });
        join(in, reach, out, crew);
    }

    /**
     * Throws each place along its way, as far back as on.
     *
     * @param way whose red and green say where each place goes, in any unit
     * @param reach how far each pixel is thrown to either side, in pixels
     */
    public void streaks(Picture in, Picture way, Reach reach, Picture out, Crew crew) {
        size(in).halve(in, way, reach, crew);
        tiles(way, crew);
        crew.each((height + TILE - 1) / TILE, 1, (from, to) -> {
            for (int t = from * across; t < to * across; t++) streak(t);
        });
        join(in, reach, out, crew);
    }

    private void halve(Picture in, Picture nearness, Reach reach, Crew crew) {
        crew.each(height + 2 * MARGIN, 16, (from, to) -> {
            for (int row = from; row < to; row++) {
                int y = Math.clamp(row - MARGIN, 0, height - 1);
                int below = in.at(2 * y);
                int above = in.at(Math.min(in.height - 1, 2 * y + 1));
                int at = row * stride + MARGIN;
                half(in.r(), below, above, r, at, in.width);
                half(in.g(), below, above, g, at, in.width);
                half(in.b(), below, above, b, at, in.width);
                half(in.a(), below, above, a, at, in.width);
                // Farness and nearness are those of the pixel that lies nearest.
                for (int x = 0; x < width; x++) {
                    int i = below + 2 * x;
                    int best = i;
                    int j = 2 * x + 1 < in.width ? 1 : 0;
                    if (nearness.r()[i + j] > nearness.r()[best]) best = i + j;
                    if (nearness.r()[above + 2 * x] > nearness.r()[best]) best = above + 2 * x;
                    if (nearness.r()[above + 2 * x + j] > nearness.r()[best]) best = above + 2 * x + j;
                    near[at + x] = nearness.r()[best];
                    far[at + x] = held(reach.at(best) / 2);
                }
                for (float[] column : new float[][] {r, g, b, a, far, near}) {
                    Arrays.fill(column, at - MARGIN, at, column[at]);
                    Arrays.fill(column, at + width, at + width + MARGIN, column[at + width - 1]);
                }
            }
        });
    }

    private static float held(float far) {
        return far > 0 ? Math.min(far, FARTHEST) : 0;
    }

    private void half(float[] from, int below, int above, float[] to, int at, int full) {
        for (int x = 0; x < full / 2; x++) {
            int i = 2 * x;
            to[at + x] = 0.25f * (from[below + i] + from[below + i + 1] + from[above + i] + from[above + i + 1]);
        }
        if ((full & 1) == 1) to[at + full / 2] = 0.5f * (from[below + full - 1] + from[above + full - 1]);
    }

    /** How far the farthest place reaches in each tile and those round it, and which way. */
    private void tiles(Picture way, Crew crew) {
        int up = (height + TILE - 1) / TILE;
        crew.each(up, 1, (from, to) -> {
            for (int t = from * across; t < to * across; t++) {
                int x0 = t % across * TILE;
                int y0 = t / across * TILE;
                own[t] = 0;
                int best = -1;
                for (int y = y0; y < Math.min(height, y0 + TILE); y++)
                    for (int x = x0; x < Math.min(width, x0 + TILE); x++) {
                        float f = far[(y + MARGIN) * stride + MARGIN + x];
                        if (f > own[t]) {
                            own[t] = f;
                            best = y * width + x;
                        }
                    }
                if (way == null || best < 0) continue;
                int pixel = way.at(2 * (best / width)) + Math.min(way.width - 1, 2 * (best % width));
                float dx = way.r()[pixel];
                float dy = way.g()[pixel];
                float length = Math.max(1e-12f, (float) Math.sqrt(dx * dx + dy * dy));
                wayX[t] = dx / length;
                wayY[t] = dy / length;
            }
        });
        int reach = 1 + FARTHEST / TILE;
        for (int t = 0; t < own.length; t++) {
            most[t] = 0;
            int from = t;
            for (int y = Math.max(0, t / across - reach); y <= Math.min(up - 1, t / across + reach); y++)
                for (int x = Math.max(0, t % across - reach); x <= Math.min(across - 1, t % across + reach); x++) {
                    int other = y * across + x;
                    int apart = Math.max(Math.abs(x - t % across), Math.abs(y - t / across)) - 1;
                    if (own[other] <= apart * TILE || own[other] <= most[t]) continue;
                    most[t] = own[other];
                    from = other;
                }
            toward[t] = from;
        }
    }

    /** Tiles that nothing reaches farther than this stay as they are, in half pixels. */
    private static final float LEAST = 0.4f;

    private void disc(int tile) {
        float radius = most[tile];
        if (radius < LEAST) {
            untouched(tile);
            return;
        }
        Taps taps = PAPER.get();
        taps.n = 0;
        taps.add(0, 0);
        for (int k = 0; k < TAPS; k++) {
            int dx = Math.round(DISC_X[k] * radius);
            int dy = Math.round(DISC_Y[k] * radius);
            taps.add(dy * stride + dx, Math.sqrt(dx * dx + dy * dy));
        }
        float spread = (radius * radius + 1) / TAPS;
        for (int row = 0; row < TILE; row++) {
            int y = tile / across * TILE + row;
            if (y >= height) return;
            int x = tile % across * TILE;
            int n = Math.min(TILE, width - x);
            GatherKernels.disc(this, (y + MARGIN) * stride + MARGIN + x, y * across * TILE + x, n, taps, spread);
        }
    }

    private void streak(int tile) {
        float length = most[tile];
        if (length < LEAST) {
            untouched(tile);
            return;
        }
        Taps taps = PAPER.get();
        taps.n = 0;
        int from = toward[tile];
        int count = Math.min(TAPS / 2 * 2, 2 * (int) Math.ceil(length));
        for (int k = 0; k < count; k++) {
            double part = length * ((k + 0.5) / count * 2 - 1);
            long dx = Math.round(wayX[from] * part);
            long dy = Math.round(wayY[from] * part);
            taps.add((int) (dy * stride + dx), Math.abs(part));
        }
        for (int row = 0; row < TILE; row++) {
            int y = tile / across * TILE + row;
            if (y >= height) return;
            int x = tile % across * TILE;
            int n = Math.min(TILE, width - x);
            GatherKernels.streak(this, (y + MARGIN) * stride + MARGIN + x, y * across * TILE + x, n, taps);
        }
    }

    private void untouched(int tile) {
        for (int row = 0; row < TILE; row++) {
            int y = tile / across * TILE + row;
            if (y >= height) return;
            int x = tile % across * TILE;
            Arrays.fill(over, y * across * TILE + x, y * across * TILE + x + TILE, -1);
        }
    }

    /** Lays what came of the half over the whole, where there is something of it. */
    private void join(Picture in, Reach reach, Picture out, Crew crew) {
        crew.each(in.height, 8, (from, to) -> {
            for (int y = from; y < to; y++) {
                int near = Math.min(y >> 1, height - 1);
                int next = Math.clamp((y & 1) == 0 ? near - 1 : near + 1, 0, height - 1);
                for (int x = 0; x < in.width; x++) {
                    int at = in.at(y) + x;
                    int side = Math.clamp((x & 1) == 0 ? (x >> 1) - 1 : (x >> 1) + 1, 0, width - 1);
                    int i = near * across * TILE + (x >> 1);
                    int j = near * across * TILE + side;
                    int k = next * across * TILE + (x >> 1);
                    int l = next * across * TILE + side;
                    boolean reached = over[i] >= 0 && over[j] >= 0 && over[k] >= 0 && over[l] >= 0;
                    float part = 0;
                    if (reached) {
                        // Not a number reaches nowhere.
                        float far = reach.at(at);
                        float own = far > 0.5f ? Math.min(1, far - 0.5f) : 0;
                        part = Math.max(own, mean(over, i, j, k, l));
                    }
                    out.r()[at] = in.r()[at] + (part == 0 ? 0 : part * (mean(outR, i, j, k, l) - in.r()[at]));
                    out.g()[at] = in.g()[at] + (part == 0 ? 0 : part * (mean(outG, i, j, k, l) - in.g()[at]));
                    out.b()[at] = in.b()[at] + (part == 0 ? 0 : part * (mean(outB, i, j, k, l) - in.b()[at]));
                    out.a()[at] = in.a()[at] + (part == 0 ? 0 : part * (mean(outA, i, j, k, l) - in.a()[at]));
                }
            }
        });
    }

    private static float mean(float[] of, int i, int j, int k, int l) {
        return 0.5625f * of[i] + 0.1875f * (of[j] + of[k]) + 0.0625f * of[l];
    }
}
