package gloaming.scene.render;

import java.util.Arrays;

/** Some triangles of one thing, ready to be drawn: their corners in the picture, where they come from, and the bands of rows they meet. */
final class Batch {
    /** Triangles before any is left out; the near edge can make two of one. */
    static final int GRAIN = 2_048;

    /** Bits of a triangle's place in its batch; the number of the batch stands above them. */
    static final int BITS = 12;

    static final int MOST = 1 << BITS;

    /** Across, up and nearness of three corners a triangle. */
    float[] corners = new float[9 * 256];

    int[] copy = new int[256];
    int[] triangle = new int[256];
    int count;
    /** The thing it is of. */
    int thing;
    /** Where the triangles of a band begin in {@link #items}; one more than there are bands. */
    int[] start = new int[1];

    int[] items = new int[0];
    /** The lowest and highest row of each triangle. */
    private int[] low = new int[256];

    private int[] high = new int[256];

    Batch begin(int thing) {
        this.thing = thing;
        count = 0;
        return this;
    }

    /** Adds a triangle that covers rows {@code from} to {@code to}, which it meets. */
    void add(
            float x0,
            float y0,
            float k0,
            float x1,
            float y1,
            float k1,
            float x2,
            float y2,
            float k2,
            int copy,
            int triangle,
            int from,
            int to) {
        int i = count;
        if (i == MOST) return;
        if (i == this.copy.length) {
            int room = 2 * i;
            corners = Arrays.copyOf(corners, 9 * room);
            this.copy = Arrays.copyOf(this.copy, room);
            this.triangle = Arrays.copyOf(this.triangle, room);
            low = Arrays.copyOf(low, room);
            high = Arrays.copyOf(high, room);
        }
        int at = 9 * i;
        corners[at] = x0;
        corners[at + 1] = y0;
        corners[at + 2] = k0;
        corners[at + 3] = x1;
        corners[at + 4] = y1;
        corners[at + 5] = k1;
        corners[at + 6] = x2;
        corners[at + 7] = y2;
        corners[at + 8] = k2;
        this.copy[i] = copy;
        this.triangle[i] = triangle;
        low[i] = from;
        high[i] = to;
        count++;
    }

    /** Sorts what there is by the bands of {@code rows} rows that it meets; within a band in the order it was added. */
    void sort(int bands, int rows) {
        if (start.length < bands + 1) start = new int[bands + 1];
        Arrays.fill(start, 0, bands + 1, 0);
        for (int i = 0; i < count; i++) for (int b = low[i] / rows; b <= high[i] / rows; b++) start[b + 1]++;
        for (int b = 0; b < bands; b++) start[b + 1] += start[b];
        int all = start[bands];
        if (items.length < all) items = new int[all + all / 2];
        for (int i = 0; i < count; i++) for (int b = low[i] / rows; b <= high[i] / rows; b++) items[start[b]++] = i;
        // Each start now stands where the next band begins.
        System.arraycopy(start, 0, start, 1, bands);
        start[0] = 0;
    }
}
