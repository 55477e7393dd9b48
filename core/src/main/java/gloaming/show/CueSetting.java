package gloaming.show;

import gloaming.look.Refused;

/**
 * A number that a cue gives to one setting of the look that is there with it.
 *
 * @param step the step's id
 * @param setting the setting's id
 */
public record CueSetting(String step, String setting, double value) {
    private static final int LONGEST = 80;

    public CueSetting {
        if (step == null
                || step.isBlank()
                || step.length() > LONGEST
                || setting == null
                || setting.isBlank()
                || setting.length() > LONGEST) throw new Refused("A cue sets a setting of a step, and names both.");
        if (!Double.isFinite(value)) throw new Refused("A cue sets a setting to a number.");
    }

    /** Whether another sets the same. */
    boolean of(CueSetting other) {
        return step.equals(other.step) && setting.equals(other.setting);
    }
}
