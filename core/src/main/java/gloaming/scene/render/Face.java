package gloaming.scene.render;

import gloaming.flow.Shape;
import gloaming.scene.Matrix;
import gloaming.scene.Matter;
import gloaming.scene.Thing;

/**
 * One triangle made ready to be asked for what lies under a place of the picture.
 *
 * <p>The weights of its corners there come from the inverse of the matrix of its corners in the view (Olano and Greer 1997), which holds also
 * where a corner lies behind the eye.
 */
final class Face {
    private int thing = -1;
    private int copy = -1;
    private int triangle = -1;
    Thing of;
    Matter material;
    final float[] colour = {1, 1, 1};
    private final float[] world = new float[Matrix.SIZE];
    private final float[] normal = new float[9];
    /** Three corners of three numbers: places and normals in the world. */
    final double[] p = new double[9];

    private final double[] n = new double[9];
    private final double[] u = new double[3];
    private final double[] v = new double[3];
    /** The second set of texture places, where the shape has one. */
    private final double[] u2 = new double[3];

    private final double[] v2 = new double[3];
    private boolean second;
    private final double[] c = new double[9];
    /** Three weights by across, up and one. */
    private final double[] q = new double[9];

    /** The normal of the triangle itself. */
    final double[] flat = new double[3];

    private boolean coloured;
    private boolean mirrored;
    private double weight0;
    private double weight1;
    private double weight2;
    private double whole;

    void forget() {
        thing = -1;
        of = null;
        material = null;
    }

    /** Makes ready triangle {@code t} of a copy of thing number {@code number}. */
    void take(Thing now, int number, int copy, int t, View view) {
        if (number == thing && copy == this.copy && t == triangle) return;
        if (number != thing || copy != this.copy) {
            of = now;
            material = now.material;
            Matrix.times(now.move, 0, now.copiesAt(), copy * Thing.FLOATS, world, 0);
            for (int k = 0; k < 3; k++) colour[k] = now.copiesAt()[copy * Thing.FLOATS + Matrix.SIZE + k];
            mirrored = Setup.mirrored(world);
            cofactors(world, normal, mirrored ? -1 : 1);
        }
        thing = number;
        this.copy = copy;
        triangle = t;
        graded = NEITHER;
        Shape shape = now.shape;
        coloured = shape.coloured();
        float[] across = shape.numbers() == 0 ? null : shape.number(Shape.SECOND_U);
        float[] up = across == null ? null : shape.number(Shape.SECOND_V);
        second = up != null;
        for (int k = 0; k < 3; k++) {
            int i = shape.of()[3 * t + k];
            float x = shape.x()[i];
            float y = shape.y()[i];
            float z = shape.z()[i];
            for (int r = 0; r < 3; r++)
                p[3 * k + r] = world[4 * r] * x + world[4 * r + 1] * y + world[4 * r + 2] * z + world[4 * r + 3];
            x = shape.nx()[i];
            y = shape.ny()[i];
            z = shape.nz()[i];
            for (int r = 0; r < 3; r++)
                n[3 * k + r] = normal[3 * r] * x + normal[3 * r + 1] * y + normal[3 * r + 2] * z;
            u[k] = shape.u()[i];
            v[k] = shape.v()[i];
            if (second) {
                u2[k] = across[i];
                v2[k] = up[i];
            }
            if (!coloured) continue;
            c[3 * k] = shape.red()[i];
            c[3 * k + 1] = shape.green()[i];
            c[3 * k + 2] = shape.blue()[i];
        }
        weights(view);
        for (int r = 0; r < 3; r++) flat[r] = cross(r);
        double length = Math.sqrt(flat[0] * flat[0] + flat[1] * flat[1] + flat[2] * flat[2]);
        double sign = mirrored ? -1 : 1;
        for (int r = 0; r < 3; r++) flat[r] *= length > 0 ? sign / length : 0;
    }

    private double cross(int r) {
        int a = (r + 1) % 3;
        int b = (r + 2) % 3;
        return (p[3 + a] - p[a]) * (p[6 + b] - p[b]) - (p[3 + b] - p[b]) * (p[6 + a] - p[a]);
    }

    /** Cofactors turn normals under any move (they are the inverse transpose times the determinant). */
    private static void cofactors(float[] m, float[] to, float sign) {
        to[0] = sign * (m[5] * m[10] - m[6] * m[9]);
        to[1] = sign * (m[6] * m[8] - m[4] * m[10]);
        to[2] = sign * (m[4] * m[9] - m[5] * m[8]);
        to[3] = sign * (m[2] * m[9] - m[1] * m[10]);
        to[4] = sign * (m[0] * m[10] - m[2] * m[8]);
        to[5] = sign * (m[1] * m[8] - m[0] * m[9]);
        to[6] = sign * (m[1] * m[6] - m[2] * m[5]);
        to[7] = sign * (m[2] * m[4] - m[0] * m[6]);
        to[8] = sign * (m[0] * m[5] - m[1] * m[4]);
    }

