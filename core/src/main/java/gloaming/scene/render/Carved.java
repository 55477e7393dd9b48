package gloaming.scene.render;

import java.util.Arrays;

/** Those of some fragments that lie in a relief: where in its heights, so that it can stand in its own light. */
final class Carved {
    /** Places that a ray to a lamp looks at. */
    private static final int STEPS = 14;
    /** How quickly a height that stands in the way darkens: by a tenth of the relief all is gone. */
    private static final float HARD = 10;

    int n;
    private final int[] of = new int[Fragments.MOST];
    private final Texture[] heights = new Texture[Fragments.MOST];
    private final float[] u = new float[Fragments.MOST];
    private final float[] v = new float[Fragments.MOST];
    private final float[] height = new float[Fragments.MOST];
    /** How texture places change along the world's axes, times how deep the relief is: across, then up. */
    private final float[] ways = new float[6 * Fragments.MOST];

    private final boolean[] repeats = new boolean[Fragments.MOST];

    void clear() {
        Arrays.fill(heights, 0, n, null);
        n = 0;
    }

    void add(
            int fragment,
            Texture texture,
            double u,
            double v,
            double height,
            double[] across,
            double[] up,
            double deepAcross,
            double deepUp,
            boolean repeats) {
        if (n == Fragments.MOST) return;
        of[n] = fragment;
        heights[n] = texture;
        this.u[n] = (float) u;
        this.v[n] = (float) v;
        this.height[n] = (float) height;
        for (int k = 0; k < 3; k++) {
            ways[6 * n + k] = (float) (across[k] * deepAcross);
            ways[6 * n + 3 + k] = (float) (up[k] * deepUp);
        }
        this.repeats[n++] = repeats;
    }

    /** Takes light away from what other heights stand before, on the way to the lamp that the fragments know of now. */
    void shade(Fragments f) {
        for (int k = 0; k < n; k++) {
            int i = of[k];
            if (f.light[i] == 0 || height[k] > 0.99f) continue;
            float straight = f.fx[i] * f.lx[i] + f.fy[i] * f.ly[i] + f.fz[i] * f.lz[i];
            if (straight <= 0) continue;
            float over = 1 / Math.max(0.05f, straight);
            int w = 6 * k;
            float du = over * (ways[w] * f.lx[i] + ways[w + 1] * f.ly[i] + ways[w + 2] * f.lz[i]);
            float dv = over * (ways[w + 3] * f.lx[i] + ways[w + 4] * f.ly[i] + ways[w + 5] * f.lz[i]);
            f.light[i] *= open(k, du, dv);
        }
    }

    /** From the place up to the face; {@code du} and {@code dv} are the way for the whole depth. */
    private float open(int k, float du, float dv) {
        Texture t = heights[k];
        int w = t.width();
        int h = t.height();
        float rise = 1 - height[k];
        float most = 0;
        for (int s = 1; s <= STEPS; s++) {
            // Closer together at first: what stands near throws the shadow that is seen.
            float part = (float) s * s / (STEPS * STEPS);
            float up = height[k] + rise * part;
            float x = u[k] + du * rise * part;
            float y = v[k] + dv * rise * part;
            if (repeats[k]) {
                x -= (float) Math.floor(x);
                y -= (float) Math.floor(y);
            } else if (x < 0 || x > 1 || y < 0 || y > 1) break;
            most = Math.max(most, t.heightOf((int) (x * w), (int) (y * h)) - up - 0.01f);
        }
        return Math.max(0, 1 - HARD * most);
    }
}
