package gloaming.shape.outline;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The outlines of what a plane of numbers has above a level, as closed loops with the inside on the left.
 *
 * <p>Marching squares (Lorensen and Cline 1987, in two dimensions), with places between pixels where the level lies between them, and loops
 * thinned out as far as no place moves by more than a tolerance (Ramer 1972; Douglas and Peucker 1973). Beyond the border there is nothing.
 */
public final class Outlines {
    /** Places in all loops together, at most. */
    public static final int MOST = 40_000;

    /** One loop: across and up in pixels, the middle of the lowest left pixel at 0.5, and twice the area, negative round holes. */
    public record Loop(float[] x, float[] y, double area) {
        public int n() {
            return x.length;
        }
    }

    private static final int[][] WAYS = ways();

    private float[] plane = {};
    private int width;
    private int height;
    private float level;
    /** For each edge of the grid that a loop crosses, the edge it crosses next plus 1; horizontal ones first. */
    private int[] next = {};

    private float[] px = new float[256];
    private float[] py = new float[256];
    private boolean[] stays = new boolean[256];
    private int n;

    /** The loops of a plane of {@code width} times {@code height} numbers; {@link IllegalArgumentException} where there are too many places. */
    public List<Loop> of(float[] plane, int width, int height, float level, double tolerance) {
        this.plane = plane;
        this.width = width;
        this.height = height;
        this.level = level;
        int nodes = (width + 2) * (height + 2);
        if (next.length < 2 * nodes) next = new int[2 * nodes];
        else Arrays.fill(next, 0, 2 * nodes, 0);
        for (int y = 0; y <= height; y++) for (int x = 0; x <= width; x++) cell(x, y);
        List<Loop> loops = new ArrayList<>();
        int all = 0;
        for (int e = 0; e < 2 * nodes; e++) {
            if (next[e] == 0) continue;
            follow(e);
            Loop loop = thinned(tolerance);
            if (loop == null) continue;
            all += loop.n();
            if (all > MOST)
                throw new IllegalArgumentException("its outline has more than " + MOST
                        + " corners; soften the picture before it, or let a corner be less exact");
            loops.add(loop);
        }
        return loops;
    }

    private float at(int x, int y) {
        if (x < 1 || y < 1 || x > width || y > height) return 0;
        float value = plane[(y - 1) * width + x - 1];
        // What is no number is nothing.
        return Math.abs(value) < 1e9f ? value : 0;
    }

    /** For each of sixteen cases pairs of sides that a loop comes in and goes out by: 0 below, 1 right, 2 above, 3 left. */
    private static int[][] ways() {
        int[][] all = new int[16][];
        all[0] = new int[0];
        all[1] = new int[] {0, 3};
        all[2] = new int[] {1, 0};
        all[3] = new int[] {1, 3};
        all[4] = new int[] {2, 1};
        all[5] = new int[] {2, 3, 0, 1};
        all[6] = new int[] {2, 0};
        all[7] = new int[] {2, 3};
        all[8] = new int[] {3, 2};
        all[9] = new int[] {0, 2};
        all[10] = new int[] {3, 0, 1, 2};
        all[11] = new int[] {1, 2};
        all[12] = new int[] {3, 1};
        all[13] = new int[] {0, 1};
        all[14] = new int[] {3, 0};
        all[15] = new int[0];
        return all;
    }

    private void cell(int x, int y) {
        float a = at(x, y);
        float b = at(x + 1, y);
        float c = at(x + 1, y + 1);
        float d = at(x, y + 1);
        int which = (a > level ? 1 : 0) | (b > level ? 2 : 0) | (c > level ? 4 : 0) | (d > level ? 8 : 0);
        if (which == 0 || which == 15) return;
        boolean apart = (which == 5 || which == 10) && (a + b + c + d) / 4 <= level;
        if (apart) {
            join(x, y, which == 5 ? 0 : 1, which == 5 ? 3 : 0);
            join(x, y, which == 5 ? 2 : 3, which == 5 ? 1 : 2);
            return;
        }
        int[] ways = WAYS[which];
        for (int k = 0; k < ways.length; k += 2) join(x, y, ways[k], ways[k + 1]);
    }

