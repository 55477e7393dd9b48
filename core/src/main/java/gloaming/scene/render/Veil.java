package gloaming.scene.render;

import gloaming.flow.Picture;

/** Triangles that can be seen through, drawn one over the other into what stands there already. */
final class Veil {
    private Veil() {}

    /** Draws one into rows {@code from} to {@code to} of a picture, where nothing solid is nearer. */
    static void draw(
            Shading shading,
            Draughts all,
            int number,
            View view,
            int samples,
            float[] solid,
            Picture out,
            int from,
            int to) {
        Batch batch = all.batch(number >>> Batch.BITS);
        float[] c = batch.corners;
        int at = 9 * (number & Batch.MOST - 1);
        float s = 1f / samples;
        double x0 = c[at] * s;
        double y0 = c[at + 1] * s;
        double x1 = c[at + 3] * s;
        double y1 = c[at + 4] * s;
        double x2 = c[at + 6] * s;
        double y2 = c[at + 7] * s;
        double area = (x1 - x0) * (y2 - y0) - (x2 - x0) * (y1 - y0);
        if (area == 0) return;
        double across = ((c[at + 5] - c[at + 2]) * (y2 - y0) - (c[at + 8] - c[at + 2]) * (y1 - y0)) / area;
        double upward = ((c[at + 8] - c[at + 2]) * (x1 - x0) - (c[at + 5] - c[at + 2]) * (x2 - x0)) / area;
        int low = Math.max(from, (int) Math.ceil(Math.min(y0, Math.min(y1, y2)) - 0.5));
        int high = Math.min(to, (int) Math.ceil(Math.max(y0, Math.max(y1, y2)) - 0.5));
        for (int row = low; row < high; row++) {
            double y = row + 0.5;
            double left = Double.MAX_VALUE;
            double right = -Double.MAX_VALUE;
            for (int e = 0; e < 3; e++) {
                double ax = e == 0 ? x0 : e == 1 ? x1 : x2;
                double ay = e == 0 ? y0 : e == 1 ? y1 : y2;
                double bx = e == 0 ? x1 : e == 1 ? x2 : x0;
                double by = e == 0 ? y1 : e == 1 ? y2 : y0;
                if (ay <= y == by <= y) continue;
                // From below to above, so that both triangles at an edge find the same place.
                double x = ay < by ? ax + (y - ay) / (by - ay) * (bx - ax) : bx + (y - by) / (ay - by) * (ax - bx);
                left = Math.min(left, x);
                right = Math.max(right, x);
            }
            int first = Math.max(0, (int) Math.ceil(left - 0.5));
            int last = Math.min(out.width, (int) Math.ceil(right - 0.5));
            for (int x = first; x < last; x++) {
                float near = (float) (c[at + 2] + across * (x + 0.5 - x0) + upward * (y - y0));
                if (near <= solid[row * samples * view.width + x * samples]) continue;
                if (shading.full(1)) shading.flush(true);
                shading.add(all, number, (x + 0.5f) * samples, (row + 0.5f) * samples, out.at(row) + x, 1);
            }
        }
        shading.flush(true);
    }
}
