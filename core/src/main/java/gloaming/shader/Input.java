package gloaming.shader;

import gloaming.flow.Picture;

/** A picture that a shader reads, as it is stored; its bottom row is at v = 0. */
public record Input(Picture picture, Edge edge, boolean nearest) {

    /** What lies beyond the borders. */
    public enum Edge {
        HOLD,
        REPEAT,
        MIRROR,
        EMPTY
    }

    /** Where a column or row lies; -1 when there is nothing. */
    private static int within(int i, int size, Edge edge) {
        if (i >= 0 && i < size) return i;
        return switch (edge) {
            case HOLD -> i < 0 ? 0 : size - 1;
            case REPEAT -> Math.floorMod(i, size);
            case MIRROR -> {
                int m = Math.floorMod(i, 2 * size);
                yield m < size ? m : 2 * size - 1 - m;
            }
            case EMPTY -> -1;
        };
    }

    /** Reads at places from 0 to 1, linearly between the centres of four pixels; {@code o} are the places of four results. */
    void texture(float[] f, int o0, int o1, int o2, int o3, int u, int su, int v, int sv, int n) {
        int width = picture.width;
        int height = picture.height;
        for (int i = 0; i < n; i++) {
            float x = f[u + (i & su)] * width - 0.5f;
            float y = f[v + (i & sv)] * height - 0.5f;
            // Far places lie beyond the border all the same; what is no number lies at 0.
            x = Math.max(-1e6f, Math.min(1e6f, x));
            y = Math.max(-1e6f, Math.min(1e6f, y));
            if (nearest) {
                x = (float) Math.floor(x + 0.5f);
                y = (float) Math.floor(y + 0.5f);
            }
            int x0 = (int) x - (x < (int) x ? 1 : 0);
            int y0 = (int) y - (y < (int) y ? 1 : 0);
            float s = x - x0;
            float t = y - y0;
            int left = within(x0, width, edge);
            int right = within(x0 + 1, width, edge);
            int low = within(y0, height, edge);
            int high = within(y0 + 1, height, edge);
            float w00 = left < 0 || low < 0 ? 0 : (1 - s) * (1 - t);
            float w10 = right < 0 || low < 0 ? 0 : s * (1 - t);
            float w01 = left < 0 || high < 0 ? 0 : (1 - s) * t;
            float w11 = right < 0 || high < 0 ? 0 : s * t;
            left = Math.max(0, left);
            right = Math.max(0, right);
            int a = Math.max(0, low) * width;
            int b = Math.max(0, high) * width;
            int p00 = a + left;
            int p10 = a + right;
            int p01 = b + left;
            int p11 = b + right;
            float[] r = picture.r;
            float[] g = picture.g;
            float[] l = picture.b;
            float[] h = picture.a;
            float red = r[p00] * w00 + r[p10] * w10 + r[p01] * w01 + r[p11] * w11;
            float green = g[p00] * w00 + g[p10] * w10 + g[p01] * w01 + g[p11] * w11;
            float blue = l[p00] * w00 + l[p10] * w10 + l[p01] * w01 + l[p11] * w11;
            float alpha = h[p00] * w00 + h[p10] * w10 + h[p01] * w01 + h[p11] * w11;
            f[o0 + i] = red;
            f[o1 + i] = green;
            f[o2 + i] = blue;
            f[o3 + i] = alpha;
        }
    }

    /** Reads pixels by their column and row; beyond the border there is nothing. */
    void fetch(float[] f, int[] w, int o0, int o1, int o2, int o3, int u, int su, int v, int sv, int n) {
        for (int i = 0; i < n; i++) {
            int x = w[u + (i & su)];
            int y = w[v + (i & sv)];
            boolean within = x >= 0 && y >= 0 && x < picture.width && y < picture.height;
            int p = within ? y * picture.width + x : 0;
            f[o0 + i] = within ? picture.r[p] : 0;
            f[o1 + i] = within ? picture.g[p] : 0;
            f[o2 + i] = within ? picture.b[p] : 0;
            f[o3 + i] = within ? picture.a[p] : 0;
        }
    }
}
