package gloaming.look;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/**
 * How a layer meets what lies behind it; the formulas stand in {@code picture.kernel.Blending}.
 *
 * <p>Those that take light away stay within what is there ({@link #within}): where nothing lies behind, they leave nothing, as what is seen
 * there is black. Beside each stands the one that shows as itself where nothing is, as documents before version 3 had it.
 */
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
    SUBTRACT,
    @Id("multiply-or-self")
    MULTIPLY_OR_SELF,
    @Id("darken-or-self")
    DARKEN_OR_SELF,
    @Id("subtract-or-self")
    SUBTRACT_OR_SELF;

    @JsonValue
    public String id() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }

    /** Whether it is one that takes light away and shows as itself where nothing lies behind. */
    public boolean orSelf() {
        return this == MULTIPLY_OR_SELF || this == DARKEN_OR_SELF || this == SUBTRACT_OR_SELF;
    }

    /** Whether it stays within what lies behind and adds no cover of its own. */
    public boolean within() {
        return this == MULTIPLY || this == DARKEN || this == SUBTRACT;
    }
}
