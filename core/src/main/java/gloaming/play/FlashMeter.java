package gloaming.play;

import gloaming.flow.Srgb;

/**
 * Counts the flashes of a picture as WCAG 2.2 (success criterion 2.3.1) defines them, before the picture leaves.
 *
 * <p>A general flash is a pair of opposing changes of relative luminance by 0.1 or more where the darker one is below 0.8; a red flash a pair
 * of opposing changes by more than 0.2 in the CIE 1976 chromaticity diagram, to or from a saturated red, R/(R+G+B) of 0.8 or more. What counts
 * is how many there are in a second over a quarter of any field of 10 degrees, which is 341 by 256 of 1024 pixels across the picture.
 */
public final class FlashMeter {
    /** Flashes of a second that are allowed. */
    public static final int ALLOWED = 3;

    private static final int COLUMNS = 64;
    private static final int MOST_ROWS = 128;
    /** Of {@value #COLUMNS} columns a field of 10 degrees has so many, and so many rows. */
    private static final int FIELD_COLUMNS = 21;

    private static final int FIELD_ROWS = 16;
    private static final double QUARTER = 0.25;
    /** Pixels of a cell that are looked at, across and down. */
    private static final int SAMPLES = 3;

    private static final float CHANGE = 0.1f;
    private static final float BRIGHT = 0.8f;
    private static final float SATURATED = 0.8f;
    private static final float COLOUR_CHANGE = 0.2f;
    /** The chromaticity of the white D65. */
    private static final float WHITE_U = 0.1978f;

    private static final float WHITE_V = 0.4683f;
    /** Changes of a second that are remembered of a cell. */
    private static final int KEPT = 16;

    private static final int LEVELS = KEPT / 2;
    private static final long SECOND_NS = 1_000_000_000;

    /** The changes of one sort, of each cell. */
    private static final class Changes {
        final long[] at = new long[COLUMNS * MOST_ROWS * KEPT];
        final int[] count = new int[COLUMNS * MOST_ROWS];

        int flashes(int cell, long now, boolean another) {
            int changes = another ? 1 : 0;
            int have = Math.min(KEPT, count[cell]);
            for (int i = 0; i < have; i++) if (now - at[cell * KEPT + i] < SECOND_NS) changes++;
            return Math.min(LEVELS, changes / 2);
        }

        void add(int cell, long now) {
            at[cell * KEPT + count[cell] % KEPT] = now;
            count[cell]++;
        }
    }

    private final Changes general = new Changes();
    private final Changes reds = new Changes();
    // The picture that is looked at, by cells.
    private final float[] luminance = new float[COLUMNS * MOST_ROWS];
    private final float[] u = new float[COLUMNS * MOST_ROWS];
    private final float[] v = new float[COLUMNS * MOST_ROWS];
    private final boolean[] red = new boolean[COLUMNS * MOST_ROWS];
    // The last extreme of each cell and which way it goes, and the colour it had at its last change.
    private final float[] extreme = new float[COLUMNS * MOST_ROWS];
    private final byte[] way = new byte[COLUMNS * MOST_ROWS];
    private final float[] wasU = new float[COLUMNS * MOST_ROWS];
    private final float[] wasV = new float[COLUMNS * MOST_ROWS];
    private final boolean[] wasRed = new boolean[COLUMNS * MOST_ROWS];
    private final int[] flashes = new int[COLUMNS * MOST_ROWS];
    private final int[] sums = new int[(COLUMNS + 1) * (MOST_ROWS + 1)];
    private int rows;
    private boolean begun;
    private int generalNow;
    private int redNow;

    /** General flashes of the last second over too large an area, as of the last picture that was shown. */
    public int general() {
        return generalNow;
    }

    /** The same of red ones. */
    public int red() {
        return redNow;
    }

    /**
     * Whether a picture may be shown at a moment without there being too many flashes; it changes nothing.
     *
     * @param rgb 8-bit sRGB, top row first
     * @param light how far the output is faded up, 0 to 1
     */
    public boolean mayShow(byte[] rgb, int width, int height, double light, long nanos) {
        look(rgb, width, height, (float) light);
        return !begun || count(general, nanos, false) <= ALLOWED && count(reds, nanos, true) <= ALLOWED;
    }

    /** A picture is shown at a moment. */
    public void shown(byte[] rgb, int width, int height, double light, long nanos) {
        look(rgb, width, height, (float) light);
        if (begun) {
            generalNow = count(general, nanos, false);
            redNow = count(reds, nanos, true);
        }
        for (int cell = 0; cell < COLUMNS * rows; cell++) {
            if (!begun) {
                extreme[cell] = luminance[cell];
                way[cell] = 0;
                colour(cell);
                continue;
            }
            boolean turns = changes(cell);
            if (turns) general.add(cell, nanos);
            follow(cell, turns);
            if (reddens(cell)) {
                reds.add(cell, nanos);
                colour(cell);
            }
        }
        begun = true;
    }

