package gloaming.play;

import gloaming.flow.Flow;
import gloaming.look.Step;
import gloaming.step.Amount;
import gloaming.step.Description;
import gloaming.step.Operation;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicLong;

/** One step with its memory. */
final class StepRun {
    static final Moving[] STANDING = {};

    final Step step;
    final Description description;
    final long seed;
    final Object[] arguments;
    final Driven[] driven;
    /** Settings that are on their way. */
    Moving[] moving = STANDING;

    final Source[] sources;
    /** Lanes that its formulas speak of. */
    final List<LaneRun> spokenOf;

    /** A time of its own, within a kit whose use has one; null where it goes by its lane's. */
    OwnTime own;

    /** Whether it goes on while nobody sees a picture. */
    boolean goesOn;
    /** Whether a step ahead of it was edited since the last frame. */
    boolean edited;
    /** Whether somebody reads what leaves it, and that for the rest of the frame; what was read in the last one is used again. */
    boolean tapped;

    Flow held;
    Flow lastHeld;
    /** Results beside it that somebody reads: what it gave in this frame, or null. */
    final Map<String, Flow> given = new HashMap<>();

    /** What it made of a picture that stands. */
    Stays stays = new Stays();

    /** What stood for what came in, where that was of another kind than the step takes. */
    Flow stood;

    int index;
    Operation<?, ?, ?> operation;
    Object memory;
    boolean fresh = true;
    /** What it may take, and what became of that. */
    Budget budget = new Budget();
    /** What went wrong the last time, or null. */
    String trouble;
    /** Where in its course it is, in its own unit of time; not a number where it has none. */
    double place = Double.NaN;
    /** How few values came to how many points, and by which rule. */
    int few;

    int many;
    String how;
    /** Particles that were ever born, and those taken before their time; below 0 where none are. */
    long born = -1;

    long culled;
    /** Milliseconds a frame, averaged over some twenty frames. */
    double cost;
    /** Nanoseconds of this frame: of the frame's own thread, and of all threads while running rows. */
    long spent;

    final AtomicLong inRows = new AtomicLong();

    StepRun(
            Step step,
            Description description,
            long seed,
            Object[] arguments,
            Driven[] driven,
            Source[] sources,
            List<LaneRun> spokenOf) {
        this.step = step;
        this.description = description;
        this.seed = seed;
        this.driven = driven;
        this.sources = sources;
        this.arguments = arguments;
        this.spokenOf = spokenOf;
    }

    /** Sets an argument; tells whether it was another. */
    boolean put(int setting, Object argument) {
        if (argument.equals(arguments[setting])) return false;
        arguments[setting] = argument;
        return true;
    }

    /** The same with a number, which has one place for as long as it moves. */
    boolean put(int setting, double number) {
        if (arguments[setting] instanceof Amount amount) return amount.set(number);
        if (((Number) arguments[setting]).doubleValue() == number) return false;
        arguments[setting] = new Amount(arguments[setting] instanceof Integer, number);
        return true;
    }

    double time(LaneRun lane) {
        return own == null ? lane.time : own.time;
    }

    double dt(LaneRun lane) {
        return own == null ? lane.dt : own.dt;
    }

    double beat(LaneRun lane) {
        return own == null ? lane.beat : own.beat;
    }

    /** Takes the time of this frame into account. */
    void count(int threads) {
        double ms = (spent + inRows.getAndSet(0) / (double) threads) / 1e6;
        spent = 0;
        cost += (ms - cost) * 0.05;
    }
}
