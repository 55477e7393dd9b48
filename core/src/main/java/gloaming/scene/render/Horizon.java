package gloaming.scene.render;

import java.util.Arrays;

/**
 * How high the shadows that heights throw reach over each texel, for light that comes from one side as a sun's does: a line of texels after the other from
 * that side, each with what the one before leaves of it (after Timonen and Westerholm 2010, with the highest alone). A shadow grows soft the farther it
 * falls, as what it comes from lies between two texels of each line.
 */
final class Horizon {
    private float alongX;
    private float alongY;
    private boolean repeats;
    private int width;
    private int height;
    private float[] reach = {};
    private float[] before = {};
    private float[] now = {};

    /** Whether it is for light from there. */
    boolean of(float alongX, float alongY, boolean repeats) {
        return repeats == this.repeats && alongX == this.alongX && alongY == this.alongY;
    }

    /**
     * Works it out.
     *
     * @param alongX,alongY how far it is, in texels, to where a ray to the light has risen by all of the depth
     */
    void take(Heights heights, float alongX, float alongY, boolean repeats) {
        this.alongX = alongX;
        this.alongY = alongY;
        this.repeats = repeats;
        width = heights.width;
        height = heights.height;
        if (reach.length < width * height) reach = new float[width * height];
        boolean rows = Math.abs(alongY) >= Math.abs(alongX);
        float major = rows ? alongY : alongX;
        // Straight from above there is none.
        if (Math.abs(major) < 1) {
            Arrays.fill(reach, 0, width * height, -1);
            return;
        }
        int lines = rows ? height : width;
        int many = rows ? width : height;
        if (before.length < many + 4) {
            before = new float[many + 4];
            now = new float[many + 4];
        }
        Arrays.fill(before, -1);
        float aside = (rows ? alongX : alongY) / Math.abs(major);
        int first = (int) Math.floor(aside);
        float part = aside - first;
        float rise = 1 / Math.abs(major);
        // Side by side with itself, what lies behind the last line comes before the first.
        for (int k = repeats ? -lines : 0; k < lines; k++) {
            int line = Math.floorMod(major > 0 ? lines - 1 - k : k, lines);
            line(heights.texels, rows ? line * width : line, rows ? 1 : width, many, first + 2, part, rise);
            float[] other = before;
            before = now;
            now = other;
        }
    }

    /** A line of texels that begins at one and goes on by {@code step}. */
    private void line(float[] texels, int from, int step, int many, int shift, float part, float rise) {
        for (int i = 0, at = from; i < many; i++, at += step) {
            float a = before[i + shift];
            float over = a + (before[i + shift + 1] - a) * part - rise;
            reach[at] = over;
            now[i + 2] = Math.max(texels[at], over);
        }
        for (int i = 0; i < 2; i++) {
            now[i] = repeats ? now[many + i] : -1;
            now[many + 2 + i] = repeats ? now[2 + i] : -1;
        }
    }

    /** How high shadows reach at a place of the picture. */
    float at(float u, float v) {
        float x = u * width - 0.5f;
        float y = v * height - 0.5f;
        if (repeats) {
            x -= (float) Math.floor(x / width) * width;
            y -= (float) Math.floor(y / height) * height;
        }
        x = Math.max(0, Math.min(x, width - 1));
        y = Math.max(0, Math.min(y, height - 1));
        int ix = (int) x;
        int iy = (int) y;
        int jx = Math.min(ix + 1, width - 1);
        int row = iy * width;
        int above = Math.min(iy + 1, height - 1) * width;
        float px = x - ix;
        float low = reach[row + ix] + (reach[row + jx] - reach[row + ix]) * px;
        float high = reach[above + ix] + (reach[above + jx] - reach[above + ix]) * px;
        return low + (high - low) * (y - iy);
    }
}
