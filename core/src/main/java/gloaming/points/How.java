package gloaming.points;

import gloaming.look.Id;

/** What happens to an attribute that has a value already. */
public enum How {
    @Id("set")
    SET,
    @Id("add")
    ADD,
    @Id("multiply")
    MULTIPLY;

    float put(float before, float value) {
        return switch (this) {
            case SET -> value;
            case ADD -> before + value;
            case MULTIPLY -> before * value;
        };
    }
}
