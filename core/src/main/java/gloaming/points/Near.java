package gloaming.points;

import gloaming.flow.Crew;
import java.util.Arrays;

/**
 * Points by the cell of a lattice they are in, so that whoever is within one cell's width is found in 27 cells.
 *
 * <p>Cells are hashed into a table of fixed size (Teschner et al. 2003, "Optimized spatial hashing for collision detection"); points
 * of other cells that share a place are told apart by their distance. Points are copied in the order of their cells, so that
 * neighbours lie beside each other in memory.
 */
public final class Near {
    private int mask;
    private int[] starts = new int[0];
    private int[] cell = new int[0];
    /** The point that stands at each place of the order. */
    public int[] order = new int[0];

    /** Places in that order. */
    public float[] x = new float[0];

    public float[] y = new float[0];
    public float[] z = new float[0];
    private float over;

    /** Sorts {@code n} points into cells of this width in units. What is no number is in the cell of the middle. */
    public void sort(float[] px, float[] py, float[] pz, int n, double width, Crew crew) {
        over = (float) (1 / width);
        int size = Math.max(64, Integer.highestOneBit(Math.max(1, n)) * 2);
        mask = size - 1;
        if (starts.length < size + 2) starts = new int[size + 2];
        if (order.length < n) {
            int room = n + n / 2;
            cell = new int[room];
            order = new int[room];
            x = new float[room];
            y = new float[room];
            z = new float[room];
        }
        Arrays.fill(starts, 0, size + 2, 0);
        crew.each(n, Motion.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) cell[i] = place(floor(px[i]), floor(py[i]), floor(pz[i]));
        });
        for (int i = 0; i < n; i++) starts[cell[i] + 2]++;
        for (int c = 2; c < size + 2; c++) starts[c] += starts[c - 1];
        for (int i = 0; i < n; i++) {
            int at = starts[cell[i] + 1]++;
            order[at] = i;
            x[at] = px[i];
            y[at] = py[i];
            z[at] = pz[i];
        }
    }

    public int floor(float value) {
        float v = value * over;
        int whole = (int) v;
        return v < whole ? whole - 1 : whole;
    }

    /** The place of a cell in the table. */
    public int place(int i, int j, int k) {
        int hash = i * 73_856_093 ^ j * 19_349_663 ^ k * 83_492_791;
        return (hash ^ hash >>> 15) & mask;
    }

    /** The first in the order that is in a place of the table. */
    public int start(int place) {
        return starts[place];
    }

    /** One behind the last. */
    public int end(int place) {
        return starts[place + 1];
    }

    /** Lists the table's places of the cells around a point, each once, into {@code into} of 27; gives how many; flat looks at 9 only. */
    public int around(float px, float py, float pz, boolean flat, int[] into) {
        int i = floor(px);
        int j = floor(py);
        int k = floor(pz);
        int n = 0;
        for (int c = flat ? 0 : -1; c <= (flat ? 0 : 1); c++) {
            for (int b = -1; b <= 1; b++) {
                for (int a = -1; a <= 1; a++) {
                    int place = place(i + a, j + b, k + c);
                    // Two cells of the neighbourhood may share a place of the table.
                    boolean there = false;
                    for (int m = 0; m < n; m++) there |= into[m] == place;
                    if (!there) into[n++] = place;
                }
            }
        }
        return n;
    }
}
