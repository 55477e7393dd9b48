package gloaming.media;

import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.RejectedExecutionException;
import java.util.concurrent.ThreadPoolExecutor;
import java.util.concurrent.TimeUnit;

/** Who reads the files of a shelf: a thread of its own, one after the other; or, exact, whoever asks, who then waits. */
final class ShelfReader implements AutoCloseable {
    /** Files that may wait to be read; more are asked for again by the next frame. */
    private static final int MOST_WAITING = 32;

    private static final int IDLE_S = 10;

    private final boolean exact;
    private final ThreadPoolExecutor thread;

    ShelfReader(boolean exact) {
        this.exact = exact;
        thread = new ThreadPoolExecutor(
                1,
                1,
                IDLE_S,
                TimeUnit.SECONDS,
                new ArrayBlockingQueue<>(MOST_WAITING),
                run -> Thread.ofPlatform()
                        .name("shelf")
                        .daemon()
                        .priority(Thread.MIN_PRIORITY)
                        .unstarted(run));
        thread.allowCoreThreadTimeOut(true);
    }

    boolean exact() {
        return exact;
    }

    /** Has something read, now or soon; false where too much waits, or it is closed. */
    boolean read(Runnable what) {
        if (exact) {
            what.run();
            return true;
        }
        if (thread.getQueue().remainingCapacity() == 0) return false;
        try {
            thread.execute(what);
            return true;
        } catch (RejectedExecutionException e) {
            // Another look has taken the last place meanwhile.
            return false;
        }
    }

    @Override
    public void close() {
        thread.shutdownNow();
    }
}
