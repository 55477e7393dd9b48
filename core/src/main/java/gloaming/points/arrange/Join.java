package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** The points of this lane and, behind them, those of another. */
@Id("join")
@StepInfo(
        name = "Join",
        does = "Adds another lane's points behind these.",
        find = "combine merge append together union both groups",
        notice = "Two lists of points go on as one.",
        example = "polygon corners=3 > *")
@Read(name = "with", kind = Points.class, says = "The lane whose points are added.")
public record Join(
        @Id(value = "part", label = "Part added")
        @Range(min = 0, max = 1, initial = 1, says = "How many of the added points, from none to all.")
        double part)
        implements Operation<Points, Points, Points> {
    private static final Attribute[] ALL = Attribute.values();

    @Override
    public Points memory() {
        return new Points();
    }

    @Override
    public Points run(Points in, Points out, Frame frame) {
        Points with = frame.read("with", Points.class);
        if (with == null) return in;
        int n = in.n();
        int added = (int) Math.round(with.n() * part);
        out.n(n + added).loose(false);
        for (Attribute attribute : ALL) {
            Column first = in.column(attribute);
            Column second = with.column(attribute);
            Column both = out.column(attribute);
            if (first.length() == 1 && second.length() == 1 && first.at(0) == second.at(0)) {
                both.constant(first.at(0));
                continue;
            }
            float[] values = both.length(Math.max(1, n + added)).values;
            for (int i = 0; i < n; i++) values[i] = first.at(i);
            for (int i = 0; i < added; i++) values[n + i] = second.at(i);
        }
        return out;
    }
}
