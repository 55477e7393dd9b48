package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Points;

/** Turning in three dimensions: what several steps share. */
public final class Turned {
    /** The vectors that turn with the points. */
    public static final Attribute[][] GROUPS = {
        {Attribute.X, Attribute.Y, Attribute.Z},
        {Attribute.VX, Attribute.VY, Attribute.VZ},
        {Attribute.HX, Attribute.HY, Attribute.HZ}
    };

    private Turned() {}

    /** The matrix, row by row, of a turn in the picture, then one about the upright axis, then one about the level axis; in turns. */
    public static double[] of(double turn, double spin, double tilt) {
        double c = Math.cos(2 * Math.PI * turn);
        double s = Math.sin(2 * Math.PI * turn);
        double cs = Math.cos(2 * Math.PI * spin);
        double ss = Math.sin(2 * Math.PI * spin);
        double ct = Math.cos(2 * Math.PI * tilt);
        double st = Math.sin(2 * Math.PI * tilt);
        double[] flat = {c, -s, 0, s, c, 0, 0, 0, 1};
        double[] upright = {cs, 0, ss, 0, 1, 0, -ss, 0, cs};
        double[] level = {1, 0, 0, 0, ct, -st, 0, st, ct};
        return times(level, times(upright, flat));
    }

    private static double[] times(double[] a, double[] b) {
        double[] out = new double[9];
        for (int i = 0; i < 3; i++) {
            for (int j = 0; j < 3; j++) for (int k = 0; k < 3; k++) out[3 * i + j] += a[3 * i + k] * b[3 * k + j];
        }
        return out;
    }

    /** Whether all points have the zero vector. */
    public static boolean still(Points points, Attribute[] group) {
        for (Attribute attribute : group) {
            if (points.column(attribute).length() != 1
                    || points.column(attribute).at(0) != 0) return false;
        }
        return true;
    }
}
