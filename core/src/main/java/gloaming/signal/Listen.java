package gloaming.signal;

import gloaming.flow.Nothing;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.sound.Band;
import gloaming.sound.Hearing;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The loudness of a band of the sound, 0 at the floor and 1 at full scale. */
@Id("listen")
@StepInfo(
        name = "Listen",
        does = "Gives the loudness of the sound in a band, from 0 at the floor to 1 at full scale.",
        find =
                "sound music audio level loudness kick bass band react volume automatic gain follow the music sound loudness",
        notice = "The low tones of the band, as a number.")
public record Listen(
        @Id("band")
        @Choice(
                initial = "low",
                says =
                        "Which part of the sound: low to 160 Hz, mid to 2 kHz, high above, all of it, or your own edges.")
        Part band,

        @Id("floor") @Range(min = -90, max = -6, initial = -36, unit = "dB", says = "The loudness that gives 0.")
        double floor,

        @Id("gain") @Range(min = 0, max = 4, initial = 1, says = "Multiplies what is heard.")
        double gain,

        @Id("automatic")
        @Choice(initial = "false", says = "Full scale is as loud as it has been lately, so quiet music moves as much.")
        boolean automatic,

        @Id("from")
        @Range(
                min = 20,
                max = 20_000,
                initial = 300,
                unit = "Hz",
                byRatio = true,
                says = "Lower edge of your own band.")
        double from,

        @Id("to")
        @Range(
                min = 20,
                max = 20_000,
                initial = 900,
                unit = "Hz",
                byRatio = true,
                says = "Upper edge of your own band.")
        double to)
        implements Operation<Nothing, Signal, Listen.Memory> {
    /** Decibels a second by which the loudest is forgotten, and the quietest that is taken for music. */
    private static final double FORGETS = 1.5;

    private static final double QUIETEST = -60;

    /** Parts of the sound. */
    public enum Part {
        @Id("low")
        LOW,
        @Id("mid")
        MID,
        @Id("high")
        HIGH,
        @Id("all")
        ALL,
        @Id("own")
        OWN
    }

    /** The loudest of late, in dBFS. */
    public static final class Memory {
        final Signal out = new Signal();
        double loudest = Double.NaN;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Nothing in, Memory memory, Frame frame) {
        double level = decibels(frame.hearing());
        memory.loudest = Double.isNaN(memory.loudest)
                ? 0
                : Math.clamp(Math.max(level, memory.loudest - FORGETS * frame.dt()), QUIETEST, 0.0);
        double top = automatic ? memory.loudest : 0;
        return memory.out.set(Math.clamp((level - top - floor) / -floor, 0.0, 1.0) * gain);
    }

    private double decibels(Hearing hearing) {
        return switch (band) {
            case LOW -> hearing.decibels(Band.LOW);
            case MID -> hearing.decibels(Band.MID);
            case HIGH -> hearing.decibels(Band.HIGH);
            case ALL -> hearing.decibels(Band.ALL);
            case OWN -> hearing.decibels(Math.min(from, to), Math.max(from, to));
        };
    }
}
