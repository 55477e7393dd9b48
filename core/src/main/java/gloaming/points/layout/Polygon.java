package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Points at even steps along the sides of a regular polygon, or of a star. */
@Id("polygon")
@StepInfo(
        name = "Polygon",
        does = "Lays points out along the sides of a polygon or a star.",
        find = "layout polygon triangle square hexagon star sides corners outline ",
        notice = "Straight sides; a dent makes a star of it.",
        example = "* corners=5 dent==0.6+0.3*sin(t*1.6)")
public record Polygon(
        @Id("corners") @Range(min = 2, max = 60, initial = 6, says = "Corners.")
        int corners,

        @Id("count") @Range(min = 1, max = 20000, initial = 240, byRatio = true, says = "Points on all sides together.")
        int count,

        @Id("radius") @Range(min = 0, max = 4, initial = 0.7, unit = "units", says = "From the middle to a corner.")
        double radius,

        @Id(value = "dent", label = "Side distance")
        @Range(
                min = 0,
                max = 1,
                initial = 1,
                says = "How far out the middle of a side is: 1 is straight, less is a star.")
        double dent,

        @Id("turn")
        @Range(min = -2, max = 2, initial = 0.25, unit = "turns", says = "Where the first corner is; a quarter is up.")
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
        // The middle of a straight side is as far out as the cosine says.
        double middle = radius * Math.cos(Math.PI / corners) * dent;
        for (int i = 0; i < count; i++) {
            double along = 2.0 * corners * i / count;
            int half = (int) along;
            double part = along - half;
            double from = half % 2 == 0 ? radius : middle;
            double to = half % 2 == 0 ? middle : radius;
            double a = 2 * Math.PI * (turn + half / (2.0 * corners));
            double b = 2 * Math.PI * (turn + (half + 1) / (2.0 * corners));
            px[i] = (float) (x + from * Math.cos(a) * (1 - part) + to * Math.cos(b) * part);
            py[i] = (float) (y + from * Math.sin(a) * (1 - part) + to * Math.sin(b) * part);
            pz[i] = (float) z;
        }
        return out;
    }
}
