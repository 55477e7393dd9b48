package gloaming.signal;

import gloaming.curve.Keys;
import gloaming.flow.Nothing;
import gloaming.flow.Rising;
import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Values keyed over time, and played. */
@Id("curve")
@StepInfo(
        name = "Curve",
        does = "Plays values that you key over time: straight, smooth, held or eased from one to the next.",
        find = "keyframe keyed animation envelope automation timeline reveal draw editor bezier handles trigger",
        notice = "It goes through the keys you draw, and begins again.")
@Read(
        name = "start",
        kind = Signal.class,
        says = "Each time it rises the curve begins; without it, it runs with the lane's time.",
        optional = true)
public record Curve(
        @Id("keys")
        @Choice(
                initial = "0 0 smooth; 2 1 smooth; 4 0 smooth",
                curve = true,
                says = "The keys, drawn below the picture.")
        String keys,

        @Id("play") @Choice(initial = "loop", says = "What comes when it is over.")
        Play play,

        @Id("per") @Choice(initial = "second", says = "What its times count in.")
        Oscillator.Per per,

        @Id("speed") @Range(min = 0.01, max = 16, initial = 1, byRatio = true, says = "How many times as fast.")
        double speed)
        implements Operation<Nothing, Signal, Curve.Memory> {

    /** What comes when a curve is over. */
    public enum Play {
        @Id("once")
        ONCE,
        @Id("loop")
        LOOP,
        @Id("back-and-forth")
        BACK_AND_FORTH
    }

    /** The curve that was read last, and when it was started. */
    public static final class Memory {
        final Signal out = new Signal();
        final Rising rising = new Rising();
        String text;
        Keys keys;
        boolean started;
        double start;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Nothing in, Memory m, Frame frame) {
        if (!keys.equals(m.text)) {
            m.keys = Keys.parse(keys);
            m.text = keys;
        }
        double now = per == Oscillator.Per.BEAT ? frame.beat() : frame.time();
        Signal start = frame.read("start", Signal.class);
        if (start != null) {
            if (m.rising.by(start.value())) {
                m.started = true;
                m.start = now;
            }
            // Until it is started it waits at its beginning.
            now = m.started ? Math.max(0, now - m.start) : 0;
        }
        double at = place(now * speed, m.keys.end(), start != null && !m.started);
        frame.place(at);
        return m.out.set(m.keys.at(at));
    }

    private double place(double time, double end, boolean waits) {
        if (waits || end <= 0) return 0;
        return switch (play) {
            case ONCE -> Math.min(time, end);
            case LOOP -> time - Math.floor(time / end) * end;
            case BACK_AND_FORTH -> end - Math.abs(time - Math.floor(time / (2 * end)) * 2 * end - end);
        };
    }
}
