package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Points on a spiral, from the inside out, which may climb. */
@Id("spiral")
@StepInfo(
        name = "Spiral",
        does = "Lays points out on a spiral, flat or climbing.",
        find = "layout spiral helix coil screw whirl funnel",
        notice = "From within outwards; Climb makes a screw of it.",
        example = "* turn==0.05*t")
public record Spiral(
        @Id("count") @Range(min = 1, max = 500000, initial = 600, byRatio = true, says = "Points on the spiral.")
        int count,

        @Id("turns")
        @Range(min = -50, max = 50, initial = 4, unit = "turns", says = "Times it goes round; below 0 the other way.")
        double turns,

        @Id("inner") @Range(min = 0, max = 4, initial = 0.05, unit = "units", says = "Radius at its beginning.")
        double inner,

        @Id("outer") @Range(min = 0, max = 4, initial = 0.8, unit = "units", says = "Radius at its end.")
        double outer,

        @Id("bend")
        @Range(
                min = 0.1,
                max = 10,
                initial = 1,
                byRatio = true,
                says = "How the radius grows: 1 is evenly, above 1 late.")
        double bend,

        @Id("climb") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "How far it climbs.")
        double climb,

        @Id("turn") @Range(min = -2, max = 2, initial = 0, unit = "turns", says = "Turns it.")
        double turn,

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
        Layout.start(out, count, size);
        float[] px = out.column(Attribute.X).values;
        float[] py = out.column(Attribute.Y).values;
        float[] pz = out.each(Attribute.Z);
        frame.crew().each(count, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                double part = count == 1 ? 0 : (double) i / (count - 1);
                double radius = inner + (outer - inner) * Math.pow(part, bend);
                double angle = 2 * Math.PI * (turn + turns * part);
                px[i] = (float) (x + radius * Math.cos(angle));
                py[i] = (float) (y + radius * Math.sin(angle));
                pz[i] = (float) (z + climb * (part - 0.5));
            }
        });
        return out;
    }
}
