package gloaming.look;

/**
 * Where a step reads. In documents a lane's id is its end, {@code @} with a step's id is what leaves that step, in whatever lane it stands,
 * and {@code @}, a step's id, a colon and a name is what that step hands out beside that.
 *
 * @param lane the lane, where it is its end, or null
 * @param step the step, where it is that, or null
 * @param beside the name of a result beside the step, or null where it is what leaves it
 */
public record ReadSource(String lane, String step, String beside) {
    private static final String BEHIND = "@";
    private static final char BESIDE = ':';

    public static ReadSource of(String read) {
        if (!read.startsWith(BEHIND)) return new ReadSource(read, null, null);
        int colon = read.indexOf(BESIDE);
        if (colon < 0) return new ReadSource(null, read.substring(BEHIND.length()), null);
        return new ReadSource(null, read.substring(BEHIND.length(), colon), read.substring(colon + 1));
    }

    /** What leaves a step, as documents have it. */
    public static String behind(String step) {
        return behind(step, null);
    }

    /** What leaves a step, or is handed out beside it by a name that is not null, as documents have it. */
    public static String behind(String step, String beside) {
        return BEHIND + step + (beside == null ? "" : BESIDE + beside);
    }

    /** The lane that is read, whole or in part; null where it is gone. */
    public Lane in(Look look) {
        return (lane != null ? look.lane(lane) : look.laneOf(step)).orElse(null);
    }

    /** Whether it goes away with a lane of the look, or with a use of a kit that stands in it. */
    boolean goesWith(Lane gone) {
        return gone.id().equals(lane) || gone.steps().stream().anyMatch(s -> s.id().equals(step) || within(s.id()));
    }

    /** Whether it lies within a use of a kit. */
    boolean within(String use) {
        String path = lane != null ? lane : step;
        return path.startsWith(use + "/");
    }
}
