package gloaming.picture.kernel;

import gloaming.flow.Vectors;

/** How much each pixel of a shorter row takes of those of a longer one: as much as it covers of them. */
final class Reduction {
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
        while (whole > 0 && first[whole - Vectors.LANES] + 2 * Vectors.LANES > rows[0].length) whole -= Vectors.LANES;
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
