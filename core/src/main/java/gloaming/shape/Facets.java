package gloaming.shape;

import gloaming.flow.Canvas;
import gloaming.flow.Shape;
import java.util.Arrays;

/** A plain view of triangles under a light at the eye, so that a shape can be looked at before anything draws it. */
public final class Facets {
    /** More triangles than this are thinned out evenly. */
    private static final int MOST = 60_000;

    private final Canvas canvas;
    private final float[] depth;
    private final float cos;
    private final float sin;
    private final float cosHigh;
    private final float sinHigh;
    private final float[] place = new float[9];
    private float scale = 1;

    public Facets(Canvas canvas) {
        this.canvas = canvas;
        canvas.ground((byte) 9, (byte) 8, (byte) 15);
        depth = new float[canvas.width * canvas.height];
        Arrays.fill(depth, Float.NEGATIVE_INFINITY);
        cos = (float) Math.cos(canvas.round);
        sin = (float) Math.sin(canvas.round);
        cosHigh = (float) Math.cos(canvas.high);
        sinHigh = (float) Math.sin(canvas.high);
    }

    /** What lies within {@code radius} units of the middle is in the view; closer in nothing is enlarged. */
    public Facets within(float radius) {
        scale = radius > 0.95f ? 0.95f / radius : 1;
        return this;
    }

    /**
     * Draws a shape of the given colour, times those of its corners, moved by a matrix of three rows of four numbers from {@code at} on.
     *
     * @param parts one of so many shapes that share what may be drawn
     */
    public void add(Shape shape, float[] m, int at, float red, float green, float blue, int parts) {
        int stride = (int) Math.max(1, ((long) shape.triangles() * Math.max(1, parts) + MOST - 1) / MOST);
        for (int t = 0; t < shape.triangles(); t += stride) {
            for (int c = 0; c < 3; c++) {
                int i = shape.of()[3 * t + c];
                float x = shape.x()[i];
                float y = shape.y()[i];
                float z = shape.z()[i];
                turn(
                        c,
                        m[at] * x + m[at + 1] * y + m[at + 2] * z + m[at + 3],
                        m[at + 4] * x + m[at + 5] * y + m[at + 6] * z + m[at + 7],
                        m[at + 8] * x + m[at + 9] * y + m[at + 10] * z + m[at + 11]);
            }
            if (!shape.coloured()) triangle(red, green, blue);
            else
                triangle(
                        red * mean(shape, shape.red(), t),
                        green * mean(shape, shape.green(), t),
                        blue * mean(shape, shape.blue(), t));
        }
    }

    private static float mean(Shape shape, float[] column, int t) {
        int[] of = shape.of();
        return (column[of[3 * t]] + column[of[3 * t + 1]] + column[of[3 * t + 2]]) / 3;
    }

    /** Draws a place as one pixel. */
    public void dot(float x, float y, float z, float red, float green, float blue) {
        turn(0, x, y, z);
        if (!(place[0] >= 0 && place[0] < canvas.width && place[1] >= 0 && place[1] < canvas.height)) return;
        int px = (int) place[0];
        int py = (int) place[1];
        if (place[2] <= depth[py * canvas.width + px]) return;
        depth[py * canvas.width + px] = place[2];
        int to = ((canvas.top + py) * canvas.stride + canvas.left + px) * 3;
        canvas.rgb[to] = level(red);
        canvas.rgb[to + 1] = level(green);
        canvas.rgb[to + 2] = level(blue);
    }

    private void turn(int c, float x, float y, float z) {
        float across = x * cos - z * sin;
        float near = x * sin + z * cos;
        float above = y * cosHigh - near * sinHigh;
        float half = canvas.height / 2f;
        place[3 * c] = across * scale * half + canvas.width / 2f;
        place[3 * c + 1] = half - above * scale * half;
        place[3 * c + 2] = (y * sinHigh + near * cosHigh) * scale * half;
    }

    private void triangle(float red, float green, float blue) {
        float[] p = place;
        float ux = p[3] - p[0];
        float uy = p[4] - p[1];
        float uz = p[5] - p[2];
        float vx = p[6] - p[0];
        float vy = p[7] - p[1];
        float vz = p[8] - p[2];
        float area = ux * vy - uy * vx;
        if (!(Math.abs(area) > 1e-6f)) return;
        float kx = uy * vz - uz * vy;
        float ky = uz * vx - ux * vz;
        float light = (float) (Math.abs(area) / Math.sqrt(kx * kx + ky * ky + area * area));
        int left = (int) Math.max(0, Math.ceil(Math.min(p[0], Math.min(p[3], p[6])) - 0.5f));
        int right = (int) Math.min(canvas.width - 1, Math.floor(Math.max(p[0], Math.max(p[3], p[6])) - 0.5f));
        int top = (int) Math.max(0, Math.ceil(Math.min(p[1], Math.min(p[4], p[7])) - 0.5f));
        int bottom = (int) Math.min(canvas.height - 1, Math.floor(Math.max(p[1], Math.max(p[4], p[7])) - 0.5f));
        for (int y = top; y <= bottom; y++) {
            for (int x = left; x <= right; x++) {
                float dx = x + 0.5f - p[0];
                float dy = y + 0.5f - p[1];
                float a = (dx * vy - dy * vx) / area;
                float b = (ux * dy - uy * dx) / area;
                if (a < 0 || b < 0 || a + b > 1) continue;
                float z = p[2] + a * uz + b * vz;
                if (z <= depth[y * canvas.width + x]) continue;
                depth[y * canvas.width + x] = z;
                int to = ((canvas.top + y) * canvas.stride + canvas.left + x) * 3;
                canvas.rgb[to] = level(red * light);
                canvas.rgb[to + 1] = level(green * light);
                canvas.rgb[to + 2] = level(blue * light);
            }
        }
    }

    private static byte level(float part) {
        return (byte) (24 + 220 * Math.sqrt(Math.clamp(part, 0f, 1f)));
    }
}
