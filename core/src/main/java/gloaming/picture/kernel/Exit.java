package gloaming.picture.kernel;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.step.Colour;

/**
 * The one place where light becomes bytes: heat, tone curve, sRGB, dither.
 *
 * <p>Light up to 0.9 is shown as it is; above, an exponential shoulder leads to white, so that nothing clips hard. What is
 * brighter than white also warms the other channels by an eighth of its excess, as a hot lamp turns white. The picture is
 * shown over black. Dither is interleaved gradient noise (Jimenez 2014), half a level either way. {@link #level} is the plain
 * version of the curve.
 */
public final class Exit {
    private static final float KNEE = 0.9f;
    private static final float GROUND = 0.02f;
    private static final float HEAT = 0.12f;
    /** The table is indexed by a float's exponent and nine bits of its fraction, from 2^-14 to 2^5. */
    private static final int SHIFT = 14;

    private static final int BASE = Float.floatToRawIntBits(0x1p-14f) >> SHIFT;
    private static final int LAST = (Float.floatToRawIntBits(0x1p5f) >> SHIFT) - BASE;
    private static final int INFINITE = Float.floatToRawIntBits(Float.POSITIVE_INFINITY);
    private static final short[] TABLE = new short[LAST + 1];
    private static final int DITHER_SIDE = 64;
    private static final short[] DITHER = new short[DITHER_SIDE * DITHER_SIDE];
    private static final ThreadLocal<float[][]> ROWS = ThreadLocal.withInitial(() -> new float[4][0]);

    static {
        for (int i = 0; i <= LAST; i++) {
            float light = Float.intBitsToFloat(((i + BASE) << SHIFT) + (1 << SHIFT - 1));
            TABLE[i] = (short) Math.round(Math.min(1, level(light)) * 255 * 128);
        }
        TABLE[0] = 0;
        for (int y = 0; y < DITHER_SIDE; y++) {
            for (int x = 0; x < DITHER_SIDE; x++) {
                double inner = 0.06711056 * x + 0.00583715 * y;
                double noise = 52.9829189 * (inner - Math.floor(inner));
                DITHER[y * DITHER_SIDE + x] = (short) (128 * (noise - Math.floor(noise)));
            }
        }
    }

    private Exit() {}

    /** The encoded level, 0 to 1, of one channel of light. */
    public static double level(double light) {
        double toned = light <= KNEE ? light : KNEE + (1 - KNEE) * (1 - Math.exp(-(light - KNEE) / (1 - KNEE)));
        return Colour.toSrgb(Math.max(0, toned));
    }

    /**
     * Writes the picture as 8-bit RGB, three bytes a pixel, top row first, at {@code width} by {@code height}: each pixel the
     * mean of the light it covers. Sizes above the picture's own repeat pixels.
     */
    public static void rgb(Picture in, int width, int height, byte[] out, Crew crew) {
        crew.each(height, 8, (from, to) -> {
            float[][] rows = ROWS.get();
            if (rows[0].length < Math.max(width, in.width))
                for (int c = 0; c < rows.length; c++) rows[c] = new float[Math.max(width, in.width)];
            for (int row = from; row < to; row++) {
                int at = (height - 1 - row) * width * 3;
                if (in.width == width && in.height == height) {
                    encode(in.r, in.g, in.b, row * width, width, row, out, at);
                } else {
                    for (int c = 0; c < 3; c++) {
                        gather(
                                in.plane(c),
                                in.width,
                                row * (double) in.height / height,
                                (row + 1) * (double) in.height / height,
                                in.height,
                                rows[3]);
                        resize(rows[3], in.width, rows[c], width);
                    }
                    encode(rows[0], rows[1], rows[2], 0, width, row, out, at);
                }
            }
        });
    }

    /** The mean of the rows from {@code low} to {@code high}, where a row's part counts as much as it is covered. */
    private static void gather(float[] plane, int width, double low, double high, int height, float[] row) {
        int first = (int) low;
        int last = Math.min(height - 1, (int) Math.ceil(high) - 1);
        for (int y = first; y <= last; y++) {
            float weight = (float) ((Math.min(high, y + 1) - Math.max(low, y)) / (high - low));
            int at = y * width;
            if (y == first) for (int x = 0; x < width; x++) row[x] = weight * plane[at + x];
            else for (int x = 0; x < width; x++) row[x] += weight * plane[at + x];
        }
    }

    /** A row as long as it is to be: each pixel the mean of what it covers, or one of those it lies in. */
    private static void resize(float[] row, int from, float[] out, int to) {
        if (from > to) Reduction.of(from, to).run(row, out);
        else if (from == to) System.arraycopy(row, 0, out, 0, to);
        else for (int i = 0; i < to; i++) out[i] = row[(int) ((long) i * from / to)];
    }

