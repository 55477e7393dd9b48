package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Draws points onto the nearest place of a lattice. */
@Id("snap")
@StepInfo(
        name = "Snap",
        does = "Draws points onto the nearest place of a lattice.",
        find = "grid quantise quantize lattice align pixel voxel step",
        notice = "Places are rounded to a grid.",
        example = "disc > * step=0.12")
public record Snap(
        @Id("step")
        @Range(
                min = 0.005,
                max = 2,
                initial = 0.1,
                unit = "units",
                byRatio = true,
                says = "From one place to the next.")
        double step,

        @Id("amount") @Range(min = 0, max = 1, initial = 1, says = "How far they are drawn there.")
        double amount)
        implements Operation<Points, Points, ChangedColumns> {

    @Override
    public ChangedColumns memory() {
        return new ChangedColumns();
    }

    @Override
    public Points run(Points in, ChangedColumns altered, Frame frame) {
        Points out = altered.of(in);
        int n = in.n();
        if (n == 0) return out;
        for (Attribute attribute : Turned.GROUPS[0]) {
            float[] column = altered.write(attribute);
            for (int i = 0; i < n; i++) {
                double there = step * Math.rint(column[i] / step);
                column[i] += (float) (amount * (there - column[i]));
            }
        }
        return out;
    }
}
