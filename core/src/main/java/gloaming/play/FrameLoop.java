package gloaming.play;

import gloaming.flow.Crew;
import java.util.Arrays;
import java.util.concurrent.locks.LockSupport;

/**
 * The thread that has a player's frames made, each when it is due, with a player and a crew of its own.
 *
 * <p>It is all that can stand still: when it does, the live player leaves it to itself and begins another. Whatever an abandoned one does
 * later ends at {@link #mustGoOn}.
 */
final class FrameLoop {
    /** A bench makes one frame of so many. */
    private static final int BENCH_FRAMES = 2;
    /** One frame of so many is made while nobody sees a picture: what goes on then goes on in larger steps. */
    private static final int UNSEEN_FRAMES = 4;
    /** So many frames of a look are made as one, where a machine is to do other things beside, as it does while it tests. */
    private static final int TOGETHER = Math.clamp(Integer.getInteger("gloaming.together", 1), 1, 4);
    /** The parts of its time that a bench works, at least and at most. */
    private static final double LEAST_SHARE = 0.2;

    private static final double MOST_SHARE = 0.8;
    /** What fades out has half of the time: where both are too much for the machine, it is the one that comes that is to move well. */
    private static final double LEAVING_SHARE = 0.5;

    private static final double LONGEST_REST_NS = 1e9;
    /** Behind everybody but what nobody waits for. */
    private static final int AT_BENCH = Thread.MIN_PRIORITY + 1;

    /** Who comes on air owes its audience a picture for so long; it is made as soon as it is asked for, which is looked at so often. */
    private static final long OWED_NS = 1_000_000_000;

    private static final long SOON_NS = 1_000_000;

    private static final int MOST_CALLS = 8;
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
    private final FrameMaker maker;
    private final Thread thread;
    /** When the frame that is being made was begun, or 0 between frames. */
    private volatile long begun;

    /** What the last frame that failed failed of, until somebody has told. */
    private volatile Throwable failure;

    /** A loop that goes on at frame {@code frame}. */
    FrameLoop(LivePlayer live, Player player, Crew crew, long frame) {
        this.live = live;
        this.crew = crew;
        maker = new FrameMaker(live, player, crew, this::mustGoOn, frame);
        thread = Thread.ofPlatform()
                .name("player")
                .daemon()
                .priority(Thread.MAX_PRIORITY)
                .unstarted(this::run);
    }

    /** Goes on with the look that another loop stood at; the player is its player's successor. */
    FrameLoop goOn(FrameLoop stands) {
        if (player().plan() != null) maker.head().goOn(stands.maker.head());
        return this;
    }

    void start() {
        thread.start();
    }

    Player player() {
        return maker.player();
    }

    long frame() {
        return maker.head().frame();
    }

    /** When the present frame was begun, which tells it from others; 0 between two. */
    long begun() {
        return begun;
    }

    /** Nanoseconds since the frame went on to another step. */
    long standing(long now) {
        return now - Math.max(begun, player().begun());
    }

    /** Counts steps as they are begun. */
    long step() {
        return player().begunSteps();
    }

    /** What the thread is at, for the log: the step and the innermost calls. */
    String where() {
        String step = player().runningStep();
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
        crew.comeFirst();
        LockSupport.unpark(thread);
    }

    /** It goes to a bench: the frame that it is at gives way already. */
    void giveWay() {
        thread.setPriority(AT_BENCH);
        crew.giveWay();
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
        FrameSchedule schedule = new FrameSchedule(System.nanoTime());
        boolean onAir = true;
        long came = 0;
        while (!live.closed() && live.loop() == this) {
            Request now = live.request();
            if (now.look() == null) {
                LockSupport.parkNanos(5_000_000);
                schedule.idle(System.nanoTime());
                continue;
            }
            boolean comes = now.onAir() && !onAir;
            if (now.onAir() != onAir) {
                onAir = now.onAir();
                place(onAir);
            }
            if (comes) came = System.nanoTime();
            boolean owes = onAir && came != 0 && System.nanoTime() - came < OWED_NS;
            // At a bench, and while nobody sees a picture and nobody is told anything, one thread goes on.
            boolean matters = maker.matters();
            crew.alone(!onAir || !matters);
            // Whoever comes on air makes a picture at once.
            schedule.next(together(onAir, matters), now.look().rate(), comes, System.nanoTime());
            if (!waited(schedule, onAir, owes && !comes)) continue;
            begun = System.nanoTime();
            long steps = schedule.begin(begun);
            double halt = schedule.halt();
            if (halt > 0 && !now.paused()) {
                live.readings.pace.time += halt;
                live.readings.pace.sound += halt;
            }
            frame(now, steps);
            boolean first = owes && maker.gave();
            if (first) came = 0;
            schedule.over(first && !live.standing.shares);
            // Time in which others had the machine was rest already.
            if (begun != 0 && !onAir) rest(now, maker.work());
            else if (begun != 0 && live.standing.leaves) rest(now, System.nanoTime() - begun);
            begun = 0;
        }
        crew.close();
    }

    /** How many frames of the look are made as one. */
    private static int together(boolean onAir, boolean matters) {
        int frames = !matters ? UNSEEN_FRAMES : onAir ? 1 : BENCH_FRAMES;
        return Math.min(FrameSchedule.LONGEST_STEP, frames * TOGETHER);
    }

    /** Waits until the frame is due, or somebody asks for what he is owed; false where it goes elsewhere meanwhile. */
    private boolean waited(FrameSchedule schedule, boolean onAir, boolean owes) {
        long wait;
        while ((wait = schedule.left(System.nanoTime())) > 0) {
            if (live.request().onAir() != onAir) return false;
            if (owes && maker.asked()) return true;
            LockSupport.parkNanos(owes ? Math.min(wait, SOON_NS) : wait);
        }
        return true;
    }

    private void frame(Request now, long steps) {
        try {
            maker.frame(now, begun, steps, budget(now));
        } catch (Throwable e) {
            // The last frame stays on the output; the next one may succeed. There may be no memory to say anything
            // with: the player's watch says it.
            failure = e;
            begun = 0;
            LockSupport.parkNanos(REST_NS);
        }
    }

    /** On air it works before everybody else, at a bench behind everybody and at a smaller size. */
    private void place(boolean onAir) {
        thread.setPriority(onAir ? Thread.MAX_PRIORITY : AT_BENCH);
        maker.place(onAir, live.request().look());
    }

    /** The part of its time that it may work: at a bench what the player on air leaves. */
    private double share(Request now) {
        if (now.onAir()) return live.standing.leaves ? LEAVING_SHARE : 1;
        return Math.clamp(1 - now.first().readings().load(), LEAST_SHARE, MOST_SHARE);
    }

    /** Leaves the machine to others for as long as its share of the time asks. */
    private void rest(Request now, long took) {
        begun = 0;
        double share = share(now);
        LockSupport.parkNanos((long) Math.min(LONGEST_REST_NS, took * (1 - share) / share));
    }

    /** Milliseconds that a frame may take. */
    private double budget(Request now) {
        return (now.onAir() ? 1 : BENCH_FRAMES * share(now)) * 1000 / now.look().rate();
    }
}
