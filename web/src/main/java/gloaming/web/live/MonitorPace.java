package gloaming.web.live;

/**
 * How often the monitors of pages and the previews of steps are asked for: where a player has hardly time left for its frames, every second one
 * is enough for whoever works on it. The outputs always get every frame.
 */
final class MonitorPace {
    /** The part of its time that a player works, above which monitors give way, and below which they have every frame again. */
    private static final double BUSY = 0.85;

    private static final double FREE = 0.7;

    private boolean gives;
    private long next;

    /** Whether pages give way to a player that works so much. */
    boolean gives(double load) {
        gives = load > (gives ? FREE : BUSY);
        return gives;
    }

    /** Whether a picture may be asked for now, by the clock of nanoseconds; {@code load} is the part of its time that the player works. */
    boolean due(long now, double load, double framesPerSecond) {
        if (gives(load) && now < next) return false;
        // A frame's time and a half later the next but one is the first that can be asked for.
        next = now + (long) (1.5e9 / framesPerSecond);
        return true;
    }
}
