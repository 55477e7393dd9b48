package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.noise.GradientNoise;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Pushes points out of place by a smooth noise; each number of the shape gives another shape, and between two it glides. */
@Id("knead")
@StepInfo(
        name = "Displace by noise",
        does = "Pushes points out of place by a smooth noise, into another shape for every number.",
        find = "deform distort bend wobble noise shape morph random blob organic displace ring knead deform",
        notice = "Points are pushed by noise: near ones the same way.",
        example = "grid columns=30 rows=16 > * shape==t*0.4")
public record DisplaceByNoise(
        @Id("amount") @Range(min = 0, max = 2, initial = 0.25, unit = "units", says = "How far.")
        double amount,

        @Id("bulge")
        @Range(min = 0.1, max = 8, initial = 1.4, unit = "units", byRatio = true, says = "Size of its bulges.")
        double bulge,

        @Id("detail") @Range(min = 1, max = 5, initial = 2, says = "Layers of finer and finer bulges.")
        int detail,

        @Id("shape") @Range(min = 0, max = 1000, initial = 0, says = "Which shape; a small step is a small change.")
        double shape)
        implements Operation<Points, Points, DisplaceByNoise.Memory> {
    private static final int GRAIN = 1_024;
    /** How far apart in the noise two whole shapes are: far enough to have nothing in common. */
    private static final double APART = 1.7;

    /** The columns this step replaces. */
    public static final class Memory {
        final Points out = new Points();
        final Column x = new Column(16);
        final Column y = new Column(16);
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        Points out = memory.out.share(in);
        int n = in.n();
        if (n == 0) return out;
        float[] x = out.own(Attribute.X, memory.x).spread(n).values;
        float[] y = out.own(Attribute.Y, memory.y).spread(n).values;
        int seed = (int) frame.seed();
        frame.crew().each(n, GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                float px = x[i];
                float py = y[i];
                x[i] += (float) amount * noise(seed, px, py);
                y[i] += (float) amount * noise(seed + 7919, px, py);
            }
        });
        return out;
    }

    /** Between about -1 and 1. */
    float noise(int seed, float x, float y) {
        float frequency = (float) (1 / bulge);
        float z = (float) (shape * APART);
        float sum = 0;
        float weight = 1;
        for (int octave = 0; octave < detail; octave++) {
            sum += weight * GradientNoise.at(seed + 31 * octave, x * frequency, y * frequency, z);
            frequency *= 2;
            weight *= 0.5f;
        }
        return sum;
    }
}
