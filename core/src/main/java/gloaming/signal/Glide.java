package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A straight line to each new value, in a time that is always the same. */
@Id("glide")
@StepInfo(
        name = "Glide",
        does = "Goes to each new value in a straight line, always in the same time.",
        find = "linear ramp portamento slide tween interpolate smooth new random value")
public record Glide(
        @Id("seconds") @Range(min = 0, max = 60, initial = 0.5, unit = "s", says = "How long it takes.")
        double seconds) implements Operation<Signal, Signal, Glide.Memory> {

    /** Where it comes from and goes to, and how long it has still to go. */
    public static final class Memory {
        final Signal out = new Signal();
        double from;
        double to = Double.NaN;
        double left;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        double target = in.value();
        if (Double.isNaN(memory.to)) {
            memory.from = target;
            memory.to = target;
            memory.out.set(target);
        }
        memory.left = Math.max(0, memory.left - frame.dt());
        if (target != memory.to) {
            memory.from = at(memory);
            memory.to = target;
            memory.left = seconds;
        }
        return memory.out.set(at(memory));
    }

    private double at(Memory memory) {
        if (memory.left <= 0 || seconds <= 0) return memory.to;
        return memory.to + (memory.from - memory.to) * Math.min(1, memory.left / seconds);
    }
}
