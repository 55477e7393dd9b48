package gloaming.play;

import gloaming.desk.BoundControl;
import gloaming.desk.Outbox;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Look;
import gloaming.picture.kernel.Exit;
import gloaming.sound.Sound;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.locks.LockSupport;

/**
 * The thread that makes a player's frames, one after another, with a player and a crew of its own.
 *
 * <p>It is all that can stand still: when it does, the live player leaves it to itself and begins another. Whatever an abandoned one does
 * later ends at {@link #mustGoOn}.
 */
final class FrameLoop {
    private static final long LONGEST_STEP = 8;
    private static final int MOST_PRESSES = 4;
    /** A bench makes one frame of so many. */
    private static final int BENCH_FRAMES = 2;
    /** The largest size a bench chooses by itself: half. */
    private static final int BENCH_SIZE = 2;
    /** So many frames of a look are made as one, where a machine is to do other things beside, as it does while it tests. */
    private static final int TOGETHER = Math.clamp(Integer.getInteger("gloaming.together", 1), 1, 4);
    /** And the largest size that is chosen by itself there, as a place among the sizes. */
    private static final int LARGEST = Math.clamp(Integer.getInteger("gloaming.largest", 0), 0, BENCH_SIZE);

    /** The parts of its time that a bench works, at least and at most. */
    private static final double LEAST_SHARE = 0.2;

    private static final double MOST_SHARE = 0.8;
    private static final double LONGEST_REST_NS = 1e9;
    /** Seconds by which the sound may be behind and was not taken back. */
    private static final double LEAP = 0.5;

    private static final int MOST_CALLS = 8;
    /** Nanoseconds for which it goes through what led to a place in time. */
    private static final long MOST_LEAD_NS = 1_500_000_000;

    /** After a frame that failed. */
    private static final long REST_NS = 100_000_000;

    /** What ends the work of a loop that was abandoned. */
    private static final class Abandoned extends RuntimeException {
        static final Abandoned IT_IS = new Abandoned();

        private Abandoned() {
            super("abandoned", null, false, false);
        }
    }

    private final LivePlayer live;
    private final Crew crew;
    private final Player player;
    private final ScaleKeeper keeper = new ScaleKeeper();
    /** Whether a lane of the look tells others something. */
    private boolean outward;

    private final PreviewTap eyes;
    private final Thread thread;
    /** When the frame that is being made was begun, or 0 between frames. */
    private volatile long begun;

    /** What the last frame that failed failed of, until somebody has told. */
    private volatile Throwable failure;

    private Look playing;
    /** The glide that was taken up last. */
    private Glide glided;

    /** The place in time that was taken up last. */
    private Request.Placing placed;

    private int shown;
    private int rewound;
    private long frame;
    private double frameMs;
    /** Nanoseconds of this frame in which pictures leave. */
    private long left;

    /** Whether the frame that is being made is for an audience. */
    private boolean airs;

    private final FrameReport report;
    private final FrameTape tape;

    /** A loop that goes on at frame {@code frame}. */
    FrameLoop(LivePlayer live, Player player, Crew crew, long frame) {
        this.live = live;
        this.player = player;
        this.crew = crew;
        this.frame = frame;
        tape = new FrameTape(live, player);
        // A loop that goes on for another does not do so to the bit.
        if (frame > 0) tape.broken();
        rewound = live.request().rewinds();
        placed = frame == 0 ? null : live.request().placing();
        eyes = new PreviewTap(live, this, player);
        report = new FrameReport(live, player, eyes);
        keeper.largest(LARGEST);
        thread = Thread.ofPlatform()
                .name("player")
                .daemon()
                .priority(Thread.MAX_PRIORITY)
                .unstarted(this::run);
    }

    /** Goes on with the look that another loop stood at; the player is its player's successor. */
    FrameLoop goOn(FrameLoop stands) {
        if (player.plan() == null) return this;
        playing = stands.playing;
        shown = stands.shown;
        planned();
        return this;
    }

    private void planned() {
        live.board = new FrameStats(player.plan());
        live.held = List.copyOf(player.plan().held);
    }

    void start() {
        thread.start();
    }

    Player player() {
        return player;
    }

    long frame() {
        return frame;
    }

