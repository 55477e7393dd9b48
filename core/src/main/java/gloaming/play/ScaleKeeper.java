package gloaming.play;

/**
 * Chooses the part of a look's size that is worked out, so that the rate holds.
 *
 * <p>It goes one size down when frames take more than 92 percent of their time for half a second, at once when they take
 * half as much again, and up when the larger size would take under 65 percent for two seconds. After a step
 * down it stays there for ten seconds, so that the picture does not breathe between two sizes, unless the look is edited: then it goes
 * up within two, as far as there is room by far, and is whole within three. It begins at the smallest size and climbs a size a second until it has once been too
 * much.
 *
 * <p>Below the smallest size there is one rung more, on which what only makes pictures finer is left out; and in a fade one below that, as for
 * its time moving well is more than being sharp.
 *
 * <p>What a larger size would take is reckoned by its pixels at first. Each change tells how much of a frame has nothing to do with them,
 * such as moving particles; as long as it has not been told that of a look, it tries a size for which half the time is left even
 * if by pixels that would be a bit too little.
 */
final class ScaleKeeper {
    static final double[] SIZES = {1, 0.75, 0.5, 1 / 3.0};
    /** The rung on which smooth edges and the like are left out, and what a picture with them takes there of the one without, about. */
    private static final int SPARING = SIZES.length;

    /** The rung of a fade, and the size there. */
    private static final int SMALLEST = SPARING + 1;

    private static final double QUARTER = 0.25;

    private static final double FINER = 1.5;
    /** Seconds after which a change has shown what it costs. */
    private static final double SHOWN = 1;

    /** The first pictures are small: they come at once, while the machine's code is still cold. */
    private int at = SIZES.length - 1;

    private double patience = 1;
    private double over;
    private double under;
    /** Below this part of a frame's time there is room by far. */
    private static final double BY_FAR = 0.45;

    /** What a frame may be expected to take of its time at the size with which a look comes on air. */
    private static final double AT_ONCE = 0.8;

    private double rest;
    /** Seconds since the size was changed, and the least that a frame has taken since. */
    private double since;

    private double least = Double.MAX_VALUE;
    /** What frames take, about over the last third of a second. */
    private double mean;
    /** The least that a frame took at the size before, 0 when that has been reckoned with; and which size that was. */
    private double before;

    private int from = at;
    /** The part of a frame, at this size, that does not depend on it. */
    private double fixed;

    private boolean told;
    /** The largest size it may choose, as a place in {@link #SIZES}. */
    private int largest;
    /** The part of its time that a frame takes by itself, and at which rung, while another player has its half of the machine; 0 otherwise. */
    private double lone;

    private int loneAt;

    /** From now on it chooses no size above this one. */
    void largest(int place) {
        largest = place;
        if (at < place) change(place);
    }

    /** It comes before an audience: at once with the size that it can be expected to hold, as a frame takes a part of its time now. */
    void begin(double part) {
        mean = part;
        int to = at;
        while (to > largest && expected(part, to - 1) < AT_ONCE) to--;
        if (to != at) change(to);
    }

    /**
     * Another player works beside it from now on, as in a fade: at once with the size that it can be expected to hold with half of the machine.
     *
     * @param part what a frame takes of its time now, by itself; 0 is what frames have taken lately
     */
    void share(double part) {
        double is = part > 0 ? part : mean;
        if (is <= 0) return;
        lone = is;
        loneAt = at;
        go(2 * is, at, SMALLEST);
    }

    /** It works by itself again, at once with the size that it can be expected to hold so. */
    void alone() {
        if (lone > 0) go(lone, loneAt, SPARING);
        lone = 0;
    }

    private void go(double part, int base, int lowest) {
        int to = lowest;
        while (to > largest && expected(part, base, to - 1) < AT_ONCE) to--;
        mean = expected(part, base, to);
        if (to != at) change(to);
    }

    double scale() {
        return size(at);
    }

    private static double size(int rung) {
        return rung == SMALLEST ? QUARTER : SIZES[Math.min(rung, SIZES.length - 1)];
    }

    /** Whether what only makes pictures finer is to be left out. */
    boolean sparing() {
        return at >= SPARING;
    }

    /** Tells how long the last frame took of {@code budgetMs}; {@code seconds} have passed since the frame before. */
    void saw(double ms, double budgetMs, double seconds) {
        double part = ms / budgetMs;
        // One long frame does not say that there is no room.
        mean = since == 0 ? part : mean + (part - mean) * Math.min(1, 3 * seconds);
        since += seconds;
        if (since > SHOWN / 4) least = Math.min(least, part);
        if (since > SHOWN) reckon();
        rest = Math.max(0, rest - seconds);
        over = part > 0.92 ? over + seconds * (part > 1.5 ? 3 : 1) : 0;
        if (over > 0.5 && at < (lone > 0 ? SMALLEST : SPARING)) {
            change(at + 1);
            rest = 10;
            patience = 2;
            return;
        }
        if (at <= largest || before > 0) return;
        double then = expected(mean, at - 1);
        boolean room = then < 0.65 || !told && mean < 0.5;
        under = rest == 0 && room ? under + seconds * (then < 0.3 ? 4 : 1) : 0;
        if (under <= patience) return;
        int to = at - 1;
        while (to > largest && expected(mean, to - 1) < BY_FAR) to--;
        change(to);
    }

    /** The part of its time that a frame would take at another size, which takes a part of it now. */
    private double expected(double part, int size) {
        return expected(part, at, size);
    }

    private double expected(double part, int base, int size) {
        return part * (fixed + (1 - fixed) * pixels(base, size));
    }

    private void change(int to) {
        // What was too much may have become so just now, so that the least is of something lighter.
        // What is left out says nothing of the pixels.
        boolean tells = least < Double.MAX_VALUE && to < SPARING && at < SPARING;
        before = !tells ? 0 : to > at ? mean : least;
        from = at;
        at = to;
        since = 0;
        least = Double.MAX_VALUE;
        over = 0;
        under = 0;
    }

    /** How many times the pixels of one size another has. */
    private static double pixels(int of, int other) {
        double larger = size(other) / size(of);
        boolean sparing = of >= SPARING;
        double finer = sparing == other >= SPARING ? 1 : sparing ? FINER : 1 / FINER;
        return larger * larger * finer;
    }

    /** Finds out from the last change how much of a frame does not depend on the size: the least times, as others are chance. */
    private void reckon() {
        if (before <= 0) return;
        double more = least / before;
        double pixels = pixels(from, at);
        fixed = Math.clamp(Math.clamp((pixels - more) / (pixels - 1), 0.0, 1.0) / more, 0.0, 1.0);
        told = true;
        before = 0;
    }

    /** The look was edited: what was too much may be so no more. */
    void edited() {
        rest = 0;
        patience = 1;
    }

    /** Another look: how the one before did says nothing of it. */
    void another() {
        patience = 1;
        rest = 0;
        over = 0;
        under = 0;
        before = 0;
        least = Double.MAX_VALUE;
        since = 0;
        fixed = 0;
        told = false;
        lone = 0;
    }

    /** The nearest of the sizes to one chosen by hand. */
    static double nearest(double scale) {
        double best = 1;
        for (double size : SIZES) if (Math.abs(size - scale) < Math.abs(best - scale)) best = size;
        return best;
    }
}
