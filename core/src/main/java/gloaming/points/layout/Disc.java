package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Points spread evenly over a disc as a sunflower sets its seeds (Vogel 1979): radius by the root of the index, golden angle. */
@Id("disc")
@StepInfo(
        name = "Disc",
        does = "Lays points out evenly over a disc, as a sunflower sets its seeds.",
        find = "layout sunflower circle filled spiral even",
        notice = "As seeds in a sunflower: even everywhere, without rows.")
public record Disc(
        @Id("count") @Range(min = 1, max = 200000, initial = 600, byRatio = true, says = "Points on the disc.")
        int count,

        @Id("radius")
        @Range(min = 0, max = 4, initial = 0.8, unit = "units", says = "From the middle to the outermost point.")
        double radius,

        @Id("turn") @Range(min = -2, max = 2, initial = 0, unit = "turns", says = "Turns the disc.")
        double turn,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, up.")
        double y,

        @Id("size")
        @Range(min = 0.0005, max = 0.5, initial = 0.012, unit = "units", byRatio = true, says = "Radius of each point.")
        double size)
        implements Operation<Nothing, Points, Points> {
    private static final double GOLDEN_TURN = 1 - 1 / ((1 + Math.sqrt(5)) / 2);

    @Override
    public Points memory() {
        return new Points();
    }

    @Override
    public Points run(Nothing in, Points out, Frame frame) {
        Layout.start(out, count, size);
        float[] px = out.column(Attribute.X).values;
        float[] py = out.column(Attribute.Y).values;
        for (int i = 0; i < count; i++) {
            double r = radius * Math.sqrt((i + 0.5) / count);
            double angle = 2 * Math.PI * (i * GOLDEN_TURN + turn);
            px[i] = (float) (x + r * Math.cos(angle));
            py[i] = (float) (y + r * Math.sin(angle));
        }
        return out;
    }
}
