package gloaming.shape.places;

import gloaming.flow.Shape;
import gloaming.shape.change.Places;
import gloaming.step.Randomness;
import java.util.Arrays;

/**
 * Places on a shape, each by the corners of a triangle and how much of each: they stay where they are while the shape is bent, and are
 * chosen anew when it has other triangles, or when their areas have become quite different ones.
 */
final class Spots {
    /** Of the area, so much may come to lie in other triangles before places are chosen anew. */
    private static final double OTHERWISE = 0.25;
    /** Places that lie apart from one another, at most: beyond that they are drawn. */
    static final int EVEN = 20_000;

    private static final int CANDIDATES = 8;
    private static final int ROUNDS = 14;

    /** Three corners a place. */
    int[] of = {};
    /** How much of the first and of the second, two numbers a place. */
    float[] part = {};

    int n;

    private PointsOnSurface by;
    private long seed;
    private long stamp = -1;
    private int triangles = -1;
    private int corners;
    private double[] areas = {};
    private double[] then = {};
    private final double[] cross = new double[3];

    /** Places on a shape as a step wants them. */
    Spots on(Shape in, PointsOnSurface wanted, long seed) {
        boolean same = wanted.equals(by) && seed == this.seed && in.triangles() == triangles && in.corners() == corners;
        if (same && stamp == in.stamp()) return this;
        stamp = in.stamp();
        by = wanted;
        this.seed = seed;
        triangles = in.triangles();
        corners = in.corners();
        boolean all = wanted.where() == PointsOnSurface.Where.CORNERS;
        n = all ? Math.min(corners, PointsOnSurface.MOST) : triangles == 0 ? 0 : wanted.count();
        if (same && all) return this;
        if (of.length < 3 * n) {
            of = new int[3 * n];
            part = new float[2 * n];
        }
        if (all) for (int i = 0; i < n; i++) put(i, i, i, i, 1, 0);
        else if (n > 0) choose(in, wanted, same);
        return this;
    }

    private void choose(Shape in, PointsOnSurface wanted, boolean same) {
        if (wanted.where() == PointsOnSurface.Where.EDGES) {
            if (!same) edges(in);
            return;
        }
        measure(in);
        if (same && moved() < OTHERWISE) return;
        then = Arrays.copyOf(areas, triangles);
        if (wanted.lie() == PointsOnSurface.Lie.APART && n <= EVEN) apart(in);
        else for (int i = 0; i < n; i++) draw(in, i, corput(i), i);
    }

    /** How much of the area lies in other triangles than when places were chosen. */
    private double moved() {
        if (then.length != triangles) return 1;
        double was = then[triangles - 1];
        double is = areas[triangles - 1];
        if (!(was > 0) || !(is > 0)) return was == is ? 0 : 1;
        double sum = 0;
        for (int t = 0; t < triangles; t++) {
            double before = t == 0 ? 0 : then[t - 1];
            double now = t == 0 ? 0 : areas[t - 1];
            sum += Math.abs((areas[t] - now) / is - (then[t] - before) / was);
        }
        return sum / 2;
    }

    private void measure(Shape in) {
        if (areas.length < triangles) areas = new double[triangles];
        double sum = 0;
        for (int t = 0; t < triangles; t++) {
            sum += Places.cross(in, t, cross);
            areas[t] = sum;
        }
    }

