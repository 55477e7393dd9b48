package gloaming.step;

import gloaming.flow.Kind;
import gloaming.formula.Formula;
import gloaming.formula.Wrong;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeSet;
import java.util.function.UnaryOperator;

/** The formulas of a step: those that drive its settings, and texts that are formulas themselves. */
public final class Formulas {
    private Formulas() {}

    /** Its formulas as documents have them, by setting. */
    public static Map<String, String> of(Step step, Description description) {
        Map<String, String> all = new LinkedHashMap<>(step.formulas());
        for (Setting setting : description.settings()) {
            if (setting.form() != Setting.Form.FORMULA) continue;
            Value value = step.settings().getOrDefault(setting.id(), setting.initial());
            if (value instanceof Value.Word word) all.put(setting.id(), word.text());
        }
        return all;
    }

    /** The ids of the lanes they speak of, whether those are there or not. */
    public static Collection<String> lanes(Step step, Description description) {
        TreeSet<String> lanes = new TreeSet<>();
        for (String text : of(step, description).values()) {
            try {
                lanes.addAll(Formula.of(text).lanes());
            } catch (Wrong e) {
                // What makes no sense speaks of nothing; the step says so when it runs.
                continue;
            }
        }
        return lanes;
    }

    /**
     * Finds the id of a lane that gives a signal by its name, upper and lower case alike; null where there is none. Of two of one name
     * it is the one that stands where the formula does, then what comes into the kit it stands in, then any.
     *
     * @param home the kit in which the formula stands, or null
     */
    static UnaryOperator<String> laneByName(Look look, Rules rules, String home) {
        return name -> {
            List<Lane> named = look.lanes().stream()
                    .filter(lane -> lane.name().equalsIgnoreCase(name) && drives(rules.gives(look, lane)))
                    .toList();
            for (Lane lane : named) if (Objects.equals(lane.kit(), home)) return lane.id();
            if (home != null)
                for (Kit.Input input : look.kit(home).map(Kit::inputs).orElse(List.of()))
                    if (input.name().equalsIgnoreCase(name)) return input.id();
            for (Lane lane : named) if (lane.kit() == null) return lane.id();
            return null;
        };
    }

    private static boolean drives(Kind kind) {
        return kind != null && kind.drives();
    }

    private static String input(Look look, String id) {
        for (Kit kit : look.kits())
            for (Kit.Input input : kit.inputs()) if (input.id().equals(id)) return input.name();
        return null;
    }

    /** A stored formula as a person reads it. */
    public static String shown(Look look, String stored) {
        return Formula.shown(stored, id -> look.lane(id).map(Lane::name).orElseGet(() -> input(look, id)));
    }
}
