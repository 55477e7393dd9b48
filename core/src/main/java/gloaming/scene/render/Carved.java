package gloaming.scene.render;

/** Those of some fragments that lie in a relief: where in its heights, so that it can stand in its own light. */
final class Carved {
    /** Rows of fragments that lie side by side in one relief, at most; what there is beyond gets no shadow of its own. */
    private static final int ROWS = Fragments.MOST;
    /** Places that a ray to a lamp looks at. */
    private static final int STEPS = 14;
    /** How quickly a height that stands in the way darkens: by a tenth of the relief all is gone. */
    private static final float HARD = 10;
    /** What stands as high lies in nobody's shadow. */
    private static final float TOP = 0.99f;

    int n;
    private int rows;
    /** Of each row: its first fragment, its first place here, how many, its heights and whether they repeat. */
    private final int[] first = new int[ROWS];

    private final int[] begins = new int[ROWS];
    private final int[] many = new int[ROWS];
    private final Heights[] heights = new Heights[ROWS];
    private final boolean[] repeats = new boolean[ROWS];
    /** How texture places change along the world's axes, times how deep the relief is: across, then up. */
    private final float[][] ways = new float[ROWS][6];

    private final float[] u = new float[Fragments.ROOM];
    private final float[] v = new float[Fragments.ROOM];
    private final float[] height = new float[Fragments.ROOM];

    void clear() {
        for (int i = 0; i < rows; i++) heights[i] = null;
        n = 0;
        rows = 0;
    }

    /** The next {@code more} fragments, from one on, lie in a relief, at places {@code k} and on of what rays found. */
    void add(int fragment, ReliefRays r, int k, int more, Heights of, boolean repeats) {
        int all = Math.min(more, Fragments.MOST - n);
        if (all <= 0) return;
        if (!goesOn(fragment, r, of, repeats)) begin(fragment, r, of, repeats);
        System.arraycopy(r.u, k, u, n, all);
        System.arraycopy(r.v, k, v, n, all);
        System.arraycopy(r.height, k, height, n, all);
        n += all;
        many[rows - 1] += all;
    }

    /** Whether a fragment follows on the last row's, in the same face. */
    private boolean goesOn(int fragment, ReliefRays r, Heights of, boolean repeats) {
        int row = rows - 1;
        return row >= 0
                && first[row] + many[row] == fragment
                && heights[row] == of
                && this.repeats[row] == repeats
                && java.util.Arrays.equals(ways[row], r.ways);
    }

    private void begin(int fragment, ReliefRays r, Heights of, boolean repeats) {
        first[rows] = fragment;
        begins[rows] = n;
        many[rows] = 0;
        heights[rows] = of;
        this.repeats[rows] = repeats;
        System.arraycopy(r.ways, 0, ways[rows], 0, 6);
        rows++;
    }

    /** Takes light away from what other heights stand before, on the way to the lamp that the fragments know of now. */
    void shade(Fragments f, ReliefRays r) {
        for (int i = 0; i < rows; i++) {
            int at = first[i];
            int from = begins[i];
            int n = many[i];
            CarvingKernels.toLamp(f, at, n, height, from, ways[i], r);
            for (int s = 1; s <= STEPS; s++) {
                // Closer together at first: what stands near throws the shadow that is seen.
                float part = (float) s * s / (STEPS * STEPS);
                CarvingKernels.look(heights[i], u, v, from, n, repeats[i], part, r);
                heights[i].look(r.index, r.seen, ReliefRays.whole(n));
                CarvingKernels.stands(height, from, n, part, r);
            }
            for (int k = 0; k < n; k++) {
                float straight =
                        f.fx[at + k] * f.lx[at + k] + f.fy[at + k] * f.ly[at + k] + f.fz[at + k] * f.lz[at + k];
                if (straight > 0 && height[from + k] <= TOP) f.light[at + k] *= Math.max(0, 1 - HARD * r.most[k]);
            }
        }
    }
}
