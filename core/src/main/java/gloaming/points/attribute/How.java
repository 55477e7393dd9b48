package gloaming.points.attribute;

import gloaming.look.Id;

/** What happens to an attribute that has a value already. */
public enum How {
    @Id("set")
    SET,
    @Id("add")
    ADD,
    @Id("multiply")
    MULTIPLY,
    @Id("subtract")
    SUBTRACT,
    @Id("divide")
    DIVIDE,
    @Id("larger")
    LARGER,
    @Id("smaller")
    SMALLER;

    float put(float before, float value) {
        return switch (this) {
            case SET -> value;
            case ADD -> before + value;
            case MULTIPLY -> before * value;
            case SUBTRACT -> before - value;
            // Nothing is divided by nothing: it stays.
            case DIVIDE -> value == 0 ? before : before / value;
            case LARGER -> Math.max(before, value);
            case SMALLER -> Math.min(before, value);
        };
    }
}
