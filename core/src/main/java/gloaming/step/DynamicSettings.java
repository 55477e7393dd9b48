package gloaming.step;

import gloaming.look.Value;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import java.util.List;
import java.util.Map;
import java.util.function.Function;

/**
 * On an operation whose settings and further inputs depend on what it is set to, as a shader's on its text.
 *
 * <p>Its record ends with a component {@code Object[] own}: the arguments of the settings that have grown, in their order. A
 * document may hold values of settings that are not there at the moment; they wait.
 */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
public @interface DynamicSettings {
    Class<? extends From> value();

    /** Settings and inputs beyond the record's own, or what is wrong with that from which they should grow. */
    record Own(List<Setting> settings, List<Description.Input> reads, List<Trouble> problems) {}

    /** What is wrong at a place of a text; lines and columns count from 1. */
    record Trouble(int line, int column, String says) {
        @Override
        public String toString() {
            return "line " + line + ": " + says;
        }
    }

    /** Tells from the values of the record's own settings what there is besides; it has a public constructor without arguments. */
    interface From extends Function<Map<String, Value>, Own> {}
}
