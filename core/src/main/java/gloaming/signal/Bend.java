package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Bends a signal between 0 and 1; both ends stay. */
@Id("bend")
@StepInfo(
        name = "Bend",
        does = "Bends a signal between 0 and 1: slow at first, quick at first, or soft at both ends.",
        find = "curve gamma power exponent s-curve response shape ease in out",
        notice = "The dim trace is what comes in, the bright one what leaves: low values are held down.",
        example = "sway > * amount=3")
public record Bend(
        @Id("shape") @Choice(initial = "power", says = "The shape of the bend.")
        Shape shape,

        @Id("amount")
        @Range(
                min = 0.1,
                max = 10,
                initial = 2,
                byRatio = true,
                says = "How strongly: above 1 slow at first, below quick.")
        double amount)
        implements Operation<Signal, Signal, Signal> {

    /** Shapes of the bend. */
    public enum Shape {
        @Id("power")
        POWER,
        @Id("both-ends")
        BOTH_ENDS
    }

    @Override
    public Signal memory() {
        return new Signal();
    }

    @Override
    public Signal run(Signal in, Signal out, Frame frame) {
        return out.each(in, this::bend);
    }

    private double bend(double x) {
        // Beyond 0 to 1 it goes on as a mirror, so that nothing is cut.
        double size = Math.abs(x);
        double bent = shape == Shape.POWER || size > 1
                ? Math.pow(size, amount)
                : Math.pow(size, amount) / (Math.pow(size, amount) + Math.pow(1 - size, amount));
        return Math.copySign(bent, x);
    }
}
