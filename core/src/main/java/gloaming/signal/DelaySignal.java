package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** What the signal was some time ago. */
@Id("late")
@StepInfo(
        name = "Delay signal",
        does = "Hands the signal on some seconds later.",
        find = "delay echo past lag offset time canon later late later delay ",
        notice = "The same trace, half a second later.",
        example = "sway wave=triangle rate=0.6 > *")
public record DelaySignal(
        @Id("seconds") @Range(min = 0, max = 10, initial = 0.5, unit = "s", says = "How much later.")
        double seconds) implements Operation<Signal, Signal, DelaySignal.Memory> {

    /** The last ten seconds: values and when they came, at most so many that {@value #MOST} a second fit. */
    public static final class Memory {
        static final int MOST = 256;
        final Signal out = new Signal();
        final double[] values = new double[10 * MOST];
        final double[] times = new double[10 * MOST];
        int newest = -1;
        int held;
        double now;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory m, Frame frame) {
        m.now += frame.dt();
        if (frame.dt() > 0 || m.held == 0) {
            m.newest = (m.newest + 1) % m.values.length;
            m.held = Math.min(m.values.length, m.held + 1);
            m.values[m.newest] = in.value();
            m.times[m.newest] = m.now;
        }
        double wanted = m.now - seconds;
        double later = m.values[m.newest];
        double laterTime = m.times[m.newest];
        for (int back = 0; back < m.held; back++) {
            int i = Math.floorMod(m.newest - back, m.values.length);
            if (m.times[i] <= wanted) {
                double part = laterTime > m.times[i] ? (wanted - m.times[i]) / (laterTime - m.times[i]) : 1;
                return m.out.set(m.values[i] + (later - m.values[i]) * Math.min(1, part));
            }
            later = m.values[i];
            laterTime = m.times[i];
        }
        return m.out.set(later);
    }
}
