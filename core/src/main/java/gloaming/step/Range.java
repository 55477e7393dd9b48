package gloaming.step;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** A number setting: its bounds, unit and default. On an {@code int} it takes whole numbers only. */
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.RECORD_COMPONENT)
public @interface Range {
    double min();

    double max();

    double initial();

    /** Unit after the number: "s", "Hz", "turns", "dB", "units" of world space, or empty for a plain number. */
    String unit() default "";

    /** How the slider runs: evenly, or by ratio for what is felt by ratio (rates, times, sizes over decades). */
    boolean byRatio() default false;

    /** How dragging the picture moves this while its step is chosen. */
    Drag drag() default Drag.NONE;

    /** Ways of dragging. */
    enum Drag {
        NONE,
        ACROSS,
        UP,
        /** Towards who looks: no pointer on a picture goes there, but one that draws from the side or from above. */
        NEAR,
        WHEEL
    }

    String says();
}
