package gloaming.signal;

import gloaming.flow.Nothing;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** An oscillator between 0 and 1, in seconds or in beats; its phase carries on when its rate is changed. */
@Id("sway")
@StepInfo(
        name = "Oscillator",
        does = "Goes up and down for ever: sine, triangle, saw, square, or a new random value each round.",
        find =
                "oscillator wave sine lfo pulse triangle saw square random steps breathe cycle sway lfo wobble swing back and forth blink strobe flash lissajous",
        notice = "It goes up and down for ever; the wave has five forms.")
public record Oscillator(
        @Id("wave") @Choice(initial = "sine", says = "The shape of one round.")
        Wave wave,

        @Id("rate")
        @Range(min = 0.01, max = 30, initial = 0.25, byRatio = true, says = "Rounds in a second, or in a beat.")
        double rate,

        @Id("per") @Choice(initial = "second", says = "What the rate counts in.")
        Per per,

        @Id("phase") @Range(min = 0, max = 1, initial = 0, unit = "turns", says = "Where in its round it starts.")
        double phase,

        @Id("width") @Range(min = 0.02, max = 0.98, initial = 0.5, says = "Part of a round that the square is high.")
        double width,

        @Id("swing")
        @Range(min = 0, max = 0.75, initial = 0, says = "How late every second round comes, as a part of it.")
        double swing)
        implements Operation<Nothing, Signal, Oscillator.Memory> {

    /** Shapes of one round. */
    public enum Wave {
        @Id("sine")
        SINE,
        @Id("triangle")
        TRIANGLE,
        @Id("saw")
        SAW,
        @Id("square")
        SQUARE,
        @Id("random")
        RANDOM
    }

    /** What the rate counts in. */
    public enum Per {
        @Id("second")
        SECOND,
        @Id("beat")
        BEAT
    }

    /** Rounds so far. */
    public static final class Memory {
        final Signal out = new Signal();
        double rounds;
        double lastBeat = Double.NaN;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Nothing in, Memory memory, Frame frame) {
        if (per == Per.BEAT) {
            // Counted along the beat itself, so that it stays in step however long the lane was not looked at.
            boolean joins = Double.isNaN(memory.lastBeat);
            memory.rounds = joins ? rate * frame.beat() : memory.rounds + rate * (frame.beat() - memory.lastBeat);
            memory.lastBeat = frame.beat();
        }
        double at = Beat.swung(memory.rounds, swing) + phase;
        double part = at - Math.floor(at);
        if (per == Per.SECOND) memory.rounds += rate * frame.dt();
        return memory.out.set(
                switch (wave) {
                    case SINE -> 0.5 - 0.5 * Math.cos(2 * Math.PI * part);
                    case TRIANGLE -> 1 - Math.abs(2 * part - 1);
                    case SAW -> part;
                    case SQUARE -> part < width ? 1 : 0;
                    case RANDOM -> Randomness.uniform(frame.seed(), (long) Math.floor(at), 0);
                });
    }
}