    /** Nanoseconds that the present frame has taken so far. */
    long taking(long now) {
        long since = begun;
        return since == 0 ? 0 : now - since;
    }

    /** Nanoseconds since the frame went on to another step. */
    long standing(long now) {
        return now - Math.max(begun, player.begun());
    }

    /** Counts steps as they are begun. */
    long step() {
        return player.begunSteps();
    }

    /** What the thread is at, for the log: the step and the innermost calls. */
    String where() {
        String step = player.runningStep();
        String calls = Arrays.stream(thread.getStackTrace())
                .limit(MOST_CALLS)
                .map(StackTraceElement::toString)
                .collect(java.util.stream.Collectors.joining(" < "));
        return step + ": " + calls;
    }

    /** The threads that make its frames, by their ids: its own and its crew's. */
    long[] threadIds() {
        long[] helpers = crew.helperIds();
        long[] all = Arrays.copyOf(helpers, helpers.length + 1);
        all[helpers.length] = thread.threadId();
        return all;
    }

    /** Whether it waits for something else than a helper that the machine does not let run. */
    boolean waits() {
        return thread.getState() != Thread.State.RUNNABLE && !crew.helped();
    }

    /** What goes on in spite of all gives way to everything else. */
    void leave() {
        thread.setPriority(Thread.MIN_PRIORITY);
        crew.giveWay();
    }

    boolean alive() {
        return thread.isAlive();
    }

    /** What the last frame failed of, once. */
    Throwable failure() {
        Throwable told = failure;
        failure = null;
        return told;
    }

    /** It comes on air: from here on it works before everybody else, also at what it is at, and looks at once at what is asked for. */
    void hurry() {
        thread.setPriority(Thread.MAX_PRIORITY);
        LockSupport.unpark(thread);
    }

    /** Ends what the present frame works at. */
    void halt() {
        crew.halt();
    }

    void join(long milliseconds) throws InterruptedException {
        LockSupport.unpark(thread);
        thread.join(milliseconds);
    }

    /** Ends the work of a loop that the live player has abandoned. */
    void mustGoOn() {
        if (live.loop() != this) throw Abandoned.IT_IS;
    }

    private void run() {
        long due = System.nanoTime();
        boolean onAir = true;
        airs = live.request().onAir();
        while (!live.closed() && live.loop() == this) {
            Request now = live.request();
            if (now.look() == null) {
                LockSupport.parkNanos(5_000_000);
                due = System.nanoTime();
                continue;
            }
            boolean comes = now.onAir() && !onAir;
            if (now.onAir() != onAir) {
                onAir = now.onAir();
                airs = onAir;
                place(onAir);
            }
            Look look = now.look();
            // At a bench, and while nobody sees a picture and nobody is told anything, one thread goes on by two frames
            // at a time.
            boolean each = onAir && (eyes.sees() || outward);
            int together = each ? TOGETHER : BENCH_FRAMES * TOGETHER;
            crew.alone(!each);
            double period = together * 1e9 / look.rate();
            // Whoever comes on air makes a picture at once.
            due = comes ? System.nanoTime() : due + (long) period;
            long steps = together;
            long wait = due - System.nanoTime();
            if (wait > 0) {
                while ((wait = due - System.nanoTime()) > 0 && live.request().onAir() == onAir)
                    LockSupport.parkNanos(wait);
                if (wait > 0) continue;
            } else if (-wait > period) {
                long missed = (long) (-wait / period);
                due += (long) (missed * period);
                steps = Math.min(LONGEST_STEP, (missed + 1) * together);
                // What is longer than the longest step is a halt of the machine: time goes on, motion does not leap.
                double halt = Math.max(0, (missed + 1) * together - steps) / look.rate();
                if (!now.paused()) {
                    live.pace.time += halt;
                    live.pace.sound += halt;
                }
            }
            begun = System.nanoTime();
            try {
                frame(now, steps);
            } catch (Throwable e) {
                // The last frame stays on the output; the next one may succeed. There may be no memory to say anything
                // with: the player's watch says it.
                failure = e;
                begun = 0;
                LockSupport.parkNanos(REST_NS);
            }
            if (!onAir && begun != 0) rest(now, System.nanoTime() - begun);
            begun = 0;
        }
        crew.close();
    }

