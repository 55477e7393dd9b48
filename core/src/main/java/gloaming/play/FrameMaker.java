package gloaming.play;

import gloaming.desk.BoundControl;
import gloaming.desk.Outbox;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Look;
import gloaming.picture.kernel.Exit;
import gloaming.sound.Sound;
import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.concurrent.locks.LockSupport;

/** Makes a player's frames, one when it is told to, and hands them to whoever looks. */
final class FrameMaker {
    private static final ThreadMXBean THREADS = ManagementFactory.getThreadMXBean();
    private static final int MOST_PRESSES = 4;
    /** The largest size a bench chooses by itself: half. */
    private static final int BENCH_SIZE = 2;
    /** The largest size that is chosen by itself, as a place among the sizes, where a machine is to do other things beside. */
    private static final int LARGEST = Math.clamp(Integer.getInteger("gloaming.largest", 0), 0, BENCH_SIZE);

    private static final double NEWEST = 0.1;
    /** How many times faster two threads are than one, at least. */
    private static final double TWO_THREADS = 1.5;
    /** Small pictures that a bench makes before it makes one as large as on air: what is cold then is warm. */
    private static final int SMALL = 3;

    private final LivePlayer live;
    private final Crew crew;
    private final Player player;
    private final Runnable mustGoOn;
    private final ScaleKeeper keeper = new ScaleKeeper();
    private final PreviewTap eyes;
    private final FrameReport report;
    private final FrameTape tape;
    private final Playhead head;

    /** When the frame before was, or null before the first. */
    private Moment last;

    private double frameMs;
    /** Milliseconds that a frame's thread works at a bench, where it works alone, whatever the machine does beside. */
    private double workMs;

    /** The part of its time that a frame would take at this size, before the first on air; 0 from then on. */
    private double comes;

    /** Whether another player is before the audience with it. */
    private boolean shares;

    /** Small pictures made at a bench. */
    private int small;

    /** Nanoseconds of this frame in which pictures leave. */
    private long left;

    /** Who is given a picture now, and at which sizes. */
    private final List<PictureOutput> asking = new ArrayList<>();
    /** Whether an audience was given one. */
    private boolean gave;

    private final Exit.Leaving leaving = new Exit.Leaving();

    /** Whether the frame that is being made is for an audience. */
    private boolean airs;

    /** Whether a lane of the look tells others something. */
    private boolean outward;

    /**
     * One that goes on at frame {@code frame}.
     *
     * @param mustGoOn ends the work of whoever was abandoned
     */
    FrameMaker(LivePlayer live, Player player, Crew crew, Runnable mustGoOn, long frame) {
        this.live = live;
        this.player = player;
        this.crew = crew;
        this.mustGoOn = mustGoOn;
        tape = new FrameTape(live, player);
        // Who goes on for another does not do so to the bit.
        if (frame > 0) tape.broken();
        eyes = new PreviewTap(live, this, player);
        report = new FrameReport(live, player, eyes);
        keeper.largest(LARGEST);
        head = new Playhead(live, player, keeper, tape, mustGoOn, frame);
    }

    Player player() {
        return player;
    }

    Playhead head() {
        return head;
    }

    /** Ends the work of whoever was abandoned. */
    void mustGoOn() {
        mustGoOn.run();
    }

    /** Whether somebody sees the pictures, or is told something by the look. */
    boolean matters() {
        return eyes.sees() || outward;
    }

    /**
     * On air it is made at full size if there is time, at a bench at a smaller one. The first on air is as large as those at the bench, so that
     * it comes at once; the next one has its size.
     */
    void place(boolean onAir, Look look) {
        keeper.largest(onAir ? LARGEST : BENCH_SIZE);
        // Screens that are to show it may not have asked yet.
        if (onAir) eyes.expect();
        small = 0;
        live.rehearsed = false;
        comes = onAir && look != null && workMs > 0 ? part(look) : 0;
        workMs = 0;
    }

    /** Whether an audience was given a picture of the last frame. */
    boolean gave() {
        return gave;
    }

    /** Whether an audience asks for a picture now. */
    boolean asked() {
        for (PictureOutput outlet : live.subscriptions.outlets) if (outlet.onAir && outlet.wanted()) return true;
        return false;
    }

    private void size(double ms, double budget, double step) {
        boolean shared = live.shares;
        if (shared && !shares) keeper.share(comes);
        else if (shares && !shared) keeper.alone();
        else if (comes > 0) keeper.begin(comes);
        else keeper.saw(ms, budget, step);
        shares = shared;
        comes = 0;
    }

    /** The part of its time that a frame would take on air, where more than one thread works. */
    private double part(Look look) {
        return workMs * look.rate() / 1000 / (crew.threads() > 1 ? TWO_THREADS : 1);
    }

    /** The first pictures of all, with their code still cold, soon count no more. */
    private void worked(double ms) {
        workMs = workMs > ms ? (workMs + ms) / 2 : averaged(workMs, ms);
    }

    private static double averaged(double all, double one) {
        return all == 0 ? one : all + (one - all) * NEWEST;
    }

    /** Whether this picture is to be as large as those on air will be: who comes next is to have all that it needs of that size. */
    private boolean rehearses(Request now) {
        if (now.onAir() || !live.awaited || live.rehearsed || !eyes.sees() || now.scale() > 0) return false;
        return small++ >= SMALL;
    }

