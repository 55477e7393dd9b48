package gloaming.flow;

import java.util.Arrays;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Triangles in space as columns: corners with place, normal, texture place and colour, and three corners a triangle.
 *
 * <p>World units, y up, z towards who looks. A triangle is seen from the side on which its corners run anticlockwise. Normals have length 1
 * and point outward. Texture places run from 0 to 1, from the left and from below. Whoever fills a shape ends by {@link #done}: from then on
 * its {@link #stamp} tells it from every other content, so that what was worked out of it can be kept for as long as the stamp stays.
 */
public final class Shape implements Flow {
    /** Triangles in one shape, at most. */
    public static final int MOST = 2_000_000;

    private static final AtomicLong STAMPS = new AtomicLong();
    private static final float[] NONE = {};

    /** The columns of a corner; colours are linear light and count as 1 where there are none. */
    private float[] x = NONE;

    private float[] y = NONE;
    private float[] z = NONE;
    private float[] nx = NONE;
    private float[] ny = NONE;
    private float[] nz = NONE;
    private float[] u = NONE;
    private float[] v = NONE;
    private float[] red = NONE;
    private float[] green = NONE;
    private float[] blue = NONE;
    private int[] of = {};
    private int corners;
    private int triangles;
    private boolean coloured;
    private long stamp = STAMPS.incrementAndGet();
    private final float[] middle = new float[3];
    private float radius;

    /** Forgets what there is. */
    public Shape clear() {
        corners = 0;
        triangles = 0;
        coloured = false;
        return this;
    }

    /** Adds a corner and returns its number. */
    public int corner(double px, double py, double pz, double mx, double my, double mz, double tu, double tv) {
        int i = corners;
        roomForCorners(i + 1);
        corners++;
        x[i] = (float) px;
        y[i] = (float) py;
        z[i] = (float) pz;
        nx[i] = (float) mx;
        ny[i] = (float) my;
        nz[i] = (float) mz;
        u[i] = (float) tu;
        v[i] = (float) tv;
        return i;
    }

    /** Adds a triangle between three corners that run anticlockwise where it is seen. */
    public void triangle(int a, int b, int c) {
        roomForTriangles(triangles + 1);
        of[3 * triangles] = a;
        of[3 * triangles + 1] = b;
        of[3 * triangles + 2] = c;
        triangles++;
    }

    /** Adds two triangles between four corners that run anticlockwise. */
    public void square(int a, int b, int c, int d) {
        triangle(a, b, c);
        triangle(a, c, d);
    }

    /** So many corners and triangles, of any content, to be written by the caller. */
    public Shape size(int corners, int triangles) {
        roomForCorners(corners);
        roomForTriangles(triangles);
        this.corners = corners;
        this.triangles = triangles;
        return this;
    }

    private void roomForCorners(int n) {
        if (n <= x.length) return;
        if (n > 3 * MOST) throw tooMany();
        int room = (int) Math.min(3L * MOST, Math.max(64, n + (long) n / 2));
        x = Arrays.copyOf(x, room);
        y = Arrays.copyOf(y, room);
        z = Arrays.copyOf(z, room);
        nx = Arrays.copyOf(nx, room);
        ny = Arrays.copyOf(ny, room);
        nz = Arrays.copyOf(nz, room);
        u = Arrays.copyOf(u, room);
        v = Arrays.copyOf(v, room);
        if (coloured) colours();
    }

    private void roomForTriangles(int n) {
        if (3 * n <= of.length) return;
        if (n > MOST) throw tooMany();
        of = Arrays.copyOf(of, 3 * (int) Math.min(MOST, Math.max(32, n + (long) n / 2)));
    }

    private static IllegalArgumentException tooMany() {
        return new IllegalArgumentException(
                "it would have more than " + MOST + " triangles; take fewer parts or copies");
    }

    /** Takes over all of another shape. */
    public Shape copyFrom(Shape other) {
        shareTriangles(other);
        size(other.corners, other.triangles);
        System.arraycopy(other.x, 0, x, 0, corners);
        System.arraycopy(other.y, 0, y, 0, corners);
        System.arraycopy(other.z, 0, z, 0, corners);
        System.arraycopy(other.nx, 0, nx, 0, corners);
        System.arraycopy(other.ny, 0, ny, 0, corners);
        System.arraycopy(other.nz, 0, nz, 0, corners);
        return this;
    }

    /** Adds all of another shape. */
    public Shape append(Shape other) {
        int first = corners;
        int before = triangles;
        if (other.coloured && !coloured) colours();
        int more = other.corners;
        size(corners + more, triangles + other.triangles);
        float[][] from = {other.x, other.y, other.z, other.nx, other.ny, other.nz, other.u, other.v};
        float[][] to = {x, y, z, nx, ny, nz, u, v};
        for (int k = 0; k < to.length; k++) System.arraycopy(from[k], 0, to[k], first, more);
        for (int i = 0; i < 3 * other.triangles; i++) of[3 * before + i] = other.of[i] + first;
        if (!coloured) return this;
        float[][] colours = {red, green, blue};
        float[][] given = {other.red, other.green, other.blue};
        for (int c = 0; c < 3; c++) {
            if (other.coloured) System.arraycopy(given[c], 0, colours[c], first, more);
            else Arrays.fill(colours[c], first, first + more, 1);
        }
        return this;
    }

    /** Lets triangles from {@code first} on be seen from their other side. */
    public Shape turnOver(int first) {
        for (int t = first; t < triangles; t++) {
            int b = of[3 * t + 1];
            of[3 * t + 1] = of[3 * t + 2];
            of[3 * t + 2] = b;
        }
        return this;
    }

    /** Takes over corners and triangles of another shape but for places and normals, which have any content. */
    public Shape shareTriangles(Shape other) {
        clear();
        size(other.corners, other.triangles);
        System.arraycopy(other.u, 0, u, 0, corners);
        System.arraycopy(other.v, 0, v, 0, corners);
        System.arraycopy(other.of, 0, of, 0, 3 * triangles);
        if (other.coloured) {
            colours();
            System.arraycopy(other.red, 0, red, 0, corners);
            System.arraycopy(other.green, 0, green, 0, corners);
            System.arraycopy(other.blue, 0, blue, 0, corners);
        }
        return this;
    }

    /** From now on every corner has a colour; white until it is written. */
    public Shape colours() {
        int had = coloured ? red.length : 0;
        coloured = true;
        if (red.length < x.length) {
            red = Arrays.copyOf(red, x.length);
            green = Arrays.copyOf(green, x.length);
            blue = Arrays.copyOf(blue, x.length);
        }
        if (had < red.length) {
            Arrays.fill(red, had, red.length, 1);
            Arrays.fill(green, had, red.length, 1);
            Arrays.fill(blue, had, red.length, 1);
        }
        return this;
    }

    /** Ends filling: what is no number goes to the middle, the stamp is a new one, the ball around it is measured. */
    public Shape done() {
        stamp = STAMPS.incrementAndGet();
        float[] low = {Float.MAX_VALUE, Float.MAX_VALUE, Float.MAX_VALUE};
        float[] high = {-Float.MAX_VALUE, -Float.MAX_VALUE, -Float.MAX_VALUE};
        span(x, 0, low, high);
        span(y, 1, low, high);
        span(z, 2, low, high);
        for (int a = 0; a < 3; a++) middle[a] = corners == 0 ? 0 : (low[a] + high[a]) / 2;
        float most = 0;
        for (int i = 0; i < corners; i++) {
            float dx = x[i] - middle[0];
            float dy = y[i] - middle[1];
            float dz = z[i] - middle[2];
            most = Math.max(most, dx * dx + dy * dy + dz * dz);
        }
        radius = (float) Math.sqrt(most);
        return this;
    }

    private void span(float[] values, int axis, float[] low, float[] high) {
        for (int i = 0; i < corners; i++) {
            if (!(Math.abs(values[i]) < FAR)) values[i] = 0;
            low[axis] = Math.min(low[axis], values[i]);
            high[axis] = Math.max(high[axis], values[i]);
        }
    }

    /** World units: what lies farther off counts as no place. */
    public static final float FAR = 1e6f;

    /** Tells this content from every other that a shape ever had. */
    public long stamp() {
        return stamp;
    }

    public int corners() {
        return corners;
    }

    public int triangles() {
        return triangles;
    }

    public boolean coloured() {
        return coloured;
    }

    /** The middle of the ball that holds it all: 0 across, 1 up, 2 towards who looks. */
    public float middle(int axis) {
        return middle[axis];
    }

    /** The radius of that ball. */
    public float radius() {
        return radius;
    }

    public float[] x() {
        return x;
    }

    public float[] y() {
        return y;
    }

    public float[] z() {
        return z;
    }

    public float[] nx() {
        return nx;
    }

    public float[] ny() {
        return ny;
    }

    public float[] nz() {
        return nz;
    }

    public float[] u() {
        return u;
    }

    public float[] v() {
        return v;
    }

    public float[] red() {
        return red;
    }

    public float[] green() {
        return green;
    }

    public float[] blue() {
        return blue;
    }

    /** Three numbers of corners a triangle. */
    public int[] of() {
        return of;
    }

    /** Takes over another shape, each triangle divided into {@code parts} times {@code parts}. */
    public Shape divide(Shape in, int parts) {
        clear();
        int row = (parts + 1) * (parts + 2) / 2;
        size(row * in.triangles, parts * parts * in.triangles);
        if (in.coloured) colours();
        float[][] from = {in.x, in.y, in.z, in.nx, in.ny, in.nz, in.u, in.v};
        float[][] to = {x, y, z, nx, ny, nz, u, v};
        int corner = 0;
        int triangle = 0;
        for (int t = 0; t < in.triangles; t++) {
            int a = in.of[3 * t];
            int b = in.of[3 * t + 1];
            int c = in.of[3 * t + 2];
            int first = corner;
            for (int i = 0; i <= parts; i++) {
                for (int j = 0; j <= parts - i; j++, corner++) {
                    float wb = (float) j / parts;
                    float wc = (float) i / parts;
                    for (int k = 0; k < to.length; k++) to[k][corner] = mean(from[k], a, b, c, wb, wc);
                    if (!in.coloured) continue;
                    red[corner] = mean(in.red, a, b, c, wb, wc);
                    green[corner] = mean(in.green, a, b, c, wb, wc);
                    blue[corner] = mean(in.blue, a, b, c, wb, wc);
                }
            }
            for (int i = 0, at = first; i < parts; i++) {
                int next = at + parts - i + 1;
                for (int j = 0; j < parts - i; j++) {
                    of[triangle++] = at + j;
                    of[triangle++] = at + j + 1;
                    of[triangle++] = next + j;
                    if (j == parts - i - 1) continue;
                    of[triangle++] = at + j + 1;
                    of[triangle++] = next + j + 1;
                    of[triangle++] = next + j;
                }
                at = next;
            }
        }
        upright();
        return this;
    }

    private static float mean(float[] column, int a, int b, int c, float wb, float wc) {
        return column[a] + (column[b] - column[a]) * wb + (column[c] - column[a]) * wc;
    }

    private void upright() {
        for (int i = 0; i < corners; i++) {
            float length = (float) Math.sqrt(nx[i] * nx[i] + ny[i] * ny[i] + nz[i] * nz[i]);
            if (!(length > 1e-12f)) continue;
            nx[i] /= length;
            ny[i] /= length;
            nz[i] /= length;
        }
    }

    /** The length of its longest edge. */
    public float longestEdge() {
        float most = 0;
        for (int t = 0; t < triangles; t++) {
            for (int k = 0; k < 3; k++) {
                int a = of[3 * t + k];
                int b = of[3 * t + (k + 1) % 3];
                float dx = x[a] - x[b];
                float dy = y[a] - y[b];
                float dz = z[a] - z[b];
                most = Math.max(most, dx * dx + dy * dy + dz * dz);
            }
        }
        return (float) Math.sqrt(most);
    }

    /**
     * Works out normals from the triangles: each corner gets the mean of those around its place, weighted by their angle (Thürmer and
     * Wüthrich 1998). An edge stays an edge where its triangles have corners of their own.
     */
    public Shape smooth() {
        Arrays.fill(nx, 0, corners, 0);
        Arrays.fill(ny, 0, corners, 0);
        Arrays.fill(nz, 0, corners, 0);
        for (int t = 0; t < triangles; t++) {
            int a = of[3 * t];
            int b = of[3 * t + 1];
            int c = of[3 * t + 2];
            addNormal(a, b, c);
            addNormal(b, c, a);
            addNormal(c, a, b);
        }
        for (int i = 0; i < corners; i++) {
            double length = Math.sqrt((double) nx[i] * nx[i] + (double) ny[i] * ny[i] + (double) nz[i] * nz[i]);
            if (length < 1e-12) {
                nx[i] = 0;
                ny[i] = 1;
                nz[i] = 0;
                continue;
            }
            nx[i] /= (float) length;
            ny[i] /= (float) length;
            nz[i] /= (float) length;
        }
        return this;
    }

    private void addNormal(int a, int b, int c) {
        double ux = x[b] - x[a];
        double uy = y[b] - y[a];
        double uz = z[b] - z[a];
        double vx = x[c] - x[a];
        double vy = y[c] - y[a];
        double vz = z[c] - z[a];
        double kx = uy * vz - uz * vy;
        double ky = uz * vx - ux * vz;
        double kz = ux * vy - uy * vx;
        double area = Math.sqrt(kx * kx + ky * ky + kz * kz);
        if (!(area > 1e-20)) return;
        double angle = Math.atan2(area, ux * vx + uy * vy + uz * vz);
        nx[a] += (float) (kx / area * angle);
        ny[a] += (float) (ky / area * angle);
        nz[a] += (float) (kz / area * angle);
    }
}
