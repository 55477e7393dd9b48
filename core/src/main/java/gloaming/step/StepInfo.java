package gloaming.step;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** Describes an operation to the artist. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.TYPE)
public @interface StepInfo {
    /** Its name on the card. */
    String name();

    /** What it does, in one sentence. */
    String does();

    /** Words somebody in need of it would type. */
    String find() default "";

    /** What to notice in its example, in one sentence. */
    String notice() default "";

    /**
     * Its worked example as a lane: steps with {@code >} between, each an id and settings as {@code name=value}, the step itself as
     * {@code *}. A value that begins with {@code =} is a formula; one in brackets is a lane that is read. Where it is empty, what stands
     * ahead goes by what the step takes.
     */
    String example() default "";

    /** Good settings of it to begin from, each a name, a colon, and settings as in {@link #example}; what they do not name is as at first. */
    String[] sets() default {};

    /**
     * Settings that a new one begins with where it would show too little or too much as at first, written as in {@link #example}; what is as
     * at first cannot become another number, as documents do not say it.
     */
    String begins() default "";

    /** What most likely turned the picture black when light goes in and none comes out: ends a sentence. */
    String ifBlack() default "see its settings";

    /** Whether it does something beyond the look, and so is worked out whether anybody looks at it or not. */
    boolean outward() default false;
}
