package gloaming.perf.soak;

import gloaming.play.FrameTimes;

/**
 * The frames of those seconds in which the machine gave next to nothing to others. A frame that waits for a core that somebody else has
 * says nothing of the program; a second is the shortest time over which the machine tells what it gave.
 */
final class QuietSeconds {
    /** The part of a second's time of all cores that others may have had: one tick of two hundred, on two cores. */
    static final double MOST = 0.0075;

    private int[] times;
    private long[] cores;
    private final int[] sum;
    private int all;
    private int quiet;

    /** Begins with what was counted so far. */
    QuietSeconds(int[] now) {
        times = now;
        cores = Cores.times();
        sum = new int[now.length];
    }

    /** A second is over. */
    void over(int[] now) {
        long[] then = Cores.times();
        all++;
        // Where the machine does not say, no second is known to be quiet.
        if (Cores.stolen(cores, then) < MOST) {
            quiet++;
            for (int i = 0; i < sum.length; i++) sum[i] += now[i] - times[i];
        }
        times = now;
        cores = then;
    }

    int all() {
        return all;
    }

    int quiet() {
        return quiet;
    }

    /** How far the slowest of a hundred frames is above the middle one; not a number without frames. */
    double ratio() {
        return quantile(0.99) / quantile(0.5);
    }

    private double quantile(double p) {
        return FrameTimes.quantile(new int[sum.length], sum, p);
    }
}
