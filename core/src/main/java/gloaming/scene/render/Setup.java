package gloaming.scene.render;

import gloaming.flow.Shape;
import gloaming.scene.Matrix;
import gloaming.scene.Thing;

/** Moves the corners of things into a view and keeps the triangles that may be seen in it. */
final class Setup {
    private static final ThreadLocal<Setup> MINE = ThreadLocal.withInitial(Setup::new);

    private final float[] world = new float[Matrix.SIZE];
    private final float[] whole = new float[Matrix.SIZE];
    private final float[] looks = new float[3];
    private float[] px = new float[64];
    private float[] py = new float[64];
    private float[] pd = new float[64];
    /** A polygon that is cut by the near plane: at most four corners of three numbers. */
    private final float[] cut = new float[12];

    private View view;
    private Batch batch;
    private Occlusion drawn;
    private boolean bothSides;

    private Setup() {}

    /** The one of this thread. */
    static Setup mine() {
        return MINE.get();
    }

    /**
     * Adds the triangles {@code from} to {@code to} of copies {@code first} to {@code last} of a thing.
     *
     * @param grains what is known of its shape by pieces, or null
     * @param drawn what hides some of them, or null
     */
    void fill(
            Batch batch,
            View view,
            Occlusion drawn,
            Thing thing,
            Grains grains,
            int first,
            int last,
            int from,
            int to,
            boolean bothSides) {
        this.view = view;
        this.batch = batch;
        this.drawn = drawn;
        this.bothSides = bothSides;
        Shape shape = thing.shape;
        float[] at = thing.copiesAt();
        int lowest = 0;
        int highest = shape.corners();
        if (grains != null) {
            lowest = grains.lowest(from / Batch.GRAIN);
            highest = grains.highest(from / Batch.GRAIN);
        } else if (from > 0 || to < shape.triangles()) {
            lowest = Integer.MAX_VALUE;
            highest = 0;
            for (int i = 3 * from; i < 3 * to; i++) {
                lowest = Math.min(lowest, shape.of()[i]);
                highest = Math.max(highest, shape.of()[i] + 1);
            }
        }
        if (px.length < highest - lowest) {
            int room = (highest - lowest) * 3 / 2;
            px = new float[room];
            py = new float[room];
            pd = new float[room];
        }
        for (int c = first; c < last; c++) {
            Matrix.times(thing.move, 0, at, c * Thing.FLOATS, world, 0);
            Matrix.times(view.m, 0, world, 0, whole, 0);
            if (!seen(shape) || grains != null && !seen(grains, from / Batch.GRAIN)) continue;
            boolean turned = mirrored(world);
            move(shape, lowest, highest);
            for (int t = from; t < to; t++) {
                int i = shape.of()[3 * t] - lowest;
                int j = shape.of()[3 * t + (turned ? 2 : 1)] - lowest;
                int k = shape.of()[3 * t + (turned ? 1 : 2)] - lowest;
                triangle(i, j, k, c, t);
            }
        }
        this.view = null;
        this.batch = null;
        this.drawn = null;
    }

    private boolean seen(Shape shape) {
        return seen(shape.middle(0), shape.middle(1), shape.middle(2), shape.radius());
    }

    /** Whether any of a piece may be seen. */
    private boolean seen(Grains grains, int g) {
        if (!seen(grains.ball(g, 0), grains.ball(g, 1), grains.ball(g, 2), grains.ball(g, 3))) return false;
        return bothSides || !looksFrom(world) || !grains.away(g, looks, view.parallel);
    }

    /** Finds where the view looks from, or along which way it does, in the shape's own space; false where that has no depth. */
    private boolean looksFrom(float[] m) {
        float x = view.parallel ? -view.back[0] : view.eye[0] - m[3];
        float y = view.parallel ? -view.back[1] : view.eye[1] - m[7];
        float z = view.parallel ? -view.back[2] : view.eye[2] - m[11];
        float a = m[5] * m[10] - m[6] * m[9];
        float b = m[6] * m[8] - m[4] * m[10];
        float c = m[4] * m[9] - m[5] * m[8];
        float det = m[0] * a + m[1] * b + m[2] * c;
        if (!(Math.abs(det) > 1e-12f)) return false;
        float over = 1 / det;
        looks[0] = over * (a * x + (m[2] * m[9] - m[1] * m[10]) * y + (m[1] * m[6] - m[2] * m[5]) * z);
        looks[1] = over * (b * x + (m[0] * m[10] - m[2] * m[8]) * y + (m[2] * m[4] - m[0] * m[6]) * z);
        looks[2] = over * (c * x + (m[1] * m[8] - m[0] * m[9]) * y + (m[0] * m[5] - m[1] * m[4]) * z);
        return true;
    }

    private boolean seen(float x, float y, float z, float radius) {
        float px = whole[0] * x + whole[1] * y + whole[2] * z + whole[3];
        float py = whole[4] * x + whole[5] * y + whole[6] * z + whole[7];
        float depth = whole[8] * x + whole[9] * y + whole[10] * z + whole[11];
        float r = radius * Matrix.stretch(world, 0);
        return view.sees(px, py, depth, r) && (drawn == null || !drawn.hides(px, py, depth, r));
    }

