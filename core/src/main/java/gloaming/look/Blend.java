package gloaming.look;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** How a layer meets what lies behind it; the formulas stand in {@code picture.Blending}. */
public enum Blend {
    @Id("over")
    OVER,
    @Id("add")
    ADD,
    @Id("screen")
    SCREEN,
    @Id("multiply")
    MULTIPLY,
    @Id("lighten")
    LIGHTEN,
    @Id("darken")
    DARKEN,
    @Id("difference")
    DIFFERENCE,
    @Id("subtract")
    SUBTRACT;

    @JsonValue
    public String id() {
        return name().toLowerCase(Locale.ROOT);
    }
}
