package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * A weight on a spring that is drawn to the signal: below full damping it swings past and back.
 *
 * <p>The damped oscillator solved exactly over each frame, so that it is the same at any frame rate and never grows.
 */
@Id("spring")
@StepInfo(
        name = "Spring",
        does = "Follows the signal like a weight on a spring, with bounce.",
        find = "bounce elastic overshoot wobble smooth physical inertia swing",
        notice = "It overshoots and swings in.",
        example = "sway wave=square rate=0.4 > *")
public record Spring(
        @Id("speed")
        @Range(min = 0.05, max = 30, initial = 2, byRatio = true, unit = "Hz", says = "How fast it swings.")
        double speed,

        @Id("damping") @Range(min = 0, max = 1, initial = 0.25, says = "1 arrives without swinging, 0 swings for ever.")
        double damping)
        implements Operation<Signal, Signal, Spring.Memory> {

    /** Where it is and how fast it moves. */
    public static final class Memory {
        final Signal out = new Signal();
        boolean begun;
        double place;
        double velocity;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory m, Frame frame) {
        if (!m.begun) m.place = in.value();
        m.begun = true;
        double w = 2 * Math.PI * speed;
        double away = m.place - in.value();
        double t = frame.dt();
        double fade = Math.exp(-damping * w * t);
        double swing = Math.sqrt(Math.max(0, 1 - damping * damping)) * w;
        // As the damping comes near 1 the sine over its rate goes to the time itself.
        double sine = swing * t < 1e-6 ? t : Math.sin(swing * t) / swing;
        double cosine = Math.cos(swing * t);
        double push = m.velocity + damping * w * away;
        m.place = in.value() + fade * (away * cosine + push * sine);
        m.velocity = fade * (m.velocity * cosine - (w * w * away + damping * w * m.velocity) * sine);
        return m.out.set(m.place);
    }
}
