package gloaming.signal;

import gloaming.flow.Nothing;
import gloaming.flow.Signal;
import gloaming.sound.Band;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Pick;
import gloaming.step.Range;
import gloaming.step.Says;

/** The loudness of a band of the sound, 0 at the floor and 1 at full scale. */
@Says(
        name = "Listen",
        does = "Gives the loudness of the sound in a band, from 0 at the floor to 1 at full scale.",
        find = "sound music audio level loudness kick bass band react volume")
public record Listen(
        @Pick(initial = "low", says = "Which part of the sound: low to 160 Hz, mid to 2 kHz, high above, or all of it.")
        Band band,

        @Range(min = -90, max = -6, initial = -36, unit = "dB", says = "The loudness that gives 0.")
        double floor,

        @Range(min = 0, max = 4, initial = 1, says = "Multiplies what is heard.")
        double gain)
        implements Operation<Nothing, Signal, Signal> {

    @Override
    public Signal memory() {
        return new Signal();
    }

    @Override
    public Signal run(Nothing in, Signal out, Frame frame) {
        return out.set(frame.hearing().level(band, floor) * gain);
    }
}
