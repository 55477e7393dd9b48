package gloaming.play;

import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.flow.PicturePool;
import gloaming.flow.Signal;
import gloaming.look.Limits;
import gloaming.step.Amount;
import gloaming.step.ByRows;
import gloaming.step.Operation;
import gloaming.step.Setting;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.List;

/**
 * Works the steps of a lane out, one behind the other: those that work by rows together, while the rows are at hand. A step that throws is passed
 * over, its input going on, and says why. A player's own.
 */
final class LaneWork {
    private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();
    /** Pixels of pictures that steps keep of what stands, at most: 64 MB. */
    private static final long MOST_KEPT = 4 << 20;

    private final Crew crew;
    private final PicturePool pool;
    private final StepFrame hand;
    /** Whether no step may hold a frame for long. */
    boolean realTime;

    /** Whether somebody sees the frame. */
    private boolean seen = true;
    /** Nanoseconds of the present step that others have counted themselves. */
    private long others;

    /** The step that runs now, when it was begun, and how many were. */
    private volatile StepRun running;

    private volatile long begun;
    private volatile long begunSteps;
    /** Whether a step was passed over in this frame because it takes too long. */
    private boolean incomplete;

    /** What the frame's thread had worked when the frame was begun. */
    private long cpu;

    LaneWork(Crew crew, PicturePool pool, StepFrame hand) {
        this.crew = crew;
        this.pool = pool;
        this.hand = hand;
    }

    /** The next frame begins, on this thread. */
    void begin(boolean seen) {
        cpu = THREADS.getCurrentThreadCpuTime();
        incomplete = false;
        this.seen = seen;
    }

    StepRun running() {
        return running;
    }

    long begun() {
        return begun;
    }

    long begunSteps() {
        return begunSteps;
    }

    boolean complete() {
        return !incomplete;
    }

    /** Works a lane out. */
    void run(LaneRun lane, Moment moment, Onlooker onlooker) {
        Pass pass = lane.pass;
        pass.clear();
        Flow flow = null;
        for (int i = 0; i < lane.steps.size(); i++) {
            StepRun step = lane.steps.get(i);
            if (!seen && !step.goesOn) {
                flow = nothing(step, pass, flow);
                continue;
            }
            boolean alike = step.description.takes() == step.description.gives();
            if (step.step.bypassed() && alike) {
                flow = hold(step, pass, flow);
                continue;
            }
            boolean something = flow != null || pass.size() > 0;
            if (step.step.bypassed() || (step.description.takes() != null && !something)) {
                flow = nothing(step, pass, flow);
                continue;
            }
            long started = System.nanoTime();
            others = 0;
            begun = started;
            begunSteps++;
            running = step;
            hand.begin(step, lane, moment);
            boolean late = false;
            try {
                step.trouble = null;
                drive(step, lane, moment, LaneClocks.number(flow));
                if (step.fresh) {
                    step.memory = step.operation.memory();
                    step.fresh = false;
                }
                if (reach(step) != ByRows.Reach.PIXEL) flow = whole(pass, flow);
                flow = standing(step, flow);
                if (realTime) crew.limit(step.budget.most(step));
                Operation<?, ?, ?> operation = realTime ? step.budget.allowed(step) : step.operation;
                if (operation == null) throw Budget.PASSED_OVER;
                flow = run(step, operation, pass, flow);
            } catch (RuntimeException | Error e) {
                late = Budget.tooLong(e);
                incomplete |= late;
                step.trouble = late && realTime ? step.budget.sentence(e) : "is passed over: " + sentence(e);
                if (!alike) {
                    giveBack(flow);
                    flow = null;
                }
            }
            step.edited = false;
            crew.unlimited();
            running = null;
            hand.end(flow);
            long took = System.nanoTime() - started - others;
            step.spent += took;
            if (realTime) step.budget.took(step, took, late, cpu);
            if (onlooker.wants(step.index, step.step.id())) {
                flow = whole(pass, flow);
                if (flow != null) onlooker.see(step.index, step.step.id(), flow);
            }
            flow = hold(step, pass, flow);
        }
        lane.end = lane.shared ? whole(pass, flow) : flow;
        lane.number = lane.end instanceof Signal signal ? signal.value() : Double.NaN;
    }

    /** What comes to a step, or what stands for it where it is of another kind than the step takes. */
    private static Flow standing(StepRun step, Flow flow) {
        Kind takes = step.description.takes();
        if (flow == null || takes == null || takes == Kind.of(flow.getClass())) return flow;
        step.stood = takes.accept(flow, step.stood);
        return step.stood;
    }

    /** Nothing leaves a step; what came to it is given back. */
    private Flow nothing(StepRun step, Pass pass, Flow flow) {
        giveBack(whole(pass, flow));
        step.held = null;
        return null;
    }

    /** Keeps what leaves a step for those who read it later in the frame, whatever steps behind it do with it. */
    private Flow hold(StepRun step, Pass pass, Flow flow) {
        if (!step.tapped) return flow;
        Flow whole = whole(pass, flow);
        step.held = whole == null ? null : Kind.of(whole.getClass()).copy(whole, step.lastHeld, pool);
        if (step.held != null) step.lastHeld = step.held;
        return whole;
    }

    private static ByRows.Reach reach(StepRun step) {
        return step.operation instanceof ByRows<?, ?> byRows ? byRows.reach() : ByRows.Reach.WHOLE;
    }

