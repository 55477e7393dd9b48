package gloaming.shape;

import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.step.Frame;

/**
 * A step that moves every place of a shape by a rule. Normals go along: two small steps across the surface are moved by the same rule, and
 * the normal is the cross product of where they come to.
 */
public interface Bending extends Changed {
    /** World units: small against what is seen, large against the rounding of floats. */
    float STEP = 1e-3f;

    /** Where a place goes. */
    @FunctionalInterface
    interface Rule {
        /** Puts a place of three numbers where it goes; {@code corner} is the corner it belongs to. */
        void move(float[] place, int corner);
    }

    /** The rule for this frame. */
    Rule rule(Shape in, Frame frame);

    /** As rough as a surface may be that is wound by so many turns a unit, so that no edge is seen in its outline. */
    static float wound(double turns) {
        return (float) (0.04 / Math.max(1e-6, Math.abs(turns)));
    }

    @Override
    default void change(Shape in, Shape out, Frame frame) {
        out.shareTriangles(in);
        Rule rule = rule(in, frame);
        frame.crew().each(in.corners(), Points.GRAIN, (from, to) -> {
            float[] p = new float[3];
            float[] a = new float[3];
            float[] b = new float[3];
            for (int i = from; i < to; i++) move(in, out, rule, i, p, a, b);
        });
    }

    private static void move(Shape in, Shape out, Rule rule, int i, float[] p, float[] a, float[] b) {
        float nx = in.nx()[i];
        float ny = in.ny()[i];
        float nz = in.nz()[i];
        // Two directions across the surface (Duff and others 2017, "Building an orthonormal basis, revisited").
        float sign = Math.copySign(1f, nz);
        float k = -1 / (sign + nz);
        float l = nx * ny * k;
        place(in, i, p, 0, 0, 0);
        place(in, i, a, STEP * (1 + sign * nx * nx * k), STEP * sign * l, STEP * -sign * nx);
        place(in, i, b, STEP * l, STEP * (sign + ny * ny * k), STEP * -ny);
        rule.move(p, i);
        rule.move(a, i);
        rule.move(b, i);
        out.x()[i] = p[0];
        out.y()[i] = p[1];
        out.z()[i] = p[2];
        double ux = a[0] - p[0];
        double uy = a[1] - p[1];
        double uz = a[2] - p[2];
        double vx = b[0] - p[0];
        double vy = b[1] - p[1];
        double vz = b[2] - p[2];
        double x = uy * vz - uz * vy;
        double y = uz * vx - ux * vz;
        double z = ux * vy - uy * vx;
        double length = Math.sqrt(x * x + y * y + z * z);
        boolean flat = !(length > 1e-12);
        out.nx()[i] = flat ? nx : (float) (x / length);
        out.ny()[i] = flat ? ny : (float) (y / length);
        out.nz()[i] = flat ? nz : (float) (z / length);
    }

    private static void place(Shape in, int i, float[] at, float dx, float dy, float dz) {
        at[0] = in.x()[i] + dx;
        at[1] = in.y()[i] + dy;
        at[2] = in.z()[i] + dz;
    }
}
