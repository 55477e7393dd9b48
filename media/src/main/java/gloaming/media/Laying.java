package gloaming.media;

import gloaming.flow.Picture;
import gloaming.library.Fit;

/**
 * Draws a picture of any size into a box of a frame, in linear light and premultiplied, row by row.
 *
 * <p>The filter is a tent as wide as two pixels of whichever side has the larger ones: it averages where the picture becomes
 * smaller and is linear interpolation where it becomes larger. Beyond the picture there is nothing; its border pixels go on to
 * the edge of the box.
 */
final class Laying {
    /** A source, row by row from the top: red, green, blue, alpha of each pixel. */
    interface Rows {
        void row(int y, float[] into);
    }

    /** Which source pixels one result pixel takes, and how much of each; weights add up to one. */
    private record Taps(int[] first, float[][] weights) {
        static Taps of(int source, double start, double length, int frame) {
            int[] first = new int[frame];
            float[][] weights = new float[frame][];
            double step = source / length;
            double reach = Math.max(1, step);
            for (int i = 0; i < frame; i++) {
                double middle = (i + 0.5 - start) * step - 0.5;
                // Outside the box there is nothing; a pixel belongs to the box when its middle does.
                if (i + 0.5 < start || i + 0.5 > start + length) continue;
                int from = (int) Math.ceil(middle - reach);
                int to = (int) Math.floor(middle + reach);
                int low = Math.clamp(from, 0, source - 1);
                int high = Math.clamp(to, 0, source - 1);
                float[] w = new float[high - low + 1];
                double sum = 0;
                for (int k = from; k <= to; k++) sum += Math.max(0, 1 - Math.abs(k - middle) / reach);
                for (int k = from; k <= to; k++) {
                    w[Math.clamp(k, low, high) - low] += (float) (Math.max(0, 1 - Math.abs(k - middle) / reach) / sum);
                }
                first[i] = low;
                weights[i] = w;
            }
            return new Taps(first, weights);
        }
    }

    private Laying() {}

    /** A frame with the source drawn into its box; the rest is empty. */
    static Picture lay(Rows source, int width, int height, Fit.Box box, int frameWidth, int frameHeight) {
        Picture out = new Picture(frameWidth, frameHeight);
        // Sources run from the top, pictures from the bottom.
        Taps across = Taps.of(width, box.x(), box.width(), frameWidth);
        Taps down = Taps.of(height, frameHeight - box.y() - box.height(), box.height(), frameHeight);
        float[] row = new float[4 * width];
        float[] narrow = new float[4 * frameWidth];
        // Each source row is read once and added to every result row that takes some of it.
        int from = 0;
        for (int y = 0; y < height; y++) {
            while (from < frameHeight
                    && (down.weights[from] == null || down.first[from] + down.weights[from].length <= y)) from++;
            if (from == frameHeight) break;
            if (down.first[from] > y) continue;
            source.row(y, row);
            narrow(row, across, narrow);
            for (int i = from; i < frameHeight && down.weights[i] != null && down.first[i] <= y; i++) {
                int k = y - down.first[i];
                if (k >= down.weights[i].length) continue;
                add(narrow, down.weights[i][k], out, (frameHeight - 1 - i) * frameWidth);
            }
        }
        return out;
    }

    private static void narrow(float[] row, Taps taps, float[] into) {
        for (int i = 0; i < taps.first.length; i++) {
            float r = 0;
            float g = 0;
            float b = 0;
            float a = 0;
            float[] w = taps.weights[i];
            if (w != null) {
                int p = 4 * taps.first[i];
                for (float k : w) {
                    r += k * row[p];
                    g += k * row[p + 1];
                    b += k * row[p + 2];
                    a += k * row[p + 3];
                    p += 4;
                }
            }
            into[4 * i] = r;
            into[4 * i + 1] = g;
            into[4 * i + 2] = b;
            into[4 * i + 3] = a;
        }
    }

    private static void add(float[] row, float k, Picture out, int at) {
        for (int x = 0; x < out.width; x++) {
            out.r()[at + x] += k * row[4 * x];
            out.g()[at + x] += k * row[4 * x + 1];
            out.b()[at + x] += k * row[4 * x + 2];
            out.a()[at + x] += k * row[4 * x + 3];
        }
    }
}
