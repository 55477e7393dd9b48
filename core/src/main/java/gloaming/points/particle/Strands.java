package gloaming.points.particle;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.noise.GradientNoise;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * A strand from each point, grown step by step along its heading and bent by a noise: grass, hair, tendrils.
 *
 * <p>The columns "strand" and "part" tell strands apart and run along them, as those of trails do.
 */
@Id("strands")
@StepInfo(
        name = "Strands",
        does = "Grows a strand from each point along its heading, bent by a flowing noise.",
        find = "hair grass fur tendril grow strand lines sphere flow field streamline ribbon lightning",
        notice = "From every point a hair grows and bows in the wind.",
        example = "row count=120 y=-0.8 turn=0 > * length=0.9 rise=1",
        sets = {
            "Reeds: length=0.9 uneven=0.5 bend=1 bulge=0.8 change=0.3 rise=1 tip=#d8c48a tints=true",
            "Fur: length=0.15 uneven=0.3 bend=3 bulge=0.3 change=0.1 rise=0",
            "Kelp: length=1.4 uneven=0.4 bend=4 bulge=1.2 change=0.6 rise=2"
        })
public record Strands(
        @Id(value = "places", label = "Points on each")
        @Range(min = 2, max = 200, initial = 24, byRatio = true, says = "Places of each strand.")
        int places,

        @Id("length") @Range(min = 0, max = 8, initial = 0.6, unit = "units", says = "Length of a strand.")
        double length,

        @Id(value = "uneven", label = "Length spread")
        @Range(min = 0, max = 1, initial = 0.3, says = "How much shorter the shortest are.")
        double uneven,

        @Id("grown") @Range(min = 0, max = 1, initial = 1, says = "How much of it has grown.")
        double grown,

        @Id("bend") @Range(min = 0, max = 20, initial = 2, says = "How strongly the noise bends it.")
        double bend,

        @Id("bulge")
        @Range(min = 0.05, max = 8, initial = 0.7, unit = "units", byRatio = true, says = "Size of the noise's bulges.")
        double bulge,

        @Id("change") @Range(min = -8, max = 8, initial = 0.2, unit = "/s", says = "How fast the noise changes.")
        double change,

        @Id(value = "rise", label = "Rise")
        @Range(min = -10, max = 10, initial = 0, says = "How strongly it hangs down; above 0 it rises.")
        double rise,

        @Id("taper") @Range(min = 0, max = 1, initial = 1, says = "How much thinner the tip is.")
        double taper,

        @Id("tip") @Choice(initial = "#e8d9a0", says = "Colour that each runs to.")
        Colour tip,

        @Id(value = "tints", label = "Tip tints")
        @Choice(
                initial = "false",
                says = "Whether the tip's colour only tints the point's own, or is the colour itself.")
        boolean tints)
        implements Operation<Points, Points, Strands.Memory> {
    private static final int MOST = 1_000_000;

    /** What goes out, and the noise's own time. */
    public static final class Memory {
        final Strung strung = new Strung();
        double time;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        memory.time += change * frame.dt();
        int strands = Math.min(in.n(), MOST / places);
        int total = strands * places;
        Points out = memory.strung.room(total);
        int seed = (int) frame.seed();
        float over = (float) (1 / bulge);
        float time = (float) memory.time;
        frame.crew().each(strands, 64, (from, to) -> {
            for (int s = from; s < to; s++) {
                float a = in.at(Attribute.X, s);
                float b = in.at(Attribute.Y, s);
                float c = in.at(Attribute.Z, s);
                float hx = in.at(Attribute.HX, s);
                float hy = in.at(Attribute.HY, s);
                float hz = in.at(Attribute.HZ, s);
                long own = (long) in.at(Attribute.ID, s);
                float step = (float) (length * grown * (1 - uneven * Randomness.uniform(seed, own, 1)) / (places - 1));
                for (int k = 0; k < places; k++) {
                    int i = s * places + k;
                    float along = (float) k / (places - 1);
                    memory.strung.place(i, a, b, c, s, along);
                    memory.strung.look(
                            i,
                            in.at(Attribute.SIZE, s) * (1 - (float) taper * along),
                            in.at(Attribute.RED, s),
                            in.at(Attribute.GREEN, s),
                            in.at(Attribute.BLUE, s),
                            in.at(Attribute.ALPHA, s),
                            tip,
                            tints);
                    float bent = (float) bend * step * 4;
                    hx += bent * GradientNoise.at(seed, a * over, b * over, c * over + time);
                    hy += bent * GradientNoise.at(seed + 101, a * over, b * over, c * over + time)
                            + (float) rise * step;
                    hz += bent * GradientNoise.at(seed + 211, a * over, b * over, c * over + time);
                    float far = (float) Math.sqrt(hx * hx + hy * hy + hz * hz);
                    if (far > 1e-9f) {
                        hx /= far;
                        hy /= far;
                        hz /= far;
                    }
                    a += hx * step;
                    b += hy * step;
                    c += hz * step;
                }
            }
        });
        return out;
    }
}
