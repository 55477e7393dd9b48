package gloaming.step;

import gloaming.curve.Key;
import gloaming.curve.Keys;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.show.CueSetting;
import java.util.ArrayList;
import java.util.List;

/** What moves through a section of the evening: the curves over time of its look, each as its cue gives it or as it stands there. */
public final class CueCurves {
    private final Catalogue catalogue;

    public CueCurves(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    /**
     * One of them.
     *
     * @param name its lane, step and, where that has several, label
     * @param unit seconds in one of its times
     * @param own whether the cue gives it
     * @param keys with the handles that were found
     */
    public record Track(String step, String setting, String name, double unit, boolean own, List<Key> keys) {}

    /** All of a look at a tempo in beats a minute, in the order of its lanes; what a cue gives that is no curve there any more is left out. */
    public List<Track> of(Look look, List<CueSetting> given, double tempo) {
        List<Track> all = new ArrayList<>();
        for (Lane lane : look.lanes()) {
            for (Step step : lane.steps()) {
                Description description = catalogue.of(look, step);
                List<Setting> curves = description.settings().stream()
                        .filter(s -> s.form() == Setting.Form.CURVE && s.unit().isEmpty())
                        .toList();
                String name = lane.name() + " · " + (step.label().isEmpty() ? description.name() : step.label());
                for (Setting curve : curves) {
                    String own = given.stream()
                            .filter(s ->
                                    s.step().equals(step.id()) && s.setting().equals(curve.id()))
                            .map(CueSetting::curve)
                            .filter(keys -> !keys.isEmpty())
                            .findFirst()
                            .orElse(null);
                    all.add(new Track(
                            step.id(),
                            curve.id(),
                            curves.size() > 1 ? name + " · " + curve.label() : name,
                            beats(description, step) ? 60 / tempo : 1,
                            own != null,
                            Keys.parse(own != null ? own : word(step, curve)).keys()));
                }
            }
        }
        return all;
    }

    /** Whether the times of a step's curves are beats. */
    private static boolean beats(Description description, Step step) {
        int i = description.settingIndex("per");
        return i >= 0 && word(step, description.settings().get(i)).equals("beat");
    }

    private static String word(Step step, Setting setting) {
        return step.settings().getOrDefault(setting.id(), setting.initial()) instanceof Value.Word word
                ? word.text()
                : "";
    }
}