    /** On air it works before everybody else, at a bench behind everybody and at a smaller size. */
    private void place(boolean onAir) {
        thread.setPriority(onAir ? Thread.MAX_PRIORITY : Thread.MIN_PRIORITY + 1);
        keeper.largest(onAir ? LARGEST : BENCH_SIZE);
        Look look = live.request().look();
        if (onAir && look != null && frameMs > 0) keeper.begin(frameMs * look.rate() / 1000);
    }

    /** The part of its time that a bench may work: what the player on air leaves. */
    private static double share(Request now) {
        return now.onAir() ? 1 : Math.clamp(1 - now.first().load(), LEAST_SHARE, MOST_SHARE);
    }

    /** Leaves the machine to others for as long as its share of the time asks. */
    private void rest(Request now, long took) {
        begun = 0;
        double share = share(now);
        LockSupport.parkNanos((long) Math.min(LONGEST_REST_NS, took * (1 - share) / share));
    }

    private void desk() {
        if (live.obey(player.beats())) tape.moved();
        for (BoundControl grip : player.plan().acts) {
            long presses = grip.act();
            // Two presses between two frames are still two.
            for (long i = 0; i < Math.min(presses, MOST_PRESSES); i++) live.act(grip.binding());
        }
    }

    private void frame(Request now, long steps) {
        long started = System.nanoTime();
        Look look = now.look();
        tape.takeUp();
        take(now);
        desk();
        double step = steps / look.rate();
        double dt = now.paused() ? 0 : step;
        double sitting = live.sitting();
        double scale = sitting > 0 ? sitting : now.scale() > 0 ? now.scale() : keeper.scale();
        int width = Math.max(1, (int) Math.round(look.width() * scale));
        int height = Math.max(1, (int) Math.round(look.height() * scale));
        Pace pace = live.pace;
        hear(now);
        eyes.begin();
        Moment at = new Moment(frame, pace.time, dt, pace.sound);
        Sound heard = tape.hears(now.sound());
        tape.frame(begun, at, width, height, heard, playing, eyes);
        player.library(now.library());
        player.outbox(now.onAir() ? live.outbox() : Outbox.NOWHERE);
        Picture mix = player.play(at, width, height, heard, eyes);
        mustGoOn();
        heed();
        note(live.take);
        boolean seen = eyes.sees();
        if (seen) {
            if (player.complete()) live.pictures++;
            report.glance(mix, step);
            leave(null, mix);
            tape.print(begun, mix);
        }
        double ms = (System.nanoTime() - started) / 1e6;
        report.took(left, step);
        left = 0;
        live.frameTimes.note(ms);
        frameMs = frameMs == 0 ? ms : frameMs + (ms - frameMs) * 0.1;
        double budget = budget(now);
        outward = tells(player.plan());
        if (now.scale() == 0 && sitting == 0 && seen) keeper.saw(ms, budget, step);
        report.write(now, frame, mix, frameMs, scale, budget);
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
        if (!now.paused()) {
            pace.time += dt;
            pace.sound += dt;
            frame += steps;
        }
        pace.stamp();
        live.made++;
    }

    /** Tells the number of the lane that somebody waits for. */
    private void heed() {
        String name = live.heeded;
        if (name == null) return;
        double is = Double.NaN;
        List<Plan.LaneRun> lanes = player.plan().lanes;
        for (int i = 0; i < lanes.size(); i++)
            if (lanes.get(i).needed && lanes.get(i).lane.name().equals(name)) is = lanes.get(i).number;
        live.heededIs = is;
    }

    /** Lets somebody know where the curve that he waits for is played. */
    private void note(ControlTake take) {
        if (take == null) return;
        List<Plan.StepRun> steps = player.plan().steps;
        for (int i = 0; i < steps.size(); i++)
            if (steps.get(i).step.id().equals(take.step())) take.note(steps.get(i).place);
    }

    private static boolean tells(Plan plan) {
        for (int i = 0; i < plan.lanes.size(); i++) if (plan.lanes.get(i).outward) return true;
        return false;
    }

