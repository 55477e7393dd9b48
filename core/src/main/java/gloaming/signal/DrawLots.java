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
import java.util.Arrays;

/** A new random number each time the signal rises. */
@Id("draw-lots")
@StepInfo(
        name = "Draw lots",
        does = "Picks a new random number, or many, each time the signal rises: any, or one of a weighted list.",
        find =
                "weighted list random pick dice trigger choose shuffle beat new value chance many random numbers dice lottery",
        notice = "At each beat a new number, held until the next.",
        example = "beat > *")
public record DrawLots(
        @Id("low") @Range(min = -1000, max = 1000, initial = 0, says = "The least number.")
        double low,

        @Id("high") @Range(min = -1000, max = 1000, initial = 1, says = "The largest number.")
        double high,

        @Id("whole") @Choice(initial = "false", says = "Whole numbers only, both ends among them.")
        boolean whole,

        @Id(value = "fresh", label = "No repeats")
        @Choice(initial = "true", says = "Never the same number twice in a row.")
        boolean fresh,

        @Id("count")
        @Range(
                min = 1,
                max = 1024,
                initial = 1,
                byRatio = true,
                says = "How many numbers are drawn at once, each by itself.")
        int count,

        @Id("list")
        @Choice(
                initial = "",
                says =
                        "Numbers to draw from instead, with blanks between; 2:3 is drawn three times as often as 5. Empty draws any between the ends.")
        String list)
        implements Operation<Signal, Signal, DrawLots.Memory> {
    /** Numbers of a list, at most. */
    private static final int MOST = 1_024;

    /** The lots that were drawn last, and the list as numbers, each with the sum of the weights up to it. */
    public static final class Memory {
        final Signal out = new Signal();
        final Rising rising = new Rising();
        long draws;
        double[] lots = {};
        String read = "";
        double[] numbers = {};
        double[] sums = {};
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        if (!list.equals(memory.read)) read(memory);
        int had = memory.lots.length;
        boolean drawn = memory.rising.by(in.value()) || had == 0;
        if (drawn) memory.draws++;
        if (had != count) memory.lots = Arrays.copyOf(memory.lots, count);
        memory.out.size(count);
        for (int i = 0; i < count; i++) {
            double last = i < had ? memory.lots[i] : Double.NaN;
            if (drawn || i >= had)
                memory.lots[i] = lot(memory, last, Randomness.uniform(frame.seed(), memory.draws, i));
            memory.out.put(i, memory.lots[i]);
        }
        return memory.out;
    }

    private double lot(Memory memory, double last, double random) {
        return memory.numbers.length == 0 ? lot(last, random) : listed(memory, last, random);
    }

    /** One of the list, by weight; without repeats what was drawn last weighs nothing, unless there is nothing else. */
    private double listed(Memory memory, double last, double random) {
        double[] sums = memory.sums;
        double whole = sums[sums.length - 1];
        double without = 0;
        for (int i = 0; i < sums.length; i++) if (memory.numbers[i] == last) without += weight(sums, i);
        boolean skips = fresh && without > 0 && without < whole;
        double left = random * (skips ? whole - without : whole);
        for (int i = 0; i < sums.length; i++) {
            if (skips && memory.numbers[i] == last) continue;
            left -= weight(sums, i);
            if (left < 0) return memory.numbers[i];
        }
        return memory.numbers[sums.length - 1];
    }

    private static double weight(double[] sums, int i) {
        return i == 0 ? sums[0] : sums[i] - sums[i - 1];
    }

    private void read(Memory memory) {
        String[] words = list.isBlank() ? new String[0] : list.strip().split("[\\s,;]+");
        int n = Math.min(MOST, words.length);
        double[] numbers = new double[n];
        double[] sums = new double[n];
        double sum = 0;
        for (int i = 0; i < n; i++) {
            String[] parts = words[i].split(":", 2);
            try {
                numbers[i] = Double.parseDouble(parts[0]);
                sum += parts.length == 1 ? 1 : Math.clamp(Double.parseDouble(parts[1]), 0.0, 1e6);
            } catch (NumberFormatException e) {
                throw new IllegalArgumentException("cannot read '" + words[i] + "' in its list; write 5 or 2:3");
            }
            sums[i] = sum;
        }
        if (n > 0 && !(sum > 0)) throw new IllegalArgumentException("has a list in which everything weighs nothing");
        memory.read = list;
        memory.numbers = numbers;
        memory.sums = sums;
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
