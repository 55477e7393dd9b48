package gloaming.signal;

import gloaming.flow.Nothing;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The beats of the show as a signal: a flash on each, the way to the next, or their count. */
@Id("beat")
@StepInfo(
        name = "Beat",
        does = "Gives the beat: a moment on each, the way from one to the next, or how many there were.",
        find =
                "beats tempo bar pulse kick trigger metronome rhythm phase swing music clock count the bars strobe flash on beat",
        notice = "It leaps to 1 at every beat of the music, and to nothing right after.")
public record Beat(
        @Id(value = "gives", label = "Output")
        @Choice(initial = "moment", says = "1 in the moment of the beat, 0 to 1 on the way, or their number.")
        Gives gives,

        @Id("every")
        @Range(
                min = 0.125,
                max = 64,
                initial = 1,
                byRatio = true,
                unit = "beats",
                says = "From one to the next; 4 are a bar.")
        double every,

        @Id(value = "shift", label = "Offset")
        @Range(min = -0.5, max = 0.5, initial = 0, unit = "turns", says = "Earlier, below 0, or later.")
        double shift,

        @Id("swing")
        @Range(min = 0, max = 0.75, initial = 0, says = "How late every second one comes, as a part of the way.")
        double swing)
        implements Operation<Nothing, Signal, Beat.Memory> {

    /** What of the beat it gives. */
    public enum Gives {
        @Id("moment")
        MOMENT,
        @Id("way")
        WAY,
        @Id("count")
        COUNT
    }

    /** The number of the last one. */
    public static final class Memory {
        final Signal out = new Signal();
        double last = Double.NaN;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Nothing in, Memory memory, Frame frame) {
        double at = swung(frame.beat() / every - shift, swing);
        double number = Math.floor(at + 1e-9);
        boolean falls = number != memory.last && (!Double.isNaN(memory.last) || at - number < 1e-6);
        memory.last = number;
        return memory.out.set(
                switch (gives) {
                    case MOMENT -> falls ? 1 : 0;
                    case WAY -> Math.max(0, at - number);
                    case COUNT -> number;
                });
    }

    /** Where in a row of rounds one is when every second begins late by a part of its length. */
    static double swung(double at, double swing) {
        if (swing <= 0) return at;
        double pair = Math.floor(at / 2);
        double part = at - 2 * pair;
        double late = 1 + Math.min(swing, 0.9);
        return 2 * pair + (part < late ? part / late : 1 + (part - late) / (2 - late));
    }
}
