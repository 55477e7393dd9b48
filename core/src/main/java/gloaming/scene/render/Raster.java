package gloaming.scene.render;

/**
 * Draws triangles into rows of nearness and numbers.
 *
 * <p>A pixel belongs to a triangle when its middle lies within; one on an edge between two belongs to exactly one of them, since both work
 * the edge out from the same two corners in the same order. Where two are equally near the one of the lower number is seen, whichever is drawn
 * first. None is nearer anywhere than its nearest corner.
 */
final class Raster {
    private Raster() {}

    /** Draws those of a batch that meet a band; {@code numbers} may be null. */
    static void band(Batch batch, int number, int band, int rows, View view, float[] nearness, int[] numbers) {
        int from = band * rows;
        int to = Math.min(view.height, from + rows);
        int base = number << Batch.BITS;
        for (int q = batch.start[band]; q < batch.start[band + 1]; q++) {
            int i = batch.items[q];
            triangle(batch.corners, 9 * i, base | i, view.width, from, to, nearness, numbers);
        }
    }

    static void triangle(float[] c, int at, int number, int width, int from, int to, float[] nearness, int[] numbers) {
        float x0 = c[at];
        float y0 = c[at + 1];
        float k0 = c[at + 2];
        float x1 = c[at + 3];
        float y1 = c[at + 4];
        float k1 = c[at + 5];
        float x2 = c[at + 6];
        float y2 = c[at + 7];
        float k2 = c[at + 8];
        float area = (x1 - x0) * (y2 - y0) - (x2 - x0) * (y1 - y0);
        float across = ((k1 - k0) * (y2 - y0) - (k2 - k0) * (y1 - y0)) / area;
        float upward = ((k2 - k0) * (x1 - x0) - (k1 - k0) * (x2 - x0)) / area;
        float most = Math.max(k0, Math.max(k1, k2));
        float ox = x0;
        float oy = y0;
        // By height, so that an edge runs upward in each of its triangles.
        float t;
        if (y1 < y0) {
            t = x0;
            x0 = x1;
            x1 = t;
            t = y0;
            y0 = y1;
            y1 = t;
        }
        if (y2 < y1) {
            t = x1;
            x1 = x2;
            x2 = t;
            t = y1;
            y1 = y2;
            y2 = t;
            if (y1 < y0) {
                t = x0;
                x0 = x1;
                x1 = t;
                t = y0;
                y0 = y1;
                y1 = t;
            }
        }
        int low = Math.max(from, (int) Math.ceil(y0 - 0.5f));
        int high = Math.min(to, (int) Math.ceil(y2 - 0.5f));
        float longSlope = (x2 - x0) / (y2 - y0);
        float lowSlope = (x1 - x0) / (y1 - y0);
        float highSlope = (x2 - x1) / (y2 - y1);
        for (int y = low; y < high; y++) {
            float middle = y + 0.5f;
            float a = x0 + (middle - y0) * longSlope;
            float b = middle < y1 ? x0 + (middle - y0) * lowSlope : x1 + (middle - y1) * highSlope;
            int left = (int) Math.ceil(Math.min(a, b) - 0.5f);
            int right = (int) Math.ceil(Math.max(a, b) - 0.5f);
            if (left < 0) left = 0;
            if (right > width) right = width;
            if (left >= right) continue;
            float k = k0 + across * (left + 0.5f - ox) + upward * (middle - oy);
            int row = y * width;
            if (numbers == null) RasterKernels.span(nearness, row + left, right - left, k, across);
            else if (right - left < 12) {
                for (int x = left, i = row + left; x < right; x++, i++) {
                    float here = Math.min(k + across * (x - left), most);
                    if (here > nearness[i] || here == nearness[i] && number < numbers[i]) {
                        nearness[i] = here;
                        numbers[i] = number;
                    }
                }
            } else RasterKernels.span(nearness, numbers, row + left, right - left, k, across, most, number);
        }
    }
}
