package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Points spread evenly over a sphere, along a spiral by the golden angle (Swinbank and Purser 2006, "Fibonacci grids"), each heading outward. */
@Id("sphere")
@StepInfo(
        name = "Sphere",
        does = "Lays points out evenly over a sphere, each heading outward.",
        find = "layout sphere ball globe planet 3d surface even",
        notice = "Even over the ball, without poles.",
        example = "* > eye round==0.05*t")
public record Sphere(
        @Id("count") @Range(min = 1, max = 500000, initial = 2000, byRatio = true, says = "Points on the sphere.")
        int count,

        @Id("radius") @Range(min = 0, max = 4, initial = 0.7, unit = "units", says = "From the middle to the points.")
        double radius,

        @Id("fill")
        @Range(
                min = 0,
                max = 1,
                initial = 0,
                says = "How far inward the points reach: 0 is the surface, 1 fills it evenly.")
        double fill,

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
        float[] hx = out.each(Attribute.HX);
        float[] hy = out.each(Attribute.HY);
        float[] hz = out.each(Attribute.HZ);
        frame.crew().each(count, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                double up = 1 - (2.0 * i + 1) / count;
                double round = Math.sqrt(1 - up * up);
                double angle = 2 * Math.PI * (i * GOLDEN_TURN % 1);
                double inward = fill == 0 ? 0 : Randomness.uniform(frame.seed(), i, 0);
                double far = radius * Math.cbrt(1 - fill * inward);
                hx[i] = (float) (round * Math.cos(angle));
                hy[i] = (float) up;
                hz[i] = (float) (round * Math.sin(angle));
                px[i] = (float) (x + far * hx[i]);
                py[i] = (float) (y + far * hy[i]);
                pz[i] = (float) (z + far * hz[i]);
            }
        });
        return out;
    }

    private static final double GOLDEN_TURN = 1 - 1 / ((1 + Math.sqrt(5)) / 2);
}
