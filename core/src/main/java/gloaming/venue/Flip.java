package gloaming.venue;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** How a picture is turned over before it is laid down. */
public enum Flip {
    NONE(false, false),
    /** Left for right. */
    ACROSS(true, false),
    /** Top for bottom. */
    DOWN(false, true),
    BOTH(true, true);

    final boolean across;
    final boolean down;

    Flip(boolean across, boolean down) {
        this.across = across;
        this.down = down;
    }

    @JsonValue
    public String id() {
        return name().toLowerCase(Locale.ROOT);
    }
}
