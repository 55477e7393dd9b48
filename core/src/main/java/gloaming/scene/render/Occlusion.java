package gloaming.scene.render;

import gloaming.flow.Crew;

/**
 * What stands behind what is drawn already: of each square of the picture how near the farthest place in it is.
 *
 * <p>What was seen in the frame before is drawn first, and then only what is not hidden by that (after Greene, Kass and Miller 1993, "Hierarchical
 * Z-buffer visibility", with one level). Which was seen only decides what is drawn first, never what is seen.
 */
final class Occlusion {
    private static final int SIDE = 16;
    /** Parts of a depth or a place that rounding may take. */
    private static final float HAIR = 1e-4f;

    /** Of the nearness in a parallel view. */
    private static final float EDGE = 1e-6f;

    private View view;
    private float[] least = {};
    private int across;
    private int up;

    /** Takes what is drawn. */
    void take(View view, float[] nearness, Crew crew) {
        this.view = view;
        across = (view.width + SIDE - 1) / SIDE;
        up = (view.height + SIDE - 1) / SIDE;
        if (least.length < across * up) least = new float[across * up];
        crew.each(up, 1, (from, to) -> {
            for (int row = from; row < to; row++) measure(nearness, row);
        });
    }

    private void measure(float[] nearness, int row) {
        int width = view.width;
        int top = Math.min(view.height, (row + 1) * SIDE);
        for (int i = 0; i < across; i++) {
            int end = Math.min(width, (i + 1) * SIDE);
            float far = Float.MAX_VALUE;
            for (int y = row * SIDE; y < top && far > 0; y++)
                for (int x = i * SIDE; x < end; x++) {
                    float is = nearness[y * width + x];
                    if (is < far) far = is;
                }
            least[row * across + i] = far;
        }
    }

    /** Whether all of a ball is hidden; its middle is given as the view has it. */
    boolean hides(float px, float py, float depth, float radius) {
        float r = radius * (1 + HAIR);
        float near = (depth - r) * (1 - HAIR);
        if (!(near > view.near)) return false;
        float nearest = view.nearness(near);
        float far = depth + r;
        float half = view.width / 2f;
        float halfUp = view.height / 2f;
        float wide = r * view.pixels;
        float left;
        float right;
        float below;
        float above;
        if (view.parallel) {
            nearest += EDGE;
            float wider = wide * view.wider();
            left = px - wider;
            right = px + wider;
            below = py - wide;
            above = py + wide;
        } else {
            float x = px - half * depth;
            float y = py - halfUp * depth;
            left = half + lower(x - wide, near, far);
            right = half - lower(-x - wide, near, far);
            below = halfUp + lower(y - wide, near, far);
            above = halfUp - lower(-y - wide, near, far);
        }
        int i0 = square(left - 1, across);
        int i1 = square(right + 1, across);
        int j0 = square(below - 1, up);
        int j1 = square(above + 1, up);
        for (int j = j0; j <= j1; j++)
            for (int i = i0; i <= i1; i++) if (!(least[j * across + i] > nearest)) return false;
        return true;
    }

    /** The lowest that something comes to be at, at depths between two. */
    private static float lower(float aside, float near, float far) {
        return aside / (aside < 0 ? near : far);
    }

    private static int square(float pixel, int most) {
        return Math.clamp((int) Math.floor(pixel / SIDE), 0, most - 1);
    }
}
