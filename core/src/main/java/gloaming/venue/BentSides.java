package gloaming.venue;

import java.awt.geom.Path2D;
import java.util.List;

/**
 * A surface whose sides are bent, as on a column or in an arch: a place of the square lies where a flat surface has it, and aside by what its four
 * sides are bent there, each the less the farther it is (Coons 1967, of parabolas through the middles of the sides).
 *
 * <p>The way back from pixels to the square is worked out once for every eighth pixel, and straight between these.
 */
final class BentSides {
    /** Pixels from one place that is worked out to the next. */
    private static final int CELL = 8;

    private static final int ROUNDS = 24;
    /** Beyond the square sides go on for so far. */
    private static final double BEYOND = 0.25;

    private final int columns;
    private final float[] u;
    private final float[] v;
    private final double[] weights;
    /** How far the middle of each side is aside, in pixels. */
    private final double[] dx = new double[4];

    private final double[] dy = new double[4];
    private final double[] at = new double[2];

    BentSides(Surface surface, Homography flat, int width, int height) {
        weights = Homography.weights(surface.corners(), width, height);
        for (int k = 0; k < 4; k++) {
            Place a = surface.corners().get(k);
            Place b = surface.corners().get((k + 1) % 4);
            Place middle = surface.sides().get(k);
            dx[k] = (middle.x() - (a.x() + b.x()) / 2) * width;
            dy[k] = (middle.y() - (a.y() + b.y()) / 2) * height;
        }
        columns = width / CELL + 2;
        int rows = height / CELL + 2;
        u = new float[columns * rows];
        v = new float[columns * rows];
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                back(flat, column * CELL, row * CELL);
                u[row * columns + column] = (float) at[0];
                v[row * columns + column] = (float) at[1];
            }
        }
    }

    /** The border: parabolas from corner to corner through the middles of the sides. */
    static Path2D border(Surface surface, int width, int height) {
        Path2D path = new Path2D.Double();
        List<Place> corners = surface.corners();
        path.moveTo(corners.getFirst().x() * width, corners.getFirst().y() * height);
        for (int k = 0; k < 4; k++) {
            Place a = corners.get(k);
            Place b = corners.get((k + 1) % 4);
            Place middle = surface.sides().get(k);
            path.quadTo(
                    (2 * middle.x() - (a.x() + b.x()) / 2) * width,
                    (2 * middle.y() - (a.y() + b.y()) / 2) * height,
                    b.x() * width,
                    b.y() * height);
        }
        path.closePath();
        return path;
    }

    /** Finds the place of the square that lies at a pixel, by going back what it lies aside, again and again. */
    private void back(Homography flat, double px, double py) {
        double x = px;
        double y = py;
        for (int round = 0; round < ROUNDS; round++) {
            double s = clamped(flat.u(x, y));
            double t = clamped(flat.v(x, y));
            double top = rise(s, weights[0], weights[1]) * (1 - t);
            double right = rise(t, weights[1], weights[2]) * s;
            double bottom = rise(s, weights[3], weights[2]) * t;
            double left = rise(t, weights[0], weights[3]) * (1 - s);
            double nextX = px - top * dx[0] - right * dx[1] - bottom * dx[2] - left * dx[3];
            double nextY = py - top * dy[0] - right * dy[1] - bottom * dy[2] - left * dy[3];
            // Half of the way, so that strongly bent sides do not swing.
            x += 0.5 * (nextX - x);
            y += 0.5 * (nextY - y);
        }
        at[0] = clamped(flat.u(x, y));
        at[1] = clamped(flat.v(x, y));
    }

    /** The parabola along a side at a part of the square, whose ends weigh so much in the flat surface. */
    private static double rise(double part, double from, double to) {
        double along = to * part / (from * (1 - part) + to * part);
        return 4 * along * (1 - along);
    }

    private static double clamped(double part) {
        return Double.isNaN(part) ? 0 : Math.clamp(part, -BEYOND, 1 + BEYOND);
    }

    /** Writes the places of the square at {@code many} pixels of a row, the first at a place. */
    void row(double px, double py, float[] toU, float[] toV, int many) {
        double line = py / CELL;
        int row = (int) line;
        float down = (float) (line - row);
        int above = row * columns;
        int below = above + columns;
        for (int i = 0; i < many; i++) {
            float x = (float) (px + i) / CELL;
            int column = (int) x;
            float part = x - column;
            int a = above + column;
            int b = below + column;
            float upperU = u[a] + (u[a + 1] - u[a]) * part;
            float lowerU = u[b] + (u[b + 1] - u[b]) * part;
            float upperV = v[a] + (v[a + 1] - v[a]) * part;
            float lowerV = v[b] + (v[b + 1] - v[b]) * part;
            toU[i] = Math.max(0, Math.min(1, upperU + (lowerU - upperU) * down));
            toV[i] = Math.max(0, Math.min(1, upperV + (lowerV - upperV) * down));
        }
    }
}
