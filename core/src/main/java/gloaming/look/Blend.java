package gloaming.look;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** How a layer meets what lies behind it; the formulas stand in {@code picture.Blending}. */
public enum Blend {
    OVER,
    ADD,
    SCREEN,
    MULTIPLY,
    LIGHTEN,
    DARKEN,
    DIFFERENCE,
    SUBTRACT;

    @JsonValue
    public String id() {
        return name().toLowerCase(Locale.ROOT);
    }
}
