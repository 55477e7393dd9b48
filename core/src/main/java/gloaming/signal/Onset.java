package gloaming.signal;

import gloaming.flow.Nothing;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** What begins to sound: each stroke, note or word. */
@Id("onset")
@StepInfo(
        name = "Onset",
        does = "Tells when something begins to sound: a stroke, a note, a word.",
        find = "onset transient hit attack drum trigger flux sound music percussion",
        notice = "It leaps where something new begins in the sound.")
public record Onset(
        @Id(value = "gives", label = "Output")
        @Choice(initial = "moment", says = "1 in the moment it begins, or how much is beginning.")
        Gives gives,

        @Id(value = "least", label = "Threshold")
        @Range(min = 0, max = 40, initial = 2, says = "What begins less strongly does not count.")
        double least,

        @Id(value = "rest", label = "Rest time")
        @Range(min = 0, max = 4, initial = 0.08, unit = "s", says = "How long none counts after one that did.")
        double rest)
        implements Operation<Nothing, Signal, Onset.Memory> {

    /** What of the onset it gives. */
    public enum Gives {
        @Id("moment")
        MOMENT,
        @Id("strength")
        STRENGTH
    }

    /** The strongest of the last moments, and how long ago the last one was. */
    public static final class Memory {
        final Signal out = new Signal();
        double strength;
        double since = 1e9;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Nothing in, Memory memory, Frame frame) {
        memory.since += frame.dt();
        double flux = frame.hearing().flux();
        memory.strength = Math.max(flux, memory.strength * Math.exp(-frame.dt() / 0.05));
        if (gives == Gives.STRENGTH) return memory.out.set(Math.max(0, flux - least));
        boolean begins = frame.hearing().began() && memory.strength >= least && memory.since >= rest;
        if (begins) memory.since = 0;
        return memory.out.set(begins ? 1 : 0);
    }
}
