package gloaming.picture.kernel;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Vectors;
import gloaming.picture.colour.ColourKernels;
import java.util.SplittableRandom;
import java.util.function.BiConsumer;
import org.junit.jupiter.api.Test;

/**
 * Kernels whose plain version is the loop behind their vectors: the same run done as a whole, and place by place, which is all plain. Also
 * below black, above white, and for lengths that are no whole number of vectors.
 */
class KernelTwinsTest {
    private static final int N = 5 * Vectors.LANES + 7;
    private static final int ROOM = 4 * N + 64;

    /** Does places {@code from} to {@code to} on runs of its own. */
    @FunctionalInterface
    private interface Places {
        void run(float[][] p, int from, int to);
    }

    private static float[][] runs() {
        SplittableRandom random = new SplittableRandom(11);
        float[][] p = new float[6][ROOM];
        for (float[] run : p) for (int i = 0; i < ROOM; i++) run[i] = (float) random.nextDouble(-0.4, 1.8);
        return p;
    }

    private static void alike(String kernel, double within, Places places) {
        float[][] whole = runs();
        float[][] plain = runs();
        places.run(whole, 0, N);
        for (int i = 0; i < N; i++) places.run(plain, i, i + 1);
        boolean changed = false;
        float[][] before = runs();
        for (int r = 0; r < whole.length; r++) {
            for (int i = 0; i < ROOM; i++) {
                double off = Math.abs(whole[r][i] - plain[r][i]) / Math.max(1, Math.abs(plain[r][i]));
                assertThat(off).as("%s, run %d at %d", kernel, r, i).isLessThanOrEqualTo(within);
                changed |= whole[r][i] != before[r][i];
            }
        }
        assertThat(changed).as(kernel + " does something").isTrue();
    }

    @Test
    void arithmeticAlongRuns() {
        alike("times", 0, (p, from, to) -> Runs.times(p[0], 3 + from, 0.7f, p[1], 5 + from, to - from));
        alike("add times", 1e-6, (p, from, to) -> whole(p, from, to, (a, b) -> Runs.addTimes(a, b, 0.7f, to - from)));
        alike("between", 1e-6, (p, from, to) -> {
            float[] k = java.util.Arrays.copyOfRange(p[2], from, to + Vectors.LANES);
            Runs.between(p[0], 3 + from, p[1], 5 + from, k, p[3], from, to - from);
        });
        alike("slide", 1e-6, (p, from, to) -> Runs.slide(p[0], 4, 0.3f, p[1], 9, from, to));
        alike("power", 2e-5, (p, from, to) -> Runs.power(p[0], from, 1.7f, 0.8f, to - from));
    }

    /** Lets a kernel that begins at 0 work on copies from {@code from} on. */
    private static void whole(float[][] p, int from, int to, BiConsumer<float[], float[]> kernel) {
        float[] into = java.util.Arrays.copyOfRange(p[0], from, to);
        kernel.accept(into, java.util.Arrays.copyOfRange(p[1], from, to));
        System.arraycopy(into, 0, p[0], from, to - from);
    }

    @Test
    void convolutions() {
        float[] w = {0.4f, 0.2f, 0.1f};
        alike(
                "along a row",
                1e-6,
                (p, from, to) -> ConvolutionKernels.convolve(p[0], 2 + from, w, 2, p[1], from, to - from));
        alike("down a column", 1e-6, (p, from, to) -> {
            int[] rows = {from, from + 40, from + 80, from + 90, from + 100};
            ConvolutionKernels.convolve(p[0], rows, w, 2, p[1], from, to - from);
        });
        alike(
                "two",
                1e-6,
                (p, from, to) -> ConvolutionKernels.meet(p[0], from, from + 50, 0.25f, 0.75f, p[1], from, to - from));
        alike(
                "four",
                1e-6,
                (p, from, to) ->
                        ConvolutionKernels.meet(p[0], from, from + 20, from + 40, from + 60, p[1], from, to - from));
        alike("halve", 1e-6, (p, from, to) -> {
            float[] row = java.util.Arrays.copyOfRange(p[0], 2 * from, ROOM);
            ConvolutionKernels.halve(row, p[1], from, to - from);
        });
        alike("widen", 1e-6, (p, from, to) -> {
            float[] row = java.util.Arrays.copyOfRange(p[0], from, ROOM);
            ConvolutionKernels.widen(row, p[1], 2 * from, to - from, 0.5f, 0.8f);
        });
    }

    @Test
    void reliefs() {
        alike("slope", 1e-6, (p, from, to) -> ReliefKernels.slope(p[0], 2, 60, 120, 1, p[1], p[2], from, to));
        alike("steepness", 1e-6, (p, from, to) -> {
            float[] x = java.util.Arrays.copyOfRange(p[0], from, ROOM);
            float[] y = java.util.Arrays.copyOfRange(p[1], from, ROOM);
            ReliefKernels.steepness(x, y, 1.3f, p[2], from, to - from);
        });
    }

    @Test
    void colours() {
        float[] c = new float[18];
        for (int i = 0; i < c.length; i++) c[i] = 0.1f + 0.05f * (i % 4);
        alike("tones", 1e-5, (p, from, to) -> ColourKernels.tones(p[0], p[1], c, from, to));
        alike("steps", 1e-5, (p, from, to) -> {
            float[] lift = java.util.Arrays.copyOfRange(p[1], from, ROOM);
            ColourKernels.steps(p[0], from, 6, lift, to - from);
        });
        alike("how far from a key", 1e-5, (p, from, to) -> {
            float[] far = new float[N];
            ColourKernels.distance(p[0], p[1], p[2], from, 0.1f, 0.2f, 2, far, to - from);
            System.arraycopy(far, 0, p[3], from, to - from);
        });
        alike("key", 1e-5, (p, from, to) -> {
            float[] far = java.util.Arrays.copyOfRange(p[4], from, ROOM);
            ColourKernels.key(p[0], p[1], p[2], p[3], from, far, 0.2f, 2, 0.5f, to - from);
        });
    }
}
