package gloaming.flow;

import java.util.Arrays;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.LockSupport;

/**
 * A fixed set of threads that share the rows of a picture or the points of a cloud.
 *
 * <p>The calling thread works too, so a crew of one is the caller alone. Work is cut into strips of a fixed height that do
 * not depend on the number of threads: results are the same with one thread or many. One caller at a time. The caller waits
 * only for strips somebody has begun, never for a helper that the machine has not let run yet.
 */
public final class Crew implements AutoCloseable {

    /** Work on the half-open range {@code from} to {@code to}. */
    @FunctionalInterface
    public interface Strip {
        void run(int from, int to);
    }

    /** What ends work that takes longer than it may. */
    public static final class Overtime extends RuntimeException {
        static final Overtime IT_IS = new Overtime();

        private Overtime() {
            super("It takes longer than it may.", null, false, false);
        }
    }

    private static final int SPINS = 3_000;
    /** Some tenth of a millisecond. */
    private static final int PATIENCE = 4_000;

    private static final long NAP = 20_000;
    private static final int CLOSED = Integer.MAX_VALUE;
    private static final long NEVER = Long.MAX_VALUE;

    private final Thread[] helpers;
    /** The round in the upper half, the next strip to claim in the lower. */
    private final AtomicLong ticket = new AtomicLong(CLOSED);

    private final AtomicInteger completed = new AtomicInteger();
    private volatile boolean closed;
    private volatile boolean alone;
    private volatile Throwable trouble;
    /** When work is to end, by the clock of nanoseconds. */
    private volatile long end = NEVER;

    private Strip strip;
    private int until;
    private int grain;
    private int strips;

    /** A crew of {@code threads} workers, 1 to 64, the caller included. */
    public Crew(int threads) {
        if (threads < 1 || threads > 64) throw new IllegalArgumentException("a crew of " + threads + " threads");
        helpers = new Thread[threads - 1];
        for (int i = 0; i < helpers.length; i++) {
            helpers[i] = Thread.ofPlatform()
                    .daemon()
                    .priority(Thread.MAX_PRIORITY)
                    .name("crew-" + (i + 1))
                    .start(this::help);
        }
    }

    /** Whether the caller works without the others from now on, so that they leave the machine to whoever needs it more. */
    public void alone(boolean alone) {
        this.alone = alone;
    }

    public int threads() {
        return helpers.length + 1;
    }

    /** The threads that help, by their ids. */
    public long[] helperIds() {
        return Arrays.stream(helpers).mapToLong(Thread::threadId).toArray();
    }

    /** Whether a helper is at work or would be, if the machine let it run; one that waits for something is not. */
    public boolean helped() {
        for (Thread helper : helpers) if (helper.getState() == Thread.State.RUNNABLE) return true;
        return false;
    }

    /** From now on the helpers give way to everything else. */
    public void giveWay() {
        for (Thread helper : helpers) helper.setPriority(Thread.MIN_PRIORITY);
    }

    /** From now on the helpers come before everything else, as they do from the beginning. */
    public void comeFirst() {
        for (Thread helper : helpers) helper.setPriority(Thread.MAX_PRIORITY);
    }

    /** From now on work that takes longer than {@code nanoseconds} ends with {@link Overtime}, between strips and where it asks. */
    public void limit(long nanoseconds) {
        end = System.nanoTime() + nanoseconds;
    }

    /** From now on work may take as long as it takes. */
    public void unlimited() {
        end = NEVER;
    }

    /** Ends work that has a limit now, from another thread. */
    public void halt() {
        if (end != NEVER) end = System.nanoTime() - 1;
    }

    /** Whether there is a limit now. */
    public boolean limited() {
        return end != NEVER;
    }

    /** Whether work has taken longer than it may; what runs long asks now and then, and ends by {@link #check}. */
    public boolean late() {
        long at = end;
        return at != NEVER && System.nanoTime() - at > 0;
    }

    public void check() {
        if (late()) throw Overtime.IT_IS;
    }

    /** Runs {@code strip} over 0 to {@code count} in pieces of {@code grain}; returns when all are done. */
    public void each(int count, int grain, Strip strip) {
        if (count <= 0) return;
        if (helpers.length == 0 || alone || count <= grain) {
            for (int from = 0; from < count; from += grain) {
                check();
                strip.run(from, Math.min(count, from + grain));
            }
            return;
        }
        long round = (ticket.get() >>> 32) + 1;
        this.strip = strip;
        this.until = count;
        this.grain = grain;
        this.strips = (count + grain - 1) / grain;
        trouble = null;
        completed.set(0);
        ticket.set(round << 32);
        for (Thread helper : helpers) LockSupport.unpark(helper);
        work();
        // When another program has taken the core of a helper, this one goes idle for a moment so that the helper can
        // come
        // over to it: spinning on would keep both from working.
        for (int spins = 0; completed.get() < strips; spins++) {
            if (spins < PATIENCE) Thread.onSpinWait();
            else LockSupport.parkNanos(NAP);
        }
        // Shut before the fields change: a helper that claims by a stale ticket then fails.
        ticket.set(round << 32 | CLOSED);
        this.strip = null;
        if (trouble instanceof RuntimeException e) throw e;
        if (trouble instanceof Error e) throw e;
    }

    private boolean work() {
        boolean worked = false;
        while (true) {
            long t = ticket.get();
            int i = (int) t;
            Strip strip = this.strip;
            int from = i * grain;
            int to = Math.min(until, from + grain);
            if (i >= strips || i == CLOSED) return worked;
            if (!ticket.compareAndSet(t, t + 1)) continue;
            worked = true;
            try {
                if (trouble == null) {
                    check();
                    strip.run(from, to);
                }
            } catch (Throwable e) {
                trouble = e;
            }
            completed.incrementAndGet();
        }
    }

    private void help() {
        int idle = 0;
        while (!closed) {
            if (work()) {
                idle = 0;
            } else if (++idle < SPINS) {
                Thread.onSpinWait();
            } else {
                LockSupport.park(this);
                idle = 0;
            }
        }
    }

    @Override
    public void close() {
        closed = true;
        for (Thread helper : helpers) LockSupport.unpark(helper);
    }
}
