package gloaming;

import com.sun.management.ThreadMXBean;
import java.lang.management.ManagementFactory;

/** What something leaves behind once the JIT has compiled it: until then vectors are objects. */
public final class Garbage {
    private static final long PATIENCE = 20_000_000_000L;
    private static final ThreadMXBean THREADS = (ThreadMXBean) ManagementFactory.getThreadMXBean();

    private Garbage() {}

    /** The least bytes of this thread that one run took, as soon as it is not more than {@code enough}, after 20 seconds at most. */
    public static long least(long enough, int runs, Runnable what) {
        long least = Long.MAX_VALUE;
        long end = System.nanoTime() + PATIENCE;
        while (least > enough && System.nanoTime() < end) {
            long before = THREADS.getCurrentThreadAllocatedBytes();
            for (int i = 0; i < runs; i++) what.run();
            least = Math.min(least, (THREADS.getCurrentThreadAllocatedBytes() - before) / runs);
        }
        return least;
    }
}
