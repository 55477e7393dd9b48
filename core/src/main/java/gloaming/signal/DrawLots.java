package gloaming.signal;

import gloaming.flow.Rising;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A new random number each time the signal rises. */
@Id("draw-lots")
@StepInfo(
        name = "Draw lots",
        does = "Picks a new random number each time the signal rises.",
        find = "random pick dice trigger choose shuffle beat new value chance many random numbers dice lottery")
public record DrawLots(
        @Id("low") @Range(min = -1000, max = 1000, initial = 0, says = "The least number.")
        double low,

        @Id("high") @Range(min = -1000, max = 1000, initial = 1, says = "The largest number.")
        double high,

        @Id("whole") @Choice(initial = "false", says = "Whole numbers only, both ends among them.")
        boolean whole,

        @Id(value = "fresh", label = "No repeats")
        @Choice(initial = "true", says = "Never the same number twice in a row.")
        boolean fresh)
        implements Operation<Signal, Signal, DrawLots.Memory> {

    /** The lot that was drawn last. */
    public static final class Memory {
        final Signal out = new Signal();
        final Rising rising = new Rising();
        long draws;
        double lot = Double.NaN;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        if (memory.rising.by(in.value()) || Double.isNaN(memory.lot)) {
            memory.draws++;
            memory.lot = lot(memory.lot, Randomness.uniform(frame.seed(), memory.draws, 0));
        }
        return memory.out.set(memory.lot);
    }

    /** The lot for a random number from 0 to 1, given the last lot. */
    double lot(double last, double random) {
        double least = Math.min(low, high);
        double most = Math.max(low, high);
        if (!whole) return least + random * (most - least);
        double first = Math.ceil(least);
        long count = Math.max(1, (long) (Math.floor(most) - first) + 1);
        boolean skips = fresh && count > 1 && last >= first && last <= most;
        // One number fewer to choose from; those from the last one on stand one further up.
        long i = Math.min((long) (random * (skips ? count - 1 : count)), count - 1);
        double lot = first + i;
        return skips && lot >= last ? lot + 1 : lot;
    }
}
