package gloaming.shape.make;

import gloaming.flow.Shape;

/** Outlines carried round the upright axis: what balls, rings, cones and turned profiles are made of. */
final class Rounds {
    private Rounds() {}

    /** The angle of one of {@code n} parts of a turn, in radians: where the turn is full it is that of its beginning, to the last bit. */
    static double angle(int i, int n) {
        return 2 * Math.PI * (i % n) / n;
    }

    /**
     * Turns an outline round the upright axis. It runs from below to above on the right of the axis; where two of its places are the same
     * with two normals there is an edge.
     *
     * @param r how far from the axis, {@code y} how high, {@code mr} and {@code my} the normal's parts, each {@code n} long
     * @param round parts round the axis, 3 at least
     */
    static void turn(Shape out, double[] r, double[] y, double[] mr, double[] my, int n, int round) {
        int first = out.corners();
        for (int j = 0; j < n; j++) {
            for (int i = 0; i <= round; i++) {
                double angle = angle(i, round);
                double sin = Math.sin(angle);
                double cos = Math.cos(angle);
                out.corner(
                        r[j] * sin,
                        y[j],
                        r[j] * cos,
                        mr[j] * sin,
                        my[j],
                        mr[j] * cos,
                        (double) i / round,
                        (double) j / (n - 1));
            }
        }
        int row = round + 1;
        for (int j = 0; j + 1 < n; j++) {
            if (r[j] == r[j + 1] && y[j] == y[j + 1]) continue;
            for (int i = 0; i < round; i++) {
                int a = first + j * row + i;
                // At the axis one side of the square has no length.
                if (r[j] > 0) out.triangle(a, a + 1, a + row + 1);
                if (r[j + 1] > 0) out.triangle(a, a + row + 1, a + row);
            }
        }
    }
}
