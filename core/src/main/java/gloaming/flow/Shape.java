package gloaming.flow;

import java.util.Arrays;
import java.util.concurrent.atomic.AtomicLong;

/**
 * Triangles in space as columns: corners with place, normal, texture place, colour and any numbers by name, and three corners a triangle.
 *
 * <p>World units, y up, z towards who looks. A triangle is seen from the side on which its corners run anticlockwise. Normals have length 1
 * and point outward. Texture places run from 0 to 1, from the left and from below; a second set of them are the numbers {@value #SECOND_U} and
 * {@value #SECOND_V}. Whoever fills a shape ends by {@link #done}: from then on its {@link #stamp} tells it from every other content, so that
 * what was worked out of it can be kept for as long as the stamp stays.
 */
public final class Shape implements Flow {
    /** Triangles in one shape, at most. */
    public static final int MOST = 2_000_000;

    /** Numbers with names that its corners carry, at most. */
    public static final int NAMED = 16;

    /** The names of the second set of texture places. */
    public static final String SECOND_U = "u2";

    public static final String SECOND_V = "v2";

    private static final AtomicLong STAMPS = new AtomicLong();
    private static final float[] NONE = {};

    private float[] x = NONE;

    private float[] y = NONE;
    private float[] z = NONE;
    private float[] nx = NONE;
    private float[] ny = NONE;
    private float[] nz = NONE;
    private final CornerColumns carried = new CornerColumns();
    private int[] of = {};
    private int corners;
    private int triangles;
    private long stamp = STAMPS.incrementAndGet();
    private final float[] middle = new float[3];
    private float radius;

    /** Forgets what there is. */
    public Shape clear() {
        corners = 0;
        triangles = 0;
        carried.clear();
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
        u()[i] = (float) tu;
        v()[i] = (float) tv;
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
        carried.room(room);
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
        int more = other.corners;
        size(corners + more, triangles + other.triangles);
        float[][] from = {other.x, other.y, other.z, other.nx, other.ny, other.nz};
        float[][] to = {x, y, z, nx, ny, nz};
        for (int k = 0; k < to.length; k++) System.arraycopy(from[k], 0, to[k], first, more);
        carried.copy(other.carried, first, more);
        for (int i = 0; i < 3 * other.triangles; i++) of[3 * before + i] = other.of[i] + first;
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
        carried.copy(other.carried, 0, corners);
        System.arraycopy(other.of, 0, of, 0, 3 * triangles);
        return this;
    }

    /** From now on every corner has a colour, in linear light; white until it is written. */
    public Shape colours() {
        carried.colour();
        return this;
    }

    /** From now on corners carry all that those of another shape carry: colours, and numbers of the same names. */
    public Shape like(Shape other) {
        carried.like(other.carried);
        return this;
    }

    /** A corner carries what one of another shape does, its place and normal left aside. */
    public void carry(int to, Shape from, int i) {
        carried.mix(to, from.carried, i, i, 0);
    }

    /** A corner carries what is {@code part} of the way from one of another shape to another of its. */
    public void carry(int to, Shape from, int a, int b, double part) {
        carried.mix(to, from.carried, a, b, (float) part);
    }

    /** Corners {@code into[i]} carry the mean of all corners {@code i} of another shape that go into them; {@code count} says how many those are. */
    public void gather(Shape from, int[] into, int[] count) {
        carried.gather(from.carried, into, count, corners);
    }

    /** A number by name, of each corner; null where corners carry none of that name. */
    public float[] number(String name) {
        return carried.number(name);
    }

    /** A number by name, of each corner, to be written; 0 where there was none. */
    public float[] give(String name) {
        return carried.give(name);
    }

    /** How many numbers with names corners carry. */
    public int numbers() {
        return carried.named();
    }

    /** The name of one of them. */
    public String numberName(int i) {
        return carried.name(i);
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
        return carried.coloured();
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
        return carried.at(CornerColumns.U);
    }

    public float[] v() {
        return carried.at(CornerColumns.V);
    }

    public float[] red() {
        return carried.at(CornerColumns.RED);
    }

    public float[] green() {
        return carried.at(CornerColumns.GREEN);
    }

    public float[] blue() {
        return carried.at(CornerColumns.BLUE);
    }

    /** Three numbers of corners a triangle. */
    public int[] of() {
        return of;
    }

    /** Takes over another shape, each triangle divided into {@code parts} times {@code parts}. */
    public Shape divide(Shape in, int parts) {
        clear();
        size(Division.corners(parts) * in.triangles, parts * parts * in.triangles);
        like(in);
        new Division(in, this, parts).fill();
        return upright();
    }

    /** A corner carries what lies between three of another shape: of the second and third so much, of the first the rest. */
    void carry(int to, Shape from, int a, int b, int c, float second, float third) {
        carried.mix(to, from.carried, a, b, c, second, third);
    }

    /** Brings normals to the length 1. */
    public Shape upright() {
        Normals.upright(this);
        return this;
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
     * Works out normals from the triangles: the mean of those around each corner's place. An edge stays an edge where its triangles have corners
     * of their own.
     */
    public Shape smooth() {
        Normals.smooth(this);
        return this;
    }
}
