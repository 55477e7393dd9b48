package gloaming.play;

import java.lang.management.ManagementFactory;
import java.lang.management.ThreadMXBean;

/**
 * Sees whether a player goes on. What stands is first asked to end, then left to itself, and another thread goes on in its place
 * within two seconds.
 */
final class PlayerWatch {
    private static final System.Logger LOG = System.getLogger("gloaming");
    private static final long LOOK_MS = 50;
    /** A step that takes longer is asked to end what it does. */
    private static final long HALT_NS = 1_000_000_000L;
    /** One that goes on in spite of that is left to itself. */
    private static final long LEAVE_NS = 1_500_000_000L;
    /** Of which one of its threads must have worked so long, so that a machine that is busy with other things does not count. */
    private static final long WORKED_NS = 900_000_000L;

    private static final long TOLD_NS = 20_000_000_000L;
    static final String ANEW = "The picture stood still and was started anew; the step it stood at is passed over.";
    private static final String MEMORY =
            "There is not enough memory for a frame; the last picture is held. Make pictures or counts smaller.";
    private static final String FAILED =
            "A frame could not be made; the last picture is held. The log has the details.";

    private final LivePlayer player;
    private final StolenTime stolen;
    private final ThreadMXBean threads = ManagementFactory.getThreadMXBean();
    private final Thread thread;
    private volatile String trouble = "";
    private volatile long toldAt;
    private FrameLoop watched;
    private long[] workers = {};
    private long[] cpu = {};
    private final FrameProgress progress = new FrameProgress();

    private int failures;

    PlayerWatch(LivePlayer player, StolenTime stolen) {
        this.player = player;
        this.stolen = stolen;
        thread = Thread.ofPlatform()
                .name("player-watch")
                .daemon()
                .priority(Thread.MAX_PRIORITY)
                .unstarted(this::run);
    }

    void start() {
        thread.start();
    }

    String trouble() {
        return System.nanoTime() - toldAt < TOLD_NS ? trouble : "";
    }

    private void run() {
        while (!player.closed()) {
            try {
                Thread.sleep(LOOK_MS);
                look();
            } catch (InterruptedException e) {
                return;
            } catch (Throwable e) {
                // Nothing may end the watch; where there is no memory to tell, it is told the next time.
                trouble = MEMORY;
            }
        }
    }

    private void look() {
        FrameLoop loop = player.loop();
        Throwable failure = loop.failure();
        if (failure != null) {
            tell(failure instanceof OutOfMemoryError ? MEMORY : FAILED);
            if (++failures <= 20) LOG.log(System.Logger.Level.ERROR, "A frame failed.", failure);
        }
        if (!loop.alive()) {
            if (!player.closed()) anew(loop, "ended");
            return;
        }
        long now = System.nanoTime();
        if (loop != watched) {
            watched = loop;
            workers = loop.threadIds();
            cpu = new long[workers.length];
            progress.another();
        }
        if (progress.wentOn(loop.begun(), loop.step(), cpu())) return;
        long stands = loop.standing(now);
        if (stands > HALT_NS) loop.halt();
        if (stands > LEAVE_NS && stuck(loop)) anew(loop, "stood still");
    }

    private boolean stuck(FrameLoop loop) {
        boolean waits = loop.waits();
        // It may have ended its frame between the two looks, and now wait for the next.
        if (progress.wentOn(loop.begun(), loop.step(), cpu())) return false;
        return waits || progress.worked(cpu) > WORKED_NS;
    }

    /** Nanoseconds that each of the threads has worked so far, without what the machine gave to others meanwhile. */
    private long[] cpu() {
        long away = stolen.nanos();
        for (int i = 0; i < workers.length; i++) cpu[i] = threads.getThreadCpuTime(workers[i]) - away;
        return cpu;
    }

    private void anew(FrameLoop loop, String why) {
        String where = loop.where();
        // Told before anybody sees that it goes on.
        tell(ANEW);
        player.again();
        loop.leave();
        LOG.log(System.Logger.Level.ERROR, "A player''s thread {0} and was started anew. It was at {1}.", why, where);
    }

    private void tell(String sentence) {
        trouble = sentence;
        toldAt = System.nanoTime();
    }

    void close() {
        thread.interrupt();
    }
}
