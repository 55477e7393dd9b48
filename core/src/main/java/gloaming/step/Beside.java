package gloaming.step;

import gloaming.flow.Flow;
import java.lang.annotation.ElementType;
import java.lang.annotation.Repeatable;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** A further result, handed out beside what leaves the step: read by its name, and made only where somebody does. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
@Repeatable(Beside.All.class)
public @interface Beside {
    String name();

    Class<? extends Flow> kind();

    String says();

    /** Several results of one step. */
    @Retention(RetentionPolicy.RUNTIME)
    @Target(ElementType.TYPE)
    @interface All {
        Beside[] value();
    }
}
