package gloaming.play;

/**
 * Chooses the part of a look's size that is worked out, so that the rate holds.
 *
 * <p>It goes one size down when frames take more than 92 percent of their time for half a second, at once when they take
 * half as much again, and up when the larger size would by its pixels take under 65 percent for four seconds. After a step
 * down it stays there for ten seconds, so that the picture does not breathe between two sizes. It begins at the smallest
 * size and climbs a size a second until it has once been too much; where there is room by far, it never waits longer.
 */
final class ScaleKeeper {
    static final double[] SIZES = {1, 0.75, 0.5, 1 / 3.0};

    /** The first pictures are small: they come at once, while the machine's code is still cold. */
    private int at = SIZES.length - 1;

    private double patience = 1;
    private double over;
    private double under;
    private double rest;

    double scale() {
        return SIZES[at];
    }

    /** Tells how long the last frame took of {@code budgetMs}; {@code seconds} have passed since the frame before. */
    void saw(double ms, double budgetMs, double seconds) {
        double part = ms / budgetMs;
        rest = Math.max(0, rest - seconds);
        over = part > 0.92 ? over + seconds * (part > 1.5 ? 3 : 1) : 0;
        if (over > 0.5 && at < SIZES.length - 1) {
            at++;
            over = 0;
            under = 0;
            rest = 10;
            patience = 4;
            return;
        }
        if (at == 0) return;
        double larger = SIZES[at - 1] / SIZES[at];
        double then = part * larger * larger;
        under = rest == 0 && then < 0.65 ? under + seconds * (then < 0.3 ? 4 : 1) : 0;
        if (under > patience) {
            at--;
            under = 0;
        }
    }

    /** Another look: how the one before did says nothing of it. */
    void another() {
        patience = 1;
        rest = 0;
        over = 0;
        under = 0;
    }

    /** The nearest of the sizes to one chosen by hand. */
    static double nearest(double scale) {
        double best = 1;
        for (double size : SIZES) if (Math.abs(size - scale) < Math.abs(best - scale)) best = size;
        return best;
    }
}
