package gloaming.signal;

import gloaming.flow.Rising;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Lets the signal through while another is high; or takes one sample of it each time that rises. */
@Id("gate")
@StepInfo(
        name = "Gate",
        does = "Lets the signal through while another is high, or takes a sample each time that rises.",
        find = "sample and hold freeze pass mute latch switch condition",
        notice = "It lets through only while the other is open, and keeps the last meanwhile.",
        example = "sway rate=1 > * by=(sway wave=square rate=0.3)")
@Read(name = "by", kind = Signal.class, says = "What opens it: above a half is open.")
public record Gate(
        @Id(value = "closed", label = "When closed")
        @Choice(initial = "keep", says = "What it gives while it is closed; a sample is kept until the next.")
        Closed closed)
        implements Operation<Signal, Signal, Gate.Memory> {

    /** What a closed gate gives. */
    public enum Closed {
        @Id("keep")
        KEEP,
        @Id("zero")
        ZERO,
        @Id("sample")
        SAMPLE
    }

    /** What came through last. */
    public static final class Memory {
        final Signal out = new Signal();
        final Rising rising = new Rising();
        boolean begun;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        Signal by = frame.read("by", Signal.class);
        boolean rose = memory.rising.by(by == null ? 1 : by.value());
        boolean takes = closed == Closed.SAMPLE ? rose || !memory.begun : memory.rising.high();
        memory.begun = true;
        if (takes) return memory.out.set(in.value());
        return closed == Closed.ZERO ? memory.out.set(0) : memory.out;
    }
}
