package gloaming.shape.make;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Made;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A cylinder between two half balls. */
@Id("capsule")
@StepInfo(
        name = "Capsule",
        does = "Makes a bar with round ends.",
        find = "shape pill rod bar lozenge rounded cylinder solid 3d mesh",
        notice = "Length counts without the round ends.",
        example = "* length=0.9")
public record Capsule(
        @Id("radius")
        @Range(min = 0.001, max = 20, initial = 0.25, unit = "units", byRatio = true, says = "Its radius.")
        double radius,

        @Id("length")
        @Range(min = 0, max = 40, initial = 0.8, unit = "units", says = "Between the middles of its round ends.")
        double length,

        @Id("detail") @Range(min = 2, max = 64, initial = 10, says = "Parts of each end from rim to tip.")
        int detail)
        implements Made {

    @Override
    public void make(Shape out) {
        int n = 2 * detail + 2;
        double[] r = new double[n];
        double[] y = new double[n];
        double[] mr = new double[n];
        double[] my = new double[n];
        for (int j = 0; j <= detail; j++) {
            double angle = Math.PI / 2 * j / detail;
            double up = Math.cos(angle);
            double outward = j == 0 ? 0 : Math.sin(angle);
            mr[j] = mr[n - 1 - j] = outward;
            my[j] = -up;
            my[n - 1 - j] = up;
            r[j] = r[n - 1 - j] = radius * outward;
            y[j] = -length / 2 - radius * up;
            y[n - 1 - j] = length / 2 + radius * up;
        }
        Rounds.turn(out, r, y, mr, my, n, 4 * detail);
    }
}
