package gloaming.shape.make;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Made;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A round bar bent into a ring, lying flat (a torus). */
@Id("hoop")
@StepInfo(
        name = "Hoop",
        does = "Makes a ring of a round bar.",
        find = "shape torus ring donut tyre tire wheel solid 3d mesh",
        notice = "The bar is its thickness; sides make it square or round.")
public record Hoop(
        @Id("radius")
        @Range(min = 0.001, max = 20, initial = 0.6, unit = "units", byRatio = true, says = "To the middle of the bar.")
        double radius,

        @Id("bar")
        @Range(min = 0.0005, max = 10, initial = 0.14, unit = "units", byRatio = true, says = "Radius of the bar.")
        double bar,

        @Id("round") @Range(min = 3, max = 400, initial = 96, byRatio = true, says = "Parts round the ring.")
        int round,

        @Id("detail") @Range(min = 3, max = 100, initial = 24, byRatio = true, says = "Parts round the bar.")
        int detail)
        implements Made {

    @Override
    public void make(Shape out) {
        int n = detail + 1;
        double[] r = new double[n];
        double[] y = new double[n];
        double[] mr = new double[n];
        double[] my = new double[n];
        for (int j = 0; j < n; j++) {
            double angle = Rounds.angle(j, detail);
            mr[j] = -Math.cos(angle);
            my[j] = -Math.sin(angle);
            r[j] = Math.max(0, radius + bar * mr[j]);
            y[j] = bar * my[j];
        }
        Rounds.turn(out, r, y, mr, my, n, round);
    }
}
