package gloaming.shape.skin;

import gloaming.flow.Shape;
import java.util.Arrays;

/**
 * The surface where a field crosses its level: one corner in each cell of the lattice that it passes through, at the mean of the places
 * where it crosses the cell's edges, and a square round each edge that it crosses (Gibson 1998, "Constrained elastic surface nets").
 */
final class Nets {
    private int[] corner = {};

    void draw(Field f, Shape out) {
        int n = f.across * f.up * f.deep;
        if (corner.length < n) corner = new int[n + n / 4];
        Arrays.fill(corner, 0, n, -1);
        out.colours();
        for (int k = 0; k + 1 < f.deep; k++)
            for (int j = 0; j + 1 < f.up; j++) for (int i = 0; i + 1 < f.across; i++) cell(f, i, j, k, out);
        int row = f.across;
        int layer = f.across * f.up;
        for (int k = 1; k + 1 < f.deep; k++)
            for (int j = 1; j + 1 < f.up; j++)
                for (int i = 1; i + 1 < f.across; i++) {
                    int at = (k * f.up + j) * f.across + i;
                    boolean in = f.sum[at] > f.level;
                    square(f, out, at, 1, row, layer, in);
                    square(f, out, at, row, layer, 1, in);
                    square(f, out, at, layer, 1, row, in);
                }
    }

    /** The square round the edge from a number along {@code way}, between the four cells at it. */
    private void square(Field f, Shape out, int at, int way, int one, int other, boolean in) {
        if (f.sum[at + way] > f.level == in) return;
        int a = corner[at - one - other];
        int b = corner[at - other];
        int c = corner[at];
        int d = corner[at - one];
        if (a < 0 || b < 0 || c < 0 || d < 0) return;
        if (in) out.square(a, b, c, d);
        else out.square(a, d, c, b);
    }

    private void cell(Field f, int i, int j, int k, Shape out) {
        int row = f.across;
        int layer = f.across * f.up;
        int at = k * layer + j * row + i;
        int which = 0;
        for (int c = 0; c < 8; c++)
            if (f.sum[at + (c & 1) + (c >> 1 & 1) * row + (c >> 2) * layer] > f.level) which |= 1 << c;
        if (which == 0 || which == 255) return;
        double x = 0;
        double y = 0;
        double z = 0;
        int n = 0;
        for (int a = 0; a < 8; a++) {
            for (int bit = 1; bit < 8; bit <<= 1) {
                int b = a | bit;
                if (b == a || (which >> a & 1) == (which >> b & 1)) continue;
                float from = value(f, at, a, row, layer);
                double part = (f.level - from) / (value(f, at, b, row, layer) - from);
                x += (a & 1) + (bit == 1 ? part : 0);
                y += (a >> 1 & 1) + (bit == 2 ? part : 0);
                z += (a >> 2) + (bit == 4 ? part : 0);
                n++;
            }
        }
        x /= n;
        y /= n;
        z /= n;
        double dx = slope(f, at, 1, row, layer, y, z);
        double dy = slope(f, at, row, layer, 1, z, x);
        double dz = slope(f, at, layer, 1, row, x, y);
        double length = Math.max(1e-12, Math.sqrt(dx * dx + dy * dy + dz * dz));
        int c = out.corner(
                f.left + (i + x) * f.cell,
                f.below + (j + y) * f.cell,
                f.behind + (k + z) * f.cell,
                -dx / length,
                -dy / length,
                -dz / length,
                (i + x) / f.across,
                (j + y) / f.up);
        corner[at] = c;
        int near = at + (x > 0.5 ? 1 : 0) + (y > 0.5 ? row : 0) + (z > 0.5 ? layer : 0);
        float over = 1 / Math.max(1e-6f, f.sum[near]);
        out.red()[c] = f.red[near] * over;
        out.green()[c] = f.green[near] * over;
        out.blue()[c] = f.blue[near] * over;
    }

    private static float value(Field f, int at, int c, int row, int layer) {
        return f.sum[at + (c & 1) + (c >> 1 & 1) * row + (c >> 2) * layer];
    }

    /** How the field grows along one way of a cell, at parts {@code u} and {@code v} along the two others. */
    private static double slope(Field f, int at, int way, int one, int other, double u, double v) {
        double a = f.sum[at + way] - f.sum[at];
        double b = f.sum[at + way + one] - f.sum[at + one];
        double c = f.sum[at + way + other] - f.sum[at + other];
        double d = f.sum[at + way + one + other] - f.sum[at + one + other];
        return (a * (1 - u) + b * u) * (1 - v) + (c * (1 - u) + d * u) * v;
    }
}
