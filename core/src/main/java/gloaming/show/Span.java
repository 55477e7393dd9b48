package gloaming.show;

import com.fasterxml.jackson.annotation.JsonValue;
import gloaming.look.Refused;
import java.util.Locale;

/** A length of time, as people say it: so many seconds, beats or bars, 0 to 36,000. */
public record Span(double n, Unit unit) {
    public static final Span NONE = new Span(0, Unit.SECONDS);
    private static final double MOST = 36_000;

    /** What it is counted in. */
    public enum Unit {
        SECONDS,
        BEATS,
        BARS;

        @JsonValue
        public String id() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    public Span {
        if (!(n >= 0 && n <= MOST)) throw new Refused("A length of time goes from 0 to " + (int) MOST + ".");
        unit = unit == null ? Unit.SECONDS : unit;
    }

    /**
     * In seconds.
     *
     * @param tempo beats a minute
     * @param bar beats of a bar
     */
    public double seconds(double tempo, int bar) {
        return switch (unit) {
            case SECONDS -> n;
            case BEATS -> n * 60 / tempo;
            case BARS -> n * bar * 60 / tempo;
        };
    }
}
