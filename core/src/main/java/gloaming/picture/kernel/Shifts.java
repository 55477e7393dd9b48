package gloaming.picture.kernel;

import gloaming.flow.Picture;
import java.util.Arrays;

/** The mean of several copies of a picture, each moved by a few pixels and parts of pixels; {@link Sampler#at} is the plain version. */
public final class Shifts {
    private static final ThreadLocal<Scratch> SCRATCH = ThreadLocal.withInitial(Scratch::new);

    /** A row of the source with room to both sides, and the sum. */
    private static final class Scratch {
        float[] row = {};
        float[] sum = {};
        /** Of a mean straight up: where the rows begin, and their weights from the middle on. */
        int[] rows = {};

        float[] weights = {};

        Scratch room(int width, int side) {
            if (row.length < width + 2 * side + 2) row = new float[width + 2 * side + 2];
            if (sum.length < width) sum = new float[width];
            return this;
        }
    }

    private Shifts() {}

    /**
     * Writes rows {@code from} to {@code to} of the mean.
     *
     * @param x,y for each copy, which lie alike to both sides of the middle, how many pixels to the right and up of itself a place looks
     */
    public static void mean(Picture in, double[] x, double[] y, Border border, Picture out, int from, int to) {
        int side = 2;
        for (double each : x) side = Math.max(side, 2 + (int) Math.ceil(Math.abs(each)));
        Scratch scratch = SCRATCH.get().room(in.width, side);
        int reach = Arrays.stream(x).allMatch(each -> each == 0) ? upright(y, scratch) : 0;
        for (int row = from; row < to; row++) {
            boolean inside = row >= reach && row + reach < in.height;
            if (reach > 0 && (inside || border != Border.EMPTY)) {
                for (int j = -reach; j <= reach; j++)
                    scratch.rows[reach + j] = Sampler.bring(row + j, in.height, border) * in.width;
                for (int c = 0; c < 4; c++)
                    ConvolutionKernels.convolve(
                            in.plane(c), scratch.rows, scratch.weights, reach, out.plane(c), out.at(row), in.width);
                continue;
            }
            for (int c = 0; c < 4; c++)
                row(in, in.plane(c), x, y, border, out.plane(c), out.at(row), row, side, scratch);
        }
    }

    /** Works out the weights of rows where copies lie straight above one another, as far up as down; returns how many there are to a side. */
    private static int upright(double[] y, Scratch scratch) {
        int reach = 1;
        for (double each : y) reach = Math.max(reach, (int) Math.ceil(Math.abs(each)));
        if (scratch.rows.length < 2 * reach + 1) {
            scratch.rows = new int[2 * reach + 1];
            scratch.weights = new float[reach + 2];
        }
        Arrays.fill(scratch.weights, 0);
        for (double each : y) {
            // The other side is the same again.
            int low = (int) Math.floor(each);
            double part = (each - low) / y.length;
            if (low >= 0) scratch.weights[low] += (float) (1.0 / y.length - part);
            if (low + 1 >= 0) scratch.weights[low + 1] += (float) part;
        }
        return reach;
    }

    private static void row(
            Picture in,
            float[] plane,
            double[] x,
            double[] y,
            Border border,
            float[] out,
            int at,
            int row,
            int side,
            Scratch scratch) {
        int n = in.width;
        float[] sum = scratch.sum;
        Arrays.fill(sum, 0, n, 0);
        float part = 1f / x.length;
        double before = Double.NaN;
        for (int k = 0; k < x.length; k++) {
            int low = (int) Math.floor(row + y[k]);
            float v = (float) (row + y[k] - low);
            boolean lower = border != Border.EMPTY || low >= 0 && low < in.height;
            boolean upper = border != Border.EMPTY || low + 1 >= 0 && low + 1 < in.height;
            if (!lower && !upper) continue;
            int a = Sampler.bring(low, in.height, border) * n;
            int b = Sampler.bring(low + 1, in.height, border) * n;
            // Copies at one height share the row between two.
            if (y[k] != before) {
                ConvolutionKernels.meet(
                        plane, a, b, lower ? part * (1 - v) : 0, upper ? part * v : 0, scratch.row, side, n);
                beside(scratch.row, n, side, border);
                before = y[k];
            }
            int shift = (int) Math.floor(x[k]);
            Runs.addSlide(scratch.row, side + shift, (float) (x[k] - shift), sum, n);
        }
        System.arraycopy(sum, 0, out, at, n);
    }

    /** Fills in what lies beyond both ends of a row. */
    private static void beside(float[] row, int n, int side, Border border) {
        if (border == Border.EMPTY) {
            Arrays.fill(row, 0, side, 0);
            Arrays.fill(row, side + n, n + 2 * side, 0);
            return;
        }
        for (int i = 1; i <= side; i++) {
            row[side - i] = row[side + Sampler.bring(-i, n, border)];
            row[side + n - 1 + i] = row[side + Sampler.bring(n - 1 + i, n, border)];
        }
    }
}
