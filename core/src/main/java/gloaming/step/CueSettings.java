package gloaming.step;

import gloaming.look.Edit;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.show.CueSetting;
import java.util.ArrayList;
import java.util.List;

/** Settings of a look that cues may set: its numbers that nothing else drives, and its curves. */
public final class CueSettings {
    private final Catalogue catalogue;

    public CueSettings(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    /**
     * One that may be set.
     *
     * @param name its lane, step and label
     * @param value what it is now; nothing of a curve
     * @param curve what a curve is now; empty of a number
     */
    public record Entry(
            String step,
            String setting,
            String name,
            double min,
            double max,
            String unit,
            double value,
            String curve) {}

    /** All of a look, in the order of its lanes. */
    public List<Entry> of(Look look) {
        List<Entry> all = new ArrayList<>();
        for (Lane lane : look.lanes()) {
            for (Step step : lane.steps()) {
                Description description = catalogue.of(look, step);
                String name = lane.name() + " · " + (step.label().isEmpty() ? description.name() : step.label());
                for (Setting setting : description.settings()) {
                    if (!free(step, setting)) continue;
                    Value now = step.settings().getOrDefault(setting.id(), setting.initial());
                    all.add(new Entry(
                            step.id(),
                            setting.id(),
                            name + " · " + setting.label(),
                            setting.min(),
                            setting.max(),
                            setting.unit(),
                            now instanceof Value.Num is ? is.number() : 0,
                            now instanceof Value.Word is ? is.text() : ""));
                }
            }
        }
        return all;
    }

    /** What a cue sets, as one edit, each held within its range; null where nothing changes. What is gone, or driven by now, is left out. */
    public Edit edit(Look look, List<CueSetting> settings) {
        List<Edit> edits = new ArrayList<>();
        for (CueSetting set : settings) {
            Step step = look.step(set.step()).orElse(null);
            if (step == null) continue;
            Setting setting = catalogue.of(look, step).settings().stream()
                    .filter(s -> s.id().equals(set.setting()) && free(step, s))
                    .findFirst()
                    .orElse(null);
            if (setting == null) continue;
            Value to = value(set, setting);
            if (to == null) continue;
            if (!to.equals(step.settings().getOrDefault(setting.id(), setting.initial())))
                edits.add(new Edit.Set(step.id(), setting.id(), to));
        }
        return edits.isEmpty() ? null : new Edit.Several(edits);
    }

    /** What a cue sets a setting to; null where it sets a number and the setting is a curve by now, or the other way round. */
    private static Value value(CueSetting set, Setting setting) {
        boolean curve = setting.form() == Setting.Form.CURVE;
        if (curve == set.curve().isEmpty()) return null;
        if (curve) return Value.of(set.curve());
        double within = Math.clamp(set.value(), setting.min(), setting.max());
        return Value.of(setting.form() == Setting.Form.WHOLE ? Math.rint(within) : within);
    }

    private static boolean free(Step step, Setting setting) {
        if (setting.form() == Setting.Form.CURVE) return true;
        boolean number = setting.form() == Setting.Form.NUMBER || setting.form() == Setting.Form.WHOLE;
        return number
                && !step.follows().containsKey(setting.id())
                && !step.formulas().containsKey(setting.id());
    }
}
