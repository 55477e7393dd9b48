package gloaming.signal;

import gloaming.flow.Nothing;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Value noise over time with a quintic fade (Perlin 2002), several octaves, between 0 and 1. */
@Id("wander")
@StepInfo(
        name = "Wander",
        does = "One number, or many, that wander without aim between 0 and 1, as slowly or as nervously as wanted.",
        find = "many random numbers noise random drift organic flicker candle unsteady time",
        notice = "It never repeats and never leaps.",
        example = "* rate=1")
public record Wander(
        @Id("rate")
        @Range(min = 0.01, max = 30, initial = 0.5, unit = "Hz", byRatio = true, says = "New directions in a second.")
        double rate,

        @Id("detail") @Range(min = 1, max = 6, initial = 2, says = "Layers of finer and finer wandering.")
        int detail,

        @Id("roughness")
        @Range(min = 0, max = 1, initial = 0.5, says = "How strong each finer layer is against the one before.")
        double roughness,

        @Id("count")
        @Range(min = 1, max = 1024, initial = 1, byRatio = true, says = "How many numbers wander, each by itself.")
        int count)
        implements Operation<Nothing, Signal, Oscillator.Memory> {

    /** Seeds of numbers that wander side by side are this far apart. */
    private static final long STRIDE = 0x9E3779B97F4A7C15L;

    @Override
    public Oscillator.Memory memory() {
        return new Oscillator.Memory();
    }

    @Override
    public Signal run(Nothing in, Oscillator.Memory memory, Frame frame) {
        double at = memory.rounds;
        memory.rounds += rate * frame.dt();
        memory.out.size(count);
        for (int i = 0; i < count; i++) memory.out.put(i, wander(frame.seed() + i * STRIDE, at));
        return memory.out;
    }

    private double wander(long seed, double at) {
        double sum = 0;
        double weight = 1;
        double weights = 0;
        for (int octave = 0; octave < detail; octave++) {
            sum += weight * noise(seed, at * (1 << octave), octave);
            weights += weight;
            weight *= roughness;
        }
        return sum / weights;
    }

    private static double noise(long seed, double at, int octave) {
        long cell = (long) Math.floor(at);
        double f = at - cell;
        double fade = f * f * f * (f * (f * 6 - 15) + 10);
        double from = Randomness.uniform(seed, cell, octave);
        double to = Randomness.uniform(seed, cell + 1, octave);
        return from + (to - from) * fade;
    }
}
