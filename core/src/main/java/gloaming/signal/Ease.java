package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Says;

/** An exponential approach with a time constant each way: the same curve at any frame rate. */
@Says(
        name = "Ease",
        does = "Smooths a signal, with one time for rising and one for falling.",
        find = "smooth lag slow release attack soften twitch calm")
public record Ease(
        @Range(min = 0, max = 10, initial = 0.02, unit = "s", says = "Time to rise 63 percent of the way.")
        double up,

        @Range(min = 0, max = 10, initial = 0.18, unit = "s", says = "Time to fall 63 percent of the way.")
        double down)
        implements Operation<Signal, Signal, Ease.Memory> {

    /** Where it was. */
    public static final class Memory {
        final Signal out = new Signal();
        boolean started;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        double target = in.value();
        double was = memory.started ? memory.out.value() : target;
        memory.started = true;
        double seconds = target > was ? up : down;
        return memory.out.set(seconds <= 0 ? target : target + (was - target) * Math.exp(-frame.dt() / seconds));
    }
}
