package gloaming.step;

import com.fasterxml.jackson.annotation.JsonInclude;
import gloaming.curve.Keys;
import gloaming.look.Limits;
import gloaming.look.Refused;
import gloaming.look.Value;
import java.util.List;

/**
 * One adjustable value of a step, as its record component describes it.
 *
 * @param id the component's name
 * @param form what kind of control it is
 * @param min lowest number, for numbers
 * @param max highest number, for numbers
 * @param initial its default, in the form documents hold
 * @param drag how dragging the picture moves it, or null
 * @param choices the words it may be, for a choice; the kinds it may be of, for a medium
 * @param fixed whether it is only set: what a step begins with, which no lane, formula or control can drive
 */
@JsonInclude(JsonInclude.Include.NON_EMPTY)
public record Setting(
        String id,
        String label,
        Form form,
        double min,
        double max,
        boolean byRatio,
        Value initial,
        String unit,
        String says,
        List<String> choices,
        Range.Drag drag,
        boolean fixed) {

    /** One that dragging the picture does not move. */
    public Setting(
            String id,
            String label,
            Form form,
            double min,
            double max,
            boolean byRatio,
            Value initial,
            String unit,
            String says,
            List<String> choices) {
        this(id, label, form, min, max, byRatio, initial, unit, says, choices, null, false);
    }

    /** The same, which is only set. */
    Setting onlySet() {
        return new Setting(id, label, form, min, max, byRatio, initial, unit, says, choices, drag, true);
    }

    /** {@link Refused} where it is only set. */
    void mustBeDrivable() {
        if (fixed)
            throw new Refused("'" + label
                    + "' is only set: no lane, formula or control drives it. Push the clock of a lane within instead.");
    }

    /** The forms a setting can have. */
    public enum Form {
        NUMBER,
        WHOLE,
        CHOICE,
        COLOUR,
        TEXT,
        CODE,
        CURVE,
        FORMULA,
        MEDIUM,
        STRIP,
        SWITCH
    }

    public boolean numeric() {
        return form == Form.NUMBER || form == Form.WHOLE;
    }

    /** Whether a signal, a formula or a control can drive it: a number, or a choice by the number of the word, from 0. */
    public boolean drivable() {
        return numeric() || form == Form.CHOICE;
    }

    /** The ids of the words that a formula of it may choose from. */
    public List<String> words() {
        return form == Form.CHOICE ? choices : List.of();
    }

    /** The lowest number that drives it. */
    public double lowest() {
        return form == Form.CHOICE ? 0 : min;
    }

    /** The highest number that drives it. */
    public double highest() {
        return form == Form.CHOICE ? choices.size() - 1.0 : max;
    }

    /** Whether a value is of the form that this takes, in range or not. */
    boolean fits(Value value) {
        return switch (form) {
            case NUMBER, WHOLE -> value instanceof Value.Num;
            case SWITCH -> value instanceof Value.Flag;
            default -> refuses(value) == null;
        };
    }

    /** Null when the value fits, otherwise why not. */
    public String refuses(Value value) {
        return switch (form) {
            case NUMBER, WHOLE -> {
                if (!(value instanceof Value.Num num)) yield "takes a number";
                if (num.number() < min || num.number() > max) {
                    yield "is " + Limits.plain(num.number()) + "; it goes from " + Limits.plain(min) + " to "
                            + Limits.plain(max);
                }
                yield form == Form.WHOLE && num.number() != Math.rint(num.number()) ? "takes whole numbers" : null;
            }
            case CHOICE ->
                value instanceof Value.Word word && choices.contains(word.text())
                        ? null
                        : "takes one of " + String.join(", ", choices);
            case COLOUR ->
                value instanceof Value.Word word && word.text().matches("#[0-9a-fA-F]{6}")
                        ? null
                        : "takes a colour written #rrggbb";
            case MEDIUM ->
                value instanceof Value.Word word && word.text().length() <= Limits.NAME
                        ? null
                        : "takes a medium's name";
            case CURVE -> {
                if (!(value instanceof Value.Word word)) yield "takes keys";
                try {
                    Keys.parse(word.text());
                    yield null;
                } catch (IllegalArgumentException e) {
                    yield "cannot be read. " + e.getMessage().replaceFirst("\\.$", "");
                }
            }
            case TEXT, CODE, FORMULA, STRIP -> value instanceof Value.Word ? null : "takes a text";
            case SWITCH -> value instanceof Value.Flag ? null : "takes true or false";
        };
    }
}
