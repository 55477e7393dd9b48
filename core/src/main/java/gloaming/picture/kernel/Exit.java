package gloaming.picture.kernel;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Vectors;
import gloaming.step.Colour;
import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;
import java.util.Arrays;

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
    private static final VarHandle INTS = MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);
    private static final short[] TABLE = new short[LAST + 1];
    private static final int DITHER_SIDE = 64;
    /** Rows of a picture that stay in the processor's cache. */
    private static final int AT_HAND = 24;

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
        crew.each(height, 8, (from, to) -> rows(in, width, height, from, to, out));
    }

    /** What one picture is to be written as, each as {@link #rgb} has it. One thread fills it. */
    public static final class Leaving {
        private int[] widths = new int[4];
        private int[] heights = new int[4];
        private byte[][] outs = new byte[4][];
        private int size;

        public void clear() {
            for (; size > 0; size--) outs[size - 1] = null;
        }

        public void add(int width, int height, byte[] out) {
            if (size == outs.length) {
                widths = Arrays.copyOf(widths, 2 * size);
                heights = Arrays.copyOf(heights, 2 * size);
                outs = Arrays.copyOf(outs, 2 * size);
            }
            widths[size] = width;
            heights[size] = height;
            outs[size++] = out;
        }
    }

    /** Writes a picture at several sizes: some rows of it at a time are read for all of them while they are at hand. */
    public static void rgb(Picture in, Leaving leaving, Crew crew) {
        if (leaving.size == 0) return;
        crew.each(in.height, AT_HAND, (from, to) -> {
            for (int i = 0; i < leaving.size; i++) {
                long height = leaving.heights[i];
                int first = (int) (from * height / in.height);
                int last = (int) (to * height / in.height);
                rows(in, leaving.widths[i], (int) height, first, last, leaving.outs[i]);
            }
        });
    }

    private static void rows(Picture in, int width, int height, int from, int to, byte[] out) {
        Rows rows = ROWS.get().room(in.width, width);
        Reduction narrower = in.width > width ? Reduction.of(in.width, width) : null;
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

    private static void encode(
            float[] r, float[] g, float[] b, int from, int width, int row, Rows rows, byte[] out, int at) {
        int whole = width / Vectors.LANES * Vectors.LANES;
        ExitKernels.index(r, g, b, from, rows.index[0], rows.index[1], rows.index[2], whole);
        int dither = (row & DITHER_SIDE - 1) * DITHER_SIDE;
        bytes(rows.index[0], rows.index[1], rows.index[2], whole, dither, out, at);
        plain(r, g, b, from, whole, width, dither, out, at + 3 * whole);
    }

    /** Looks {@code n} pixels up in the table, a multiple of four, and dithers them; the twelve bytes of four leave as three numbers. */
    private static void bytes(int[] r, int[] g, int[] b, int n, int dither, byte[] out, int at) {
        for (int x = 0; x < n; x += 4, at += 12) {
            int d = dither + (x & DITHER_SIDE - 1);
            int d0 = DITHER[d];
            int d1 = DITHER[d + 1];
            int d2 = DITHER[d + 2];
            int d3 = DITHER[d + 3];
            int one = level(r[x], d0) | level(g[x], d0) << 8 | level(b[x], d0) << 16 | level(r[x + 1], d1) << 24;
            int two = level(g[x + 1], d1)
                    | level(b[x + 1], d1) << 8
                    | level(r[x + 2], d2) << 16
                    | level(g[x + 2], d2) << 24;
            int three = level(b[x + 2], d2)
                    | level(r[x + 3], d3) << 8
                    | level(g[x + 3], d3) << 16
                    | level(b[x + 3], d3) << 24;
            INTS.set(out, at, one);
            INTS.set(out, at + 4, two);
            INTS.set(out, at + 8, three);
        }
    }

    private static int level(int index, int dither) {
        return TABLE[index] + dither >> 7;
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
        int[] columns = ROWS.get().room(2 * width, 0).index[0];
        for (int k = 0; k < 2 * width; k++) columns[k] = sample(k, in.width, width);
        float[] r = in.r();
        float[] g = in.g();
        float[] b = in.b();
        float[] a = in.a();
        for (int y = 0; y < height; y++) {
            int at = ((top + height - 1 - y) * imageWidth + left) * 3;
            int low = sample(2 * y, in.height, height) * in.width;
            int high = sample(2 * y + 1, in.height, height) * in.width;
            for (int x = 0; x < width; x++) {
                float red = 0;
                float green = 0;
                float blue = 0;
                float ground = 0;
                for (int s = 0; s < 4; s++) {
                    int i = (s < 2 ? low : high) + columns[2 * x + (s & 1)];
                    red += r[i];
                    green += g[i];
                    blue += b[i];
                    cover = Math.max(cover, a[i]);
                    ground += 1 - Math.min(1, a[i]);
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

    /** Which of {@code all} pixels the {@code k}th of twice {@code few} samples looks at: two for each pixel of a small view. */
    private static int sample(int k, int all, int few) {
        return Math.min(all - 1, (int) ((k / 2 + 0.25f + 0.5f * (k & 1)) * all / few));
    }
}
