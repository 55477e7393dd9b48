package gloaming.picture.kernel;

import gloaming.flow.Picture;

/**
 * How a picture rises to the right and upward, by the operator of Sobel and Feldman (1968) divided by 8, so that a ramp of 1 a
 * step gives 1. The border's pixels go on beyond it.
 */
public final class Slope {
    private Slope() {}

    /** Along a row of one plane, over {@code step} pixels: {@code dx[x]} and {@code dy[x]} for x below the width. */
    public static void row(Picture p, float[] plane, int row, int step, float[] dx, float[] dy) {
        int low = p.at(Math.max(0, row - step));
        int here = p.at(row);
        int high = p.at(Math.min(p.height - 1, row + step));
        int last = p.width - 1;
        int inner = Math.min(step, p.width);
        int outer = Math.max(inner, p.width - step);
        for (int x = 0; x <= last; x++) {
            if (x == inner) x = outer;
            if (x > last) break;
            int left = Math.max(0, x - step);
            int right = Math.min(last, x + step);
            float a = plane[low + left];
            float b = plane[low + right];
            float c = plane[high + left];
            float d = plane[high + right];
            dx[x] = (b + d - a - c + 2 * (plane[here + right] - plane[here + left])) * 0.125f;
            dy[x] = (c + d - a - b + 2 * (plane[high + x] - plane[low + x])) * 0.125f;
        }
        ReliefKernels.slope(plane, low, here, high, step, dx, dy, inner, outer);
    }

    /** The same of the picture's light; {@code x} and {@code y} are room for one plane. */
    public static void light(Picture p, int row, int step, float[] dx, float[] dy, float[] x, float[] y) {
        java.util.Arrays.fill(dx, 0, p.width, 0);
        java.util.Arrays.fill(dy, 0, p.width, 0);
        for (int c = 0; c < 3; c++) {
            float weight = c == 0 ? 0.2126f : c == 1 ? 0.7152f : 0.0722f;
            row(p, p.plane(c), row, step, x, y);
            Runs.addTimes(dx, x, weight, p.width);
            Runs.addTimes(dy, y, weight, p.width);
        }
    }
}
