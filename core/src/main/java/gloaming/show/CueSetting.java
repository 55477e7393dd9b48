package gloaming.show;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonInclude;
import gloaming.curve.Keys;
import gloaming.look.Refused;

/**
 * What a cue gives to one setting of the look that is there with it: a number, or a curve of its own.
 *
 * @param step the step's id
 * @param setting the setting's id
 * @param value the number; nothing where it is a curve
 * @param curve the keys of a curve as {@link Keys} writes them, or empty where it is a number
 */
public record CueSetting(
        String step,
        String setting,
        double value,
        @JsonInclude(JsonInclude.Include.NON_EMPTY) String curve) {
    private static final int LONGEST = 80;
    /** Characters of a curve, at most. */
    private static final int CURVE = 40_000;

    @JsonCreator
    public CueSetting {
        if (step == null
                || step.isBlank()
                || step.length() > LONGEST
                || setting == null
                || setting.isBlank()
                || setting.length() > LONGEST) throw new Refused("A cue sets a setting of a step, and names both.");
        if (!Double.isFinite(value)) throw new Refused("A cue sets a setting to a number.");
        curve = curve == null ? "" : curve;
        if (curve.length() > CURVE) throw new Refused("A curve of a cue is too long.");
        if (!curve.isEmpty()) read(curve);
    }

    /** One that gives a number. */
    public CueSetting(String step, String setting, double value) {
        this(step, setting, value, "");
    }

    /** One that gives a curve through these keys; {@link Refused} where they make none. */
    static CueSetting of(SheetEdit.Course course) {
        try {
            return new CueSetting(
                    course.step(), course.setting(), 0, Keys.of(course.keys()).text());
        } catch (IllegalArgumentException e) {
            throw new Refused(e.getMessage());
        }
    }

    private static Keys read(String curve) {
        try {
            return Keys.parse(curve);
        } catch (IllegalArgumentException e) {
            throw new Refused("A curve of a cue cannot be read. " + e.getMessage());
        }
    }

    /** Whether another sets the same. */
    boolean of(CueSetting other) {
        return step.equals(other.step) && setting.equals(other.setting);
    }
}
