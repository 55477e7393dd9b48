package gloaming.shape.make;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Made;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A cylinder, a cone, or what lies between: two discs and the wall from one to the other. With few sides it is a prism or a pyramid. */
@Id("cone")
@StepInfo(
        name = "Cylinder or cone",
        does = "Makes a cylinder, a cone, a prism or a pyramid, by the size of its ends and its sides.",
        find = "shape cylinder cone prism pyramid column pillar disc tube solid 3d mesh",
        notice = "Below and above are two radii: one of them 0 makes a cone, six sides a prism.",
        example = "* above=0 sides=6")
public record CylinderOrCone(
        @Id("below") @Range(min = 0, max = 20, initial = 0.4, unit = "units", says = "Radius of the end below.")
        double below,

        @Id("above") @Range(min = 0, max = 20, initial = 0.4, unit = "units", says = "Radius of the end above.")
        double above,

        @Id("height")
        @Range(min = 0.0001, max = 40, initial = 1.2, unit = "units", byRatio = true, says = "From end to end.")
        double height,

        @Id("sides") @Range(min = 3, max = 256, initial = 48, byRatio = true, says = "Sides; up to eleven have edges.")
        int sides,

        @Id("detail") @Range(min = 1, max = 200, initial = 1, says = "Parts from end to end; bending wants some.")
        int detail)
        implements Made {

    private static final int EDGED = 11;

    @Override
    public void make(Shape out) {
        double slope = below - above;
        double length = Math.hypot(slope, height);
        double mr = height / length;
        double my = slope / length;
        int n = detail + 1;
        double[] r = new double[n];
        double[] y = new double[n];
        for (int j = 0; j < n; j++) {
            r[j] = below + (above - below) * j / detail;
            y[j] = -height / 2 + height * j / detail;
        }
        if (sides > EDGED) wall(out, r, y, mr, my);
        else flatWalls(out, r, y, mr, my);
        end(out, below, -height / 2, -1);
        end(out, above, height / 2, 1);
    }

    private void wall(Shape out, double[] r, double[] y, double mr, double my) {
        double[] across = new double[r.length];
        double[] up = new double[r.length];
        java.util.Arrays.fill(across, mr);
        java.util.Arrays.fill(up, my);
        Rounds.turn(out, r, y, across, up, r.length, sides);
    }

    private void flatWalls(Shape out, double[] r, double[] y, double mr, double my) {
        // A flat side stands nearer to the axis than its edges, so it leans by less.
        double in = Math.cos(Math.PI / sides);
        double length = Math.hypot(mr, my * in);
        for (int i = 0; i < sides; i++) {
            double a = Rounds.angle(i, sides);
            double b = Rounds.angle(i + 1, sides);
            double middle = 2 * Math.PI * (i + 0.5) / sides;
            int first = out.corners();
            for (int j = 0; j < r.length; j++) {
                for (double angle : new double[] {a, b}) {
                    out.corner(
                            r[j] * Math.sin(angle),
                            y[j],
                            r[j] * Math.cos(angle),
                            mr / length * Math.sin(middle),
                            my * in / length,
                            mr / length * Math.cos(middle),
                            (double) (angle == a ? i : i + 1) / sides,
                            (double) j / detail);
                }
            }
            for (int j = 0; j < detail; j++) {
                int at = first + 2 * j;
                if (r[j] > 0) out.triangle(at, at + 1, at + 3);
                if (r[j + 1] > 0) out.triangle(at, at + 3, at + 2);
            }
        }
    }

    private void end(Shape out, double radius, double y, int side) {
        if (radius <= 0) return;
        int middle = out.corner(0, y, 0, 0, side, 0, 0.5, 0.5);
        for (int i = 0; i <= sides; i++) {
            double angle = Rounds.angle(i, sides);
            double sin = Math.sin(angle);
            double cos = Math.cos(angle);
            out.corner(radius * sin, y, radius * cos, 0, side, 0, 0.5 + 0.5 * sin, 0.5 - 0.5 * side * cos);
        }
        for (int i = 0; i < sides; i++) {
            int at = middle + 1 + i;
            if (side > 0) out.triangle(middle, at, at + 1);
            else out.triangle(middle, at + 1, at);
        }
    }
}
