package gloaming.signal;

import gloaming.flow.Nothing;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The loudness of many bands at once, evenly spaced in octaves: one signal of many numbers. */
@Id("spectrum")
@StepInfo(
        name = "Spectrum",
        does = "Gives the loudness of many bands from low to high, as one signal of many numbers.",
        find = "fft frequency bands bars analyser equaliser log many sound music audio equalizer",
        notice = "Low tones left, high ones right: the whole sound as numbers.",
        example = "* > summary of=mean")
public record Spectrum(
        @Id("bands") @Range(min = 16, max = 128, initial = 32, says = "How many bands.")
        int bands,

        @Id("from")
        @Range(min = 20, max = 2_000, initial = 40, unit = "Hz", byRatio = true, says = "Where the lowest begins.")
        double from,

        @Id("to")
        @Range(min = 500, max = 20_000, initial = 12_000, unit = "Hz", byRatio = true, says = "Where the highest ends.")
        double to,

        @Id("floor") @Range(min = -100, max = -12, initial = -60, unit = "dB", says = "The loudness that gives 0.")
        double floor,

        @Id(value = "lift", label = "Treble lift")
        @Range(
                min = 0,
                max = 6,
                initial = 3,
                unit = "dB an octave",
                says = "Lifts high bands, which are weaker in music.")
        double lift,

        @Id("down") @Range(min = 0, max = 5, initial = 0.15, unit = "s", says = "Time to fall 63 percent of the way.")
        double down)
        implements Operation<Nothing, Signal, Signal> {

    @Override
    public Signal memory() {
        return new Signal();
    }

    @Override
    public Signal run(Nothing in, Signal out, Frame frame) {
        out.size(bands);
        double high = Math.max(to, from * 2);
        double octaves = Math.log(high / from) / Math.log(2);
        double keeps = down <= 0 ? 0 : Math.exp(-frame.dt() / down);
        for (int i = 0; i < bands; i++) {
            double raised = frame.hearing().bandOf(i, bands, from, high) + lift * octaves * (i + 0.5) / bands;
            double level = Math.clamp(1 - raised / floor, 0.0, 1.0);
            double was = out.at(i);
            out.put(i, level >= was ? level : level + (was - level) * keeps);
        }
        return out;
    }
}
