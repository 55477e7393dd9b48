package gloaming.shape.make;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Made;
import gloaming.step.Choice;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.HashMap;
import java.util.Map;

/** A ball, of rings as a globe has them or of triangles that are nearly alike (an icosahedron whose faces are divided). */
@Id("ball")
@StepInfo(
        name = "Ball",
        does = "Makes a ball, of rings like a globe or of even triangles.",
        find = "shape sphere globe planet round solid 3d mesh icosphere uv sphere",
        notice = "Two ways to lay its triangles: rings like a globe, or all of one size.",
        example = "* > wires")
public record Ball(
        @Id("radius") @Range(min = 0.001, max = 20, initial = 0.6, unit = "units", byRatio = true, says = "Its radius.")
        double radius,

        @Id(value = "detail", label = "Detail")
        @Range(min = 1, max = 64, initial = 12, says = "Parts from top to bottom, or along an edge: more is rounder.")
        int detail,

        @Id("parts") @Choice(initial = "rings", says = "Rings, which a picture can be laid round, or even triangles.")
        Parts parts)
        implements Made {

    /** What a ball is put together of. */
    public enum Parts {
        @Id("rings")
        RINGS,
        @Id("even")
        EVEN
    }

    @Override
    public void make(Shape out) {
        if (parts == Parts.RINGS) rings(out);
        else even(out);
    }

    private void rings(Shape out) {
        int n = 2 * detail + 1;
        double[] r = new double[n];
        double[] y = new double[n];
        double[] mr = new double[n];
        double[] my = new double[n];
        for (int j = 0; j < n; j++) {
            double angle = Math.PI * j / (n - 1);
            mr[j] = j == 0 || j == n - 1 ? 0 : Math.sin(angle);
            my[j] = -Math.cos(angle);
            r[j] = radius * mr[j];
            y[j] = radius * my[j];
        }
        Rounds.turn(out, r, y, mr, my, n, Math.max(3, 4 * detail));
    }

    private static final double GOLDEN = (1 + Math.sqrt(5)) / 2;
    private static final double[][] TWELVE = {
        {-1, GOLDEN, 0}, {1, GOLDEN, 0}, {-1, -GOLDEN, 0}, {1, -GOLDEN, 0}, {0, -1, GOLDEN}, {0, 1, GOLDEN},
        {0, -1, -GOLDEN}, {0, 1, -GOLDEN}, {GOLDEN, 0, -1}, {GOLDEN, 0, 1}, {-GOLDEN, 0, -1}, {-GOLDEN, 0, 1}
    };
    private static final int[][] TWENTY = {
        {0, 11, 5},
        {0, 5, 1},
        {0, 1, 7},
        {0, 7, 10},
        {0, 10, 11},
        {1, 5, 9},
        {5, 11, 4},
        {11, 10, 2},
        {10, 7, 6},
        {7, 1, 8},
        {3, 9, 4},
        {3, 4, 2},
        {3, 2, 6},
        {3, 6, 8},
        {3, 8, 9},
        {4, 9, 5},
        {2, 4, 11},
        {6, 2, 10},
        {8, 6, 7},
        {9, 8, 1}
    };

    private void even(Shape out) {
        Map<Long, Integer> known = new HashMap<>();
        for (int[] face : TWENTY) {
            double[] a = TWELVE[face[0]];
            double[] b = TWELVE[face[1]];
            double[] c = TWELVE[face[2]];
            for (int i = 0; i < detail; i++) {
                for (int j = 0; j < detail - i; j++) {
                    int p = corner(out, known, a, b, c, i, j);
                    int q = corner(out, known, a, b, c, i + 1, j);
                    int s = corner(out, known, a, b, c, i, j + 1);
                    out.triangle(p, q, s);
                    if (j < detail - i - 1) out.triangle(q, corner(out, known, a, b, c, i + 1, j + 1), s);
                }
            }
        }
    }

    private int corner(Shape out, Map<Long, Integer> known, double[] a, double[] b, double[] c, int i, int j) {
        double[] p = new double[3];
        for (int k = 0; k < 3; k++) p[k] = a[k] + (b[k] - a[k]) * i / detail + (c[k] - a[k]) * j / detail;
        double length = Math.sqrt(p[0] * p[0] + p[1] * p[1] + p[2] * p[2]);
        double x = p[0] / length;
        double y = p[1] / length;
        double z = p[2] / length;
        long key = (Math.round((x + 2) * 300_000) << 42)
                | (Math.round((y + 2) * 300_000) << 21)
                | Math.round((z + 2) * 300_000);
        Integer had = known.get(key);
        if (had != null) return had;
        double u = 0.5 + Math.atan2(x, z) / (2 * Math.PI);
        int made = out.corner(radius * x, radius * y, radius * z, x, y, z, u, 0.5 + Math.asin(y) / Math.PI);
        known.put(key, made);
        return made;
    }
}
