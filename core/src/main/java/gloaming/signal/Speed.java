package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** How fast the signal changes. */
@Id("speed")
@StepInfo(
        name = "Speed",
        does = "Gives how fast the signal changes, in units a second.",
        find = "differentiate derivative rate of change velocity slope",
        notice = "How fast it changes, not where it is.",
        example = "sway wave=triangle rate=0.5 > *")
public record Speed(
        @Id("smooth") @Range(min = 0, max = 5, initial = 0.05, unit = "s", says = "Over how long it is smoothed.")
        double smooth)
        implements Operation<Signal, Signal, Speed.Memory> {

    /** The value before, and the speed so far. */
    public static final class Memory {
        final Signal out = new Signal();
        double before = Double.NaN;
        double speed;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        double dt = frame.dt();
        if (dt > 0 && !Double.isNaN(memory.before)) {
            double now = (in.value() - memory.before) / dt;
            memory.speed = smooth <= 0 ? now : now + (memory.speed - now) * Math.exp(-dt / smooth);
        }
        if (dt > 0 || Double.isNaN(memory.before)) memory.before = in.value();
        return memory.out.set(memory.speed);
    }
}