    /** Whether a move turns right into left. */
    static boolean mirrored(float[] m) {
        return m[0] * (m[5] * m[10] - m[6] * m[9])
                        - m[1] * (m[4] * m[10] - m[6] * m[8])
                        + m[2] * (m[4] * m[9] - m[5] * m[8])
                < 0;
    }

    private void move(Shape shape, int from, int to) {
        float[] x = shape.x();
        float[] y = shape.y();
        float[] z = shape.z();
        float[] m = whole;
        float a = m[0];
        float b = m[1];
        float c = m[2];
        float d = m[3];
        for (int i = from; i < to; i++) px[i - from] = a * x[i] + b * y[i] + c * z[i] + d;
        a = m[4];
        b = m[5];
        c = m[6];
        d = m[7];
        for (int i = from; i < to; i++) py[i - from] = a * x[i] + b * y[i] + c * z[i] + d;
        a = m[8];
        b = m[9];
        c = m[10];
        d = m[11];
        for (int i = from; i < to; i++) pd[i - from] = a * x[i] + b * y[i] + c * z[i] + d;
        if (view.parallel) return;
        // In perspective the places are divided here, once a corner; those behind are cut by their own numbers.
        for (int i = 0; i < to - from; i++) {
            if (pd[i] < view.near) continue;
            float k = 1 / pd[i];
            px[i] *= k;
            py[i] *= k;
        }
    }

    private void triangle(int i, int j, int k, int copy, int t) {
        float di = pd[i];
        float dj = pd[j];
        float dk = pd[k];
        float near = view.near;
        if (di >= near && dj >= near && dk >= near) {
            put(
                    px[i],
                    py[i],
                    view.nearness(di),
                    px[j],
                    py[j],
                    view.nearness(dj),
                    px[k],
                    py[k],
                    view.nearness(dk),
                    copy,
                    t);
            return;
        }
        if (di < near && dj < near && dk < near || !(di + dj + dk < Float.MAX_VALUE)) return;
        int n = edge(i, j, 0);
        n = edge(j, k, n);
        n = edge(k, i, n);
        for (int q = 2; q < n; q++) {
            put(
                    cut[0],
                    cut[1],
                    cut[2],
                    cut[3 * q - 3],
                    cut[3 * q - 2],
                    cut[3 * q - 1],
                    cut[3 * q],
                    cut[3 * q + 1],
                    cut[3 * q + 2],
                    copy,
                    t);
        }
    }

    /** Adds what is left of an edge: its beginning where that is in front, and where it meets the near plane. */
    private int edge(int i, int j, int n) {
        float near = view.near;
        boolean in = pd[i] >= near;
        if (in) {
            cut[3 * n] = px[i];
            cut[3 * n + 1] = py[i];
            cut[3 * n + 2] = view.nearness(pd[i]);
            n++;
        }
        if (in == pd[j] >= near) return n;
        float part = (near - pd[i]) / (pd[j] - pd[i]);
        // Those in front were divided by their depth.
        float xi = in && !view.parallel ? px[i] * pd[i] : px[i];
        float yi = in && !view.parallel ? py[i] * pd[i] : py[i];
        float xj = !in && !view.parallel ? px[j] * pd[j] : px[j];
        float yj = !in && !view.parallel ? py[j] * pd[j] : py[j];
        float over = view.parallel ? 1 : 1 / near;
        cut[3 * n] = (xi + (xj - xi) * part) * over;
        cut[3 * n + 1] = (yi + (yj - yi) * part) * over;
        cut[3 * n + 2] = view.nearness(near);
        return n + 1;
    }

    private void put(
            float x0, float y0, float k0, float x1, float y1, float k1, float x2, float y2, float k2, int copy, int t) {
        float area = (x1 - x0) * (y2 - y0) - (x2 - x0) * (y1 - y0);
        if (bothSides ? area == 0 : area <= 0) return;
        // Rows and columns whose middles it may cover.
        int low = (int) Math.ceil(Math.min(y0, Math.min(y1, y2)) - 0.5f);
        int high = (int) Math.ceil(Math.max(y0, Math.max(y1, y2)) - 0.5f) - 1;
        if (low < 0) low = 0;
        if (high >= view.height) high = view.height - 1;
        if (low > high) return;
        int left = (int) Math.ceil(Math.min(x0, Math.min(x1, x2)) - 0.5f);
        int right = (int) Math.ceil(Math.max(x0, Math.max(x1, x2)) - 0.5f) - 1;
        if (left > right || right < 0 || left >= view.width) return;
        // Not a number compares as nothing.
        if (!(area == area && k0 + k1 + k2 < Float.MAX_VALUE)) return;
        batch.add(x0, y0, k0, x1, y1, k1, x2, y2, k2, copy, t, low, high);
    }
}
