package gloaming.play;

import gloaming.flow.Picture;

/** A number that two pictures have in common when they are the same to the bit, and hardly ever otherwise. */
public final class Print {
    /** Rows that are looked at, at most, so that it takes about a millisecond. */
    private static final int ROWS = 160;

    private static final int GOLDEN = 0x9E3779B1;

    private Print() {}

    /** How a plane's row goes into what came before it. */
    private interface Row {
        int of(float[] plane, int from, int to, int before);
    }

    /** That of the colours of a picture, row by row or every few rows, and of its size. */
    public static int of(Picture picture) {
        return of(picture, Print::row);
    }

    /**
     * As recordings until 29 November 2026 have it: many even pictures of round tones have the same.
     */
    public static int asBefore(Picture picture) {
        return of(picture, Print::rowAsBefore);
    }

    private static int of(Picture picture, Row rows) {
        int print = 31 * picture.width + picture.height;
        int step = Math.max(1, (picture.height + ROWS - 1) / ROWS);
        for (int c = 0; c < 3; c++) {
            float[] plane = picture.plane(c);
            for (int y = 0; y < picture.height; y += step)
                print = rows.of(plane, y * picture.width, (y + 1) * picture.width, print);
        }
        return print;
    }

    /** Turned on the way, so that the highest bits come to count as much as the lowest. */
    private static int row(float[] plane, int from, int to, int before) {
        int print = before;
        for (int i = from; i < to; i++)
            print = (Integer.rotateLeft(print, 7) ^ Float.floatToRawIntBits(plane[i])) * GOLDEN;
        return print;
    }

    private static int rowAsBefore(float[] plane, int from, int to, int before) {
        int print = before;
        for (int i = from; i < to; i++) print = 31 * print + Float.floatToRawIntBits(plane[i]);
        return print;
    }
}
