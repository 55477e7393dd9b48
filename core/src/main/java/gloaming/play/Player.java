package gloaming.play;

import gloaming.desk.Inbox;
import gloaming.desk.Outbox;
import gloaming.desk.Outside;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.PicturePool;
import gloaming.library.Library;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.sound.BeatClock;
import gloaming.sound.Hearing;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.Rules;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Plays a look frame by frame.
 *
 * <p>A frame is a pure function of the look, the player's memory, the moment and the sound: the same run gives the same
 * pictures to the bit, with any number of threads. Steps are {@link LaneWork}'s. One thread at a time.
 */
public final class Player {
    private final Catalogue catalogue;
    private final Rules rules;
    final Crew crew;
    final PicturePool pool = new PicturePool();
    private final Hearing hearing;
    private final BeatClock beats;
    private final LaneWork work;
    private final LayerMix layerMix = new LayerMix();
    private Plan plan;
    /** What steps of one kind have in common, by its class. */
    final Map<Class<?>, Object> common = new HashMap<>();

    private long frames;
    private boolean sparing;
    private boolean spared;
    Library library = Library.EMPTY;
    Inbox inbox = Inbox.EMPTY;
    private Outside outside = Outside.NOTHING;
    Outbox outbox = Outbox.NOWHERE;
    private boolean inner;

    public Player(Catalogue catalogue, Crew crew) {
        this(catalogue, crew, new Hearing(), new BeatClock());
    }

    /**
     * From now on no step may hold a frame for long (see {@link Budget}). What is worked out in its own time takes the time it takes,
     * so that it is the same on any machine.
     */
    public Player inRealTime() {
        work.realTime = true;
        return this;
    }

    /** One that plays within a step of another, which listens for it. */
    Player inner() {
        inner = true;
        return this;
    }

    boolean isRealTime() {
        return work.realTime;
    }

    Player(Catalogue catalogue, Crew crew, Hearing hearing, BeatClock beats) {
        this.catalogue = catalogue;
        this.rules = new Rules(catalogue);
        this.crew = crew;
        this.hearing = hearing;
        this.beats = beats;
        work = new LaneWork(crew, pool, new StepFrame(this));
    }

    /**
     * A player that goes on where this one stands, with all its memory but that of the step that is running, which is passed over
     * from then on. This one must not be used again.
     */
    Player successor(Crew crew) {
        Player next = new Player(catalogue, crew, hearing, beats);
        next.desk(inbox, outbox);
        next.work.realTime = work.realTime;
        next.library = library;
        next.outside = outside;
        next.frames = frames;
        StepRun stands = work.running();
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
        return work.begun();
    }

    /** The step that runs now, for the log. */
    String runningStep() {
        StepRun now = work.running();
        return now == null ? "no step" : now.description.name() + " " + now.step.id();
    }

    /** Whether all steps had their time in the last frame. */
    boolean complete() {
        return work.complete();
    }

    /** How many steps were begun so far. */
    long begunSteps() {
        return work.begunSteps();
    }

    /** Goes on with this look; steps that stay keep their memory. {@link Refused} when it breaks a rule. */
    public void load(Look look) {
        load(look, null);
    }

    /** The same; settings that are others than before come there by a glide, where it is not null. */
    public void load(Look look, Glide glide) {
        load(opening(look), glide);
    }

    void load(Opening opening, Glide glide) {
        plan = planned(opening, plan, glide);
    }

    /** Begins with this look: nothing is taken over from the one before. {@link Refused} when it breaks a rule. */
    public void begin(Look look) {
        begin(opening(look));
    }

    void begin(Opening opening) {
        plan = planned(opening, null, null);
        common.clear();
    }

    private Opening opening(Look look) {
        return Opening.of(look, rules, catalogue);
    }

    private Plan planned(Opening opening, Plan last, Glide glide) {
        Opening kept = opening.kept();
        return new Plan(kept.opened, kept.field, catalogue, rules, hands(), last, glide);
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

    /** From the next frame on it leaves out what only makes pictures finer, or makes it again. */
    public Player sparing(boolean on) {
        sparing = on;
        return this;
    }

    boolean isSparing() {
        return sparing;
    }

    /** A step asks whether it is to do so. */
    boolean spares() {
        spared |= sparing;
        return sparing;
    }

    /** Whether something was left out of the last frame so. */
    boolean spared() {
        return spared;
    }

    /**
     * Works out one frame at {@code width} by {@code height}; the picture is the player's and valid until the next call. While the onlooker
     * sees none it is the last that was seen.
     */
    public Picture play(Moment moment, int width, int height, Sound sound, Onlooker onlooker) {
        frames++;
        spared = false;
        boolean seen = onlooker.sees();
        work.begin(seen);
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
            if (lane.needed) work.run(lane, moment, onlooker);
            LaneClocks.goOn(lane);
        }
        if (!weighed) plan.weigh();
        for (LayerRun layer : plan.layers)
            if (layer.opacity() != null) layer.opacity().advance(moment.dt(), moment.time(), beats.beat(), 0);
        // While nobody sees it the mix stays as it was seen last.
        if (seen) layerMix.run(plan.layers, crew);
        for (LaneRun lane : plan.lanes) work.finish(lane);
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
            if (layer.opacity() != null) plan.need(layer.opacity());
        }
        for (LaneRun lane : plan.lanes) if (lane.outward || onlooker.watches(lane.lane.id())) plan.need(lane);
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
