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
    /** The stamp of what the sizes are of, where that stands, and of what was carved; 0 where it does not. */
    private long built;

    private long carved;

    /** Takes a picture and works out its smaller sizes. */
    void take(Picture picture, Crew crew) {
        of = picture;
        for (int c = 0; c < 4; c++) planes[0][c] = picture.plane(c);
        // What stands is halved once. That somebody keeps a picture says nothing: he may draw into it in each frame.
        if (picture.stamp() != 0 && picture.stamp() == built) return;
        built = picture.stamp();
        width[0] = picture.width;
        height[0] = picture.height;
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

    private final Heights heights = new Heights();

    /** Makes the light of its pixels ready as heights. */
    void carve(Crew crew) {
        if (of.stamp() != 0 && of.stamp() == carved) {
            heights.again();
            return;
        }
        carved = of.stamp();
        heights.take(planes[0][0], planes[0][1], planes[0][2], width[0], height[0], crew);
    }

    /** Its light as heights, where it was made ready. */
    Heights heights() {
        return heights;
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
