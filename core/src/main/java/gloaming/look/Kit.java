package gloaming.look;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Lanes wrapped as one step: those of the look that say they stand in it. A step of the type {@code kit-} and its id is a use of it.
 *
 * @param id like {@code k1}
 * @param name what its uses are called
 * @param says what it is for, or empty
 * @param lane the id of the lane whose steps stand in the place of a use; the others run beside
 * @param knobs what can be set outside, in their order
 * @param inputs what its lanes read from outside, in their order; steps, follows and formulas within speak of them by their ids, as of lanes
 * @param outputs ids of its lanes that can be read from outside, by a path: the use's id, a slash and the lane's
 * @param kept what it is on the shelf of kits, or null where it was not kept
 */
public record Kit(
        String id,
        String name,
        String says,
        String lane,
        List<Knob> knobs,
        List<Input> inputs,
        List<String> outputs,
        @JsonInclude(JsonInclude.Include.NON_NULL) Kept kept) {
    public static final String TYPE = "kit-";
    public static final int KNOBS = 100;
    /** Settings that one knob turns, at most. */
    public static final int TARGETS = 50;

    /** Settings that every use has beside the knobs: where its chance starts, how fast its own time runs, and how far it is ahead. */
    public static final String SEED = "seed";

    public static final String SPEED = "speed";
    /** Seconds that its own time is ahead. */
    public static final String AHEAD = "ahead";

    /**
     * A setting outside, and what it sets within. Where a use does not set it, what it sets stays as it is within.
     *
     * @param id like {@code q1}
     * @param name what it is called outside
     * @param says what it does, or empty for what the first setting within says
     * @param min lowest number outside, or null for that of the first setting within
     * @param max highest number outside, or null
     * @param targets one or more
     */
    public record Knob(
            String id,
            String name,
            String says,
            @JsonInclude(JsonInclude.Include.NON_NULL) Double min,
            @JsonInclude(JsonInclude.Include.NON_NULL) Double max,
            List<Target> targets) {
        public Knob {
            Limits.id("A knob", id);
            name = Limits.name("A knob", name);
            says = says == null ? "" : says.strip();
            if (says.length() > Limits.FORMULA) throw new Refused("The explanation of '" + name + "' is too long.");
            if ((min == null) != (max == null)) throw new Refused("The range of '" + name + "' has one end only.");
            if (min != null && !(Limits.finite("The low end", min) < Limits.finite("The high end", max)))
                throw new Refused("The range of '" + name + "' goes from low to high.");
            targets = targets == null ? List.of() : List.copyOf(targets);
            if (targets.size() > TARGETS) throw new Refused("'" + name + "' feeds over " + TARGETS + " settings.");
        }

        public Knob withTargets(List<Target> targets) {
            return new Knob(id, name, says, min, max, targets);
        }
    }

    /**
     * A setting within that a knob sets.
     *
     * @param low what it is where the knob is lowest, or null where it is what the knob is
     * @param high what it is where the knob is highest, or null
     * @param formula what it is, over {@code value} for what the knob is, in place of the two; or null
     */
    public record Target(
            String step,
            String setting,
            @JsonInclude(JsonInclude.Include.NON_NULL) Double low,
            @JsonInclude(JsonInclude.Include.NON_NULL) Double high,
            @JsonInclude(JsonInclude.Include.NON_NULL) String formula) {
        /** One that goes straight. */
        public Target(String step, String setting, Double low, Double high) {
            this(step, setting, low, high, null);
        }

        @JsonCreator
        public Target {
            Limits.id("A knob's step", step);
            if (setting == null) throw new Refused("A knob names no setting.");
            if ((low == null) != (high == null)) throw new Refused("A knob's range has one end only.");
            if (low != null) {
                Limits.finite("The low end", low);
                Limits.finite("The high end", high);
            }
            if (formula != null && formula.length() > Limits.FORMULA)
                throw new Refused("A formula is over " + Limits.FORMULA + " characters long.");
        }

        public Target withStep(String step) {
            return new Target(step, setting, low, high, formula);
        }

        /** With a formula in place of its range, or without one. */
        public Target withFormula(String formula) {
            return new Target(step, setting, formula == null ? low : null, formula == null ? high : null, formula);
        }
    }

    /** What is read from outside, by its id, like {@code i1}, and its name. */
    public record Input(String id, String name) {
        public Input {
            Limits.id("An input", id);
            name = Limits.name("An input", name);
        }
    }

    /** A kit of the shelf by its id there, and which revision of it, from 1, a look has. */
    public record Kept(String id, int revision) {
        public Kept {
            if (id == null || !id.matches("[a-z0-9-]{1,40}")) throw new Refused("A kept kit has an id that is none.");
            if (revision < 1) throw new Refused("Revisions of a kept kit count from 1.");
        }
    }

    /** A kit that was not kept. */
    public Kit(
            String id,
            String name,
            String says,
            String lane,
            List<Knob> knobs,
            List<Input> inputs,
            List<String> outputs) {
        this(id, name, says, lane, knobs, inputs, outputs, null);
    }

    @JsonCreator
    public Kit {
        Limits.id("A kit", id);
        name = Limits.name("A kit", name);
        says = says == null ? "" : says.strip();
        if (says.length() > Limits.FORMULA) throw new Refused("The explanation of the kit '" + name + "' is too long.");
        Limits.id("A kit's lane", lane);
        knobs = knobs == null ? List.of() : List.copyOf(knobs);
        inputs = inputs == null ? List.of() : List.copyOf(inputs);
        outputs = outputs == null ? List.of() : List.copyOf(outputs);
        if (knobs.size() > KNOBS) throw new Refused("The kit '" + name + "' has over " + KNOBS + " settings outside.");
        if (inputs.size() > KNOBS) throw new Refused("The kit '" + name + "' reads over " + KNOBS + " things.");
        Set<String> ids = new HashSet<>();
        for (Knob knob : knobs)
            if (!ids.add(knob.id())) throw new Refused("Two knobs of the kit '" + name + "' have one id.");
        for (Input input : inputs)
            if (!ids.add(input.id())) throw new Refused("Two inputs of the kit '" + name + "' have one id.");
    }

    public Kit withName(String name) {
        return new Kit(id, name, says, lane, knobs, inputs, outputs, kept);
    }

    public Kit withWords(String name, String says) {
        return new Kit(id, name, says, lane, knobs, inputs, outputs, kept);
    }

    public Kit withKnobs(List<Knob> knobs) {
        return new Kit(id, name, says, lane, knobs, inputs, outputs, kept);
    }

    public Kit withKept(Kept kept) {
        return new Kit(id, name, says, lane, knobs, inputs, outputs, kept);
    }

    /** Without knobs and outputs of what is not there any more, by the ids of steps and lanes that are. */
    Kit keeping(Set<String> there) {
        List<Knob> left = new java.util.ArrayList<>();
        for (Knob knob : knobs) {
            List<Target> targets = knob.targets().stream()
                    .filter(t -> there.contains(t.step()))
                    .toList();
            if (!targets.isEmpty()) left.add(knob.withTargets(targets));
        }
        List<String> read = outputs.stream().filter(there::contains).toList();
        return new Kit(id, name, says, lane, left, inputs, read, kept);
    }

    /** The type of the steps that use it. */
    public String type() {
        return TYPE + id;
    }

    /** The id of the kit that a step of a type uses, or null where it uses none. */
    public static String used(String type) {
        return type.startsWith(TYPE) ? type.substring(TYPE.length()) : null;
    }
}
