package gloaming.points.arrange;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Lets the numbers of a signal, laid along the points, make them larger and push them away from the middle. */
@Id("swell")
@StepInfo(
        name = "Scale by signal",
        does = "Makes points larger, and pushes them away from the middle, by the numbers of a signal laid along them.",
        find =
                "spectrum size many numbers points thickness radius audio bars scale attribute modulate swell size bigger larger with the music",
        notice = "Points grow and step out with the signal.",
        example = "ring > * larger=6 push=0.2")
@Read(name = "by", kind = Signal.class, says = "The numbers: a spectrum, a history, or one for all.")
public record ScaleBySignal(
        @Id(value = "larger", label = "Size gain")
        @Range(min = -4, max = 20, initial = 2, says = "How much larger at 1: 2 is three times.")
        double larger,

        @Id(value = "push", label = "Displacement")
        @Range(min = -2, max = 2, initial = 0.1, unit = "units", says = "How far it is pushed at 1.")
        double push,

        @Id(value = "laid", label = "Spread")
        @Choice(initial = "mirrored", says = "Stretched once along all, there and back, or one for each in turn.")
        Laid laid)
        implements Operation<Points, Points, ScaleBySignal.Memory> {

    /** How few numbers are laid along many points. */
    public enum Laid {
        @Id("once")
        ONCE,
        @Id("mirrored")
        MIRRORED,
        @Id("in-turn")
        IN_TURN
    }

    /** The columns this step replaces. */
    public static final class Memory {
        final Points out = new Points();
        final Column x = new Column(16);
        final Column y = new Column(16);
        final Column size = new Column(16);
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Points in, Memory memory, Frame frame) {
        Points out = memory.out.share(in);
        int n = in.n();
        Signal by = frame.read("by", Signal.class);
        if (n == 0 || by == null) return out;
        float[] x = out.own(Attribute.X, memory.x).spread(n).values;
        float[] y = out.own(Attribute.Y, memory.y).spread(n).values;
        float[] size = out.own(Attribute.SIZE, memory.size).spread(n).values;
        for (int i = 0; i < n; i++) {
            float value = (float) at(by, i, n);
            size[i] = Math.max(0, size[i] * (1 + (float) larger * value));
            float far = (float) Math.hypot(x[i], y[i]);
            if (far < 1e-6f) continue;
            float stretch = 1 + (float) push * value / far;
            x[i] *= stretch;
            y[i] *= stretch;
        }
        return out;
    }

    /** The number that falls on point {@code i} of {@code n}. */
    double at(Signal by, int i, int n) {
        int count = by.size();
        if (laid == Laid.IN_TURN || count == 1) return by.at(i);
        double part = laid == Laid.ONCE ? (double) i / n : 1 - Math.abs(2.0 * i / n - 1);
        double place = part * (count - 1);
        int low = (int) Math.floor(place);
        double next = by.at(Math.min(low + 1, count - 1));
        return by.at(low) + (next - by.at(low)) * (place - low);
    }
}
