package gloaming.curve;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/**
 * A value at a time, and how it goes on to the next.
 *
 * @param time seconds or beats from the beginning, 0 and on
 * @param auto whether its handles are found from its neighbours; the four handle numbers then say what was found
 * @param inTime how far before the key its left handle stands
 * @param inValue how far above the key its left handle stands
 * @param outTime how far behind the key its right handle stands
 * @param outValue how far above the key its right handle stands
 */
public record Key(
        double time,
        double value,
        Join join,
        boolean auto,
        double inTime,
        double inValue,
        double outTime,
        double outValue) {

    /** How a value goes on to the next. */
    public enum Join {
        LINEAR,
        /** Along a cubic Bézier curve with the handles of both keys. */
        SMOOTH,
        /** Stays until the next. */
        HOLD,
        /** Slow at both ends: 3u² - 2u³. */
        EASE;

        @JsonValue
        public String id() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    public static Key of(double time, double value, Join join) {
        return new Key(time, value, join, true, 0, 0, 0, 0);
    }

    Key withHandles(double inTime, double inValue, double outTime, double outValue) {
        return new Key(time, value, join, auto, inTime, inValue, outTime, outValue);
    }
}
