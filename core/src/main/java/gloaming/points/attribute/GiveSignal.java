package gloaming.points.attribute;

import gloaming.flow.Points;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.points.ChangedColumns;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** The numbers of a signal, laid along the points and put into an attribute. */
@Id("give-signal")
@StepInfo(
        name = "Give signal",
        does =
                "Gives points an attribute by the numbers of a signal, laid along them: a spectrum, a history, or one for all.",
        find = "attribute signal spectrum audio sound history numbers size colour modulate",
        notice = "The past of the signal is laid along the points as their size.",
        example = "row count=80 > * low=0.003 high=0.08")
@Read(name = "by", kind = Signal.class, says = "The numbers.")
public record GiveSignal(
        @Id("attribute")
        @Choice(
                initial = "size",
                says =
                        "The attribute: x, y, z, vx, vy, vz, hx, hy, hz, size, red, green, blue, alpha, age, life, or a name of your own; 'colour' is all three.")
        String attribute,

        @Id("how") @Choice(initial = "set", says = "Put in its place, added to it, or multiplied with it.")
        How how,

        @Id("low") @Range(min = -100, max = 100, initial = 0, says = "What 0 gives.")
        double low,

        @Id("high") @Range(min = -100, max = 100, initial = 1, says = "What 1 gives.")
        double high,

        @Id(value = "laid", label = "Spread")
        @Choice(
                initial = "stretch",
                says = "When there are fewer numbers than points: stretched over all, there and back, or repeated.")
        Laid laid)
        implements Operation<Points, Points, ChangedColumns> {

    /** How few numbers are laid along many points. */
    public enum Laid {
        @Id("stretch")
        STRETCH,
        @Id("mirror")
        MIRROR,
        @Id("repeat")
        REPEAT
    }

    @Override
    public ChangedColumns memory() {
        return new ChangedColumns();
    }

    @Override
    public Points run(Points in, ChangedColumns altered, Frame frame) {
        Points out = altered.of(in);
        int n = in.n();
        Signal by = frame.read("by", Signal.class);
        if (n == 0 || by == null) return out;
        int count = by.size();
        frame.rule(
                count,
                n,
                laid == Laid.REPEAT ? "repeated over" : laid == Laid.MIRROR ? "there and back over" : "stretched over");
        float span = (float) (high - low);
        Attributes.put(altered, out, attribute, how, frame, i -> (float) low + span * (float) at(by, i, n, count));
        return out;
    }

    private double at(Signal by, int i, int n, int count) {
        if (laid == Laid.REPEAT || count == 1) return by.at(i % count);
        double part = n == 1 ? 0 : (double) i / (n - 1);
        if (laid == Laid.MIRROR) part = 1 - Math.abs(2 * part - 1);
        double place = part * (count - 1);
        int low = Math.min(count - 1, (int) place);
        double next = by.at(Math.min(low + 1, count - 1));
        return by.at(low) + (next - by.at(low)) * (place - low);
    }
}
