package gloaming.play;

/**
 * When a player's frames are due, and how many frames of its look each of them is: at even distances for as long as they are made in time,
 * otherwise late ones stand for those that were missed. Its loop's own; all times are of {@link System#nanoTime}.
 */
final class FrameSchedule {
    /** Motion does not leap by more than so many frames. */
    static final int LONGEST_STEP = 8;
    /** So many frames pass behind the first after a cut: while its picture is on its way to the screens, it has the machine to itself. */
    private static final int PASSED = 2;

    private long due;
    private int together;
    private double rate;
    private double period;
    private boolean afterCut;
    private double halt;

    FrameSchedule(long now) {
        due = now;
    }

    /** Nothing plays, so nothing is late. */
    void idle(long now) {
        due = now;
    }

    /**
     * The next frame is to be made.
     *
     * @param together so many frames of the look are made as one, at least 1
     * @param rate frames of the look in a second
     * @param atOnce whether it is due now: it has just come on air
     */
    void next(int together, double rate, boolean atOnce, long now) {
        this.together = afterCut ? together * PASSED : together;
        this.rate = rate;
        period = this.together * 1e9 / rate;
        due = atOnce ? now : due + (long) period;
    }

    /** Nanoseconds until the frame is due, less than 0 where it is late. */
    long left(long now) {
        return due - now;
    }

    /** The frame begins: so many frames of the look it is. Whole ones that were missed go by with it. */
    long begin(long now) {
        halt = 0;
        long late = now - due;
        if (late <= period) return together;
        long missed = (long) (late / period);
        due += (long) (missed * period);
        long all = (missed + 1) * together;
        long steps = Math.min(LONGEST_STEP, all);
        halt = (all - steps) / rate;
        return steps;
    }

    /** Seconds beyond the frame that begins in which the machine halted: time goes on by them, motion does not. */
    double halt() {
        return halt;
    }

    /** The frame is over. @param cut whether it was the first after a cut to this player */
    void over(boolean cut) {
        afterCut = cut;
    }
}
