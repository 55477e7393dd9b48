package gloaming.flow;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** The kinds of thing that flow between steps. */
public enum Kind {
    SIGNAL(Signal.class),
    PICTURE(Picture.class),
    POINTS(Points.class);

    private final Class<? extends Flow> type;

    Kind(Class<? extends Flow> type) {
        this.type = type;
    }

    /** Returns the kind whose values are of the given class, or null for a class that is no kind of flow. */
    public static Kind of(Class<?> type) {
        for (Kind kind : values()) if (kind.type == type) return kind;
        return null;
    }

    /** The name in documents and on screen: lower case. */
    @JsonValue
    public String id() {
        return name().toLowerCase(Locale.ROOT);
    }
}
