package gloaming.picture.kernel;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import java.util.ArrayList;
import java.util.List;

/**
 * Pictures at half, a quarter, an eighth of the size, for what is soft; and Gaussian blur through them.
 *
 * <p>Halving and doubling both weigh with (1 3 3 1) / 8, a blur of variance 0.75 at the finer size. Going down and up {@code
 * k} levels thus blurs by a variance of {@code 1.5 (4^k - 1) / 3}; a small Gaussian at the lowest level adds what is missing
 * (Burt and Adelson 1983). The cost a pixel is the same for any radius. Against the plain convolution the error stays under
 * one percent of the step it smooths, and under two within two sigma of the border, beyond which the border's colour goes on.
 */
public final class Pyramid {
    private static final int GRAIN = 8;
    private static final int DEEPEST = 10;
    private final int channels;
    private final List<Picture> levels = new ArrayList<>();
    private final List<Picture> sums = new ArrayList<>();
    private final List<Picture> temporaries = new ArrayList<>();
    private float[] kernel = new float[1];
    private static final ThreadLocal<int[]> ROWS = ThreadLocal.withInitial(() -> new int[0]);
    private static final ThreadLocal<float[]> ROW = ThreadLocal.withInitial(() -> new float[0]);

    /** Works on all four channels, or with 3 on the colours only and leaves alpha undefined in what it makes itself. */
    public Pyramid(int channels) {
        this.channels = channels;
    }

    /** The level at which a blur of {@code sigma} pixels is done: its own sigma there lies between 1 and about 2.2. */
    static int level(double sigma, int width, int height) {
        int k = 0;
        while (k < DEEPEST && Math.min(width, height) >> (k + 1) >= 2 && rest(sigma, k + 1) >= 1) k++;
        return k;
    }

    /** Variance still missing at level {@code k}, in that level's pixels. */
    private static double rest(double sigma, int k) {
        double four = Math.pow(4, k);
        return (sigma * sigma - 0.5 * (four - 1)) / four;
    }

    /** Blurs {@code in} by a Gaussian of standard deviation {@code sigma} pixels into {@code out}, another picture. */
    public void blur(Picture in, double sigma, Picture out, Crew crew) {
        int k = level(sigma, in.width, in.height);
        Picture low = in;
        for (int i = 1; i <= k; i++) low = halve(low, at(levels, i, low), crew);
        Picture soft = k == 0 ? out : like(sums, k, low);
        convolve(low, rest(sigma, k), soft, crew);
        for (int i = k; i >= 1; i--) {
            Picture up = i == 1 ? out : like(sums, i - 1, levels.get(i - 1));
            grow(soft, up, 0, crew);
            soft = up;
        }
    }

    /** The half of {@code in}, kept until the next call. */
    public Picture half(Picture in, Crew crew) {
        return halve(in, at(levels, 1, in), crew);
    }

    /**
     * Sums Gaussians of a picture that {@link #half} made (and the caller may have changed since): {@code sigmas} ascending,
     * in pixels of the full size. The sum has the size of the half and is kept until the next call.
     */
    public Picture sum(double[] sigmas, double[] weights, Crew crew) {
        Picture half = levels.get(1);
        int deepest = 1;
        int[] at = new int[sigmas.length];
        for (int i = 0; i < sigmas.length; i++) {
            at[i] = Math.max(1, level(sigmas[i], half.width * 2, half.height * 2));
            deepest = Math.max(deepest, at[i]);
        }
        for (int k = 2; k <= deepest; k++) halve(levels.get(k - 1), at(levels, k, levels.get(k - 1)), crew);
        Picture sum = null;
        for (int k = deepest; k >= 1; k--) {
            Picture level = levels.get(k);
            Picture here = like(sums, k, level);
            if (sum == null) here.clear();
            else grow(sum, here, 0, crew);
            for (int i = 0; i < sigmas.length; i++) {
                if (at[i] != k) continue;
                Picture soft = like(temporaries, k, level);
                convolve(level, Math.max(0.04, rest(sigmas[i], k)), soft, crew);
                add(soft, (float) weights[i], here, crew);
            }
            sum = here;
        }
        return sum;
    }

    private void grow(Picture low, Picture base, float amount, Crew crew) {
        crew.each(base.height, GRAIN, (from, to) -> grow(low, base, amount, from, to));
    }

    /** Doubles {@code low} and adds {@code amount} times it to rows of {@code base}; an amount of 0 replaces instead. */
    public void grow(Picture low, Picture base, float amount, int from, int to) {
        float[] row = row(low.width + 2);
        for (int y = from; y < to; y++) {
            int near = Math.min(y >> 1, low.height - 1);
            int next = Math.clamp((y & 1) == 0 ? near - 1 : near + 1, 0, low.height - 1);
            for (int c = 0; c < channels; c++) {
                float[] s = low.plane(c);
                ConvolutionKernels.meet(s, near * low.width, next * low.width, 0.75f, 0.25f, row, 1, low.width);
                row[0] = row[1];
                row[low.width + 1] = row[low.width];
                widen(row, base.plane(c), base.at(y), base.width, amount);
            }
        }
    }

