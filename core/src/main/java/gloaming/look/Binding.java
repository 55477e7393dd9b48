package gloaming.look;

import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/**
 * A control of the desk that moves a setting.
 *
 * @param control what arrives, by its name on the desk, such as {@code osc /mill/fader/1} or {@code midi pad/1/cc/21}
 * @param of the id of a step or of a layer, or {@value #SHOW} for what the program does
 * @param setting the setting's id; of a layer {@code opacity}; of the show one of {@link Act}
 * @param inLow what the control gives at its low end
 * @param inHigh what it gives at its high end
 * @param low the setting at the low end
 * @param high the setting at the high end; may be below {@code low}
 * @param bend 1 is straight, above 1 slow at first; 0.1 to 10
 * @param ease seconds to go 63 percent of the way to a new value, 0 to 60
 * @param mode what the control does to the setting
 * @param pickUp whether it takes hold of the setting only where it passes by its present value, so that nothing jumps
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Binding(
        String id,
        String control,
        String of,
        String setting,
        double inLow,
        double inHigh,
        double low,
        double high,
        double bend,
        double ease,
        Mode mode,
        boolean pickUp) {
    /** What bindings of the program itself are of. */
    public static final String SHOW = "show";

    /** Longest name of a control. */
    public static final int LONGEST = 200;

    /** What a control does to a setting. */
    public enum Mode {
        /** The setting goes with the control. */
        VALUE,
        /** Each press goes to the other end. */
        TOGGLE,
        /** At the high end while it is pressed, else as the document has it. */
        MOMENTARY,
        /** At the high end for one frame at each press. */
        TRIGGER,
        /** Each turn moves the setting on from where it is. */
        RELATIVE;

        @JsonValue
        public String id() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** What the program does at a press. */
    public enum Act {
        TAP,
        PAUSE,
        REWIND,
        BLACKOUT,
        FADE,
        LET_GO,
        /** Puts the look the binding stands in on air, while it is at a bench. */
        TAKE;

        public String id() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }

        /** The act of that name, or null. */
        public static Act of(String id) {
            for (Act act : values()) if (act.id().equals(id)) return act;
            return null;
        }
    }

    public Binding {
        Limits.id("A binding", id);
        if (control == null || control.isBlank() || control.length() > LONGEST) {
            throw new Refused("A binding needs the name of a control, at most " + LONGEST + " characters long.");
        }
        if (of == null || setting == null) throw new Refused("The binding of '" + control + "' names no setting.");
        Limits.finite("The control's low end", inLow);
        Limits.finite("The control's high end", inHigh);
        Limits.finite("The low end", low);
        Limits.finite("The high end", high);
        Limits.within("The bend", bend, 0.1, 10);
        Limits.within("The ease", ease, 0, 60);
        mode = mode == null ? Mode.VALUE : mode;
    }

    /** The setting for a value of the control, held inside the range. */
    public double map(double value) {
        return low + part(value) * (high - low);
    }

    /** How far along its way the control is, bent: 0 to 1. */
    public double part(double value) {
        double span = inHigh - inLow;
        double part = span == 0 ? (value >= inLow ? 1 : 0) : Math.clamp((value - inLow) / span, 0.0, 1.0);
        return bend == 1 ? part : Math.pow(part, bend);
    }

    /** Whether a value of the control counts as pressed. */
    public boolean pressed(double value) {
        return inHigh >= inLow ? value > (inLow + inHigh) / 2 : value < (inLow + inHigh) / 2;
    }
}
