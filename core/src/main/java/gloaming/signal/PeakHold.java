package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The largest value of late, kept for a while, then sinking. */
@Id("crest")
@StepInfo(
        name = "Peak hold",
        does = "Keeps the largest value for a while, then sinks towards the signal.",
        find = "peak hold maximum meter decay top envelope follower crest maximum",
        notice = "It keeps the highest for a moment, then sinks slowly.",
        example = "sway wave=random rate=3 > * fall=0.8")
public record PeakHold(
        @Id(value = "hold", label = "Hold time")
        @Range(min = 0, max = 10, initial = 0.3, unit = "s", says = "How long it is kept.")
        double hold,

        @Id(value = "fall", label = "Fall time")
        @Range(min = 0, max = 100, initial = 1, unit = "a second", says = "How fast it sinks then.")
        double fall)
        implements Operation<Signal, Signal, PeakHold.Memory> {

    /** The crest and its age. */
    public static final class Memory {
        final Signal out = new Signal();
        double crest = Double.NEGATIVE_INFINITY;
        double age;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        double before = memory.age;
        memory.age += frame.dt();
        double sinks = Math.max(0, memory.age - Math.max(before, hold));
        memory.crest -= fall * sinks;
        if (in.value() >= memory.crest) {
            memory.crest = in.value();
            memory.age = 0;
        }
        return memory.out.set(memory.crest);
    }
}
