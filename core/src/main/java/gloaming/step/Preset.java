package gloaming.step;

import gloaming.look.Edit;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;

/**
 * Good settings of a step, under a name; what it does not name is as at first.
 *
 * @param values by the ids of settings
 */
public record Preset(String name, Map<String, Value> values) {

    /** What a step says of itself in {@link StepInfo#sets}; {@link IllegalStateException} where it makes no sense. */
    static Preset read(String text, Description step) {
        int colon = text.indexOf(':');
        Map<String, Value> values = new TreeMap<>();
        for (String word : text.substring(colon + 1).strip().split(" +")) {
            int is = word.indexOf('=');
            int i = is < 0 ? -1 : step.settingIndex(word.substring(0, is));
            if (i < 0) throw new IllegalStateException(step.id() + " has no such setting: " + word);
            Setting setting = step.settings().get(i);
            Value value = value(setting, word.substring(is + 1));
            String refused = setting.refuses(value);
            if (refused != null) throw new IllegalStateException(step.id() + ": " + refused);
            values.put(setting.id(), value);
        }
        return new Preset(text.substring(0, colon).strip(), values);
    }

    /** A value of a setting as examples and presets write it. */
    static Value value(Setting setting, String text) {
        if (setting.numeric()) return Value.of(Double.parseDouble(text));
        if (setting.form() == Setting.Form.SWITCH) return Value.of(Boolean.parseBoolean(text));
        return Value.of(text);
    }

    /**
     * Sets a step so. What is driven stays driven, what is held and texts of code stay as they are. {@link Refused} where all is so already.
     */
    public Edit edit(Look look, String id) {
        Step step = look.step(id).orElseThrow(() -> new Refused("That step is not there any more."));
        Lane lane = look.laneOf(id).orElseThrow();
        List<Edit> edits = new ArrayList<>();
        for (Setting setting : Catalogue.all().of(look, step).settings()) {
            String name = setting.id();
            boolean text = setting.form() == Setting.Form.CODE || setting.form() == Setting.Form.MEDIUM;
            boolean driven = step.follows().containsKey(name) || step.formulas().containsKey(name);
            if (text || driven || look.snapshots().keepsOut(lane.id(), id, name)) continue;
            Value value = values.get(name);
            if (!Objects.equals(value, step.settings().get(name))) edits.add(new Edit.Set(id, name, value));
        }
        if (edits.isEmpty()) throw new Refused("All is set as in '" + name + "' already.");
        return new Edit.Several(edits);
    }
}