    private void weights(View view) {
        float[] m = view.m;
        for (int k = 0; k < 3; k++) {
            double x = p[3 * k];
            double y = p[3 * k + 1];
            double z = p[3 * k + 2];
            inView[k] = m[0] * x + m[1] * y + m[2] * z + m[3];
            inView[3 + k] = m[4] * x + m[5] * y + m[6] * z + m[7];
            inView[6 + k] = view.parallel ? 1 : m[8] * x + m[9] * y + m[10] * z + m[11];
        }
        for (int k = 0; k < 3; k++) {
            int i = k == 2 ? 0 : k + 1;
            int j = k == 0 ? 2 : k - 1;
            q[3 * k] = inView[3 + i] * inView[6 + j] - inView[3 + j] * inView[6 + i];
            q[3 * k + 1] = inView[j] * inView[6 + i] - inView[i] * inView[6 + j];
            q[3 * k + 2] = inView[i] * inView[3 + j] - inView[j] * inView[3 + i];
        }
    }

    /** Across, up and depth of the corners in the view. */
    private final double[] inView = new double[9];

    /** Asks for what lies under a place of the picture, in pixels; returns the sum by which weights were divided. */
    void at(double x, double y) {
        weight0 = q[0] * x + q[1] * y + q[2];
        weight1 = q[3] * x + q[4] * y + q[5];
        weight2 = q[6] * x + q[7] * y + q[8];
        whole = weight0 + weight1 + weight2;
        double over = 1 / whole;
        weight0 *= over;
        weight1 *= over;
        weight2 *= over;
    }

    /** The normal there, of any length. */
    double normal(int r) {
        return weight0 * n[r] + weight1 * n[3 + r] + weight2 * n[6 + r];
    }

    /** The place there as the thing itself has it, before it is laid anywhere. */
    double local(int axis) {
        Shape shape = of.shape;
        float[] at = axis == 0 ? shape.x() : axis == 1 ? shape.y() : shape.z();
        int[] corners = shape.of();
        return weight0 * at[corners[3 * triangle]]
                + weight1 * at[corners[3 * triangle + 1]]
                + weight2 * at[corners[3 * triangle + 2]];
    }

    /** Room for three numbers of whoever asks. */
    final double[] scratch = new double[3];

    double u() {
        return weight0 * u[0] + weight1 * u[1] + weight2 * u[2];
    }

    double v() {
        return weight0 * v[0] + weight1 * v[1] + weight2 * v[2];
    }

    /** Whether its corners have a second set of texture places. */
    boolean second() {
        return second;
    }

    double u2() {
        return weight0 * u2[0] + weight1 * u2[1] + weight2 * u2[2];
    }

    double v2() {
        return weight0 * v2[0] + weight1 * v2[1] + weight2 * v2[2];
    }

    /**
     * How much the texture place changes from this pixel to the next, across or up: the larger of {@code u} times width and so on; of the second
     * set where that is asked for and there.
     */
    double stretch(boolean other, int width, int height) {
        double[] u = other && second ? u2 : this.u;
        double[] v = other && second ? v2 : this.v;
        double ownU = other && second ? u2() : u();
        double ownV = other && second ? v2() : v();
        double du = 0;
        double dv = 0;
        double most = 0;
        for (int d = 0; d < 2; d++) {
            double all = q[d] + q[3 + d] + q[6 + d];
            du = (q[d] * u[0] + q[3 + d] * u[1] + q[6 + d] * u[2] - ownU * all) / whole * width;
            dv = (q[d] * v[0] + q[3 + d] * v[1] + q[6 + d] * v[2] - ownV * all) / whole * height;
            most = Math.max(most, du * du + dv * dv);
        }
        return Math.sqrt(most);
    }

    /**
     * Writes how the texture place changes with the world's, across and up, along the face; returns how many units of the world a whole
     * picture is high, or 0 where the face has no texture; of the second set where that is asked for and there.
     */
    double gradients(boolean other, double[] across, double[] up) {
        int set = other && second ? 2 : 1;
        if (graded != set) unit = set == 2 ? grade(u2, v2) : grade(u, v);
        graded = set;
        System.arraycopy(gradients, 0, across, 0, 3);
        System.arraycopy(gradients, 3, up, 0, 3);
        return unit;
    }

    private final double[] gradients = new double[6];
    private static final int NEITHER = 0;
    /** Of which set of texture places the gradients are. */
    private int graded;

    private double unit;

