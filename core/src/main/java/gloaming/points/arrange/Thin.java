package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.Selection;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Fewer points: every so-manieth, a random part, or those whose attribute lies in a range. */
@Id("thin")
@StepInfo(
        name = "Thin",
        does = "Lets only some points through: every second, a random part, or those in a range.",
        find = "filter cull every nth random subset delete remove select where keep fewer points less",
        notice = "Only every second one is left.",
        example = "grid columns=24 rows=13 > * every=3")
public record Thin(
        @Id(value = "by", label = "Choose by") @Choice(initial = "every", says = "Which points go through.")
        By by,

        @Id("every") @Range(min = 1, max = 1000, initial = 2, byRatio = true, says = "Every so-manieth.")
        int every,

        @Id(value = "first", label = "Offset")
        @Range(min = 0, max = 999, initial = 0, says = "Counted from this one on.")
        int first,

        @Id("part") @Range(min = 0, max = 1, initial = 0.5, says = "The random part that goes through.")
        double part,

        @Id("attribute") @Choice(initial = "y", says = "The attribute of the range.")
        String attribute,

        @Id("low") @Range(min = -1000, max = 1000, initial = 0, says = "The range from.")
        double low,

        @Id("high") @Range(min = -1000, max = 1000, initial = 1, says = "The range to.")
        double high)
        implements Operation<Points, Points, Selection> {

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
    public Selection memory() {
        return new Selection();
    }

    @Override
    public Points run(Points in, Selection chosen, Frame frame) {
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
