package gloaming.signal;

import gloaming.flow.Nothing;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.sound.Hearing;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.StepInfo;

/** One number about the sound as it is now, in its own unit. */
@Id("gauge")
@StepInfo(
        name = "Gauge",
        does =
                "Measures the sound: loudness and peak in dBFS, its brightness in Hz, what begins, tempo, how sure that is.",
        find = "rms peak centroid brightness flux tempo bpm confidence meter decibel sound measure",
        notice = "A number about the sound: here how loud it is.")
public record Gauge(
        @Id(value = "of", label = "Measure") @Choice(initial = "loudness", says = "What is measured.")
        Of of) implements Operation<Nothing, Signal, Signal> {

    /** What is measured. */
    public enum Of {
        /** Root mean square of the last moments in dBFS. */
        @Id("loudness")
        LOUDNESS,
        /** The largest sample of the last moment in dBFS. */
        @Id("peak")
        PEAK,
        /** The mean frequency, weighted by power, in Hz. */
        @Id("centroid")
        CENTROID,
        @Id("flux")
        FLUX,
        /** Beats a minute of the show's clock. */
        @Id("tempo")
        TEMPO,
        /** How sure it is of the tempo it hears, 0 to 1. */
        @Id("confidence")
        CONFIDENCE
    }

    @Override
    public Signal memory() {
        return new Signal();
    }

    @Override
    public Signal run(Nothing in, Signal out, Frame frame) {
        Hearing hearing = frame.hearing();
        return out.set(
                switch (of) {
                    case LOUDNESS -> hearing.loudness();
                    case PEAK -> 20 * Math.log10(Math.max(1e-6, hearing.peak()));
                    case CENTROID -> hearing.centroid();
                    case FLUX -> hearing.flux();
                    case TEMPO -> frame.tempo();
                    case CONFIDENCE -> hearing.confidence();
                });
    }
}
