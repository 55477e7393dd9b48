package gloaming.step;

import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Looks that a look shows within itself, by what its document calls them. */
public final class LooksWithin {
    /** What a setting that chooses a look may refer to. */
    private static final String LOOK = "look";

    private LooksWithin() {}

    /** The look with others called as they are called now; what is not in the map stays. */
    public static Look called(Look look, Map<String, String> now) {
        List<Lane> lanes = new ArrayList<>();
        for (Lane lane : look.lanes()) {
            lanes.add(lane.withSteps(
                    lane.steps().stream().map(step -> called(look, step, now)).toList()));
        }
        return lanes.equals(look.lanes()) ? look : look.withLanes(lanes);
    }

    private static Step called(Look look, Step step, Map<String, String> now) {
        Description description = Catalogue.all().of(look, step);
        if (description == null) return step;
        Step led = step;
        for (Setting setting : description.settings()) {
            if (setting.form() != Setting.Form.MEDIUM || !setting.choices().contains(LOOK)) continue;
            if (step.settings().get(setting.id()) instanceof Value.Word word && now.containsKey(word.text()))
                led = led.with(setting.id(), Value.of(now.get(word.text())));
        }
        return led;
    }
}
