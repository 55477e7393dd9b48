package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Points at even steps on a straight line, from one end to the other. */
@Id("row")
@StepInfo(
        name = "Row",
        does = "Lays points out along a straight line.",
        find = "layout line straight row along between two ends",
        notice = "Points on a line.",
        example = "* turn==0.05*t")
public record Row(
        @Id("count") @Range(min = 1, max = 100000, initial = 60, byRatio = true, says = "Points on the line.")
        int count,

        @Id("length") @Range(min = 0, max = 8, initial = 3, unit = "units", says = "From one end to the other.")
        double length,

        @Id("turn")
        @Range(min = -2, max = 2, initial = 0, unit = "turns", says = "Turns the line; a quarter stands up.")
        double turn,

        @Id("tilt")
        @Range(min = -0.25, max = 0.25, initial = 0, unit = "turns", says = "Tilts its far end towards who looks.")
        double tilt,

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
        double flat = length * Math.cos(2 * Math.PI * tilt);
        for (int i = 0; i < count; i++) {
            double part = count == 1 ? 0 : (double) i / (count - 1) - 0.5;
            px[i] = (float) (x + part * flat * Math.cos(2 * Math.PI * turn));
            py[i] = (float) (y + part * flat * Math.sin(2 * Math.PI * turn));
            pz[i] = (float) (z + part * length * Math.sin(2 * Math.PI * tilt));
        }
        return out;
    }
}
