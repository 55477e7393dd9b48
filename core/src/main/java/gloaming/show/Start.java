package gloaming.show;

import com.fasterxml.jackson.annotation.JsonValue;
import gloaming.look.Refused;
import java.util.Locale;

/**
 * What starts a cue once it is the next one. The key of the playing page starts any.
 *
 * @param control for {@link By#CONTROL}, its name on the desk, for {@link By#SIGNAL} the name of a lane of the look that is on; else empty
 * @param after for {@link By#AFTER}, how long after the cue before has begun
 * @param at for {@link By#SOUND}, {@link By#CLOCK} and {@link By#TIMECODE}: seconds of the sound, of the day, or of the time code
 * @param on whether it waits for a beat or a bar then
 */
public record Start(By by, String control, Span after, double at, Grid on) {
    public static final Start KEY = new Start(By.KEY, "", Span.NONE, 0, Grid.AT_ONCE);
    public static final double DAY = 86_400;
    private static final int CONTROL = 200;

    /** What a cue is started by. */
    public enum By {
        KEY,
        CONTROL,
        /** A lane of the look that is on rises over a half. */
        SIGNAL,
        AFTER,
        SOUND,
        CLOCK,
        TIMECODE;

        @JsonValue
        public String id() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** What a start waits for. */
    public enum Grid {
        AT_ONCE,
        BEAT,
        BAR;

        @JsonValue
        public String id() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }

        /** The beat at which something that is asked for at {@code beat} happens. */
        double beat(double beat, int bar) {
            return switch (this) {
                case AT_ONCE -> beat;
                case BEAT -> Math.floor(beat) + 1;
                case BAR -> (Math.floor(beat / bar) + 1) * bar;
            };
        }
    }

    public Start {
        by = by == null ? By.KEY : by;
        control = control == null ? "" : control;
        after = after == null ? Span.NONE : after;
        on = on == null ? Grid.AT_ONCE : on;
        if (control.length() > CONTROL)
            throw new Refused("A control has a name of at most " + CONTROL + " characters.");
        if (!(at >= 0 && at <= DAY)) throw new Refused("A time goes from 0:00 to 24:00.");
    }
}
