package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Points along straight spokes round a middle. */
@Id("spokes")
@StepInfo(
        name = "Spokes",
        does = "Lays points out along spokes, from an inner radius to an outer.",
        find = "layout wheel star rays radial sun burst lines",
        notice = "Rays from the middle.",
        example = "* turn==0.03*t")
public record Spokes(
        @Id("spokes") @Range(min = 1, max = 720, initial = 16, byRatio = true, says = "How many spokes.")
        int spokes,

        @Id("each") @Range(min = 1, max = 2000, initial = 60, byRatio = true, says = "Points on each spoke.")
        int each,

        @Id("inner") @Range(min = 0, max = 4, initial = 0.1, unit = "units", says = "Where a spoke begins.")
        double inner,

        @Id("outer") @Range(min = 0, max = 4, initial = 0.75, unit = "units", says = "Where a spoke ends.")
        double outer,

        @Id("turn") @Range(min = -2, max = 2, initial = 0, unit = "turns", says = "Turns them all.")
        double turn,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, up.")
        double y,

        @Id("size")
        @Range(min = 0.0005, max = 0.5, initial = 0.012, unit = "units", byRatio = true, says = "Radius of each point.")
        double size)
        implements Operation<Nothing, Points, Points> {

    @Override
    public Points memory() {
        return new Points();
    }

    @Override
    public Points run(Nothing in, Points out, Frame frame) {
        Layout.start(out, spokes * each, size);
        float[] px = out.column(Attribute.X).values;
        float[] py = out.column(Attribute.Y).values;
        for (int spoke = 0; spoke < spokes; spoke++) {
            double angle = 2 * Math.PI * ((double) spoke / spokes + turn);
            double cos = Math.cos(angle);
            double sin = Math.sin(angle);
            for (int k = 0; k < each; k++) {
                double radius = each == 1 ? outer : inner + (outer - inner) * k / (each - 1);
                px[spoke * each + k] = (float) (x + radius * cos);
                py[spoke * each + k] = (float) (y + radius * sin);
            }
        }
        return out;
    }
}
