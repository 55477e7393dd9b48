package gloaming.scene.render;

/** Those of some fragments that lie in a relief: where in its heights, so that it can stand in its own light. */
final class Carved {
    /** Rows of fragments that lie side by side in one relief, at most; what there is beyond gets no shadow of its own. */
    private static final int ROWS = Fragments.MOST;

    /** So much higher than a place a ray to it may meet a height that is still the place itself. */
    private static final float NEAR = 0.006f;
    /** How quickly what is met before darkens: hills have a soft edge, walls a sharp one. */
    private static final float HARD = 60;

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

    /** Takes light away from what other heights stand before, on the way from the lamp that the fragments know of now. */
    void shade(Fragments f, ReliefRays r) {
        for (int i = 0; i < rows; i++) {
            CarvingKernels.fromLamp(f, first[i], many[i], u, v, height, begins[i], ways[i], r);
            r.march(heights[i], many[i], repeats[i]);
            for (int k = 0; k < many[i]; k++) {
                float before = r.height[k] - height[begins[i] + k] - NEAR;
                if (before > 0) f.light[first[i] + k] *= Math.max(0, 1 - HARD * before);
            }
        }
    }
}
