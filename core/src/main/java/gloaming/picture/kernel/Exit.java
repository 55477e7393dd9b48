package gloaming.picture.kernel;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Vectors;
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
    static final float HEAT = 0.12f;
    /** The table is indexed by a float's exponent and nine bits of its fraction, from 2^-14 to 2^5. */
    static final int SHIFT = 14;

    static final int BASE = Float.floatToRawIntBits(0x1p-14f) >> SHIFT;
    static final int LAST = (Float.floatToRawIntBits(0x1p5f) >> SHIFT) - BASE;
    private static final int INFINITE = Float.floatToRawIntBits(Float.POSITIVE_INFINITY);
    private static final short[] TABLE = new short[LAST + 1];
    private static final int DITHER_SIDE = 64;
    private static final short[] DITHER = new short[DITHER_SIDE * DITHER_SIDE];
    private static final ThreadLocal<Rows> ROWS = ThreadLocal.withInitial(Rows::new);

    /** Room of one thread: three rows of light as wide as the picture, three as wide as what leaves, and where each looks in the table. */
    private static final class Rows {
        float[][] wide = new float[3][0];
        float[][] narrow = new float[3][0];
        int[][] index = new int[3][0];

        Rows room(int from, int to) {
            int most = Math.max(from, to) + 2 * Vectors.LANES;
            if (index[0].length >= most) return this;
            for (int c = 0; c < 3; c++) {
                wide[c] = new float[most];
                narrow[c] = new float[most];
                index[c] = new int[most];
            }
            return this;
        }
    }

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
        Reduction narrower = in.width > width ? Reduction.of(in.width, width) : null;
        crew.each(height, 8, (from, to) -> {
            Rows rows = ROWS.get().room(in.width, width);
            for (int row = from; row < to; row++) {
                int at = (height - 1 - row) * width * 3;
                if (in.width == width && in.height == height) {
                    encode(in.r(), in.g(), in.b(), row * width, width, row, rows, out, at);
                    continue;
                }
                double low = row * (double) in.height / height;
                double high = (row + 1) * (double) in.height / height;
                for (int c = 0; c < 3; c++) gather(in.plane(c), in.width, low, high, in.height, rows.wide[c]);
                if (narrower != null) narrower.run(rows.wide, rows.narrow);
                else widen(rows.wide, in.width, rows.narrow, width);
                encode(rows.narrow[0], rows.narrow[1], rows.narrow[2], 0, width, row, rows, out, at);
            }
        });
    }

    /** Writes how much of its ground each pixel covers, 0 to 255, top row first; each the mean of what it covers. */
    public static void cover(Picture in, int width, int height, byte[] out) {
        float[] a = in.a();
        for (int y = 0; y < height; y++) {
            int low = (int) ((long) y * in.height / height);
            int high = Math.max(low + 1, (int) ((long) (y + 1) * in.height / height));
            for (int x = 0; x < width; x++) {
                int left = (int) ((long) x * in.width / width);
                int right = Math.max(left + 1, (int) ((long) (x + 1) * in.width / width));
                float sum = 0;
                for (int row = low; row < high; row++)
                    for (int column = left; column < right; column++) sum += a[in.at(row) + column];
                float mean = sum / ((high - low) * (right - left));
                out[(height - 1 - y) * width + x] = (byte) Math.round(255 * Math.clamp(mean, 0f, 1f));
            }
        }
    }

    /** The mean of the rows from {@code low} to {@code high}, where a row's part counts as much as it is covered. */
    static void gather(float[] plane, int width, double low, double high, int height, float[] row) {
        int first = (int) low;
        int last = Math.min(height - 1, (int) Math.ceil(high) - 1);
        // Two rows are added at a time: what lies between the sizes of a look and a monitor has no more, or three.
        for (int y = first; y <= last; y += 2) {
            float one = covered(y, low, high);
            float two = y < last ? covered(y + 1, low, high) : 0;
            int next = Math.min(y + 1, last) * width;
            ExitKernels.gather(plane, y * width, next, one, two, y == first, row, width);
        }
    }

    private static float covered(int y, double low, double high) {
        return (float) ((Math.min(high, y + 1) - Math.max(low, y)) / (high - low));
    }

    /** Rows no shorter than they were: each pixel is one of those that it lies in. */
    private static void widen(float[][] rows, int from, float[][] out, int to) {
        for (int c = 0; c < 3; c++)
            for (int i = 0; i < to; i++) out[c][i] = rows[c][from == to ? i : (int) ((long) i * from / to)];
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
        /** Where each pixel of a vector finds its first, from the first of the vector's own on; none where that is too far. */
        private final float[] within;

        /** The weights, all first ones, all second ones, all third ones. */
        private final float[] apart;

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
            boolean near = taps == 3 && each * (Vectors.LANES - 1) + 4 < 2 * Vectors.LANES;
            within = near ? new float[to] : null;
            apart = near ? new float[3 * to] : null;
            for (int i = 0; near && i < to; i++) {
                within[i] = first[i] - first[i / Vectors.LANES * Vectors.LANES];
                for (int k = 0; k < 3; k++) apart[k * to + i] = weights[3 * i + k];
            }
        }

        /** The one for these sizes, {@code from} above {@code to}. Threads may make the same one twice. */
        static Reduction of(int from, int to) {
            int place = (31 * from + to) % KEPT;
            Reduction last = LAST[place];
            if (last != null && last.from == from && last.to == to) return last;
            return LAST[place] = new Reduction(from, to);
        }

        /** Shortens red, green and blue. */
        void run(float[][] rows, float[][] out) {
            if (taps != 3 || from < 3) {
                for (int c = 0; c < 3; c++) each(rows[c], out[c]);
                return;
            }
            // Vectors read on beyond the row's end, where there has to be room.
            int whole = within != null ? to / Vectors.LANES * Vectors.LANES : 0;
            while (whole > 0 && first[whole - Vectors.LANES] + 2 * Vectors.LANES > rows[0].length)
                whole -= Vectors.LANES;
            for (int c = 0; c < 3; c++) ExitKernels.reduce(rows[c], first, within, apart, to, out[c], whole);
            three(rows[0], rows[1], rows[2], out[0], out[1], out[2], whole);
        }

        /** From one and a half to two pixels to one: what a monitor shows of most looks. */
        private void three(float[] r, float[] g, float[] b, float[] red, float[] green, float[] blue, int begin) {
            for (int i = begin, w = 3 * begin; i < to; i++, w += 3) {
                int x = first[i];
                float left = weights[w];
                float middle = weights[w + 1];
                float right = weights[w + 2];
                red[i] = left * r[x] + middle * r[x + 1] + right * r[x + 2];
                green[i] = left * g[x] + middle * g[x + 1] + right * g[x + 2];
                blue[i] = left * b[x] + middle * b[x + 1] + right * b[x + 2];
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

    private static void encode(
            float[] r, float[] g, float[] b, int from, int width, int row, Rows rows, byte[] out, int at) {
        int whole = width / Vectors.LANES * Vectors.LANES;
        ExitKernels.index(r, g, b, from, rows.index[0], rows.index[1], rows.index[2], whole);
        int dither = (row & DITHER_SIDE - 1) * DITHER_SIDE;
        bytes(rows.index[0], rows.index[1], rows.index[2], whole, dither, out, at);
        plain(r, g, b, from, whole, width, dither, out, at + 3 * whole);
    }

    /** Looks {@code n} pixels up in the table, and dithers them. */
    private static void bytes(int[] r, int[] g, int[] b, int n, int dither, byte[] out, int at) {
        for (int x = 0; x < n; x++, at += 3) {
            int d = DITHER[dither + (x & DITHER_SIDE - 1)];
            out[at] = (byte) (TABLE[r[x]] + d >> 7);
            out[at + 1] = (byte) (TABLE[g[x]] + d >> 7);
            out[at + 2] = (byte) (TABLE[b[x]] + d >> 7);
        }
    }

    /** Pixels {@code first} to {@code end} of a row: the plain version of {@link ExitKernels#index} and {@link #bytes}. */
    static void plain(float[] r, float[] g, float[] b, int from, int first, int end, int dither, byte[] out, int at) {
        for (int x = first; x < end; x++) {
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
                    red += in.r()[i];
                    green += in.g()[i];
                    blue += in.b()[i];
                    cover = Math.max(cover, in.a()[i]);
                    ground += 1 - Math.min(1, in.a()[i]);
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