    /** Milliseconds that a frame may take. */
    private static double budget(Request now) {
        return (now.onAir() ? 1 : BENCH_FRAMES * share(now)) * 1000 / now.look().rate();
    }

    /** Takes up what is asked for. */
    private void take(Request now) {
        Look look = now.look();
        if (look != playing) {
            // Another look's steps may have the same ids; what they remember is not this one's.
            boolean anew = now.number() != shown || playing == null;
            Glide glide = anew || now.glide() == glided ? null : now.glide();
            if (anew) {
                player.begin(look);
                keeper.another();
            } else {
                player.load(look, glide);
                keeper.edited();
            }
            tape.look(look, anew, glide);
            shown = now.number();
            glided = now.glide();
            playing = look;
            planned();
        }
        place(now.placing());
        if (now.rewinds() == rewound) return;
        rewound = now.rewinds();
        player.rewind(now.leader() == null);
        tape.forget();
        tape.moved();
        planned();
        live.pace.time = 0;
        if (now.leader() == null) live.pace.sound = 0;
        frame = 0;
    }

    private void place(Request.Placing at) {
        if (at == placed) return;
        placed = at;
        if (!Double.isNaN(at.time())) {
            player.rewind(false);
            tape.forget();
            planned();
            live.pace.time = at.time();
            frame = Math.round(at.time() * playing.rate());
            if (at.lead() > 0) goThrough(at);
        }
        if (!Double.isNaN(at.sound())) {
            live.pace.sound = at.sound();
            player.beats().leap(at.sound());
            tape.moved();
        }
    }

    /** Lets all that moves go through what led to a place in time, unseen and as fast as it goes. */
    private void goThrough(Request.Placing at) {
        double[] beat = player.beats().state();
        double sound = Double.isNaN(at.sound()) ? live.pace.sound : at.sound();
        Request now = live.request();
        double dt = 1 / playing.rate();
        long end = System.nanoTime() + MOST_LEAD_NS;
        long to = frame;
        for (long i = Math.max(0, to - Math.round(at.lead() * playing.rate())); i < to; i++) {
            if (System.nanoTime() > end) {
                tape.broken();
                break;
            }
            double time = i * dt;
            double heard = Math.max(0, sound - at.time() + time);
            int width = Math.max(1, (int) Math.round(playing.width() * live.pace.scale));
            int height = Math.max(1, (int) Math.round(playing.height() * live.pace.scale));
            Moment then = new Moment(i, time, dt, heard);
            Sound sounds = tape.hears(now.sound());
            tape.frame(System.nanoTime(), then, width, height, sounds, playing, Onlooker.UNSEEN);
            player.play(then, width, height, sounds, Onlooker.UNSEEN);
            mustGoOn();
        }
        player.beats().state(beat);
        tape.moved();
    }

    /** Goes by the sound of whoever leads. */
    private void hear(Request now) {
        if (now.leader() == null || now.paused()) return;
        double leads = now.leader().now();
        // It was taken to its start, or to another place.
        if (leads < live.pace.sound - LEAP && leads < LEAP) {
            player.beats().rewind();
            tape.moved();
        } else if (Math.abs(leads - live.pace.sound) > LEAP) {
            player.beats().leap(leads);
            tape.moved();
        }
        live.pace.sound = leads;
    }

    /** Hands a picture to the outlets that show it, and looks at the pixel that is asked for. */
    void leave(String subject, Picture picture) {
        long started = System.nanoTime();
        for (PictureOutput outlet : live.subscriptions.outlets) {
            if (!java.util.Objects.equals(outlet.subject, subject) || !outlet.wanted()) continue;
            if (outlet.onAir && !airs) continue;
            int width = Math.min(outlet.most, picture.width);
            int height = Math.max(1, Math.round((float) picture.height * width / picture.width));
            Exit.rgb(picture, width, height, outlet.size(width, height), crew);
            if (outlet.covers) Exit.cover(picture, width, height, outlet.cover());
            outlet.done();
            eyes.made = true;
        }
        for (Probe probe : live.subscriptions.probes) {
            if (!probe.wanted() || !java.util.Objects.equals(probe.subject, subject)) continue;
            probe.fill(picture);
            eyes.made = true;
        }
        left += System.nanoTime() - started;
    }
}
