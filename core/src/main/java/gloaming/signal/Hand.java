package gloaming.signal;

import gloaming.desk.Control;
import gloaming.flow.Nothing;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A control of the desk as a signal, so that many settings can follow it. */
@Id("hand")
@StepInfo(
        name = "Hand",
        does = "Gives what a control of the Desk gives: a fader, a pad, a key, anything that arrives.",
        find = "control fader osc midi controller knob pad key desk input external sensor",
        notice = "It stands still here: move the control that it is bound to.")
public record Hand(
        @Id("control")
        @Choice(initial = "", says = "The control's name as the Desk lists it, such as osc /mill/fader/1.")
        String control,

        @Id(value = "gives", label = "Output")
        @Choice(initial = "value", says = "Its value, or 1 in the moment it is pressed.")
        Gives gives,

        @Id("ease")
        @Range(min = 0, max = 10, initial = 0.03, unit = "s", says = "Time to go 63 percent of the way to a new value.")
        double ease)
        implements Operation<Nothing, Signal, Hand.Memory> {

    /** What of the control it gives. */
    public enum Gives {
        @Id("value")
        VALUE,
        @Id("press")
        PRESS
    }

    /** How often it had been pressed. */
    public static final class Memory {
        final Signal out = new Signal();
        boolean begun;
        long presses;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Nothing in, Memory memory, Frame frame) {
        Control known = frame.inbox().find(control.strip());
        if (known == null) return memory.out;
        long presses = known.presses();
        boolean pressed = memory.begun && presses != memory.presses;
        memory.presses = presses;
        if (gives == Gives.PRESS) {
            memory.begun = true;
            return memory.out.set(pressed ? 1 : 0);
        }
        double was = memory.begun ? memory.out.value() : known.value();
        memory.begun = true;
        double keeps = ease <= 0 ? 0 : Math.exp(-frame.dt() / ease);
        return memory.out.set(known.value() + (was - known.value()) * keeps);
    }
}
