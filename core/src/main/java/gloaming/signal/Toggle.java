package gloaming.signal;

import gloaming.flow.Rising;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.StepInfo;

/** On and off in turn. */
@Id("toggle")
@StepInfo(
        name = "Toggle",
        does = "Turns on and off in turn, each time the signal rises.",
        find = "flip flop switch latch on off alternate every second beat",
        notice = "Each rise turns it on or off.",
        example = "beat > *")
public record Toggle(
        @Id("on") @Choice(initial = "false", says = "On to begin with.")
        boolean on) implements Operation<Signal, Signal, Toggle.Memory> {

    /** Whether it has been turned. */
    public static final class Memory {
        final Signal out = new Signal();
        final Rising rising = new Rising();
        boolean turned;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        if (memory.rising.by(in.value())) memory.turned = !memory.turned;
        return memory.out.set(memory.turned != on ? 1 : 0);
    }
}
