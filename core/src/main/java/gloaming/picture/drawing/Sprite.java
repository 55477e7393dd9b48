package gloaming.picture.drawing;

import gloaming.flow.Picture;

/**
 * A picture to be drawn small and often, with copies of it halved again and again, so that it is read from one whose pixels are no smaller
 * than the frame's and does not flicker.
 *
 * <p>Where it is cropped it is what lies within the smallest upright box round all that covers; an empty picture is left whole.
 */
final class Sprite {
    /** Cover under this is none: what a blur leaves at its rim. */
    private static final float EMPTY = 1 / 255f;

    private final Picture[] sizes = new Picture[12];
    private int levels;
    /** The box, as parts of the picture's width and height. */
    private float left;

    private float low;
    private float wide;
    private float high;

    /** Takes a picture, cropped or whole. */
    void of(Picture picture, boolean crop) {
        halve(picture);
        left = 0;
        low = 0;
        wide = 1;
        high = 1;
        if (crop) crop(picture);
    }

    /** Width over height of what is drawn. */
    double aspect() {
        return (double) (wide * sizes[0].width) / (high * sizes[0].height);
    }

    /** The smallest copy in which what is drawn is still so many pixels high, or the picture itself. */
    Picture level(double pixels) {
        int level = 0;
        while (level + 1 < levels && sizes[level + 1].height * high >= pixels) level++;
        return sizes[level];
    }

    /** The column of a copy at a place from -1 to 1 over what is drawn. */
    float x(Picture copy, float place) {
        return (left + (place + 1) / 2 * wide) * copy.width - 0.5f;
    }

    /** The row of a copy at a place from -1 to 1 over what is drawn. */
    float y(Picture copy, float place) {
        return (low + (place + 1) / 2 * high) * copy.height - 0.5f;
    }

    /** Linearly between pixels; nothing beyond the borders. */
    static float read(Picture p, float[] plane, float x, float y) {
        int left = (int) Math.floor(x);
        int low = (int) Math.floor(y);
        float u = x - left;
        float v = y - low;
        float a = pixel(p, plane, left, low);
        float b = pixel(p, plane, left + 1, low);
        float c = pixel(p, plane, left, low + 1);
        float d = pixel(p, plane, left + 1, low + 1);
        float under = a + (b - a) * u;
        return under + (c + (d - c) * u - under) * v;
    }

    private static float pixel(Picture p, float[] plane, int x, int y) {
        return x < 0 || y < 0 || x >= p.width || y >= p.height ? 0 : plane[p.at(y) + x];
    }

    private void crop(Picture picture) {
        int width = picture.width;
        int first = width;
        int last = -1;
        int bottom = -1;
        int top = -1;
        for (int y = 0; y < picture.height; y++) {
            int row = picture.at(y);
            int from = 0;
            while (from < width && !(picture.a()[row + from] > EMPTY)) from++;
            if (from == width) continue;
            int to = width - 1;
            while (!(picture.a()[row + to] > EMPTY)) to--;
            if (bottom < 0) bottom = y;
            top = y;
            first = Math.min(first, from);
            last = Math.max(last, to);
        }
        if (last < 0) return;
        left = (float) first / width;
        wide = (float) (last + 1 - first) / width;
        low = (float) bottom / picture.height;
        high = (float) (top + 1 - bottom) / picture.height;
    }

    private void halve(Picture picture) {
        levels = 0;
        Picture sprite = picture;
        sizes[levels++] = sprite;
        while (levels < sizes.length && sprite.width > 2 && sprite.height > 2) {
            int width = sprite.width / 2;
            int height = sprite.height / 2;
            Picture half = sizes[levels];
            if (half == null || half.width != width || half.height != height) half = new Picture(width, height);
            for (int c = 0; c < 4; c++) {
                float[] from = sprite.plane(c);
                float[] to = half.plane(c);
                for (int y = 0; y < height; y++) {
                    int under = sprite.at(2 * y);
                    int over = sprite.at(2 * y + 1);
                    int at = half.at(y);
                    for (int x = 0; x < width; x++) {
                        to[at + x] = 0.25f
                                * (from[under + 2 * x]
                                        + from[under + 2 * x + 1]
                                        + from[over + 2 * x]
                                        + from[over + 2 * x + 1]);
                    }
                }
            }
            sizes[levels++] = half;
            sprite = half;
        }
    }
}
