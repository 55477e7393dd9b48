package gloaming.shape.make;

import gloaming.curve.Keys;
import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Made;
import gloaming.step.Choice;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A profile drawn as a curve, turned round the upright axis as on a lathe or a potter's wheel. */
@Id("turned-profile")
@StepInfo(
        name = "Turned profile",
        does = "Turns a curve round an axis: vases, bells, bottles, columns.",
        ifBlack = "the curve is 0 everywhere",
        find = "shape lathe revolve vase bell bottle pottery turned column curve profile surface of revolution",
        notice = "The curve you draw, turned once round.")
public record TurnedProfile(
        @Id("profile")
        @Choice(
                initial = "0 0.5 smooth; 0.15 0.62 smooth; 0.55 0.3 smooth; 0.85 0.22 smooth; 1 0.34 linear",
                curve = true,
                over = "of the height",
                says = "How far the wall is from the axis, from below to above.")
        String profile,

        @Id("height")
        @Range(min = 0.001, max = 40, initial = 1.6, unit = "units", byRatio = true, says = "From end to end.")
        double height,

        @Id("radius")
        @Range(min = 0.001, max = 20, initial = 1, unit = "units", byRatio = true, says = "Where the curve is 1.")
        double radius,

        @Id("parts") @Range(min = 3, max = 512, initial = 64, byRatio = true, says = "Parts round the axis.")
        int parts,

        @Id("detail") @Range(min = 2, max = 512, initial = 64, byRatio = true, says = "Parts from end to end.")
        int detail,

        @Id("closed") @Choice(initial = "true", says = "Whether a floor and a lid close its ends.")
        boolean closed)
        implements Made {

    @Override
    public void make(Shape out) {
        Keys keys = Keys.parse(profile);
        double end = keys.end();
        int n = detail + 1;
        double[] r = new double[n];
        double[] y = new double[n];
        double[] mr = new double[n];
        double[] my = new double[n];
        for (int j = 0; j < n; j++) {
            r[j] = Math.max(0, radius * keys.at(end * j / detail));
            y[j] = height * ((double) j / detail - 0.5);
        }
        for (int j = 0; j < n; j++) {
            int a = Math.max(0, j - 1);
            int b = Math.min(n - 1, j + 1);
            double length = Math.max(1e-12, Math.hypot(r[b] - r[a], y[b] - y[a]));
            mr[j] = (y[b] - y[a]) / length;
            my[j] = -(r[b] - r[a]) / length;
        }
        Rounds.turn(out, r, y, mr, my, n, parts);
        if (!closed) return;
        end(out, r[0], y[0], -1);
        end(out, r[n - 1], y[n - 1], 1);
    }

    private void end(Shape out, double far, double y, int side) {
        if (far <= 0) return;
        double[] at = {y, y};
        double[] flat = {0, 0};
        double[] up = {side, side};
        Rounds.turn(out, side < 0 ? new double[] {0, far} : new double[] {far, 0}, at, flat, up, 2, parts);
    }
}
