package gloaming.signal;

import gloaming.flow.Nothing;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** The signal of another lane, in this frame: from its end or from behind any of its steps. */
@Id("signal-from")
@StepInfo(
        name = "Signal from a lane",
        does = "Goes on from the signal of another lane, at its end or behind one of its steps.",
        find = "branch split tap another lane same signal twice fork share reuse",
        notice = "It begins with the signal of another lane.")
@Read(name = "from", kind = Signal.class, says = "A lane, or what leaves any of its steps.")
public record SignalFrom() implements Operation<Nothing, Signal, Signal> {

    @Override
    public Signal memory() {
        return new Signal();
    }

    @Override
    public Signal run(Nothing in, Signal own, Frame frame) {
        Signal from = frame.read("from", Signal.class);
        return from == null ? own.set(0) : own.copyFrom(from);
    }
}
