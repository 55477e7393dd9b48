package gloaming.look;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonIgnore;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;

/**
 * One operation in a lane.
 *
 * @param type the id of the step in the catalogue
 * @param label the artist's own name for it, or empty
 * @param settings what differs from the step's defaults
 * @param follows settings that a lane drives
 * @param reads further inputs: name of the input to id of the lane it reads
 * @param formulas settings that a formula drives; lanes stand in it as {@code {id}}
 * @param drafts texts being written that do not work yet, by setting; what plays is the setting's value
 * @param chance where its randomness starts, or empty for its id
 * @param opened what it goes by besides where it stands in an opened kit; never in a document
 */
@JsonInclude(JsonInclude.Include.NON_DEFAULT)
public record Step(
        String id,
        String type,
        String label,
        boolean bypassed,
        Map<String, Value> settings,
        Map<String, Follow> follows,
        Map<String, String> reads,
        Map<String, String> formulas,
        Map<String, String> drafts,
        String chance,
        @JsonIgnore Opened opened) {

    /** As documents have it. */
    @JsonCreator
    public Step(
            String id,
            String type,
            String label,
            boolean bypassed,
            Map<String, Value> settings,
            Map<String, Follow> follows,
            Map<String, String> reads,
            Map<String, String> formulas,
            Map<String, String> drafts,
            String chance) {
        this(id, type, label, bypassed, settings, follows, reads, formulas, drafts, chance, null);
    }

    public Step {
        Limits.id("A step", id);
        if (type == null) throw new Refused("The step '" + id + "' names no type.");
        label = label == null ? "" : label.strip();
        if (label.length() > Limits.NAME)
            throw new Refused("A step has a name of over " + Limits.NAME + " characters.");
        // Key order is part of the file: the same document is always the same text.
        settings = Keyed.of(settings);
        follows = Keyed.of(follows);
        reads = Keyed.of(reads);
        formulas = Keyed.of(formulas);
        drafts = Keyed.of(drafts);
        opened = opened == null ? Opened.NOTHING : opened;
        for (String formula : formulas.values()) {
            if (formula.length() > Limits.FORMULA)
                throw new Refused("A formula is over " + Limits.FORMULA + " characters long.");
        }
        drafts.values().forEach(Value::of);
        chance = chance == null ? "" : chance;
        if (chance.length() > Limits.NAME)
            throw new Refused("A step's chance is over " + Limits.NAME + " characters long.");
    }

    public static Step of(String id, String type) {
        return new Step(id, type, "", false, null, null, null, null, null, "");
    }

    /** Sets, or with null takes back to the default. */
    public Step with(String setting, Value value) {
        return but(now -> now.settings = put(settings, setting, value));
    }

    public Step withFollow(String setting, Follow follow) {
        return but(now -> now.follows = put(follows, setting, follow));
    }

    public Step withRead(String read, String lane) {
        return but(now -> now.reads = put(reads, read, lane));
    }

    /** With other reads, all of them. */
    public Step withReads(Map<String, String> reads) {
        return but(now -> now.reads = reads);
    }

    public Step withFormula(String setting, String text) {
        return but(now -> now.formulas = put(formulas, setting, text));
    }

    /** The text of a setting that does not work yet, or null when there is none. */
    public Step withDraft(String setting, String text) {
        return but(now -> now.drafts = put(drafts, setting, text));
    }

    public Step withBend(String setting, Bend bend) {
        return but(now -> now.opened = opened.with(setting, bend));
    }

    /** With a time of its own: so fast against that of its lane, and so many seconds ahead. */
    public Step withTime(double speed, double ahead) {
        return but(now -> now.opened = new Opened(opened.bends(), speed, ahead));
    }

    public Step withLabel(String label) {
        return but(now -> now.label = label);
    }

    public Step withBypass(boolean bypassed) {
        return but(now -> now.bypassed = bypassed);
    }

    public Step withChance(String chance) {
        return but(now -> now.chance = chance);
    }

    public Step withId(String id) {
        return but(now -> now.id = id);
    }

    /** The same as another step of the catalogue. */
    public Step withType(String type) {
        return but(now -> now.type = type);
    }

    /** Whether another does the same, whatever its id and name and wherever its randomness starts. */
    public boolean does(Step other) {
        return type.equals(other.type)
                && bypassed == other.bypassed
                && settings.equals(other.settings)
                && follows.equals(other.follows)
                && reads.equals(other.reads)
                && formulas.equals(other.formulas)
                && drafts.equals(other.drafts)
                && opened.equals(other.opened);
    }

    /** Where its randomness starts. */
    @JsonIgnore
    public String luck() {
        return chance.isEmpty() ? id : chance;
    }

    /** What becomes of it where something of it is another. */
    private Step but(Consumer<Changing> change) {
        Changing now = new Changing(this);
        change.accept(now);
        return new Step(
                now.id,
                now.type,
                now.label,
                now.bypassed,
                now.settings,
                now.follows,
                now.reads,
                now.formulas,
                now.drafts,
                now.chance,
                now.opened);
    }

    /** A step while one thing of it is changed. */
    private static final class Changing {
        String id;
        String type;
        String label;
        boolean bypassed;
        Map<String, Value> settings;
        Map<String, Follow> follows;
        Map<String, String> reads;
        Map<String, String> formulas;
        Map<String, String> drafts;
        String chance;
        Opened opened;

        Changing(Step step) {
            id = step.id;
            type = step.type;
            label = step.label;
            bypassed = step.bypassed;
            settings = step.settings;
            follows = step.follows;
            reads = step.reads;
            formulas = step.formulas;
            drafts = step.drafts;
            chance = step.chance;
            opened = step.opened;
        }
    }

    private static <T> Map<String, T> put(Map<String, T> map, String key, T value) {
        Map<String, T> changed = new TreeMap<>(map);
        if (value == null) changed.remove(key);
        else changed.put(key, value);
        return changed;
    }
}
