package gloaming.signal;

import gloaming.flow.Rising;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.StepInfo;

/** Sends a signal to other programs and devices. */
@Id("tell")
@StepInfo(
        name = "Tell",
        does = "Sends the signal out over OSC or MIDI whenever it changes, and hands it on.",
        outward = true,
        find = "send output osc midi lights note controller network out export message",
        notice = "The same goes on, and is told to another device as well.")
public record Tell(
        @Id("to")
        @Choice(
                initial = "osc /gloaming/1",
                says =
                        "Where to: osc and an address, or midi, a port's name, channel and control, as in midi pad/1/cc/21.")
        String to,

        @Id("when") @Choice(initial = "change", says = "Whenever it changes, or only a 1 each time it rises.")
        When when)
        implements Operation<Signal, Signal, Tell.Memory> {

    /** When it sends. */
    public enum When {
        @Id("change")
        CHANGE,
        @Id("rise")
        RISE
    }

    /** Whether it was high. */
    public static final class Memory {
        final Rising rising = new Rising();
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        boolean rose = memory.rising.by(in.value());
        if (to.isBlank()) return in;
        if (when == When.RISE) {
            if (rose) frame.outbox().put(to.strip(), 1, true);
            return in;
        }
        // Several numbers go to several addresses.
        if (in.size() == 1) frame.outbox().put(to.strip(), in.value(), false);
        else for (int i = 0; i < in.size(); i++) frame.outbox().put(to.strip() + " " + (i + 1), in.at(i), false);
        return in;
    }
}
