package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A straight map of one range onto another. */
@Id("span")
@StepInfo(
        name = "Remap",
        does = "Stretches one range of a signal onto another.",
        find = "map range scale remap offset multiply invert fit span range map scale",
        notice = "One range is stretched onto another: 0 to 1 became 0.4 to 0.6.",
        example = "sway > * toLow=0.4 toHigh=0.6")
public record Remap(
        @Id("fromLow") @Range(min = -1000, max = 1000, initial = 0, says = "The input that gives 'to low'.")
        double fromLow,

        @Id("fromHigh") @Range(min = -1000, max = 1000, initial = 1, says = "The input that gives 'to high'.")
        double fromHigh,

        @Id("toLow") @Range(min = -1000, max = 1000, initial = 0, says = "What comes out at 'from low'.")
        double toLow,

        @Id("toHigh") @Range(min = -1000, max = 1000, initial = 1, says = "What comes out at 'from high'.")
        double toHigh,

        @Id(value = "hold", label = "Clamp")
        @Choice(initial = "true", says = "Whether it stays inside the range that comes out.")
        boolean hold)
        implements Operation<Signal, Signal, Signal> {

    @Override
    public Signal memory() {
        return new Signal();
    }

    @Override
    public Signal run(Signal in, Signal out, Frame frame) {
        return out.each(in, this::map);
    }

    private double map(double value) {
        double span = fromHigh - fromLow;
        double part = span == 0 ? (value >= fromLow ? 1 : 0) : (value - fromLow) / span;
        return toLow + (hold ? Math.clamp(part, 0.0, 1.0) : part) * (toHigh - toLow);
    }
}
