package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Points at even steps on parts of circles round one middle, each turned a little further. */
@Id("arcs")
@StepInfo(
        name = "Arcs",
        does = "Lays points out along arcs of circles round one middle.",
        find = "layout arc circle part ring concentric rings sector fan",
        notice = "The five arcs are of one length in degrees, each turned a little further than the one within.",
        example = "* turn==0.04*t")
public record Arcs(
        @Id("arcs") @Range(min = 1, max = 200, initial = 5, byRatio = true, says = "How many arcs.")
        int arcs,

        @Id(value = "each", label = "Points on each")
        @Range(min = 1, max = 5000, initial = 80, byRatio = true, says = "Points on each arc.")
        int each,

        @Id("inner") @Range(min = 0, max = 4, initial = 0.3, unit = "units", says = "Radius of the innermost arc.")
        double inner,

        @Id("outer") @Range(min = 0, max = 4, initial = 0.8, unit = "units", says = "Radius of the outermost arc.")
        double outer,

        @Id("sweep") @Range(min = 0, max = 1, initial = 0.6, unit = "turns", says = "How much of a circle each arc is.")
        double sweep,

        @Id("turn") @Range(min = -2, max = 2, initial = 0, unit = "turns", says = "Where the first arc begins.")
        double turn,

        @Id(value = "further", label = "Offset of each")
        @Range(min = -1, max = 1, initial = 0.1, unit = "turns", says = "How much further each next arc begins.")
        double further,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, up.")
        double y,

        @Id("z")
        @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where the middle is, towards who looks.")
        double z,

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
        Layout.start(out, arcs * each, size);
        float[] px = out.column(Attribute.X).values;
        float[] py = out.column(Attribute.Y).values;
        float[] pz = out.each(Attribute.Z);
        for (int arc = 0; arc < arcs; arc++) {
            double radius = arcs == 1 ? outer : inner + (outer - inner) * arc / (arcs - 1);
            // A whole circle does not have its first point twice.
            double steps = sweep >= 1 ? each : Math.max(1, each - 1);
            for (int k = 0; k < each; k++) {
                double angle = 2 * Math.PI * (turn + arc * further + sweep * k / steps);
                px[arc * each + k] = (float) (x + radius * Math.cos(angle));
                py[arc * each + k] = (float) (y + radius * Math.sin(angle));
                pz[arc * each + k] = (float) z;
            }
        }
        return out;
    }
}
