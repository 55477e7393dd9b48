package gloaming.shape.make;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Made;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A box, its edges rounded if wanted: each face is a grid whose outer part lies on a ball about the corner of the box within. */
@Id("block")
@StepInfo(
        name = "Block",
        does = "Makes a box, its edges sharp or rounded.",
        find = "shape box cube cuboid brick beam solid 3d mesh rounded",
        notice = "Rounding softens the edges without making the block smaller.",
        example = "* rounding=0.35 detail=8")
public record Block(
        @Id("width")
        @Range(min = 0.001, max = 40, initial = 0.9, unit = "units", byRatio = true, says = "From left to right.")
        double width,

        @Id("height")
        @Range(min = 0.001, max = 40, initial = 0.9, unit = "units", byRatio = true, says = "From bottom to top.")
        double height,

        @Id("depth")
        @Range(min = 0.001, max = 40, initial = 0.9, unit = "units", byRatio = true, says = "From back to front.")
        double depth,

        @Id("rounding") @Range(min = 0, max = 1, initial = 0, says = "How round its edges are: 1 leaves nothing flat.")
        double rounding,

        @Id("detail") @Range(min = 1, max = 40, initial = 1, says = "Parts along each edge; bending wants some.")
        int detail)
        implements Made {

    private static final int ROUND = 4;

    @Override
    public void make(Shape out) {
        double[] half = {width / 2, height / 2, depth / 2};
        double r = rounding * Math.min(half[0], Math.min(half[1], half[2]));
        for (int axis = 0; axis < 3; axis++) {
            face(out, half, r, axis, 1);
            face(out, half, r, axis, -1);
        }
    }

    /** One face: {@code right} and {@code up} as whoever stands before it sees them. */
    private void face(Shape out, double[] half, double r, int axis, int side) {
        int up = axis == 1 ? 2 : 1;
        int right = 3 - axis - up;
        double[] across = marks(half[right], r);
        double[] upward = marks(half[up], r);
        int row = across.length;
        int first = out.corners();
        double turnRight = side * (axis == 0 ? -1 : 1);
        double turnUp = axis == 1 ? -side : 1;
        // Left and right are to be right-handed with the way out.
        if (axis == 1) turnRight = 1;
        double[] p = new double[3];
        double[] core = new double[3];
        double[] m = new double[3];
        for (double v : upward) {
            for (double u : across) {
                p[axis] = side * half[axis];
                p[right] = turnRight * u;
                p[up] = turnUp * v;
                double length = 0;
                for (int k = 0; k < 3; k++) {
                    core[k] = Math.clamp(p[k], -(half[k] - r), half[k] - r);
                    m[k] = p[k] - core[k];
                    length += m[k] * m[k];
                }
                length = Math.sqrt(length);
                if (r <= 0) {
                    m[0] = m[1] = m[2] = 0;
                    m[axis] = side;
                } else {
                    for (int k = 0; k < 3; k++) {
                        m[k] /= length;
                        p[k] = core[k] + r * m[k];
                    }
                }
                out.corner(p[0], p[1], p[2], m[0], m[1], m[2], 0.5 + 0.5 * u / half[right], 0.5 + 0.5 * v / half[up]);
            }
        }
        for (int j = 0; j + 1 < upward.length; j++) {
            for (int i = 0; i + 1 < row; i++) {
                int a = first + j * row + i;
                out.square(a, a + 1, a + row + 1, a + row);
            }
        }
    }

    /** Where an edge is divided: evenly where it is flat, and closer at its round ends. */
    private double[] marks(double half, double r) {
        int round = r > 0 ? ROUND : 0;
        double flat = half - r;
        int even = flat > 1e-9 ? detail : 0;
        double[] at = new double[2 * round + even + 1];
        for (int i = 0; i < round; i++) {
            double tan = Math.tan(Math.PI / 4 * (1 - (double) i / round));
            at[i] = -flat - r * tan;
            at[at.length - 1 - i] = flat + r * tan;
        }
        for (int i = 0; i <= even; i++) at[round + i] = even == 0 ? 0 : -flat + 2 * flat * i / even;
        return at;
    }
}
