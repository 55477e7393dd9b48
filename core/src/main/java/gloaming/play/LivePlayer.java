package gloaming.play;

import gloaming.desk.Inbox;
import gloaming.desk.Outbox;
import gloaming.flow.Crew;
import gloaming.flow.Points;
import gloaming.library.Library;
import gloaming.look.Binding;
import gloaming.look.Look;
import gloaming.sound.BeatClock;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.Rules;
import gloaming.tape.Tape;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicReference;
import java.util.function.Consumer;

/**
 * Plays a look in real time on a thread of its own: what is on air, or what is at a bench.
 *
 * <p>What is asked of it is one immutable {@link Request}, which the frame picks up when it begins; what comes of it is taken from
 * {@link Relay}s; no thread ever waits for another. Its time runs with the machine's clock in whole frames: when a frame is late the
 * next one makes a longer step, so that picture and sound stay together.
 */
public final class LivePlayer implements AutoCloseable {
    private static final double LONGEST_LEAD = 120;

    private final Catalogue catalogue;
    private final Rules rules;
    private final int threads;
    private final PlayerWatch watch;
    private volatile FrameLoop loop;

    // What is asked for.
    private final AtomicReference<Request> asked = new AtomicReference<>(Request.NOTHING);
    final BeatOrders orders = new BeatOrders();
    final PointCopies copies = new PointCopies();
    final Sitting sitting = new Sitting();
    volatile Subscriptions subscriptions = Subscriptions.NONE;
    volatile Thread courier;
    private final Inbox inbox;
    private final Outbox outbox;
    private final OutputFader light;
    private final Consumer<Binding> acts;
    private volatile boolean closed;

    /** What its frames tell. */
    final Readings readings = new Readings(this);

    final Standing standing = new Standing();
    /** What comes in is written here. */
    final Tape tape = new Tape();

    /** What a control does while a curve is played, or null. */
    volatile ControlTake take;

    /** Nanoseconds after which what a picture came to is written down once more. */
    volatile long printsEvery = 1_000_000_000;

    /**
     * A player that works with {@code threads} threads, its own included, 1 to 64.
     *
     * @param stolen what of its threads' time is not their own
     * @param acts told what a control was pressed for, where it concerns more than this player; on the frame's thread, so brief
     */
    public LivePlayer(
            Catalogue catalogue,
            int threads,
            StolenTime stolen,
            Inbox inbox,
            Outbox outbox,
            OutputFader light,
            Consumer<Binding> acts) {
        this.catalogue = catalogue;
        rules = new Rules(catalogue);
        this.threads = threads;
        this.inbox = inbox;
        this.outbox = outbox;
        this.light = light;
        this.acts = acts;
        Crew crew = new Crew(threads);
        Player player = new Player(catalogue, crew);
        player.inRealTime().desk(new Inbox(), outbox);
        loop = new FrameLoop(this, player, crew, 0);
        watch = new PlayerWatch(this, stolen);
    }

    /** A player by itself, with nobody at the desk. */
    public LivePlayer(Catalogue catalogue, int threads) {
        this(catalogue, threads, StolenTime.NONE);
    }

    /** The same on a machine that may give time to others. */
    LivePlayer(Catalogue catalogue, int threads, StolenTime stolen) {
        this(catalogue, threads, stolen, new Inbox(), new Outbox(), new OutputFader(), act -> {});
    }

    public LivePlayer start() {
        loop.start();
        watch.start();
        return this;
    }

    /** Who makes the frames. */
    FrameLoop loop() {
        return loop;
    }

    boolean closed() {
        return closed;
    }

    Request request() {
        return asked.get();
    }

    Inbox inbox() {
        return inbox;
    }

    Outbox outbox() {
        return outbox;
    }

    OutputFader light() {
        return light;
    }

    void act(Binding binding) {
        switch (Binding.Act.of(binding.setting())) {
            case PAUSE -> turnPause();
            case REWIND -> rewind();
            case null, default -> acts.accept(binding);
        }
    }

    /**
     * Lets another thread make the frames from where this one stands; what it has made stays on the output until then. The step
     * that it stands at is passed over until its settings change.
     */
    void again() {
        FrameLoop stands = loop;
        Crew crew = new Crew(threads);
        Player player = stands.player().successor(crew);
        FrameLoop next = new FrameLoop(this, player, crew, stands.frame());
        loop = next.goOn(stands);
        next.start();
    }

    /** What kept it from going on lately, in one sentence, or empty. */
    public String trouble() {
        return watch.trouble();
    }

    /** Plays this look from the next frame on, from its beginning; it must keep the rules. */
    public void show(Look look) {
        Opening opening = opening(look);
        asked.updateAndGet(r -> r.show(opening));
    }

    /** Goes on with the look it plays as it is after an edit; it must keep the rules. */
    public void change(Look look) {
        change(look, null);
    }

    /** The same, but what is set otherwise gets there by a glide. */
    public void change(Look look, Glide glide) {
        Opening opening = opening(look);
        asked.updateAndGet(r -> r.change(opening, glide));
    }

    private Opening opening(Look look) {
        return Opening.of(look, rules, catalogue);
    }

