package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** 1 where the signal is above a level, below it or near it, else 0. */
@Id("compare")
@StepInfo(
        name = "Compare",
        does = "Gives 1 while the signal is above, below or near a level, or another lane.",
        find = "greater less than equal threshold condition test if trigger",
        notice = "It is 1 while the dim trace is above the level, else 0, with nothing between.",
        example = "sway > *")
@Read(name = "with", kind = Signal.class, says = "A lane instead of the level.", optional = true)
public record Compare(
        @Id(value = "is", label = "Condition") @Choice(initial = "above", says = "What is asked.")
        Is is,

        @Id("level") @Range(min = -1000, max = 1000, initial = 0.5, says = "The level, where no lane is read.")
        double level,

        @Id(value = "slack", label = "Hysteresis")
        @Range(
                min = 0,
                max = 100,
                initial = 0.02,
                says = "How far it must come back before the answer changes; how near is near.")
        double slack)
        implements Operation<Signal, Signal, Compare.Memory> {

    /** What is asked. */
    public enum Is {
        @Id("above")
        ABOVE,
        @Id("below")
        BELOW,
        @Id("near")
        NEAR
    }

    /** The answer so far. */
    public static final class Memory {
        final Signal out = new Signal();
        boolean yes;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        Signal other = frame.read("with", Signal.class);
        double over = in.value() - (other == null ? level : other.value());
        memory.yes = switch (is) {
            case ABOVE -> memory.yes ? over > -slack : over > 0;
            case BELOW -> memory.yes ? over < slack : over < 0;
            case NEAR -> Math.abs(over) <= slack;
        };
        return memory.out.set(memory.yes ? 1 : 0);
    }
}