    private void colour(int cell) {
        wasU[cell] = u[cell];
        wasV[cell] = v[cell];
        wasRed[cell] = red[cell];
    }

    /** Whether the light of a cell goes the other way than before by so much that it counts. */
    private boolean changes(int cell) {
        float now = luminance[cell];
        float by = now - extreme[cell];
        boolean turns = way[cell] <= 0 && by >= CHANGE || way[cell] >= 0 && -by >= CHANGE;
        return turns && Math.min(now, extreme[cell]) < BRIGHT;
    }

    private void follow(int cell, boolean turns) {
        float now = luminance[cell];
        boolean up = now > extreme[cell];
        boolean farther = way[cell] > 0 && up || way[cell] < 0 && !up;
        if (turns) way[cell] = (byte) (up ? 1 : -1);
        if (turns || farther) extreme[cell] = now;
    }

    private boolean reddens(int cell) {
        if (!red[cell] && !wasRed[cell]) return false;
        float du = u[cell] - wasU[cell];
        float dv = v[cell] - wasV[cell];
        return du * du + dv * dv > COLOUR_CHANGE * COLOUR_CHANGE;
    }

    /** How many flashes there are over a quarter of some field, were the picture that was looked at shown now. */
    private int count(Changes of, long nanos, boolean colours) {
        int most = 0;
        for (int cell = 0; cell < COLUMNS * rows; cell++) {
            flashes[cell] = of.flashes(cell, nanos, colours ? reddens(cell) : changes(cell));
            most = Math.max(most, flashes[cell]);
        }
        for (int level = most; level > 0; level--) if (wide(level)) return level;
        return 0;
    }

    private boolean wide(int level) {
        int across = COLUMNS + 1;
        for (int y = 0; y < rows; y++) {
            int run = 0;
            for (int x = 0; x < COLUMNS; x++) {
                if (flashes[y * COLUMNS + x] >= level) run++;
                sums[(y + 1) * across + x + 1] = sums[y * across + x + 1] + run;
            }
        }
        int high = Math.min(FIELD_ROWS, rows);
        double enough = QUARTER * FIELD_COLUMNS * FIELD_ROWS;
        for (int y = high; y <= rows; y++) {
            for (int x = FIELD_COLUMNS; x <= COLUMNS; x++) {
                int in = sums[y * across + x]
                        - sums[(y - high) * across + x]
                        - sums[y * across + x - FIELD_COLUMNS]
                        + sums[(y - high) * across + x - FIELD_COLUMNS];
                if (in >= enough) return true;
            }
        }
        return false;
    }

    private void look(byte[] rgb, int width, int height, float light) {
        int wanted = Math.clamp(Math.round((float) COLUMNS * height / width), 1, MOST_ROWS);
        if (wanted != rows) begun = false;
        rows = wanted;
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < COLUMNS; column++) cell(rgb, width, height, light, row, column);
        }
    }

    private void cell(byte[] rgb, int width, int height, float light, int row, int column) {
        float r = 0;
        float g = 0;
        float b = 0;
        for (int j = 0; j < SAMPLES; j++) {
            int y = (int) ((row + (j + 0.5f) / SAMPLES) * height / rows);
            for (int i = 0; i < SAMPLES; i++) {
                int x = (int) ((column + (i + 0.5f) / SAMPLES) * width / COLUMNS);
                int p = (y * width + x) * 3;
                r += Srgb.ofByte(rgb[p]);
                g += Srgb.ofByte(rgb[p + 1]);
                b += Srgb.ofByte(rgb[p + 2]);
            }
        }
        float part = light / (SAMPLES * SAMPLES);
        r *= part;
        g *= part;
        b *= part;
        int cell = row * COLUMNS + column;
        // IEC 61966-2-1, and CIE 15 for the chromaticity.
        float x = 0.4124f * r + 0.3576f * g + 0.1805f * b;
        float y = 0.2126f * r + 0.7152f * g + 0.0722f * b;
        float z = 0.0193f * r + 0.1192f * g + 0.9505f * b;
        luminance[cell] = y;
        float sum = x + 15 * y + 3 * z;
        u[cell] = sum < 1e-4f ? WHITE_U : 4 * x / sum;
        v[cell] = sum < 1e-4f ? WHITE_V : 9 * y / sum;
        red[cell] = sum >= 1e-4f && r >= SATURATED * (r + g + b);
    }
}
