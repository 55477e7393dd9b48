package gloaming.step;

import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** What a look shows that lies outside it, media and other looks, by what its document calls them. */
public final class References {
    /** What a setting that chooses a look may refer to. */
    private static final String LOOK = "look";

    private References() {}

    /** The look with other looks called as they are called now; what is not in the map stays. */
    public static Look looksCalled(Look look, Map<String, String> now) {
        return called(look, now, true);
    }

    /** The same with its media. */
    public static Look mediaCalled(Look look, Map<String, String> now) {
        return called(look, now, false);
    }

    private static Look called(Look look, Map<String, String> now, boolean looks) {
        List<Lane> lanes = new ArrayList<>();
        for (Lane lane : look.lanes()) {
            lanes.add(lane.withSteps(lane.steps().stream()
                    .map(step -> called(look, step, now, looks))
                    .toList()));
        }
        return lanes.equals(look.lanes()) ? look : look.withLanes(lanes);
    }

    /** The settings of a step that refer to a medium or a look. */
    public static List<Setting> settings(Look look, Step step) {
        Description description = Catalogue.all().of(look, step);
        return description == null
                ? List.of()
                : description.settings().stream()
                        .filter(s -> s.form() == Setting.Form.MEDIUM)
                        .toList();
    }

    private static Step called(Look look, Step step, Map<String, String> now, boolean looks) {
        Step led = step;
        for (Setting setting : settings(look, step)) {
            if (setting.choices().contains(LOOK) != looks) continue;
            if (step.settings().get(setting.id()) instanceof Value.Word word && now.containsKey(word.text()))
                led = led.with(setting.id(), Value.of(now.get(word.text())));
        }
        return led;
    }
}
