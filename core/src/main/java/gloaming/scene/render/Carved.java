package gloaming.scene.render;

/** Those of some fragments that lie in a relief: where in its heights, so that it can stand in its own light. */
final class Carved {
    /** Rows of fragments that lie side by side in one relief, at most; what there is beyond gets no shadow of its own. */
    private static final int ROWS = Fragments.MOST;

    /** So near to a place, as a part of the depth, a ray to it meets what is the place itself. */
    private static final float NEAR = 0.02f;
    /** How quickly what is met before darkens: hills have a soft edge, walls a sharp one. */
    private static final float HARD = 60;
    /** So far from others, in fragments, a ray may take over what became of them, and so much higher or lower. */
    private static final int WIDE = 2;

    private static final float FLAT = 0.04f;
    /** Light comes from one side where it does so at both ends of a row, but for such a part. */
    private static final float ONE_SIDE = 1e-4f;
    /** How quickly what reaches over a place darkens it, where shadows are worked out of a whole picture. */
    private static final float SOFT = 12;

    int n;
    private int rows;
    /** Of each row: its first fragment, its first place here, how many, its heights and whether they repeat. */
    private final int[] first = new int[ROWS];

    private final int[] begins = new int[ROWS];
    private final int[] many = new int[ROWS];
    private final Heights[] heights = new Heights[ROWS];
    private final boolean[] repeats = new boolean[ROWS];
    private final boolean[] simple = new boolean[ROWS];
    /** How texture places change along the world's axes, times how deep the relief is: across, then up. */
    private final float[][] ways = new float[ROWS][6];

    private final float[] u = new float[Fragments.ROOM];
    private final float[] v = new float[Fragments.ROOM];
    private final float[] height = new float[Fragments.ROOM];
    /** How much light is left of each fragment of a row. */
    private final float[] left = new float[Fragments.ROOM];

    private final Rays rays = new Rays();

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
        simple[rows] = r.simple;
        System.arraycopy(r.ways, 0, ways[rows], 0, 6);
        rows++;
    }

    /**
     * Takes light away from what other heights stand before, on the way from the lamp that the fragments know of now. Every fourth ray of a row goes
     * first; one in the middle of two that are both lit, or both are not, is as they are where all three lie as high. Of a sun the shadows are worked out
     * for all of the picture, where its light comes to all of a row from one side.
     */
    void shade(Fragments f, ReliefRays r, boolean sun) {
        for (int i = 0; i < rows; i++) {
            CarvingKernels.fromLamp(f, first[i], many[i], u, v, height, begins[i], ways[i], NEAR, r);
            if (sun && simple[i] && ofSun(f, i, r)) continue;
            rays.keep(r, many[i]);
            int next = 0;
            for (int k = 0; k < many[i]; k += 2 * WIDE) next = rays.put(k, r, next);
            lit(i, r, next);
            for (int far = WIDE; far > 0; far /= 2) {
                next = 0;
                for (int k = far; k < many[i]; k += 2 * far) {
                    int behind = k + far < many[i] ? k + far : k - far;
                    if (alike(begins[i], k - far, k, behind)) left[k] = left[behind];
                    else next = rays.put(k, r, next);
                }
                lit(i, r, next);
            }
            for (int k = 0; k < many[i]; k++) f.light[first[i] + k] *= left[k];
        }
    }

    /** Shades a row whose light comes all from one side by what is worked out of all of its picture; false where it does not. */
    private boolean ofSun(Fragments f, int row, ReliefRays r) {
        int last = many[row] - 1;
        float most = ONE_SIDE * (Math.abs(r.du[0]) + Math.abs(r.dv[0]));
        boolean even = Math.abs(r.du[0] - r.du[last]) <= most && Math.abs(r.dv[0] - r.dv[last]) <= most;
        if (!even || r.until[0] == 0 && r.until[last] == 0) return false;
        Heights of = heights[row];
        Horizon horizon = of.horizon(-r.du[0] * of.width, -r.dv[0] * of.height, repeats[row]);
        if (horizon == null) return false;
        int from = begins[row];
        for (int k = 0; k <= last; k++) {
            float over = horizon.at(u[from + k], v[from + k]) - height[from + k] - NEAR;
            if (over > 0) f.light[first[row] + k] *= Math.max(0, 1 - SOFT * over);
        }
        return true;
    }

    private boolean alike(int begin, int before, int k, int behind) {
        if (left[before] != left[behind] || left[before] != 0 && left[before] != 1) return false;
        float own = height[begin + k];
        return Math.abs(own - height[begin + before]) < FLAT && Math.abs(own - height[begin + behind]) < FLAT;
    }

    /** How much of the light of the lamp comes to those of a row that were put together. */
    private void lit(int row, ReliefRays r, int n) {
        if (n == 0) return;
        r.march(heights[row], n, repeats[row]);
        for (int k = 0; k < n; k++) {
            float before = r.height[k] - 1 + r.until[k];
            left[rays.which[k]] = before > 0 ? Math.max(0, 1 - HARD * before) : 1;
        }
    }

    /** The rays of a row, of which some are put together to be gone along. */
    private static final class Rays {
        final int[] which = new int[Fragments.ROOM];
        private final float[][] kept = new float[5][Fragments.ROOM];

        void keep(ReliefRays r, int n) {
            System.arraycopy(r.u, 0, kept[0], 0, n);
            System.arraycopy(r.v, 0, kept[1], 0, n);
            System.arraycopy(r.du, 0, kept[2], 0, n);
            System.arraycopy(r.dv, 0, kept[3], 0, n);
            System.arraycopy(r.until, 0, kept[4], 0, n);
        }

        /** Puts a ray behind those that are together, and says where the next one goes. */
        int put(int k, ReliefRays r, int at) {
            which[at] = k;
            r.u[at] = kept[0][k];
            r.v[at] = kept[1][k];
            r.du[at] = kept[2][k];
            r.dv[at] = kept[3][k];
            r.until[at] = kept[4][k];
            return at + 1;
        }
    }
}
