package gloaming.play;

import gloaming.desk.Grasp;
import gloaming.desk.Inbox;
import gloaming.desk.Outbox;
import gloaming.flow.Crew;
import gloaming.flow.Points;
import gloaming.library.Library;
import gloaming.look.Look;
import gloaming.sound.BeatClock;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import java.util.List;
import java.util.concurrent.ConcurrentLinkedQueue;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;

/**
 * Plays a look in real time on a thread of its own.
 *
 * <p>Everyone else leaves wishes in single volatile fields, which the frame picks up when it begins, and takes results from
 * {@link Relay}s; no thread ever waits for another. Show time runs with the machine's clock in whole frames: when a frame is
 * late the next one makes a longer step, so that picture and sound stay together.
 */
public final class Stage implements AutoCloseable {
    private static final Outlet[] NONE = {};
    private static final int MOST_ORDERS = 64;

    private final Catalogue catalogue;
    private final int threads;
    private final StageWatch watch;
    private volatile FrameLoop loop;

    // What is asked for.
    final AtomicInteger rewinds = new AtomicInteger();
    final ConcurrentLinkedQueue<Consumer<BeatClock>> orders = new ConcurrentLinkedQueue<>();
    final AtomicInteger ordered = new AtomicInteger();
    final Inbox inbox = new Inbox();
    final Outbox outbox = new Outbox();
    private volatile boolean closed;
    private volatile Wanted wanted;
    volatile Sound sound = Sound.SILENCE;
    volatile Library library = Library.EMPTY;
    volatile boolean paused;
    volatile double scaleByHand;
    volatile double lightWanted = 1;
    volatile double fadeSeconds;
    volatile Outlet[] outlets = NONE;
    volatile Tiles tiles;
    volatile float[] probe;
    volatile String probed;
    volatile String tabulated = "";
    volatile Copy copy;
    volatile Thread courier;

    // What the frames tell.
    final FrameTimes frameTimes = new FrameTimes();
    final Ears ears = new Ears();
    volatile Board board;
    volatile Table table;
    volatile List<Grasp> held = List.of();
    volatile double time;
    volatile double beat;
    volatile double tempo = 96;
    volatile long made;
    volatile long timeStamp = System.nanoTime();

    /** A stage that works with {@code threads} threads, its own included. */
    public Stage(Catalogue catalogue, int threads) {
        this.catalogue = catalogue;
        this.threads = threads;
        Crew crew = new Crew(threads);
        Player player = new Player(catalogue, crew);
        player.inRealTime().desk(inbox, outbox);
        loop = new FrameLoop(this, player, crew, 0, 1);
        watch = new StageWatch(this);
    }

