package gloaming.points.force;

import gloaming.flow.Crew;
import gloaming.flow.Points;
import java.util.Arrays;

/**
 * Points by the cell of a lattice they are in, so that whoever is within one cell's width is found in the 27 cells around.
 *
 * <p>Cells are hashed into a table of fixed size (Teschner et al. 2003, "Optimized spatial hashing for collision detection"); points
 * of other cells that share a place are told apart by their distance. The hash is linear and goes one on from a cell to the next in x,
 * so that three cells beside each other are one run of places; and no two of the nine rows around a cell meet, whatever the table's
 * size, so that nobody is found twice. Points are copied in the order of their cells: whoever is near lies together in memory.
 */
public final class Near {
    /** What the hash goes on by from a row of cells to the next, and from a layer to the next: any numbers that keep rows apart. */
    private static final int ROW = 556_958_499;

    private static final int LAYER = 1_182_801_015;
    /** Runs that are found around a place in the plane at most: three rows, one of which may go on at the table's beginning. */
    public static final int FLAT = 4;
    /** The same with depth. */
    public static final int DEEP = 10;
    /** Numbers that the columns below have behind their last, so that vectors may read on. */
    static final int SLACK = 16;
    /** Where a point is put that is nowhere: far from all, and its square still a number. */
    private static final float NOWHERE = 1e15f;

    private static final ThreadLocal<int[]> ROOM = ThreadLocal.withInitial(() -> new int[2 * DEEP]);

    private int mask;
    private int[] starts = new int[0];
    private int[] cell = new int[0];
    /** The point that stands at each place of the order. */
    public int[] order = new int[0];

    /** Places in that order; of a point that is no number, far out. */
    public float[] x = new float[0];

    public float[] y = new float[0];
    public float[] z = new float[0];
    private float over;

    /** Sorts {@code n} points into cells of this width in units. */
    public void sort(float[] px, float[] py, float[] pz, int n, double width, Crew crew) {
        over = (float) (1 / width);
        int size = Math.max(64, Integer.highestOneBit(Math.max(1, n)) * 2);
        mask = size - 1;
        if (starts.length < size + 2) starts = new int[size + 2];
        if (order.length < n || order.length == 0) {
            int room = n + n / 2 + SLACK;
            cell = new int[room];
            order = new int[room];
            x = new float[room + SLACK];
            y = new float[room + SLACK];
            z = new float[room + SLACK];
        }
        Arrays.fill(starts, 0, size + 2, 0);
        crew.each(n, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) cell[i] = place(floor(px[i]), floor(py[i]), floor(pz[i]));
        });
        for (int i = 0; i < n; i++) starts[cell[i] + 2]++;
        for (int c = 2; c < size + 2; c++) starts[c] += starts[c - 1];
        for (int i = 0; i < n; i++) {
            int at = starts[cell[i] + 1]++;
            order[at] = i;
            boolean known = Math.abs(px[i]) + Math.abs(py[i]) + Math.abs(pz[i]) < NOWHERE;
            x[at] = known ? px[i] : NOWHERE;
            y[at] = known ? py[i] : NOWHERE;
            z[at] = known ? pz[i] : NOWHERE;
        }
    }

    /** Whether the point at a place of the order is somewhere at all. */
    boolean known(int at) {
        return x[at] != NOWHERE;
    }

    /** Room for the runs around one place, the same for each thread. */
    public static int[] room() {
        return ROOM.get();
    }

    private int floor(float value) {
        float v = value * over;
        int whole = (int) v;
        return v < whole ? whole - 1 : whole;
    }

    /** The place of a cell in the table. */
    private int place(int i, int j, int k) {
        return i + j * ROW + k * LAYER & mask;
    }

    /** Whether two places of the order lie in one cell. */
    boolean together(int a, int b) {
        return floor(x[a]) == floor(x[b]) && floor(y[a]) == floor(y[b]) && floor(z[a]) == floor(z[b]);
    }

    /**
     * Writes where in the order all those stand who may be within a cell's width of a place: pairs of the first and the one behind the
     * last, from {@code at} on, into room for {@link #FLAT} or {@link #DEEP} pairs; gives how many pairs. No place is in two of them.
     */
    public int runs(float px, float py, float pz, boolean flat, int[] into, int at) {
        int i = floor(px);
        int j = floor(py);
        int k = floor(pz);
        int n = at;
        for (int c = flat ? 0 : -1; c <= (flat ? 0 : 1); c++) {
            for (int b = -1; b <= 1; b++) {
                int first = place(i - 1, j + b, k + c);
                int last = first + 2 & mask;
                if (last < first) {
                    // The table is a ring.
                    into[n++] = starts[0];
                    into[n++] = starts[last + 1];
                    last = mask;
                }
                into[n++] = starts[first];
                into[n++] = starts[last + 1];
            }
        }
        return n - at >> 1;
    }
}
