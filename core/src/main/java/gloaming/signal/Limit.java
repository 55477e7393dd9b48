package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Keeps the signal between two values: held, begun again, or turned back. */
@Id("bounds")
@StepInfo(
        name = "Limit",
        does = "Keeps the signal between two values: held there, begun again, or turned back.",
        find = "clamp limit wrap fold modulo ping pong range bounds clamp wrap fold",
        notice = "What would go beyond the limits is cut flat; fold and wrap are other ways back.",
        example = "sway > * low=0.25 high=0.75")
public record Limit(
        @Id("low") @Range(min = -1000, max = 1000, initial = 0, says = "The lower bound.")
        double low,

        @Id("high") @Range(min = -1000, max = 1000, initial = 1, says = "The upper bound.")
        double high,

        @Id("beyond") @Choice(initial = "hold", says = "What happens beyond them.")
        Beyond beyond)
        implements Operation<Signal, Signal, Signal> {

    /** What happens beyond the bounds. */
    public enum Beyond {
        @Id("hold")
        HOLD,
        @Id("wrap")
        WRAP,
        @Id("fold")
        FOLD
    }

    @Override
    public Signal memory() {
        return new Signal();
    }

    @Override
    public Signal run(Signal in, Signal out, Frame frame) {
        return out.each(in, this::keep);
    }

    private double keep(double value) {
        double least = Math.min(low, high);
        double span = Math.abs(high - low);
        if (span == 0) return least;
        double part = (value - least) / span;
        return least
                + span
                        * switch (beyond) {
                            case HOLD -> Math.clamp(part, 0.0, 1.0);
                            case WRAP -> part - Math.floor(part);
                            case FOLD -> 1 - Math.abs(part - 2 * Math.floor(part / 2) - 1);
                        };
    }
}
