package gloaming.points.attribute;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.noise.GradientNoise;
import gloaming.points.ChangedColumns;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A smooth noise in space and time, read at each point and put into an attribute. */
@Id("give-noise")
@StepInfo(
        name = "Give noise",
        does = "Gives points an attribute by a smooth noise in space and time, read where each point is.",
        find =
                "attribute noise vary size colour wave field random smooth displace twinkle shimmer flicker sparkle glimmer",
        begins = "how=multiply low=0.2 high=2.2",
        notice = "Neighbours get nearly the same size, and it changes slowly.",
        example = "grid columns=30 rows=16 > * low=0.002 high=0.05")
public record GiveNoise(
        @Id("attribute")
        @Choice(
                initial = "size",
                says =
                        "The attribute: x, y, z, vx, vy, vz, hx, hy, hz, size, red, green, blue, alpha, age, life, or a name of your own; 'colour' is all three.")
        String attribute,

        @Id("how") @Choice(initial = "set", says = "Put in its place, added to it, or multiplied with it.")
        How how,

        @Id("low") @Range(min = -100, max = 100, initial = 0, says = "Its lowest value.")
        double low,

        @Id("high") @Range(min = -100, max = 100, initial = 1, says = "Its highest value.")
        double high,

        @Id("bulge")
        @Range(min = 0.02, max = 8, initial = 0.6, unit = "units", byRatio = true, says = "Size of its bulges.")
        double bulge,

        @Id("detail") @Range(min = 1, max = 5, initial = 2, says = "Layers of finer and finer bulges.")
        int detail,

        @Id("change") @Range(min = -8, max = 8, initial = 0.3, unit = "/s", says = "How fast it changes.")
        double change,

        @Id("variation") @Range(min = 0, max = 1000, initial = 0, says = "Another number, another noise.")
        int variation)
        implements Operation<Points, Points, GiveNoise.Memory> {

    /** The columns this step replaces, and the noise's own time. */
    public static final class Memory {
        final ChangedColumns altered = new ChangedColumns();
        double time;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        Points out = memory.altered.of(in);
        memory.time += change * frame.dt();
        if (in.n() == 0) return out;
        int seed = (int) frame.seed() + 31 * variation;
        float over = (float) (1 / bulge);
        float time = (float) memory.time;
        float span = (float) (high - low);
        Attributes.put(memory.altered, out, attribute, how, frame, i -> {
            float x = in.at(Attribute.X, i) * over;
            float y = in.at(Attribute.Y, i) * over;
            float z = in.at(Attribute.Z, i) * over + time;
            float sum = 0;
            float weight = 0.75f;
            for (int octave = 0; octave < detail; octave++) {
                sum += weight * GradientNoise.at(seed + octave * 7919, x, y, z);
                x *= 2;
                y *= 2;
                z *= 2;
                weight *= 0.5f;
            }
            return (float) low + span * Math.min(1, Math.max(0, 0.5f + sum));
        });
        return out;
    }
}
