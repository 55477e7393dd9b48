package gloaming.look;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * What documents call a step, a setting or a choice. It is given once and stays, whatever becomes of the name on screen and of the name
 * in the code; one that has to change all the same goes among the {@link #former} ones, and old documents open as before.
 */
@Retention(RetentionPolicy.RUNTIME)
@Target({ElementType.TYPE, ElementType.RECORD_COMPONENT, ElementType.FIELD})
public @interface Id {
    String value();

    String[] former() default {};

    /** What the setting or choice is called on screen, where the name in the code does not say it. */
    String label() default "";
}