    public Stage start() {
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

    Wanted wanted() {
        return wanted;
    }

    /**
     * Lets another thread make the frames from where this one stands; what it has made stays on the output until then. The step
     * that it stands at is passed over until its settings change.
     */
    void again() {
        FrameLoop stands = loop;
        Crew crew = new Crew(threads);
        Player player = stands.player().successor(crew);
        FrameLoop next = new FrameLoop(this, player, crew, stands.frame(), stands.light());
        loop = next.goOn(stands);
        next.start();
    }

    /** What kept the stage from going on lately, in one sentence, or empty. */
    public String trouble() {
        return watch.trouble();
    }

    /** A look, and how many other looks were shown before it. */
    record Wanted(Look look, int number) {}

    /** Plays this look from the next frame on, from its beginning; it must keep the rules. */
    public synchronized void show(Look look) {
        Wanted now = wanted;
        wanted = new Wanted(look, now == null ? 0 : now.number + 1);
    }

    /** Goes on with the look it plays as it is after an edit; it must keep the rules. */
    public synchronized void change(Look look) {
        Wanted now = wanted;
        wanted = new Wanted(look, now == null ? 0 : now.number);
    }

    /** What looks may show from the next frame on. */
    public void library(Library library) {
        this.library = library;
    }

    public void hear(Sound sound) {
        this.sound = sound;
    }

    public Sound sound() {
        return sound;
    }

    public void pause(boolean paused) {
        this.paused = paused;
    }

    public boolean paused() {
        return paused;
    }

    /** Back to the start of the show: time and all memory. */
    public void rewind() {
        rewinds.incrementAndGet();
    }

    /** Works at this part of the look's size, or chooses by itself at 0. */
    public void scale(double byHand) {
        scaleByHand = byHand <= 0 ? 0 : ScaleKeeper.nearest(byHand);
    }

    public double scaleByHand() {
        return scaleByHand;
    }

    /** Fades the output to {@code light}, 0 to 1, in {@code seconds}. */
    public void fade(double light, double seconds) {
        fadeSeconds = Math.clamp(seconds, 0, 60);
        lightWanted = Math.clamp(light, 0, 1);
    }

    public double lightWanted() {
        return lightWanted;
    }

    /** The places where pictures leave; the whole set is replaced. */
    public void outlets(Outlet... outlets) {
        this.outlets = outlets;
    }

    public void tiles(Tiles tiles) {
        this.tiles = tiles;
    }

    /** The board of the look that is playing, or null before the first frame. */
    public Board board() {
        return board;
    }

    /** Looks at the pixel at {@code u, v}, 0 to 1 from the bottom left, of the subject of an outlet; negative: nowhere. */
    public void probe(String subject, float u, float v) {
        probed = subject;
        probe = u < 0 ? null : new float[] {u, v};
    }

    /** Asks for the points of a step as numbers, a few times a second; empty: nobody looks. */
    public void tabulate(String step) {
        tabulated = step;
        if (!step.equals(table == null ? "" : table.step())) table = null;
    }

    /** The points that were asked for, as they were lately, or null. */
    public Table table() {
        return table;
    }

    /** A copy of the points of a step as they are in the next frame that works it out. */
    public java.util.concurrent.CompletableFuture<Points> copy(String step) {
        Copy asked = new Copy(step, new java.util.concurrent.CompletableFuture<>());
        copy = asked;
        return asked.points;
    }

    record Copy(String step, java.util.concurrent.CompletableFuture<Points> points) {}

    /** Who is woken when something is ready. */
    public void courier(Thread thread) {
        courier = thread;
    }

    /** Where what controllers send arrives. */
    public Inbox inbox() {
        return inbox;
    }

    /** What is told to other programs and devices. */
    public Outbox outbox() {
        return outbox;
    }

    /** What was heard, for whoever draws it. */
    public Ears ears() {
        return ears;
    }

    /** The settings of the look that plays that are bound to controls. */
    public List<Grasp> held() {
        return held;
    }

    /** Does something to the beat with the next frame; more than {@value #MOST_ORDERS} at once are not taken. */
    public void beats(Consumer<BeatClock> order) {
        if (ordered.incrementAndGet() > MOST_ORDERS) ordered.decrementAndGet();
        else orders.add(order);
    }

    /** A tap of the hand, now. */
    public void tap() {
        double seconds = System.nanoTime() / 1e9;
        beats(clock -> clock.tap(seconds));
    }

    /** Beats of the show now, between frames too. */
    public double beatNow() {
        double at = beat;
        return paused ? at : at + Math.min(0.25, (System.nanoTime() - timeStamp) / 1e9) * tempo / 60;
    }

    public double tempo() {
        return tempo;
    }

    /** How long frames took so far. */
    public FrameTimes frameTimes() {
        return frameTimes;
    }

    /** Frames made so far, skipped ones not counted. */
    public long made() {
        return made;
    }

    /** Show time now in seconds, between frames too. */
    public double now() {
        double at = time;
        return paused ? at : at + Math.min(0.25, (System.nanoTime() - timeStamp) / 1e9);
    }

    @Override
    public void close() {
        closed = true;
        watch.close();
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