    /** How much each pixel of a shorter row takes of those of a longer one: as much as it covers of them. */
    static final class Reduction {
        /** Pairs of sizes that are kept at a time; there are as many as pages of different sizes. */
        private static final int KEPT = 16;

        private static final Reduction[] LAST = new Reduction[KEPT];
        private final int from;
        private final int to;
        private final int taps;
        private final int[] first;
        private final float[] weights;

        private Reduction(int from, int to) {
            this.from = from;
            this.to = to;
            double each = (double) from / to;
            taps = (int) Math.ceil(each) + 1;
            first = new int[to];
            weights = new float[to * taps];
            for (int i = 0; i < to; i++) {
                double low = i * each;
                double high = low + each;
                // All taps lie within the row; those that nothing is covered of weigh nothing.
                first[i] = Math.max(0, Math.min((int) low, from - taps));
                for (int k = 0; k < taps; k++) {
                    int x = first[i] + k;
                    double covered = Math.min(high, x + 1) - Math.max(low, x);
                    weights[i * taps + k] = x < from && covered > 0 ? (float) (covered / each) : 0;
                }
            }
        }

        /** The one for these sizes, {@code from} above {@code to}. Threads may make the same one twice. */
        static Reduction of(int from, int to) {
            int place = (31 * from + to) % KEPT;
            Reduction last = LAST[place];
            if (last != null && last.from == from && last.to == to) return last;
            return LAST[place] = new Reduction(from, to);
        }

        void run(float[] row, float[] out) {
            if (taps == 3 && from >= 3) three(row, out);
            else each(row, out);
        }

        /** From one and a half to two pixels to one: what a monitor shows of most looks. */
        private void three(float[] row, float[] out) {
            for (int i = 0, w = 0; i < to; i++, w += 3) {
                int x = first[i];
                out[i] = weights[w] * row[x] + weights[w + 1] * row[x + 1] + weights[w + 2] * row[x + 2];
            }
        }

        private void each(float[] row, float[] out) {
            for (int i = 0; i < to; i++) {
                float sum = 0;
                int x = first[i];
                for (int k = 0; k < taps && x + k < from; k++) sum += weights[i * taps + k] * row[x + k];
                out[i] = sum;
            }
        }
    }

    private static void encode(float[] r, float[] g, float[] b, int from, int width, int row, byte[] out, int at) {
        int dither = (row & DITHER_SIDE - 1) * DITHER_SIDE;
        for (int x = 0; x < width; x++) {
            float red = r[from + x];
            float green = g[from + x];
            float blue = b[from + x];
            float most = Math.max(red, Math.max(green, blue));
            float heat = most > 1 ? Math.min(most - 1, 16) * HEAT : 0;
            int d = DITHER[dither + (x & DITHER_SIDE - 1)];
            out[at++] = encode(red + heat, d);
            out[at++] = encode(green + heat, d);
            out[at++] = encode(blue + heat, d);
        }
    }

    private static byte encode(float light, int dither) {
        int bits = Float.floatToRawIntBits(light);
        int i = (bits >> SHIFT) - BASE;
        if (i <= 0) return 0;
        if (i > LAST) return (byte) (bits > INFINITE ? 0 : 255);
        return (byte) (TABLE[i] + dither >> 7);
    }

    /**
     * Draws a small view of the picture into part of an RGB image, by a few samples a pixel, over a dim ground so that dark shapes show.
     *
     * @param seen gets the brightest light and the largest cover
     */
    public static void tile(
            Picture in, byte[] image, int imageWidth, int left, int top, int width, int height, float[] seen) {
        float brightest = 0;
        float cover = 0;
        for (int y = 0; y < height; y++) {
            int at = ((top + height - 1 - y) * imageWidth + left) * 3;
            for (int x = 0; x < width; x++) {
                float red = 0;
                float green = 0;
                float blue = 0;
                float ground = 0;
                for (int s = 0; s < 4; s++) {
                    int sx = (int) ((x + 0.25f + 0.5f * (s & 1)) * in.width / width);
                    int sy = (int) ((y + 0.25f + 0.5f * (s >> 1)) * in.height / height);
                    int i = Math.min(in.height - 1, sy) * in.width + Math.min(in.width - 1, sx);
                    red += in.r[i];
                    green += in.g[i];
                    blue += in.b[i];
                    cover = Math.max(cover, in.a[i]);
                    ground += 1 - Math.min(1, in.a[i]);
                }
                brightest = Math.max(brightest, Math.max(red, Math.max(green, blue)) / 4);
                image[at++] = encode((red + GROUND * ground) / 4, 64);
                image[at++] = encode((green + GROUND * ground) / 4, 64);
                image[at++] = encode((blue + 1.5f * GROUND * ground) / 4, 64);
            }
        }
        seen[0] = brightest;
        seen[1] = cover;
    }
}
