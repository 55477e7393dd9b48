package gloaming.step;

import gloaming.flow.Flow;
import java.lang.annotation.ElementType;
import java.lang.annotation.Repeatable;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** A further input: the end of another lane. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
@Repeatable(Read.All.class)
public @interface Read {
    String name();

    Class<? extends Flow> kind();

    String says();

    /** Whether the step does something useful without it. */
    boolean optional() default false;

    /** The result beside a step (see {@link Beside}) that it takes by itself when it comes behind one that hands it out. */
    String takes() default "";

    /** Whether it hands out the frame before, which is the one way a cycle of reads is allowed. */
    boolean before() default false;

    /** Several reads of one step. */
    @Retention(RetentionPolicy.RUNTIME)
    @Target(ElementType.TYPE)
    @interface All {
        Read[] value();
    }
}
