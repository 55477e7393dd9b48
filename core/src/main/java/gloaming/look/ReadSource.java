package gloaming.look;

/**
 * Where a step reads. In documents a lane's id is its end, and {@code @} with a step's id is what leaves that step, in whatever lane it
 * stands.
 *
 * @param lane the lane, where it is its end, or null
 * @param step the step, where it is that, or null
 */
public record ReadSource(String lane, String step) {
    private static final String BEHIND = "@";

    public static ReadSource of(String read) {
        return read.startsWith(BEHIND)
                ? new ReadSource(null, read.substring(BEHIND.length()))
                : new ReadSource(read, null);
    }

    /** What leaves a step, as documents have it. */
    public static String behind(String step) {
        return BEHIND + step;
    }

    /** The lane that is read, whole or in part; null where it is gone. */
    public Lane in(Look look) {
        return (lane != null ? look.lane(lane) : look.laneOf(step)).orElse(null);
    }

    /** Whether it goes away with a lane of the look. */
    boolean goesWith(Lane gone) {
        return gone.id().equals(lane) || gone.steps().stream().anyMatch(s -> s.id().equals(step));
    }
}