    /** What looks may show from the next frame on. */
    public void library(Library library) {
        asked.updateAndGet(r -> r.library(library));
    }

    public void hear(Sound sound) {
        asked.updateAndGet(r -> r.hear(sound));
    }

    /** What it plays, or null. */
    public Look look() {
        return request().look();
    }

    public Sound sound() {
        return request().sound();
    }

    public void pause(boolean paused) {
        asked.updateAndGet(r -> r.pause(paused));
    }

    /** Pauses, or goes on. */
    public void turnPause() {
        asked.updateAndGet(r -> r.pause(!r.paused()));
    }

    public boolean paused() {
        return request().paused();
    }

    /** Back to the start: time and all memory; of the sound too where this player leads. */
    public void rewind() {
        asked.updateAndGet(Request::rewind);
    }

    /** Begins anew, with all memory, at so many seconds of its own time; what is heard stays where it is. */
    public void begin(double time) {
        asked.updateAndGet(r -> r.place(new Request.Placing(time, Double.NaN, 0)));
    }

    /**
     * Is where it would be so many seconds after its beginning: what moves is gone through from there, at most {@value #LONGEST_LEAD} seconds
     * of it and not for longer than a second and a half; pictures that remember others begin empty.
     *
     * @param sound seconds of what is heard then; not a number leaves it
     */
    public void jump(double time, double sound) {
        asked.updateAndGet(r -> r.place(new Request.Placing(time, sound, Math.min(time, LONGEST_LEAD))));
    }

    /** What it hears goes on from so many seconds of the sound; so does that of all that go by it. */
    public void hearFrom(double seconds) {
        asked.updateAndGet(r -> r.place(new Request.Placing(Double.NaN, seconds, 0)));
    }

    /** Works at this part of the look's size, or chooses by itself at 0. */
    public void scale(double byHand) {
        double scale = byHand <= 0 ? 0 : ScaleKeeper.nearest(byHand);
        asked.updateAndGet(r -> r.scale(scale));
    }

    /**
     * Frames of the next second are made at this part of the look's size, whatever else it works at: somebody takes a photograph. At 0 that is
     * over.
     *
     * @param scale above 1 it is more than the look has
     */
    public void sit(double scale) {
        sitting.at(scale);
    }

    public double scaleByHand() {
        return request().scale();
    }

    /** From the next frame on it is on air: it works at full rate, tells devices, and goes on with the sound from where it is. */
    public void onAir() {
        asked.updateAndGet(r -> r.places(null, null));
        loop.hurry();
    }

    /** Whether another player is before the audience with it, as in a fade: each then works at a size for which half of the machine is enough. */
    public void shares(boolean on) {
        standing.shares = on;
    }

    /** Whether it fades out: it leaves half of the time to the one that comes. */
    public void leaves(boolean on) {
        standing.leaves = on;
    }

    /**
     * From the next frame on it is at a bench, with what time {@code first} leaves.
     *
     * @param leader whose sound and beat it goes by, or null for its own
     */
    public void atBench(LivePlayer first, LivePlayer leader) {
        asked.updateAndGet(r -> r.places(leader, first));
        loop.giveWay();
    }

    /**
     * It is to come on air next, or is not any more: at its bench it is as large as it will be there, so that all of that size is at hand when it
     * comes.
     */
    public void comesNext(boolean next) {
        standing.awaited = next;
    }

    /** Whether it can come on air at once: it has made pictures, also one as large as it will be there. */
    public boolean ready() {
        Request now = request();
        return readings.pictures > 1 && (now.onAir() || now.scale() > 0 || standing.rehearsed);
    }

    /** Whether an audience sees it. */
    public boolean isOnAir() {
        return request().onAir();
    }

    /** What its frames tell. */
    public Readings readings() {
        return readings;
    }

    /** What is looked at from the next frame on; the whole set is replaced. */
    public void subscribe(Subscriptions subscriptions) {
        this.subscriptions = subscriptions;
    }

    public Subscriptions subscriptions() {
        return subscriptions;
    }

    /** A copy of the points of a step as they are in the next frame that works it out; whoever gives up cancels it. */
    public CompletableFuture<Points> copy(String step) {
        return copies.of(step);
    }

    /** Who is woken when something is ready. */
    public void courier(Thread thread) {
        courier = thread;
    }

    /** From now on it is noted what a control does while a curve is played; one at a time. */
    public void take(ControlTake begun) {
        take = begun;
    }

    /** Ends what is noted so, and gives it; null where nothing was. */
    public ControlTake taken() {
        ControlTake was = take;
        take = null;
        return was;
    }

    /** What comes in, for whoever keeps it. */
    public Tape tape() {
        return tape;
    }

    /** What pictures come to is written down so often, in seconds; each of them at 0. */
    public void prints(double seconds) {
        printsEvery = Math.round(seconds * 1e9);
    }

    /** Does something to the beat with the next frame; more than {@value BeatOrders#MOST} at once are not taken. */
    public void beats(Consumer<BeatClock> order) {
        orders.add(order);
    }

    @Override
    public void close() {
        closed = true;
        watch.close();
        copies.close();
        try {
            loop.join(500);
            // Whatever it works at now is not wanted any more.
            loop.halt();
            loop.join(1_500);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }
}