    /** A place in the triangle in which so much of the area lies before it, and within it by chance. */
    private void draw(Shape in, int i, double share, long chance) {
        double wanted = share * areas[triangles - 1];
        int low = 0;
        int high = triangles - 1;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (areas[middle] > wanted) high = middle;
            else low = middle + 1;
        }
        // Evenly over a triangle (Turk 1990).
        double root = Math.sqrt(Randomness.uniform(seed, chance, 0));
        double along = Randomness.uniform(seed, chance, 1);
        int t = 3 * low;
        put(i, in.of()[t], in.of()[t + 1], in.of()[t + 2], 1 - root, root * along);
    }

    private static double corput(int i) {
        return (Integer.reverse(i) >>> 1) / 2147483648.0;
    }

    private void put(int i, int a, int b, int c, double wa, double wb) {
        of[3 * i] = a;
        of[3 * i + 1] = b;
        of[3 * i + 2] = c;
        part[2 * i] = (float) wa;
        part[2 * i + 1] = (float) wb;
    }

    /**
     * Places that keep a distance from one another (dart throwing, Cook 1986): of many that are drawn those are taken, in turn, that have
     * nobody near; the distance shrinks from round to round until there are enough. So the first of them lie apart as well.
     */
    private void apart(Shape in) {
        int wanted = n;
        int many = CANDIDATES * wanted;
        Spots drawn = new Spots();
        drawn.of = new int[3 * many];
        drawn.part = new float[2 * many];
        drawn.areas = areas;
        drawn.triangles = triangles;
        drawn.seed = seed;
        for (int i = 0; i < many; i++) drawn.draw(in, i, corput(i), i);
        float[] at = new float[3 * many];
        for (int i = 0; i < many; i++) drawn.place(in, i, at);
        // As far apart as so many can lie on so much of a plane, at most.
        double far = Math.sqrt(areas[triangles - 1] / Math.sqrt(3) / wanted) * 1.1;
        boolean[] taken = new boolean[many];
        int[] kept = new int[wanted];
        int have = 0;
        for (int round = 0; round < ROUNDS && have < wanted && far > 1e-7; round++, far *= 0.88) {
            Cells cells = new Cells(at, far, many);
            for (int k = 0; k < have; k++) cells.add(kept[k]);
            for (int i = 0; i < many && have < wanted; i++) {
                if (taken[i] || cells.near(i)) continue;
                taken[i] = true;
                cells.add(i);
                kept[have++] = i;
            }
        }
        for (int i = 0; i < many && have < wanted; i++) if (!taken[i]) kept[have++] = i;
        for (int k = 0; k < wanted; k++) {
            System.arraycopy(drawn.of, 3 * kept[k], of, 3 * k, 3);
            System.arraycopy(drawn.part, 2 * kept[k], part, 2 * k, 2);
        }
    }

    private void place(Shape in, int i, float[] at) {
        float wa = part[2 * i];
        float wb = part[2 * i + 1];
        float wc = 1 - wa - wb;
        int a = of[3 * i];
        int b = of[3 * i + 1];
        int c = of[3 * i + 2];
        at[3 * i] = wa * in.x()[a] + wb * in.x()[b] + wc * in.x()[c];
        at[3 * i + 1] = wa * in.y()[a] + wb * in.y()[b] + wc * in.y()[c];
        at[3 * i + 2] = wa * in.z()[a] + wb * in.z()[b] + wc * in.z()[c];
    }

    /** Places in cells as wide as the distance that is asked for. */
    private static final class Cells {
        private final float[] at;
        private final double far;
        private final int[] first;
        private final int[] next;

        Cells(float[] at, double far, int many) {
            this.at = at;
            this.far = far;
            first = new int[Integer.highestOneBit(Math.max(16, 2 * many)) * 2];
            next = new int[many];
        }

        private int slot(int i, int dx, int dy, int dz) {
            int x = (int) Math.floor(at[3 * i] / far) + dx;
            int y = (int) Math.floor(at[3 * i + 1] / far) + dy;
            int z = (int) Math.floor(at[3 * i + 2] / far) + dz;
            int hash = (x * 73_856_093 ^ y * 19_349_663 ^ z * 83_492_791) * 0x9e3779b9;
            return (hash ^ hash >>> 15) & first.length - 1;
        }

        void add(int i) {
            int slot = slot(i, 0, 0, 0);
            next[i] = first[slot];
            first[slot] = i + 1;
        }

        boolean near(int i) {
            for (int d = 0; d < 27; d++)
                for (int j = first[slot(i, d % 3 - 1, d / 3 % 3 - 1, d / 9 - 1)]; j != 0; j = next[j - 1]) {
                    double x = at[3 * i] - at[3 * j - 3];
                    double y = at[3 * i + 1] - at[3 * j - 2];
                    double z = at[3 * i + 2] - at[3 * j - 1];
                    if (x * x + y * y + z * z < far * far) return true;
                }
            return false;
        }
    }

    /** Places along the edges by their length: where two triangles meet at more than thirty degrees, and where one has no neighbour. */
    private void edges(Shape in) {
        int[] ends = Edges.of(in, true);
        int many = ends.length / 2;
        if (many == 0) {
            n = 0;
            return;
        }
        double[] lengths = new double[many];
        double sum = 0;
        for (int e = 0; e < many; e++) {
            int a = ends[2 * e];
            int b = ends[2 * e + 1];
            double x = in.x()[b] - in.x()[a];
            double y = in.y()[b] - in.y()[a];
            double z = in.z()[b] - in.z()[a];
            lengths[e] = sum += Math.sqrt(x * x + y * y + z * z);
        }
        int e = 0;
        for (int i = 0; i < n; i++) {
            double wanted = (i + 0.5) / n * sum;
            while (e < many - 1 && lengths[e] < wanted) e++;
            double before = e == 0 ? 0 : lengths[e - 1];
            double along = lengths[e] > before ? (wanted - before) / (lengths[e] - before) : 0;
            put(i, ends[2 * e], ends[2 * e + 1], ends[2 * e], 1 - along, along);
        }
    }
}