    /** Runs a step, or adds it to the pass when it works by rows; what it takes in is given back when nobody has it. */
    @SuppressWarnings({"unchecked", "rawtypes"})
    private Flow run(StepRun step, Operation operation, Pass pass, Flow in) {
        if (stands(step, operation, in)) {
            Picture made = step.stays.again(operation, (Picture) in, step.sources);
            if (made != null) return made;
            if (step.stays.worth() && room(step, (Picture) in)) {
                Flow out = operation.run(in, step.memory, hand);
                return out == in ? in : step.stays.keep((Picture) out);
            }
        }
        if (operation instanceof ByRows byRows) {
            ByRows.Rows rows = byRows.rows(in, step.memory, hand);
            if (rows == null) return in;
            if (rows instanceof ByRows.Kept kept && pass.size() == 0) {
                if (kept.picture() != in) giveBack(in);
                return kept.picture();
            }
            if (pass.size() == 0) pass.begin(in instanceof Picture picture ? picture : null, byRows.reach());
            pass.add(step, rows);
            return null;
        }
        Flow out = operation.run(in, step.memory, hand);
        if (out != in) giveBack(in);
        return out;
    }

    /** Whether nothing but its settings and pictures that stand can change what a step makes. */
    private static boolean stands(StepRun step, Operation<?, ?, ?> operation, Flow in) {
        if (!stands(in) || !step.given.isEmpty() || !operation.timeless()) return false;
        for (Source source : step.sources) if (!stands(source.read(null))) return false;
        return true;
    }

    private static boolean stands(Flow flow) {
        return flow instanceof Picture picture && picture.stamp() != 0;
    }

    private boolean room(StepRun step, Picture picture) {
        long kept = picture.pixels() - step.stays.pixels();
        List<StepRun> steps = hand.player().plan().steps;
        for (int i = 0; i < steps.size(); i++) kept += steps.get(i).stays.pixels();
        return kept <= MOST_KEPT;
    }

    /** What a pass comes to, as one whole picture, and an empty pass; {@code flow} itself where the pass is empty. */
    private Flow whole(Pass pass, Flow flow) {
        if (pass.size() == 0) return flow;
        Picture in = pass.in();
        Picture out = in == null || in.kept() || pass.reach() == ByRows.Reach.WHOLE ? pool.borrow() : in;
        pass.made = out;
        long started = System.nanoTime();
        crew.each(pool.height(), ByRows.STRIP, (from, to) -> pass.made = pass.run(out, from, to));
        // The steps of the pass have counted this time themselves.
        others += System.nanoTime() - started;
        Picture made = pass.made;
        if (made != out) giveBack(out);
        if (in != null && made != in && out != in) giveBack(in);
        pass.clear();
        return made;
    }

    private void drive(StepRun step, LaneRun lane, Moment moment, double x) {
        boolean changed = step.operation == null;
        for (Driven driven : step.driven) {
            if (driven.unreadable != null) step.trouble = "does without a formula. " + driven.unreadable;
            else if (driven.misses())
                step.trouble = "has a formula that speaks of a lane that is gone; it counts as 0.";
            double value = driven.advance(moment.dt(), step.time(lane), step.beat(lane), x);
            if (driven.reckons() && step.trouble == null) step.trouble = cutOff(step, driven.setting, value);
            int setting = driven.setting;
            changed |= step.description.isNumber(setting)
                    ? step.put(setting, step.description.number(setting, value))
                    : step.put(setting, step.description.argument(setting, value));
        }
        if (step.moving.length > 0) changed |= move(step, moment.time());
        if (changed) step.operation = step.description.make(step.arguments);
    }

    /** Moves settings on that are on their way, or between several. */
    private static boolean move(StepRun step, double now) {
        boolean changed = false;
        boolean done = true;
        for (Moving moving : step.moving) {
            if (moving.done) continue;
            int setting = moving.setting;
            changed |= moving.isNumber() ? step.put(setting, moving.number(now)) : step.put(setting, moving.at(now));
            done &= moving.done;
            if (moving.done) step.arguments[setting] = Amount.plain(step.arguments[setting]);
        }
        if (done) step.moving = StepRun.STANDING;
        return changed;
    }

    /** Says that a formula goes beyond its setting's range, or null. */
    private static String cutOff(StepRun step, int setting, double value) {
        Setting s = step.description.settings().get(setting);
        boolean low = value < s.lowest() - 1e-9;
        if (!low && !(value > s.highest() + 1e-9)) return null;
        return "has a formula for " + s.label() + " that comes to " + Limits.plain(value) + " and is cut off at "
                + Limits.plain(low ? s.lowest() : s.highest()) + ".";
    }

    static String sentence(Throwable e) {
        if (e instanceof IllegalArgumentException && e.getMessage() != null) return e.getMessage();
        if (e instanceof OutOfMemoryError)
            return "There is not enough memory for this; make the picture or the count smaller.";
        return "It stopped with " + e.getClass().getSimpleName() + "; the picture goes on without it.";
    }

    private void giveBack(Flow flow) {
        if (flow != null) Kind.of(flow.getClass()).recycle(flow, pool);
    }

    private Flow noMore(Flow flow) {
        giveBack(flow);
        return null;
    }

    /** The frame is over: what the lane held is given back, or kept for the next one. */
    void finish(LaneRun lane) {
        for (StepRun step : lane.steps) {
            step.count(crew.threads());
            giveBack(step.held);
            step.held = null;
            if (!step.given.isEmpty()) step.given.replaceAll((name, flow) -> noMore(flow));
        }
        if (lane.pass.in() != null) giveBack(lane.pass.in());
        lane.pass.clear();
        if (lane.end instanceof Picture picture) {
            if (lane.remembered) {
                // A kept picture will change hands before the next frame reads it, so what is remembered is a copy.
                Picture mine = picture.kept() ? pool.borrow().copyFrom(picture) : picture;
                giveBack(lane.before);
                lane.before = mine;
            } else {
                giveBack(picture);
            }
        } else giveBack(lane.end);
        lane.end = null;
    }
}
