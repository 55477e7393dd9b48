package gloaming.signal;

import gloaming.flow.Rising;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A rise, a fall to a level, and a release: while the signal is high, and after. */
@Id("envelope")
@StepInfo(
        name = "Envelope",
        does = "Rises when the signal rises, falls to a level while it is high, and fades when it drops.",
        find = "adsr attack decay sustain release trigger hit flash pulse",
        notice = "Each beat strikes it: quickly up, down to the middle, then off.",
        example = "beat > *")
public record Envelope(
        @Id("attack") @Range(min = 0, max = 10, initial = 0.02, unit = "s", says = "Time to the top.")
        double attack,

        @Id("decay")
        @Range(min = 0, max = 10, initial = 0.2, unit = "s", says = "Time from the top to the level it keeps.")
        double decay,

        @Id("sustain") @Range(min = 0, max = 1, initial = 0.5, says = "The level it keeps while the signal is high.")
        double sustain,

        @Id("release") @Range(min = 0, max = 20, initial = 0.6, unit = "s", says = "Time from the top to nothing.")
        double release)
        implements Operation<Signal, Signal, Envelope.Memory> {

    /** Where in its course it is. */
    public static final class Memory {
        final Signal out = new Signal();
        final Rising rising = new Rising();
        boolean falls;
        double level;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        if (memory.rising.by(in.value())) memory.falls = false;
        double left = frame.dt();
        // A long frame may see the end of one part and the beginning of the next.
        if (memory.rising.high() && !memory.falls) {
            double needs = (1 - memory.level) * attack;
            memory.level = needs > left ? memory.level + left / attack : 1;
            memory.falls = memory.level >= 1;
            left -= needs;
        }
        if (left > 0 && memory.rising.high() && memory.falls) {
            memory.level = Math.max(sustain, decay <= 0 ? sustain : memory.level - left * (1 - sustain) / decay);
        } else if (left > 0 && !memory.rising.high()) {
            memory.falls = false;
            memory.level = Math.max(0, release <= 0 ? 0 : memory.level - left / release);
        }
        return memory.out.set(memory.level);
    }
}
