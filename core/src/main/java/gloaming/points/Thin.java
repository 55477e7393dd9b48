package gloaming.points;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Pick;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.Says;

/** Fewer points: every so-manieth, a random part, or those whose attribute lies in a range. */
@Id("thin")
@Says(
        name = "Thin",
        does = "Lets only some points through: every second, a random part, or those in a range.",
        find = "filter cull every nth random subset delete remove select where keep")
public record Thin(
        @Id("by") @Pick(initial = "every", says = "Which points go through.")
        By by,

        @Id("every") @Range(min = 1, max = 1000, initial = 2, byRatio = true, says = "Every so-manieth.")
        int every,

        @Id("first") @Range(min = 0, max = 999, initial = 0, says = "Counted from this one on.")
        int first,

        @Id("part") @Range(min = 0, max = 1, initial = 0.5, says = "The random part that goes through.")
        double part,

        @Id("attribute") @Pick(initial = "y", says = "The attribute of the range.")
        String attribute,

        @Id("low") @Range(min = -1000, max = 1000, initial = 0, says = "The range from.")
        double low,

        @Id("high") @Range(min = -1000, max = 1000, initial = 1, says = "The range to.")
        double high)
        implements Operation<Points, Points, Chosen> {

    /** Which points go through. */
    public enum By {
        @Id("every")
        EVERY,
        @Id("random")
        RANDOM,
        @Id("range")
        RANGE
    }

    @Override
    public Chosen memory() {
        return new Chosen();
    }

    @Override
    public Points run(Points in, Chosen chosen, Frame frame) {
        int n = in.n();
        int[] which = chosen.room(n);
        int kept = 0;
        Column column = in.column(attribute.strip());
        if (by == By.RANGE && column == null)
            throw new IllegalArgumentException("its points have no attribute '" + attribute + "'");
        for (int i = 0; i < n; i++) {
            boolean through = switch (by) {
                case EVERY -> i >= first && (i - first) % every == 0;
                case RANDOM -> Randomness.uniform(frame.seed(), (long) in.at(Attribute.ID, i), 0) < part;
                case RANGE -> column.at(i) >= low && column.at(i) <= high;
            };
            if (through) which[kept++] = i;
        }
        return chosen.of(in, kept);
    }
}
