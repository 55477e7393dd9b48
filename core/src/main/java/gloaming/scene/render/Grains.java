package gloaming.scene.render;

import gloaming.flow.Shape;
import gloaming.shape.change.Places;

/**
 * What is known of a shape by pieces of {@value Batch#GRAIN} triangles, so that those outside the picture, and those that all face away, cost
 * nothing: a ball around each piece, and a cone that holds the normals of its triangles.
 *
 * <p>It is worked out once a shape has stayed as it is for a frame.
 */
final class Grains {
    /** Middle and radius of the ball, axis of the cone, cosine and sine of its half angle; a sine above 1 says that there is none. */
    private static final int FLOATS = 9;

    private static final float NO_CONE = 2;

    private long stamp = -1;
    private boolean known;
    private float[] of = {};
    private int[] lowest = {};
    private int[] highest = {};

    /** Takes a shape; whether its pieces are known. */
    boolean take(Shape shape) {
        if (shape.stamp() != stamp) {
            stamp = shape.stamp();
            known = false;
            return false;
        }
        if (!known) measure(shape);
        known = true;
        return true;
    }

    private void measure(Shape shape) {
        int n = (shape.triangles() + Batch.GRAIN - 1) / Batch.GRAIN;
        if (lowest.length < n) {
            of = new float[n * FLOATS];
            lowest = new int[n];
            highest = new int[n];
        }
        for (int g = 0; g < n; g++) {
            int from = g * Batch.GRAIN;
            int to = Math.min(shape.triangles(), from + Batch.GRAIN);
            ball(shape, g, from, to);
            cone(shape, g, from, to);
        }
    }

    private void ball(Shape shape, int g, int from, int to) {
        float[][] places = {shape.x(), shape.y(), shape.z()};
        int low = Integer.MAX_VALUE;
        int high = 0;
        for (int i = 3 * from; i < 3 * to; i++) {
            low = Math.min(low, shape.of()[i]);
            high = Math.max(high, shape.of()[i] + 1);
        }
        lowest[g] = low;
        highest[g] = high;
        for (int a = 0; a < 3; a++) {
            float least = Float.MAX_VALUE;
            float most = -Float.MAX_VALUE;
            for (int i = 3 * from; i < 3 * to; i++) {
                float at = places[a][shape.of()[i]];
                least = Math.min(least, at);
                most = Math.max(most, at);
            }
            of[g * FLOATS + a] = (least + most) / 2;
        }
        float far = 0;
        for (int i = 3 * from; i < 3 * to; i++) {
            int c = shape.of()[i];
            float square = 0;
            for (int a = 0; a < 3; a++) {
                float d = places[a][c] - of[g * FLOATS + a];
                square += d * d;
            }
            far = Math.max(far, square);
        }
        // A hair more, for what rounding takes.
        of[g * FLOATS + 3] = (float) Math.sqrt(far) * 1.0001f;
    }

    private void cone(Shape shape, int g, int from, int to) {
        double[] axis = new double[3];
        double[] normal = new double[3];
        for (int t = from; t < to; t++) if (normal(shape, t, normal)) for (int a = 0; a < 3; a++) axis[a] += normal[a];
        double length = Math.sqrt(axis[0] * axis[0] + axis[1] * axis[1] + axis[2] * axis[2]);
        double least = length > 1e-6 ? 1 : -1;
        for (int t = from; t < to && least > 0; t++) {
            if (!normal(shape, t, normal)) continue;
            least = Math.min(least, (normal[0] * axis[0] + normal[1] * axis[1] + normal[2] * axis[2]) / length - 1e-4);
        }
        for (int a = 0; a < 3; a++) of[g * FLOATS + 4 + a] = (float) (axis[a] / Math.max(1e-6, length));
        of[g * FLOATS + 7] = (float) least;
        of[g * FLOATS + 8] = least > 0 ? (float) Math.sqrt(1 - least * least) : NO_CONE;
    }

    /** The normal of a triangle, by its corners alone; false where it has none, and so is never seen. */
    private static boolean normal(Shape shape, int t, double[] to) {
        double length = Places.cross(shape, t, to);
        if (!(length > 0)) return false;
        for (int a = 0; a < 3; a++) to[a] /= length;
        return true;
    }

    /** The first corner that a piece has, and one more than the last. */
    int lowest(int g) {
        return lowest[g];
    }

    int highest(int g) {
        return highest[g];
    }

    /** The ball around a piece: its middle, and at 3 its radius. */
    float ball(int g, int a) {
        return of[g * FLOATS + a];
    }

    /**
     * Whether all of a piece faces away from a place in the shape's own space, or where {@code parallel}, from whoever looks along a way.
     *
     * @param to the place, or the way
     */
    boolean away(int g, float[] to, boolean parallel) {
        int o = g * FLOATS;
        if (of[o + 8] == NO_CONE) return false;
        float x = parallel ? to[0] : of[o] - to[0];
        float y = parallel ? to[1] : of[o + 1] - to[1];
        float z = parallel ? to[2] : of[o + 2] - to[2];
        float square = x * x + y * y + z * z;
        float along = x * of[o + 4] + y * of[o + 5] + z * of[o + 6];
        float aside = (float) Math.sqrt(Math.max(0, square - along * along));
        // The least that a way to any of it goes along any of its normals.
        float least = along * of[o + 7] - aside * of[o + 8];
        return least > (parallel ? 0 : of[o + 3]) + 1e-4f * (float) Math.sqrt(square);
    }
}
