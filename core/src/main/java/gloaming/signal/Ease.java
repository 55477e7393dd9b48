package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** An exponential approach with a time constant each way: the same curve at any frame rate. */
@Id("ease")
@StepInfo(
        name = "Ease",
        does = "Smooths a signal, with one time for rising and one for falling.",
        find = "smooth lag slow release attack soften twitch calm",
        notice = "Up at once, down slowly: the dim trace is what comes in.",
        example = "sway wave=square rate=0.7 > * up=0.02 down=0.5")
public record Ease(
        @Id("up") @Range(min = 0, max = 10, initial = 0.02, unit = "s", says = "Time to rise 63 percent of the way.")
        double up,

        @Id("down") @Range(min = 0, max = 10, initial = 0.18, unit = "s", says = "Time to fall 63 percent of the way.")
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
        int before = memory.started ? memory.out.size() : 0;
        memory.out.size(in.size());
        memory.started = true;
        for (int i = 0; i < in.size(); i++) {
            double target = in.at(i);
            double was = i < before ? memory.out.at(i) : target;
            double seconds = target > was ? up : down;
            memory.out.put(i, seconds <= 0 ? target : target + (was - target) * Math.exp(-frame.dt() / seconds));
        }
        return memory.out;
    }
}
