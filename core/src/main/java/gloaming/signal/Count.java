package gloaming.signal;

import gloaming.flow.Rising;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** How often the signal has risen. */
@Id("count")
@StepInfo(
        name = "Count",
        does = "Counts how often the signal rises, over and over if wanted.",
        find = "counter number of beats increment wrap step sequence index",
        notice = "It goes up by one at every rise of what comes in, and begins again at four.",
        example = "beat > *")
public record Count(
        @Id(value = "from", label = "Start") @Range(min = -1000, max = 1000, initial = 0, says = "Where it begins.")
        double from,

        @Id(value = "by", label = "Increment")
        @Range(min = -100, max = 100, initial = 1, says = "How much is added each time.")
        double by,

        @Id(value = "wrap", label = "Wrap at")
        @Range(min = 0, max = 1000, initial = 4, says = "After so many it begins again; 0 for never.")
        int wrap)
        implements Operation<Signal, Signal, Count.Memory> {

    /** How often it has risen. */
    public static final class Memory {
        final Signal out = new Signal();
        final Rising rising = new Rising();
        long count;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        if (memory.rising.by(in.value())) memory.count++;
        return memory.out.set(from + by * (wrap > 0 ? memory.count % wrap : memory.count));
    }
}
