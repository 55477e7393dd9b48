package gloaming.play;

import gloaming.flow.Picture;

/** A number that two pictures have in common when they are the same to the bit, and hardly ever otherwise. */
public final class Print {
    /** Rows that are looked at, at most, so that it takes about a millisecond. */
    private static final int ROWS = 160;

    private Print() {}

    /** That of the colours of a picture, row by row or every few rows, and of its size. */
    public static int of(Picture picture) {
        int print = 31 * picture.width + picture.height;
        print = of(picture, picture.r(), print);
        print = of(picture, picture.g(), print);
        return of(picture, picture.b(), print);
    }

    private static int of(Picture picture, float[] plane, int before) {
        int print = before;
        int step = Math.max(1, (picture.height + ROWS - 1) / ROWS);
        for (int y = 0; y < picture.height; y += step) {
            int row = y * picture.width;
            for (int x = 0; x < picture.width; x++) print = 31 * print + Float.floatToRawIntBits(plane[row + x]);
        }
        return print;
    }
}
