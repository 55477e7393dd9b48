package gloaming.points;

/** What happens to an attribute that has a value already. */
public enum How {
    SET,
    ADD,
    MULTIPLY;

    float put(float before, float value) {
        return switch (this) {
            case SET -> value;
            case ADD -> before + value;
            case MULTIPLY -> before * value;
        };
    }
}
