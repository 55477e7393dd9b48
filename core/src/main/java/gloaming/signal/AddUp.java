package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The signal added up over time: a rate becomes a phase. */
@Id("add-up")
@StepInfo(
        name = "Add up",
        does = "Adds the signal up over time, so that a rate becomes a phase.",
        find = "integrate accumulate sum phase turn grow total clock",
        notice = "It climbs as long as something comes in, and begins again at 1: a phase whose pace the signal sets.")
public record AddUp(
        @Id("rate") @Range(min = -100, max = 100, initial = 1, says = "Times the signal.")
        double rate,

        @Id("wrap") @Choice(initial = "true", says = "Begins again at 0 when it has come to 1.")
        boolean wrap)
        implements Operation<Signal, Signal, AddUp.Memory> {
    private static final double FAR = 1e9;

    /** The sum so far. */
    public static final class Memory {
        final Signal out = new Signal();
        double sum;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        memory.sum = Math.clamp(memory.sum + rate * in.value() * frame.dt(), -FAR, FAR);
        if (wrap) memory.sum -= Math.floor(memory.sum);
        return memory.out.set(memory.sum);
    }
}
