package gloaming.look;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;

/** What a setting is set to: a number, a yes or no, or a word (a choice, a colour as {@code #rrggbb}, a text). */
public sealed interface Value {

    /** A finite number. */
    record Num(@JsonValue double number) implements Value {
        public Num {
            Limits.finite("a setting", number);
        }
    }

    record Flag(@JsonValue boolean on) implements Value {}

    record Word(@JsonValue String text) implements Value {
        public Word {
            if (text.length() > Limits.TEXT) {
                throw new Refused("A text is over " + Limits.TEXT + " characters long.");
            }
        }
    }

    static Value of(double number) {
        return new Num(number);
    }

    static Value of(String text) {
        return new Word(text);
    }

    static Value of(boolean on) {
        return new Flag(on);
    }

    @JsonCreator
    static Value read(Object json) {
        return switch (json) {
            case Number number -> new Num(number.doubleValue());
            case Boolean on -> new Flag(on);
            case String text -> new Word(text);
            case null, default -> throw new Refused("A setting is a number, true or false, or a text.");
        };
    }
}