    private static void widen(float[] row, float[] out, int at, int width, float amount) {
        int pairs = width / 2;
        float keep = amount == 0 ? 0 : 1;
        float times = amount == 0 ? 1 : amount;
        ConvolutionKernels.widen(row, out, at, pairs, keep, times);
        if ((width & 1) == 1) {
            int last = at + width - 1;
            out[last] = keep * out[last] + times * (0.75f * row[pairs + 1] + 0.25f * row[pairs]);
        }
    }

    private Picture halve(Picture in, Picture out, Crew crew) {
        crew.each(out.height, GRAIN, (from, to) -> {
            float[] row = row(in.width + 4);
            for (int y = from; y < to; y++) {
                int r0 = Math.max(0, 2 * y - 1) * in.width;
                int r1 = 2 * y * in.width;
                int r2 = Math.min(in.height - 1, 2 * y + 1) * in.width;
                int r3 = Math.min(in.height - 1, 2 * y + 2) * in.width;
                for (int c = 0; c < channels; c++) {
                    float[] s = in.plane(c);
                    ConvolutionKernels.meet(s, r0, r1, r2, r3, row, 1, in.width);
                    row[0] = row[1];
                    row[in.width + 1] = row[in.width];
                    row[in.width + 2] = row[in.width];
                    ConvolutionKernels.halve(row, out.plane(c), y * out.width, out.width);
                }
            }
        });
        return out;
    }

    /** A plain separable convolution with a Gaussian of the given variance, cut off at three and a half sigma. */
    private void convolve(Picture in, double variance, Picture out, Crew crew) {
        int reach = Math.max(1, (int) Math.ceil(3.5 * Math.sqrt(variance)));
        weigh(variance, reach);
        float[] weights = kernel;
        Picture across = like(temporaries, 12 + Math.min(DEEPEST, 31 - Integer.numberOfLeadingZeros(in.width)), in);
        crew.each(in.height, GRAIN, (from, to) -> {
            float[] row = row(in.width + 2 * reach);
            for (int y = from; y < to; y++) {
                for (int c = 0; c < channels; c++) {
                    float[] plane = in.plane(c);
                    int at = y * in.width;
                    System.arraycopy(plane, at, row, reach, in.width);
                    java.util.Arrays.fill(row, 0, reach, plane[at]);
                    java.util.Arrays.fill(row, reach + in.width, 2 * reach + in.width, plane[at + in.width - 1]);
                    ConvolutionKernels.convolve(row, reach, weights, reach, across.plane(c), at, in.width);
                }
            }
        });
        crew.each(in.height, GRAIN, (from, to) -> {
            int[] rows = rows(2 * reach + 1);
            for (int y = from; y < to; y++) {
                for (int j = -reach; j <= reach; j++) rows[reach + j] = Math.clamp(y + j, 0, in.height - 1) * in.width;
                for (int c = 0; c < channels; c++) {
                    ConvolutionKernels.convolve(
                            across.plane(c), rows, weights, reach, out.plane(c), y * in.width, in.width);
                }
            }
        });
    }

    private static int[] rows(int length) {
        int[] rows = ROWS.get();
        if (rows.length < length) ROWS.set(rows = new int[length + 16]);
        return rows;
    }

    private void weigh(double variance, int reach) {
        if (kernel.length != reach + 1) kernel = new float[reach + 1];
        double sum = 0;
        for (int j = -reach; j <= reach; j++) sum += Math.exp(-j * j / (2 * variance));
        for (int j = 0; j <= reach; j++) kernel[j] = (float) (Math.exp(-j * j / (2 * variance)) / sum);
    }

    private void add(Picture from, float weight, Picture to, Crew crew) {
        crew.each(to.height, 16, (a, b) -> {
            for (int c = 0; c < channels; c++) {
                float[] s = from.plane(c);
                float[] d = to.plane(c);
                for (int i = a * to.width; i < b * to.width; i++) d[i] += weight * s[i];
            }
        });
    }

    private static float[] row(int length) {
        float[] row = ROW.get();
        if (row.length < length) ROW.set(row = new float[length + 64]);
        return row;
    }

    /** Level {@code k}: half the size of {@code finer}, rounded up. */
    private static Picture at(List<Picture> list, int k, Picture finer) {
        return sized(list, k, (finer.width + 1) / 2, (finer.height + 1) / 2);
    }

    private static Picture like(List<Picture> list, int k, Picture same) {
        return sized(list, k, same.width, same.height);
    }

    private static Picture sized(List<Picture> list, int k, int width, int height) {
        while (list.size() <= k) list.add(null);
        Picture kept = list.get(k);
        if (kept == null || kept.width != width || kept.height != height) {
            kept = new Picture(width, height);
            list.set(k, kept);
        }
        return kept;
    }
}
