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
    /** Small pictures that a bench makes before it makes those as large as on air: what is cold then is warm. */
    private static final int SMALL = 3;
    /** After so many of those it is looked at anew whether it bears more: the first say little of what warm ones take. */
    private static final int WARM = 5;

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

    /** Nanoseconds that the frame's thread worked at the last one, where it is at a bench. */
    private long work;

    /** The part of its time that a frame would take at this size, before the first on air; 0 from then on. */
    private double comes;

    /** Whether another player is before the audience with it. */
    private boolean shares;

    /** Pictures made since it came to a bench, or since it was chosen how large it is there as it comes next. */
    private int small;

    /** Whether it is as large at its bench as it will be on air, as it comes next. */
    private boolean awaits;

    /** Nanoseconds of this frame in which pictures leave. */
    private long left;

    /** Who is given a picture now, and at which sizes. */
    private final List<PictureOutput> asking = new ArrayList<>();
    /** Whether an audience was given one. */
    private boolean gave;

    private final Exit.Leaving leaving = new Exit.Leaving();

    /** What the frame that is being made was asked for by. */
    private Request request = Request.NOTHING;

    /** Whether it is for an audience. */
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
        awaits = false;
        live.standing.rehearsed = false;
        comes = onAir && look != null && workMs > 0 ? part(look) : 0;
        workMs = 0;
    }

    /** Nanoseconds that its thread worked at the last frame, which was made at a bench. */
    long work() {
        return work;
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
        boolean shared = live.standing.shares;
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

    /**
     * Who comes next is as large at its bench as it will be on air, from its first few pictures on: all that it needs of that size is there
     * when it comes, and what it remembers of pictures before.
     */
    private void await(Request now, Look look) {
        boolean waits = !now.onAir() && live.standing.awaited && now.scale() == 0;
        if (waits && small >= (awaits ? WARM : SMALL) && workMs > 0) {
            awaits = true;
            double was = keeper.scale();
            keeper.largest(LARGEST);
            keeper.begin(part(look));
            // What was worked then was of another size.
            if (keeper.scale() != was) workMs = 0;
            small = 0;
        } else if (!waits && awaits) {
            awaits = false;
            live.standing.rehearsed = false;
            keeper.largest(BENCH_SIZE);
        }
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
        request = now;
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
        if (!airs) await(now, look);
        double scale = sitting > 0 ? sitting : now.scale() > 0 ? now.scale() : keeper.scale();
        int width = Math.max(1, (int) Math.round(look.width() * scale));
        int height = Math.max(1, (int) Math.round(look.height() * scale));
        Pace pace = live.readings.pace;
        head.hear(now);
        Moment at = new Moment(head.frame(), pace.time, dt, pace.sound).after(last);
        last = at;
        Sound heard = tape.hears(now.sound());
        player.library(tape.sees(now.library()));
        player.sparing(sitting == 0 && now.scale() == 0 && keeper.sparing());
        tape.frame(begun, at, width, height, heard, look, eyes);
        player.outbox(now.onAir() ? live.outbox() : Outbox.NOWHERE);
        Picture mix = player.play(at, width, height, heard, eyes);
        mustGoOn();
        live.readings.heeded.take(player.plan().lanes);
        note(live.take);
        boolean seen = eyes.sees();
        live.readings.seen = seen;
        if (seen) {
            if (player.complete()) live.readings.pictures++;
            small++;
            if (awaits) live.standing.rehearsed = true;
            report.glance(mix, step);
            leave(null, mix);
            tape.print(begun, mix);
        }
        double ms = (System.nanoTime() - started) / 1e6;
        report.took(left, step);
        left = 0;
        live.readings.frameTimes.note(ms);
        frameMs = averaged(frameMs, ms);
        if (!airs) work = THREADS.getCurrentThreadCpuTime() - cpu;
        if (!airs && seen) worked(work / 1e6);
        outward = tells(player.plan());
        if (now.scale() == 0 && sitting == 0 && seen && !awaits) size(ms, budget, step);
        report.write(now, head.frame(), mix, frameMs, scale, budget);
        if (live.readings.ears.wanted()) {
            live.readings.ears.fill(player.hearing());
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
        live.readings.made++;
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
            outlet.done(request, airs || awaits || request.scale() > 0, last.time() == 0);
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
