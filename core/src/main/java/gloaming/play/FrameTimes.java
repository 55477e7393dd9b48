package gloaming.play;

import java.util.concurrent.atomic.AtomicIntegerArray;

/**
 * How long frames took, counted in classes a sixteenth of a doubling wide from a tenth of a millisecond on. One thread notes,
 * anybody reads.
 */
public final class FrameTimes {
    private static final double LEAST_MS = 0.1;
    private static final int FINE = 16;
    private static final int CLASSES = 17 * FINE;

    private final AtomicIntegerArray counts = new AtomicIntegerArray(CLASSES);

    void note(double milliseconds) {
        double doublings = Math.log(Math.max(LEAST_MS, milliseconds) / LEAST_MS) / Math.log(2);
        counts.incrementAndGet(Math.min(CLASSES - 1, (int) (doublings * FINE)));
    }

    /** The counts as they are now. */
    public int[] snapshot() {
        int[] now = new int[CLASSES];
        for (int i = 0; i < CLASSES; i++) now[i] = counts.get(i);
        return now;
    }

    /** Milliseconds that a part {@code p}, 0 to 1, of the frames between two snapshots took at most; not a number without frames. */
    public static double quantile(int[] before, int[] after, double p) {
        long all = 0;
        for (int i = 0; i < CLASSES; i++) all += after[i] - before[i];
        if (all == 0) return Double.NaN;
        long wanted = (long) Math.ceil(all * p);
        for (int i = 0; i < CLASSES; i++) {
            wanted -= after[i] - before[i];
            if (wanted <= 0) return LEAST_MS * Math.pow(2, (i + 0.5) / FINE);
        }
        return LEAST_MS * Math.pow(2, (double) CLASSES / FINE);
    }
}
