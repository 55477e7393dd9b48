package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Each point a little out of its place, always the same way for the same number. */
@Id("jitter")
@StepInfo(
        name = "Jitter",
        does = "Moves each point a little out of its place, by chance.",
        find = "random offset displace shake loosen irregular natural",
        notice = "Each point is off its place by a little, and stays there.",
        example = "grid columns=24 rows=13 > *")
public record Jitter(
        @Id("amount") @Range(min = 0, max = 2, initial = 0.03, unit = "units", says = "How far at most.")
        double amount,

        @Id("depth") @Range(min = 0, max = 1, initial = 0, says = "How much of it goes into the depth.")
        double depth,

        @Id("variation") @Range(min = 0, max = 1000, initial = 0, says = "Another number, other places.")
        int variation)
        implements Operation<Points, Points, ChangedColumns> {

    @Override
    public ChangedColumns memory() {
        return new ChangedColumns();
    }

    @Override
    public Points run(Points in, ChangedColumns altered, Frame frame) {
        Points out = altered.of(in);
        int n = in.n();
        if (n == 0) return out;
        long seed = frame.seed() + variation;
        float[] x = altered.write(Attribute.X);
        float[] y = altered.write(Attribute.Y);
        float[] z = altered.write(Attribute.Z);
        frame.crew().each(n, Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                long id = (long) in.at(Attribute.ID, i);
                double far = amount * Math.sqrt(Randomness.uniform(seed, id, 0));
                double angle = 2 * Math.PI * Randomness.uniform(seed, id, 1);
                x[i] += (float) (far * Math.cos(angle));
                y[i] += (float) (far * Math.sin(angle));
                z[i] += (float) (depth * amount * Randomness.signed(seed, id, 2));
            }
        });
        return out;
    }
}
