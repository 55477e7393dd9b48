package gloaming.play;

import gloaming.desk.Inbox;
import gloaming.desk.Outbox;
import gloaming.desk.Outside;
import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.flow.PicturePool;
import gloaming.flow.Signal;
import gloaming.library.Library;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.sound.BeatClock;
import gloaming.sound.Hearing;
import gloaming.sound.Sound;
import gloaming.step.ByRows;
import gloaming.step.Catalogue;
import gloaming.step.KitOpening;
import gloaming.step.Operation;
import gloaming.step.Rules;
import gloaming.step.Setting;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Plays a look frame by frame.
 *
 * <p>A frame is a pure function of the look, the player's memory, the moment and the sound: the same run gives the same
 * pictures to the bit, with any number of threads. A step that throws is passed over, its input going on, and says why; the
 * frame goes on. One thread at a time.
 */
public final class Player {
    private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();

    private final Catalogue catalogue;
    private final Rules rules;
    final Crew crew;
    final PicturePool pool = new PicturePool();
    private final Hearing hearing;
    private final BeatClock beats;
    private final StepFrame hand = new StepFrame(this);
    private final LayerMix layerMix = new LayerMix();
    private Plan plan;
    /** What steps of one kind have in common, by its class. */
    final Map<Class<?>, Object> common = new HashMap<>();

    private long frames;
    Library library = Library.EMPTY;
    Inbox inbox = Inbox.EMPTY;
    private Outside outside = Outside.NOTHING;
    Outbox outbox = Outbox.NOWHERE;
    private long others;
    private boolean realTime;
    private boolean seen = true;
    private boolean inner;
    /** The step that runs now, when it was begun, and how many were. */
    private volatile StepRun running;

    private volatile long begun;
    private volatile long begunSteps;
    /** Whether a step was passed over in this frame because it takes too long. */
    private boolean incomplete;

    /** What the frame's thread had worked when the frame was begun. */
    private long cpu;

    public Player(Catalogue catalogue, Crew crew) {
        this(catalogue, crew, new Hearing(), new BeatClock());
    }

    /**
     * From now on no step may hold a frame for long (see {@link Budget}). What is worked out in its own time takes the time it takes,
     * so that it is the same on any machine.
     */
    public Player inRealTime() {
        realTime = true;
        return this;
    }

    /** One that plays within a step of another, which listens for it. */
    Player inner() {
        inner = true;
        return this;
    }

    boolean isRealTime() {
        return realTime;
    }

    Player(Catalogue catalogue, Crew crew, Hearing hearing, BeatClock beats) {
        this.catalogue = catalogue;
        this.rules = new Rules(catalogue);
        this.crew = crew;
        this.hearing = hearing;
        this.beats = beats;
    }

    /**
     * A player that goes on where this one stands, with all its memory but that of the step that is running, which is passed over
     * from then on. This one must not be used again.
     */
    Player successor(Crew crew) {
        Player next = new Player(catalogue, crew, hearing, beats);
        next.desk(inbox, outbox);
        next.realTime = realTime;
        next.library = library;
        next.outside = outside;
        next.frames = frames;
        StepRun stands = running;
        if (plan == null) return next;
        next.plan = new Plan(plan.look, plan.field, catalogue, rules, hands(), plan, null);
        StepRun same = stands == null ? null : next.plan.stepById.get(stands.step.id());
        if (same != null) {
            same.fresh = true;
            same.memory = null;
            same.budget.stands();
        }
        return next;
    }

    /** When the present step was begun, by the clock of nanoseconds. */
    long begun() {
        return begun;
    }

    /** The step that runs now, for the log. */
    String runningStep() {
        StepRun now = running;
        return now == null ? "no step" : now.description.name() + " " + now.step.id();
    }

    /** Whether all steps had their time in the last frame. */
    boolean complete() {
        return !incomplete;
    }

    /** How many steps were begun so far. */
    long begunSteps() {
        return begunSteps;
    }

    /** Goes on with this look; steps that stay keep their memory. {@link Refused} when it breaks a rule. */
    public void load(Look look) {
        load(look, null);
    }

    /** The same; settings that are others than before come there by a glide, where it is not null. */
    public void load(Look look, Glide glide) {
        plan = planned(rules.check(look), plan, glide);
    }

    /** Begins with this look: nothing is taken over from the one before. {@link Refused} when it breaks a rule. */
    public void begin(Look look) {
        plan = planned(rules.check(look), null, null);
        common.clear();
    }

    private Plan planned(Look look, Plan last, Glide glide) {
        Look opened = KitOpening.open(look, catalogue);
        SnapshotField field = SnapshotField.of(look, opened, catalogue);
        return new Plan(opened, field, catalogue, rules, hands(), last, glide);
    }

    /** Where what controllers send arrives, and what is told to others; before the first look. */
    public void desk(Inbox inbox, Outbox outbox) {
        this.inbox = inbox;
        this.outbox = outbox;
    }

