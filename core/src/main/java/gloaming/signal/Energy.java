package gloaming.signal;

import gloaming.flow.Nothing;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** How much is going on in the music over bars: what tells a verse from a chorus and a breakdown from a drop. */
@Id("energy")
@StepInfo(
        name = "Energy",
        does = "Gives how much has been going on over the last bars, against the most and the least so far.",
        find = "energy intensity section build drop breakdown bars average music loudness dynamics",
        notice = "It rises where the music gets fuller over bars, and ignores single beats.")
public record Energy(
        @Id("bars") @Range(min = 0.25, max = 32, initial = 2, byRatio = true, unit = "bars", says = "Over how long.")
        double bars,

        @Id("relative")
        @Choice(
                initial = "true",
                says = "From 0 at the least to 1 at the most of the last minutes; otherwise 0 at -60 dB.")
        boolean relative)
        implements Operation<Nothing, Signal, Energy.Memory> {
    private static final double SILENT = -60;
    /** The least and the most are forgotten with this many seconds. */
    private static final double REMEMBERS = 90;
    /** Decibels between least and most that count as full range at least. */
    private static final double SPAN = 6;

    /** The energy so far, and its extremes. */
    public static final class Memory {
        final Signal out = new Signal();
        boolean begun;
        double energy = SILENT;
        double least;
        double most;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Nothing in, Memory m, Frame frame) {
        double now = Math.max(SILENT, frame.hearing().loudness());
        // What begins counts too: a busy bar has more energy than a held chord as loud.
        double busy = now + Math.min(12, 0.6 * frame.hearing().flux());
        double seconds = bars * 240 / Math.max(20, frame.tempo());
        if (!m.begun) {
            m.energy = busy;
            m.least = busy - SPAN / 2;
            m.most = busy + SPAN / 2;
        }
        m.begun = true;
        m.energy += (busy - m.energy) * (1 - Math.exp(-frame.dt() / seconds));
        double forgets = 1 - Math.exp(-frame.dt() / REMEMBERS);
        m.least = Math.min(m.energy, m.least + (m.energy - m.least) * forgets);
        m.most = Math.max(m.energy, m.most + (m.energy - m.most) * forgets);
        if (!relative) return m.out.set(Math.clamp(1 - m.energy / SILENT, 0.0, 1.0));
        return m.out.set(Math.clamp((m.energy - m.least) / Math.max(SPAN, m.most - m.least), 0.0, 1.0));
    }
}
