package gloaming.step;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** A setting on an enum, a {@code boolean}, a {@link Colour} or a {@code String}: its default as text. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
public @interface Choice {
    String initial();

    /** Whether a text is code, of many lines. */
    boolean code() default false;

    /** Whether a text is a formula, in which lanes stand as {@code {id}}. */
    boolean formula() default false;

    /** Whether a text is a row of keys of a curve. */
    boolean curve() default false;

    /** What a curve's times are parts of, where they are not times. */
    String over() default "";

    /** Which way over the picture a curve's values go, where several make one path that can be drawn there. */
    Range.Drag drag() default Range.Drag.NONE;

    /** Whether a text says which settings of another look can be set here. */
    boolean strip() default false;

    /** Of a text that refers to a medium: the kinds it may be of, with a blank between them. */
    String medium() default "";

    String says();
}
