package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Points at even steps round a circle, the first to the right, on anticlockwise. */
@Id("ring")
@StepInfo(
        name = "Ring",
        does = "Lays points out round a circle.",
        find = "layout circle round orbit wreath hoop",
        notice = "Points on a circle, round at any shape of picture.",
        example = "* radius==0.6+0.2*sin(t*2)")
public record Ring(
        @Id("count") @Range(min = 1, max = 100000, initial = 120, byRatio = true, says = "Points round the ring.")
        int count,

        @Id("radius") @Range(min = 0, max = 4, initial = 0.7, unit = "units", says = "From the middle to the points.")
        double radius,

        @Id("turn") @Range(min = -2, max = 2, initial = 0, unit = "turns", says = "Turns the ring.")
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
        Layout.start(out, count, size);
        float[] px = out.column(Attribute.X).values;
        float[] py = out.column(Attribute.Y).values;
        for (int i = 0; i < count; i++) {
            double angle = 2 * Math.PI * ((double) i / count + turn);
            px[i] = (float) (x + radius * Math.cos(angle));
            py[i] = (float) (y + radius * Math.sin(angle));
        }
        return out;
    }
}
