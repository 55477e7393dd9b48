package gloaming.points.attribute;

import gloaming.flow.Picture;

/** Looks up a picture at places of the world. */
public final class Peek {
    private Peek() {}

    /** A plane at a place, linearly between pixels; beyond the borders, and where the place is no number, {@code beyond}. */
    public static float at(Picture picture, float[] plane, float x, float y, float beyond) {
        float scale = picture.height / 2f;
        float px = x * scale + picture.width / 2f - 0.5f;
        float py = y * scale + picture.height / 2f - 0.5f;
        if (!(px >= -0.5f && py >= -0.5f && px <= picture.width - 0.5f && py <= picture.height - 0.5f)) return beyond;
        int left = Math.min(Math.max(0, (int) px), Math.max(0, picture.width - 2));
        int low = Math.min(Math.max(0, (int) py), Math.max(0, picture.height - 2));
        int right = Math.min(picture.width - 1, left + 1);
        int high = Math.min(picture.height - 1, low + 1);
        float u = Math.min(1, Math.max(0, px - left));
        float v = Math.min(1, Math.max(0, py - low));
        float a = plane[picture.at(low) + left];
        float b = plane[picture.at(low) + right];
        float c = plane[picture.at(high) + left];
        float d = plane[picture.at(high) + right];
        float under = a + (b - a) * u;
        return under + (c + (d - c) * u - under) * v;
    }

    /** Rec. 709 luminance of a pixel. */
    public static float light(Picture picture, int i) {
        return 0.2126f * picture.r()[i] + 0.7152f * picture.g()[i] + 0.0722f * picture.b()[i];
    }
}
