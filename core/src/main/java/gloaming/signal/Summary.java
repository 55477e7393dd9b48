package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.StepInfo;

/** One number about many. */
@Id("summary")
@StepInfo(
        name = "Summary",
        does = "Makes one number of many: their mean, sum, largest, smallest, middle, spread, or where the largest is.",
        find = "statistics mean average sum max min median variance deviation count many index",
        notice = "Many numbers become one.",
        example = "spectrum > * of=largest")
public record Summary(
        @Id(value = "of", label = "Statistic") @Choice(initial = "mean", says = "What of them.")
        Of of) implements Operation<Signal, Signal, Summary.Memory> {

    /** What of many numbers. */
    public enum Of {
        @Id("mean")
        MEAN,
        @Id("sum")
        SUM,
        @Id("largest")
        LARGEST,
        @Id("smallest")
        SMALLEST,
        @Id("median")
        MEDIAN,
        /** Standard deviation. */
        @Id("spread")
        SPREAD,
        /** Where the largest stands: 0 the first, 1 the last. */
        @Id("place")
        PLACE,
        @Id("count")
        COUNT
    }

    /** Room for sorting. */
    public static final class Memory {
        final Signal out = new Signal();
        final double[] sorted = new double[Signal.MOST];
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory memory, Frame frame) {
        int n = in.size();
        double sum = 0;
        double squares = 0;
        int largest = 0;
        int smallest = 0;
        for (int i = 0; i < n; i++) {
            sum += in.at(i);
            if (in.at(i) > in.at(largest)) largest = i;
            if (in.at(i) < in.at(smallest)) smallest = i;
        }
        double mean = sum / n;
        for (int i = 0; i < n; i++) squares += (in.at(i) - mean) * (in.at(i) - mean);
        return memory.out.set(
                switch (of) {
                    case MEAN -> mean;
                    case SUM -> sum;
                    case LARGEST -> in.at(largest);
                    case SMALLEST -> in.at(smallest);
                    case MEDIAN -> median(in, memory.sorted);
                    case SPREAD -> Math.sqrt(squares / n);
                    case PLACE -> n < 2 ? 0 : (double) largest / (n - 1);
                    case COUNT -> n;
                });
    }

    private static double median(Signal in, double[] room) {
        int n = in.size();
        for (int i = 0; i < n; i++) room[i] = in.at(i);
        java.util.Arrays.sort(room, 0, n);
        return n % 2 == 1 ? room[n / 2] : (room[n / 2 - 1] + room[n / 2]) / 2;
    }
}
