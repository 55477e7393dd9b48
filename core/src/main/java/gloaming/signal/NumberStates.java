package gloaming.signal;

import gloaming.flow.Signal;
import gloaming.look.Id;
import gloaming.state.Change;
import gloaming.state.How;
import gloaming.state.Passage;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/**
 * Numbers that have several states and go from one to another; each state is a number of the step's own, or a lane that may move.
 *
 * <p>Whatever follows it (where a camera stands, how strong a lamp is, how far a thing is turned) passes over as {@link Passage} says.
 */
@Id("number-states")
@StepInfo(
        name = "States of a number",
        does = "Goes from one state to another, each a number or a lane: still, turning, falling. Nothing leaps.",
        find =
                "state machine waiting turning falling cue camera place lamp position pose levels choose between values settle",
        notice = "At every fourth beat it goes softly from swaying to rest high up, to the middle, and back.",
        example = "sway rate=0.5 > * how=turn when=(beat every=4) states=3 two=0.9 three=0.5 over=1.2")
@Read(
        name = "when",
        kind = Signal.class,
        optional = true,
        says = "A trigger: each time it goes above a half, the next state comes.")
@Read(name = "two-lane", kind = Signal.class, optional = true, says = "The second state as a lane, not the number.")
@Read(name = "three-lane", kind = Signal.class, optional = true, says = "The third state as a lane.")
@Read(name = "four-lane", kind = Signal.class, optional = true, says = "The fourth state as a lane.")
@Read(name = "five-lane", kind = Signal.class, optional = true, says = "The fifth state as a lane.")
@Read(name = "six-lane", kind = Signal.class, optional = true, says = "The sixth state as a lane.")
public record NumberStates(
        @Id("how") @Choice(initial = "number", says = "By the number below, or each in turn.")
        How how,

        @Id("state")
        @Range(min = 1, max = 6, initial = 1, says = "Which state; a snapshot, a cue, a control or a signal sets it.")
        int state,

        @Id("states") @Range(min = 2, max = 6, initial = 2, says = "How many there are; the first is what comes in.")
        int states,

        @Id("two") @Range(min = -1000, max = 1000, initial = 1, says = "The second state.")
        double two,

        @Id("three") @Range(min = -1000, max = 1000, initial = 0, says = "The third state.")
        double three,

        @Id("four") @Range(min = -1000, max = 1000, initial = 0, says = "The fourth state.")
        double four,

        @Id("five") @Range(min = -1000, max = 1000, initial = 0, says = "The fifth state.")
        double five,

        @Id("six") @Range(min = -1000, max = 1000, initial = 0, says = "The sixth state.")
        double six,

        @Id("over")
        @Range(min = 0, max = 60, initial = 1.5, unit = "s", says = "How long it takes from one to another.")
        double over,

        @Id("angle") @Choice(initial = "false", says = "It is an angle in turns: the shorter way round is taken.")
        boolean angle)
        implements Operation<Signal, Signal, NumberStates.Memory> {
    private static final String[] LANES = {"two-lane", "three-lane", "four-lane", "five-lane", "six-lane"};

    /** Where the change is, and the numbers as they were shown last. */
    public static final class Memory {
        private final Signal out = new Signal();
        private final Signal own = new Signal();
        private final Change change = new Change();
        private final Passage numbers = new Passage();
        private int n = -1;

        Signal out() {
            return out;
        }
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Signal run(Signal in, Memory m, Frame frame) {
        boolean anew = m.n != in.size();
        if (anew) m.numbers.room(in.size());
        m.n = in.size();
        Signal when = frame.read("when", Signal.class);
        int last = states - 1;
        int now = m.change.next(how, Math.min(state - 1, last), when, states, i -> true, anew, over, frame.dt());
        Signal to = to(Math.min(now, last), in, m, frame);
        m.out.size(m.n);
        for (int i = 0; i < m.n; i++) {
            float at = m.numbers.at(i, (float) to.at(i), m.change);
            if (angle && m.change.begins()) at -= m.numbers.shorter(i);
            // Numbers pass over as floats; at rest it is the state's own.
            m.out.put(i, m.change.over() ? to.at(i) : at);
        }
        return m.out;
    }

    private Signal to(int now, Signal in, Memory m, Frame frame) {
        if (now == 0) return in;
        Signal lane = frame.read(LANES[now - 1], Signal.class);
        if (lane != null) return lane;
        return m.own.set(
                switch (now) {
                    case 1 -> two;
                    case 2 -> three;
                    case 3 -> four;
                    case 4 -> five;
                    default -> six;
                });
    }
}