    private double grade(double[] u, double[] v) {
        double ax = p[3] - p[0];
        double ay = p[4] - p[1];
        double az = p[5] - p[2];
        double bx = p[6] - p[0];
        double by = p[7] - p[1];
        double bz = p[8] - p[2];
        double aa = ax * ax + ay * ay + az * az;
        double bb = bx * bx + by * by + bz * bz;
        double ab = ax * bx + ay * by + az * bz;
        double det = aa * bb - ab * ab;
        if (!(det > 1e-24)) return 0;
        double ua = u[1] - u[0];
        double ub = u[2] - u[0];
        double va = v[1] - v[0];
        double vb = v[2] - v[0];
        double cu = (ua * bb - ub * ab) / det;
        double du = (ub * aa - ua * ab) / det;
        double cv = (va * bb - vb * ab) / det;
        double dv = (vb * aa - va * ab) / det;
        gradients[0] = cu * ax + du * bx;
        gradients[1] = cu * ay + du * by;
        gradients[2] = cu * az + du * bz;
        gradients[3] = cv * ax + dv * bx;
        gradients[4] = cv * ay + dv * by;
        gradients[5] = cv * az + dv * bz;
        double length =
                Math.sqrt(gradients[3] * gradients[3] + gradients[4] * gradients[4] + gradients[5] * gradients[5]);
        return length > 1e-9 ? 1 / length : 0;
    }

    private final float[] coefficients = new float[24];

    /**
     * Writes the weights of the corners at a place of the picture, what they grow by with each {@code step} across, and the corners' texture places,
     * across then up: twelve numbers.
     */
    void texture(float[] to, double x, double y, double step) {
        for (int k = 0; k < 3; k++) {
            to[k] = (float) (q[3 * k] * x + q[3 * k + 1] * y + q[3 * k + 2]);
            to[3 + k] = (float) (q[3 * k] * step);
            to[6 + k] = (float) u[k];
            to[9 + k] = (float) v[k];
        }
    }

    /** Whether a height picture stands in it. */
    boolean carved() {
        return material.heightMap != null;
    }

    /** Whether its corners have colours. */
    boolean coloured() {
        return coloured;
    }

    /** Writes places and normals of a row of {@code n} fragments that begins at a place of the picture and goes on by {@code step}. */
    void row(Fragments f, int i, int n, double x, double y, double step) {
        for (int k = 0; k < 3; k++) {
            coefficients[k] = (float) (q[3 * k] * x + q[3 * k + 1] * y + q[3 * k + 2]);
            coefficients[3 + k] = (float) (q[3 * k] * step);
        }
        for (int k = 0; k < 9; k++) {
            coefficients[6 + k] = (float) p[k];
            coefficients[15 + k] = (float) this.n[k];
        }
        FaceKernels.row(f, i, n, coefficients);
        java.util.Arrays.fill(f.fx, i, i + n, (float) flat[0]);
        java.util.Arrays.fill(f.fy, i, i + n, (float) flat[1]);
        java.util.Arrays.fill(f.fz, i, i + n, (float) flat[2]);
        java.util.Arrays.fill(f.red, i, i + n, material.red * colour[0]);
        java.util.Arrays.fill(f.green, i, i + n, material.green * colour[1]);
        java.util.Arrays.fill(f.blue, i, i + n, material.blue * colour[2]);
    }

    /** Whether each place has to be asked for by itself: where the corners have colours, or pictures lie on it. */
    boolean uneven() {
        Matter m = material;
        return coloured || m.mapped();
    }

    /** Writes place, normal and base colour into the fragments; normals have any length and may look away from the eye. */
    void write(Fragments f, int i) {
        f.x[i] = (float) (weight0 * p[0] + weight1 * p[3] + weight2 * p[6]);
        f.y[i] = (float) (weight0 * p[1] + weight1 * p[4] + weight2 * p[7]);
        f.z[i] = (float) (weight0 * p[2] + weight1 * p[5] + weight2 * p[8]);
        f.nx[i] = (float) (weight0 * n[0] + weight1 * n[3] + weight2 * n[6]);
        f.ny[i] = (float) (weight0 * n[1] + weight1 * n[4] + weight2 * n[7]);
        f.nz[i] = (float) (weight0 * n[2] + weight1 * n[5] + weight2 * n[8]);
        f.fx[i] = (float) flat[0];
        f.fy[i] = (float) flat[1];
        f.fz[i] = (float) flat[2];
        f.red[i] = material.red * colour[0];
        f.green[i] = material.green * colour[1];
        f.blue[i] = material.blue * colour[2];
        if (!coloured) return;
        f.red[i] *= (float) (weight0 * c[0] + weight1 * c[3] + weight2 * c[6]);
        f.green[i] *= (float) (weight0 * c[1] + weight1 * c[4] + weight2 * c[7]);
        f.blue[i] *= (float) (weight0 * c[2] + weight1 * c[5] + weight2 * c[8]);
    }
}
