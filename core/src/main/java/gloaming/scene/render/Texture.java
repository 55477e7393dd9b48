package gloaming.scene.render;

import gloaming.flow.Crew;
import gloaming.flow.Picture;

/** A picture that lies on a surface, with its halves, quarters and so on, so that what is small does not shimmer (Williams 1983). */
final class Texture {
    private static final int LEVELS = 12;

    private final float[][][] planes = new float[LEVELS][4][0];
    private final int[] width = new int[LEVELS];
    private final int[] height = new int[LEVELS];
    private int levels;
    Picture of;
    /** What the sizes are of, where that stays as it is for good. */
    private Picture built;

    /** Takes a picture and works out its smaller sizes. */
    void take(Picture picture, Crew crew) {
        of = picture;
        if (picture == built) {
            for (int c = 0; c < 4; c++) planes[0][c] = picture.plane(c);
            return;
        }
        // What stays as it is for good is halved once.
        built = picture.kept() ? picture : null;
        width[0] = picture.width;
        height[0] = picture.height;
        for (int c = 0; c < 4; c++) planes[0][c] = picture.plane(c);
        levels = 1;
        while (levels < LEVELS && (width[levels - 1] > 1 || height[levels - 1] > 1)) {
            int l = levels++;
            width[l] = Math.max(1, width[l - 1] / 2);
            height[l] = Math.max(1, height[l - 1] / 2);
            int n = width[l] * height[l];
            for (int c = 0; c < 4; c++) if (planes[l][c].length < n) planes[l][c] = new float[n];
            crew.each(height[l], 16, (from, to) -> halve(l, from, to));
        }
    }

    /** Texels along a side of a block whose highest place is known. */
    static final int BLOCK = 8;

    private float[] heights = {};
    private float[] highest = {};
    private int blocksAcross;

    /** Works out the light of each pixel, 0 to 1, as a height, and the highest of each block and what touches it. */
    void carve(Crew crew) {
        int w = width[0];
        int h = height[0];
        if (heights.length < w * h) heights = new float[w * h];
        float[] r = planes[0][0];
        float[] g = planes[0][1];
        float[] b = planes[0][2];
        crew.each(h, 32, (from, to) -> {
            for (int i = from * w; i < to * w; i++)
                heights[i] = Math.max(0, Math.min(1, 0.2126f * r[i] + 0.7152f * g[i] + 0.0722f * b[i]));
        });
        blocksAcross = (w + BLOCK - 1) / BLOCK;
        int up = (h + BLOCK - 1) / BLOCK;
        if (highest.length < blocksAcross * up) highest = new float[blocksAcross * up];
        crew.each(up, 1, (from, to) -> {
            for (int i = from * blocksAcross; i < to * blocksAcross; i++)
                highest[i] = highest(i % blocksAcross * BLOCK, i / blocksAcross * BLOCK);
        });
    }

    private float highest(int x0, int y0) {
        float most = 0;
        for (int y = y0 - 1; y <= y0 + BLOCK; y++) {
            int row = Math.floorMod(y, height[0]) * width[0];
            for (int x = x0 - 1; x <= x0 + BLOCK; x++) most = Math.max(most, heights[row + Math.floorMod(x, width[0])]);
        }
        return most;
    }

    /** The highest place of the block that holds a texel, and of what touches it. */
    float highestNear(int x, int y) {
        return highest[Math.clamp(y, 0, height[0] - 1) / BLOCK * blocksAcross + Math.clamp(x, 0, width[0] - 1) / BLOCK];
    }

    /** The height of a texel. */
    float heightOf(int x, int y) {
        return heights[Math.clamp(y, 0, height[0] - 1) * width[0] + Math.clamp(x, 0, width[0] - 1)];
    }

    /** The height at a texture place. */
    float height(double u, double v, boolean repeats) {
        int w = width[0];
        int h = height[0];
        float x = (float) (u * w - 0.5);
        float y = (float) (v * h - 0.5);
        if (!(Math.abs(x) < 1e7f && Math.abs(y) < 1e7f)) return 0;
        int ix = (int) x - (x < 0 ? 1 : 0);
        int iy = (int) y - (y < 0 ? 1 : 0);
        float px = x - ix;
        float py = y - iy;
        int left = bring(ix, w, repeats);
        int right = bring(ix + 1, w, repeats);
        int low = bring(iy, h, repeats) * w;
        int high = bring(iy + 1, h, repeats) * w;
        float a = heights[low + left] + (heights[low + right] - heights[low + left]) * px;
        float b = heights[high + left] + (heights[high + right] - heights[high + left]) * px;
        return a + (b - a) * py;
    }

    void forget() {
        of = null;
        for (int c = 0; c < 4; c++) planes[0][c] = null;
    }

    private void halve(int l, int from, int to) {
        int w = width[l];
        int above = width[l - 1];
        int right = above > 1 ? 1 : 0;
        for (int c = 0; c < 4; c++) {
            float[] in = planes[l - 1][c];
            float[] out = planes[l][c];
            for (int y = from; y < to; y++) {
                int low = 2 * y * above;
                int high = height[l - 1] > 1 ? low + above : low;
                for (int x = 0; x < w; x++) {
                    int i = 2 * x;
                    out[y * w + x] = 0.25f * (in[low + i] + in[low + i + right] + in[high + i] + in[high + i + right]);
                }
            }
        }
    }

    /**
     * What lies at a texture place, premultiplied.
     *
     * @param pixels how many of its pixels go to one of the picture that is made
     * @param repeats whether it lies side by side with itself
     */
    void at(double u, double v, double pixels, boolean repeats, float[] to) {
        double level = pixels <= 1 ? 0 : Math.min(levels - 1.0, Math.log(pixels) * 1.4426950408889634);
        int l = (int) level;
        float part = (float) (level - l);
        linear(l, u, v, repeats, to, 1 - part, false);
        if (part > 0) linear(Math.min(levels - 1, l + 1), u, v, repeats, to, part, true);
    }

    private void linear(int l, double u, double v, boolean repeats, float[] to, float weight, boolean more) {
        int w = width[l];
        int h = height[l];
        if (repeats) {
            u -= Math.floor(u);
            v -= Math.floor(v);
        }
        double x = u * w - 0.5;
        double y = v * h - 0.5;
        // Not a number becomes the corner.
        if (!(Math.abs(x) < 1e7 && Math.abs(y) < 1e7)) x = y = 0;
        int ix = (int) Math.floor(x);
        int iy = (int) Math.floor(y);
        float px = (float) (x - ix);
        float py = (float) (y - iy);
        int left = bring(ix, w, repeats);
        int right = bring(ix + 1, w, repeats);
        int low = bring(iy, h, repeats) * w;
        int high = bring(iy + 1, h, repeats) * w;
        for (int c = 0; c < 4; c++) {
            float[] p = planes[l][c];
            float a = p[low + left] + (p[low + right] - p[low + left]) * px;
            float b = p[high + left] + (p[high + right] - p[high + left]) * px;
            float value = (a + (b - a) * py) * weight;
            to[c] = more ? to[c] + value : value;
        }
    }

    private static int bring(int i, int n, boolean repeats) {
        return repeats ? Math.floorMod(i, n) : Math.clamp(i, 0, n - 1);
    }

    int width() {
        return width[0];
    }

    int height() {
        return height[0];
    }

    int width(int level) {
        return width[level];
    }

    int height(int level) {
        return height[level];
    }

    /** One number of one of its sizes. */
    float pixel(int level, int channel, int i) {
        return planes[level][channel][i];
    }
}
