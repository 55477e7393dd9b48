package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Points in a box: at random, or spread evenly by the R sequence (Roberts 2018), inside or on its sides. */
@Id("box")
@StepInfo(
        name = "Box",
        does = "Lays points out in a box or on its sides, at random or evenly.",
        find = "layout box cube volume cuboid random even uniform scatter 3d dust",
        notice = "The points fill a space and not a plane: turn the picture to see it.",
        example = "* count=900 spread=at-random")
public record Box(
        @Id("count") @Range(min = 1, max = 1000000, initial = 2000, byRatio = true, says = "Points in the box.")
        int count,

        @Id("width") @Range(min = 0, max = 8, initial = 1.6, unit = "units", says = "From left to right.")
        double width,

        @Id("height") @Range(min = 0, max = 8, initial = 1.2, unit = "units", says = "From bottom to top.")
        double height,

        @Id("depth") @Range(min = 0, max = 8, initial = 1.2, unit = "units", says = "From front to back.")
        double depth,

        @Id("spread") @Choice(initial = "evenly", says = "Spread evenly, or at random with gaps and clumps.")
        Spread spread,

        @Id("where") @Choice(initial = "inside", says = "In all of the box, or on its sides.")
        Where where,

        @Id("variation") @Range(min = 0, max = 1000, initial = 0, says = "Another number, another scattering.")
        int variation,

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
        long seed = frame.seed() + variation;
        frame.crew().each(count, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                double a = number(seed, i, 0);
                double b = number(seed, i, 1);
                double c = number(seed, i, 2);
                if (where == Where.SIDES) {
                    // By its area each side gets its share.
                    double across = width * height;
                    double up = height * depth;
                    double flat = width * depth;
                    double which = Randomness.uniform(seed, i, 3) * (across + up + flat);
                    double end = Randomness.uniform(seed, i, 4) < 0.5 ? 0 : 1;
                    if (which < across) c = end;
                    else if (which < across + up) a = end;
                    else b = end;
                }
                px[i] = (float) (x + width * (a - 0.5));
                py[i] = (float) (y + height * (b - 0.5));
                pz[i] = (float) (z + depth * (c - 0.5));
            }
        });
        return out;
    }

    /** How points are spread. */
    public enum Spread {
        @Id("evenly")
        EVENLY,
        @Id("at-random")
        AT_RANDOM
    }

    /** Where in the box they are. */
    public enum Where {
        @Id("inside")
        INSIDE,
        @Id("sides")
        SIDES
    }

    /** One over the root of {@code x^4 = x + 1}, and its powers. */
    private static final double[] STEPS = {0.8191725133961645, 0.6710436067037893, 0.5497004779019703};

    private double number(long seed, int i, int use) {
        if (spread == Spread.AT_RANDOM) return Randomness.uniform(seed, i, use);
        double value = Randomness.uniform(seed, 0, use + 7) + (i + 1) * STEPS[use];
        return value - Math.floor(value);
    }
}
