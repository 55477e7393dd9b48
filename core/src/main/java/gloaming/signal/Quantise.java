package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Even steps instead of a slope. */
@Id("notches")
@StepInfo(
        name = "Quantise",
        does = "Lets the signal rest only at even steps.",
        find = "quantise quantize steps round grid snap discrete levels notches steps",
        notice = "It goes in steps, and holds on to each a little.",
        example = "sway > *")
public record Quantise(
        @Id("step") @Range(min = 0.001, max = 1000, initial = 0.25, byRatio = true, says = "From one to the next.")
        double step,

        @Id(value = "grip", label = "Hysteresis")
        @Range(
                min = 0,
                max = 0.9,
                initial = 0.1,
                says = "How far past the middle between two it must go before it moves.")
        double grip)
        implements Operation<Signal, Signal, Quantise.Memory> {

    /** The step it rests at. */
    public static final class Memory {
        final Signal out = new Signal();
        double at = Double.NaN;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        double place = in.value() / step;
        if (Double.isNaN(memory.at) || Math.abs(place - memory.at) > 0.5 + grip / 2) memory.at = Math.rint(place);
        return memory.out.set(memory.at * step);
    }
}
