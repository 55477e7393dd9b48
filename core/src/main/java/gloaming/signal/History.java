package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The last values of a signal, newest first, at even distances in time. */
@Id("history")
@StepInfo(
        name = "History",
        does = "Gives what the signal was in the last moments, newest first, as one signal of many numbers.",
        find = "past values buffer last n trail scroll record many delay line waveform oscilloscope scope",
        notice = "Many numbers: the signal's last seconds, one beside the other.")
public record History(
        @Id("count") @Range(min = 2, max = 256, initial = 64, says = "How many values.")
        int count,

        @Id("every")
        @Range(min = 0.01, max = 5, initial = 0.05, unit = "s", byRatio = true, says = "From one to the next.")
        double every)
        implements Operation<Signal, Signal, History.Memory> {
    /** More than these between two frames are the same value anyway. */
    private static final int MOST_AT_ONCE = 256;

    /** The values, and how long ago the newest was taken. */
    public static final class Memory {
        final Signal out = new Signal();
        boolean begun;
        double since;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory m, Frame frame) {
        int before = m.out.size();
        m.out.size(count);
        if (!m.begun) before = 0;
        // What was never there is as the first that was.
        double oldest = before == 0 ? in.value() : m.out.at(before - 1);
        for (int i = before; i < count; i++) m.out.put(i, oldest);
        m.begun = true;
        m.since += frame.dt();
        int takes = (int) Math.min(MOST_AT_ONCE, Math.floor(m.since / every + 1e-9));
        m.since = Math.max(0, m.since - Math.floor(m.since / every + 1e-9) * every);
        for (int k = 0; k < takes; k++) {
            for (int i = count - 1; i > 0; i--) m.out.put(i, m.out.at(i - 1));
        }
        m.out.put(0, in.value());
        return m.out;
    }
}