    private Plan.Hands hands() {
        return new Plan.Hands(inbox, outside);
    }

    /** What a look around this one gives settings of it; before the look whose settings are bound to that. */
    public void outside(Outside outside) {
        this.outside = outside;
    }

    /** Where what its steps tell others goes from the next frame on. */
    void outbox(Outbox outbox) {
        this.outbox = outbox;
    }

    /** What its steps may show from the next frame on. */
    public void library(Library library) {
        this.library = library;
    }

    /** Forgets all memory, as at the start of the show. */
    public void rewind() {
        rewind(true);
    }

    /** Forgets all memory; the beat goes back to its start too where {@code beat} says so. */
    public void rewind(boolean beat) {
        if (plan != null) plan = new Plan(plan.look, plan.field, catalogue, rules, hands(), null, null);
        common.clear();
        if (beat) beats.rewind();
    }

    /** How many frames it was asked for. */
    long frames() {
        return frames;
    }

    Plan plan() {
        return plan;
    }

    public Hearing hearing() {
        return hearing;
    }

    /** Beats and tempo of the show. */
    public BeatClock beats() {
        return beats;
    }

    /**
     * Works out one frame at {@code width} by {@code height}; the picture is the player's and valid until the next call. While the onlooker
     * sees none it is the last that was seen.
     */
    public Picture play(Moment moment, int width, int height, Sound sound, Onlooker onlooker) {
        cpu = THREADS.getCurrentThreadCpuTime();
        incomplete = false;
        frames++;
        seen = onlooker.sees();
        pool.resize(width, height);
        Picture mix = layerMix.at(width, height);
        if (!inner) {
            hearing.listen(sound, moment.sound());
            beats.advance(moment.sound(), moment.dt(), sound, hearing, plan.look.tempo());
        }
        if (plan.glide != null) plan.glide.begin(moment.time(), beats.tempo());
        choose(onlooker);
        double looks = moment.dt();
        boolean begun = false;
        boolean weighed = false;
        for (LaneRun lane : plan.lanes) {
            if (!lane.ahead && !begun) {
                looks = LaneClocks.lookTime(plan, moment.dt());
                begun = true;
            }
            if (!weighed && !plan.leads(lane)) {
                plan.weigh();
                weighed = true;
            }
            LaneClocks.go(plan, lane, moment, lane.ahead ? moment.dt() : looks, beats);
            if (lane.needed) run(lane, moment, onlooker);
            LaneClocks.goOn(lane);
        }
        if (!weighed) plan.weigh();
        for (LayerRun layer : plan.layers)
            if (layer.opacity() != null) layer.opacity().advance(moment.dt(), moment.time(), beats.beat(), 0);
        // While nobody sees it the mix stays as it was seen last.
        if (seen) layerMix.run(plan.layers, crew);
        for (LaneRun lane : plan.lanes) finish(lane);
        return mix;
    }

    private void choose(Onlooker onlooker) {
        for (LaneRun lane : plan.lanes) lane.needed = false;
        if (plan.across != null) plan.need(plan.across);
        if (plan.up != null) plan.need(plan.up);
        if (plan.push != null) plan.need(plan.push);
        if (plan.restart != null) plan.need(plan.restart);
        for (LayerRun layer : plan.layers) {
            if (layer.layer().hidden()) continue;
            plan.need(layer.lane());
            if (layer.mask() != null) plan.need(layer.mask());
            if (layer.opacity() != null) layer.opacity().each(plan::need);
        }
        for (LaneRun lane : plan.lanes) if (lane.outward || onlooker.watches(lane.lane.id())) plan.need(lane);
    }

    private void run(LaneRun lane, Moment moment, Onlooker onlooker) {
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
        if (operation instanceof ByRows byRows) {
            ByRows.Rows rows = byRows.rows(in, step.memory, hand);
            if (rows == null) return in;
            if (pass.size() == 0) pass.begin(in instanceof Picture picture ? picture : null, byRows.reach());
            pass.add(step, rows);
            return null;
        }
        Flow out = operation.run(in, step.memory, hand);
        if (out != in) giveBack(in);
        return out;
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
            Object argument = step.description.argument(driven.setting, value);
            if (!argument.equals(step.arguments[driven.setting])) {
                step.arguments[driven.setting] = argument;
                changed = true;
            }
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
            Object argument = moving.at(now);
            done &= moving.done;
            if (argument.equals(step.arguments[moving.setting])) continue;
            step.arguments[moving.setting] = argument;
            changed = true;
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

    private void finish(LaneRun lane) {
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

    /** Sentences of steps that failed in the last frame, for whoever tells the artist; by step id. */
    public List<String> troubles() {
        List<String> troubles = new ArrayList<>();
        for (StepRun step : plan.steps) {
            if (step.trouble != null) troubles.add(step.step.id() + ": " + step.trouble);
        }
        return troubles;
    }
}
