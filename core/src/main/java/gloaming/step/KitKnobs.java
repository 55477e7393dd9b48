package gloaming.step;

import gloaming.formula.Wrong;
import gloaming.look.Edit;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import java.util.ArrayList;
import java.util.List;

/** Gives settings within a kit to its knobs outside. */
public final class KitKnobs {
    /** What stands for a knob that is to be made. */
    public static final String NEW = "new";

    private final Catalogue catalogue;

    public KitKnobs(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    /**
     * Lets a knob set a setting of a step within a kit, and no other knob any more.
     *
     * @param knob the id of one that there is, {@value #NEW} for one of its own, or null for none
     */
    public Edit give(Look look, String step, String setting, String knob) {
        Step at = look.step(step).orElseThrow(() -> new Refused("That step is not there any more."));
        Kit kit = look.laneOf(step)
                .map(Lane::kit)
                .flatMap(look::kit)
                .orElseThrow(() -> new Refused("That step does not stand in a kit."));
        Description description = catalogue.of(look, at);
        int i = description.settingIndex(setting);
        if (i < 0) throw new Refused(description.name() + " has no setting '" + setting + "'.");
        Setting own = description.settings().get(i);
        Kit.Target target = new Kit.Target(step, setting, null, null);
        List<Kit.Knob> knobs = new ArrayList<>();
        for (Kit.Knob each : kit.knobs()) {
            List<Kit.Target> left = new ArrayList<>(each.targets());
            left.removeIf(t -> t.step().equals(step) && t.setting().equals(setting));
            if (each.id().equals(knob)) {
                alike(look, each, own);
                left.add(target);
            }
            if (!left.isEmpty()) knobs.add(each.withTargets(left));
        }
        if (NEW.equals(knob)) {
            String name = free(own.label(), description.name(), kit);
            knobs.add(new Kit.Knob(look.freshId("q"), name, "", null, null, List.of(target)));
        }
        return new Edit.ChangeKit(kit.withKnobs(knobs));
    }

    /**
     * Lets a knob come to a setting within by a formula over {@code value}, or without one straight.
     *
     * @param formula the text as it was typed, or null
     */
    public Edit bend(Look look, String kit, String knob, String step, String setting, String formula) {
        Kit of = look.kit(kit).orElseThrow(() -> new Refused("That kit is not there any more."));
        String text = formula == null || formula.isBlank() ? null : formula.strip();
        if (text != null) {
            if (text.length() > Limits.FORMULA)
                throw new Refused("The formula is over " + Limits.FORMULA + " characters long.");
            try {
                Through.formula(text);
            } catch (Wrong e) {
                throw new Refused("'" + text + "' is no formula over value: " + e.why() + ".");
            }
        }
        List<Kit.Knob> knobs = of.knobs().stream()
                .map(k -> k.id().equals(knob)
                        ? k.withTargets(k.targets().stream()
                                .map(t ->
                                        t.step().equals(step) && t.setting().equals(setting) ? t.withFormula(text) : t)
                                .toList())
                        : k)
                .toList();
        return new Edit.ChangeKit(of.withKnobs(knobs));
    }

    private void alike(Look look, Kit.Knob knob, Setting setting) {
        Setting first = new KnobTurning(look, catalogue).first(knob);
        if (first == null) return;
        boolean same = first.numeric() ? setting.numeric() : first.form() == setting.form();
        if (same && first.form() == Setting.Form.CHOICE) same = first.choices().equals(setting.choices());
        if (!same)
            throw new Refused("'" + knob.name() + "' sets another sort of thing than '" + setting.label() + "' is.");
    }

    private static String free(String label, String step, Kit kit) {
        boolean taken = kit.knobs().stream().anyMatch(k -> k.name().equals(label));
        return taken ? label + " of " + step : label;
    }
}