    /**
     * Makes a frame.
     *
     * @param begun when it was begun
     * @param steps by how many of the look's frames it goes on
     * @param budget milliseconds that it may take
     */
    void frame(Request now, long begun, long steps, double budget) {
        long started = System.nanoTime();
        airs = now.onAir();
        long cpu = airs ? 0 : THREADS.getCurrentThreadCpuTime();
        tape.takeUp();
        head.take(now);
        desk();
        Look look = head.look();
        double step = steps / look.rate();
        double dt = now.paused() ? 0 : step;
        eyes.begin();
        gave = false;
        double sitting = live.sitting.scale();
        boolean rehearses = sitting == 0 && rehearses(now);
        double scale = sitting > 0 ? sitting : now.scale() > 0 ? now.scale() : keeper.scale();
        if (rehearses) scale = keeper.wouldBegin(part(look), LARGEST);
        int width = Math.max(1, (int) Math.round(look.width() * scale));
        int height = Math.max(1, (int) Math.round(look.height() * scale));
        Pace pace = live.pace;
        head.hear(now);
        Moment at = new Moment(head.frame(), pace.time, dt, pace.sound).after(last);
        last = at;
        Sound heard = tape.hears(now.sound());
        player.library(tape.sees(now.library()));
        player.sparing(sitting == 0 && now.scale() == 0 && !rehearses && keeper.sparing());
        tape.frame(begun, at, width, height, heard, look, eyes);
        player.outbox(now.onAir() ? live.outbox() : Outbox.NOWHERE);
        Picture mix = player.play(at, width, height, heard, eyes);
        mustGoOn();
        live.heeded.take(player.plan().lanes);
        note(live.take);
        boolean seen = eyes.sees();
        live.seen = seen;
        if (seen) {
            if (player.complete()) live.pictures++;
            if (rehearses) live.rehearsed = true;
            report.glance(mix, step);
            leave(null, mix);
            tape.print(begun, mix);
        }
        double ms = (System.nanoTime() - started) / 1e6;
        report.took(left, step);
        left = 0;
        live.frameTimes.note(ms);
        if (!rehearses) frameMs = averaged(frameMs, ms);
        if (!rehearses && !airs && seen) worked((THREADS.getCurrentThreadCpuTime() - cpu) / 1e6);
        outward = tells(player.plan());
        if (now.scale() == 0 && sitting == 0 && seen && !rehearses) size(ms, budget, step);
        report.write(now, head.frame(), mix, frameMs, scale, budget);
        if (live.ears.wanted()) {
            live.ears.fill(player.hearing());
            eyes.made = true;
        }
        pace.beat = player.beats().beat();
        pace.tempo = player.beats().tempo();
        pace.load = frameMs * look.rate() / 1000;
        pace.frameMs = frameMs;
        pace.scale = scale;
        if (eyes.finish()) LockSupport.unpark(live.courier);
        if (!now.paused()) head.advance(steps, dt);
        pace.stamp();
        live.made++;
    }

    private void desk() {
        if (live.orders.obey(player.beats())) tape.moved();
        for (BoundControl grip : player.plan().acts) {
            long presses = grip.act();
            // Two presses between two frames are still two.
            for (long i = 0; i < Math.min(presses, MOST_PRESSES); i++) live.act(grip.binding());
        }
    }

    /** Lets somebody know where the curve that he waits for is played. */
    private void note(ControlTake take) {
        if (take == null) return;
        List<StepRun> steps = player.plan().steps;
        for (int i = 0; i < steps.size(); i++)
            if (steps.get(i).step.id().equals(take.step())) take.note(steps.get(i).place);
    }

    private static boolean tells(Plan plan) {
        for (int i = 0; i < plan.lanes.size(); i++) if (plan.lanes.get(i).outward) return true;
        return false;
    }

    /** Hands a picture to the outlets that show it, and looks at the pixel that is asked for. */
    void leave(String subject, Picture picture) {
        long started = System.nanoTime();
        asking.clear();
        leaving.clear();
        for (PictureOutput outlet : live.subscriptions.outlets) {
            if (!Objects.equals(outlet.subject, subject) || !outlet.wanted()) continue;
            if (outlet.onAir && !airs) continue;
            int width = Math.min(outlet.most, picture.width);
            int height = Math.max(1, Math.round((float) picture.height * width / picture.width));
            leaving.add(width, height, outlet.size(width, height));
            asking.add(outlet);
        }
        Exit.rgb(picture, leaving, crew);
        // Those that were filled: another may have come to want one meanwhile.
        for (int i = 0; i < asking.size(); i++) {
            PictureOutput outlet = asking.get(i);
            if (outlet.covers) Exit.cover(picture, outlet.width(), outlet.height(), outlet.cover());
            outlet.done();
            gave |= outlet.onAir;
            eyes.made = true;
        }
        for (Probe probe : live.subscriptions.probes) {
            if (!probe.wanted() || !Objects.equals(probe.subject, subject)) continue;
            probe.fill(picture, player.plan());
            eyes.made = true;
        }
        left += System.nanoTime() - started;
    }
}