    private void join(int x, int y, int from, int to) {
        next[edge(x, y, from)] = edge(x, y, to) + 1;
    }

    private int edge(int x, int y, int side) {
        int row = width + 2;
        int upright = row * (height + 2);
        return switch (side) {
            case 0 -> y * row + x;
            case 1 -> upright + y * row + x + 1;
            case 2 -> (y + 1) * row + x;
            default -> upright + y * row + x;
        };
    }

    private void follow(int first) {
        int row = width + 2;
        int upright = row * (height + 2);
        n = 0;
        for (int e = first; next[e] != 0; ) {
            boolean up = e >= upright;
            int x = (up ? e - upright : e) % row;
            int y = (up ? e - upright : e) / row;
            float from = at(x, y);
            float to = up ? at(x, y + 1) : at(x + 1, y);
            float part = Math.clamp((level - from) / (to - from), 0f, 1f);
            if (n == px.length) {
                px = Arrays.copyOf(px, 2 * n);
                py = Arrays.copyOf(py, 2 * n);
                stays = new boolean[2 * n];
            }
            px[n] = x - 0.5f + (up ? 0 : part);
            py[n++] = y - 0.5f + (up ? part : 0);
            int then = next[e] - 1;
            next[e] = 0;
            e = then;
        }
    }

    private Loop thinned(double tolerance) {
        if (n < 3) return null;
        Arrays.fill(stays, 0, n, false);
        int far = 0;
        double most = 0;
        for (int i = 1; i < n; i++) {
            double d = Math.hypot(px[i] - px[0], py[i] - py[0]);
            if (d <= most) continue;
            most = d;
            far = i;
        }
        stays[0] = stays[far] = true;
        thin(0, far, tolerance);
        thin(far, n, tolerance);
        int kept = 0;
        for (int i = 0; i < n; i++) if (stays[i]) kept++;
        if (kept < 3) return null;
        float[] x = new float[kept];
        float[] y = new float[kept];
        kept = 0;
        for (int i = 0; i < n; i++) {
            if (!stays[i]) continue;
            x[kept] = px[i];
            y[kept++] = py[i];
        }
        double area = 0;
        for (int i = 0, j = kept - 1; i < kept; j = i++) area += (double) x[j] * y[i] - (double) x[i] * y[j];
        return Math.abs(area) < 2 ? null : new Loop(x, y, area);
    }

    private final int[] stack = new int[256];

    private void thin(int begin, int end, double tolerance) {
        int top = 0;
        stack[top++] = begin;
        stack[top++] = end;
        while (top > 0) {
            int to = stack[--top];
            int from = stack[--top];
            int worst = worst(from, to, tolerance);
            if (worst < 0) continue;
            stays[worst] = true;
            // The larger half waits, so that the stack stays low.
            boolean first = worst - from > to - worst;
            if (top + 4 > stack.length) continue;
            stack[top++] = first ? from : worst;
            stack[top++] = first ? worst : to;
            stack[top++] = first ? worst : from;
            stack[top++] = first ? to : worst;
        }
    }

    private int worst(int from, int to, double tolerance) {
        double ax = px[from];
        double ay = py[from];
        double dx = px[to % n] - ax;
        double dy = py[to % n] - ay;
        double length = Math.max(1e-9, Math.hypot(dx, dy));
        double most = tolerance;
        int worst = -1;
        for (int i = from + 1; i < to; i++) {
            double off = Math.abs((px[i] - ax) * dy - (py[i] - ay) * dx) / length;
            if (off <= most) continue;
            most = off;
            worst = i;
        }
        return worst;
    }
}
