package gloaming.step;

import gloaming.flow.Kind;
import gloaming.look.Follow;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.List;

/** What a kit looks like from outside: the description of the steps that use it. */
final class KitFace {
    private static final double FASTEST = 16;
    private static final int SEEDS = 9_999;
    private static final double AHEAD = 60;

    private KitFace() {}

    static Description of(Kit kit, Look look, Catalogue catalogue) {
        return of(kit, look, catalogue, 0);
    }

    private static Description of(Kit kit, Look look, Catalogue catalogue, int depth) {
        if (depth > KitOpening.DEEPEST) return null;
        List<Step> main = look.lane(kit.lane()).map(Lane::steps).orElse(List.of());
        Description first = main.isEmpty() ? null : within(main.getFirst(), look, catalogue, depth);
        Description last = main.isEmpty() ? null : within(main.getLast(), look, catalogue, depth);
        List<Setting> settings = new ArrayList<>();
        for (Kit.Knob knob : kit.knobs()) {
            Setting setting = outside(knob, look, catalogue, depth);
            if (setting != null) settings.add(setting);
        }
        settings.add(new Setting(
                        Kit.SEED,
                        "Own chance",
                        Setting.Form.WHOLE,
                        0,
                        SEEDS,
                        false,
                        Value.of(0),
                        "",
                        "Uses of one number fall alike; 0 is as within.",
                        List.of())
                .onlySet());
        settings.add(new Setting(
                        Kit.SPEED,
                        "Own speed",
                        Setting.Form.NUMBER,
                        0,
                        FASTEST,
                        false,
                        Value.of(1),
                        "",
                        "How fast its own time runs against that round about it.",
                        List.of())
                .onlySet());
        settings.add(new Setting(
                        Kit.AHEAD,
                        "Own time ahead",
                        Setting.Form.NUMBER,
                        -AHEAD,
                        AHEAD,
                        false,
                        Value.of(0),
                        "s",
                        "How far its own time is ahead of the others', so that two uses do not move as one; below 0 it is behind.",
                        List.of())
                .onlySet());
        List<Description.Input> inputs = new ArrayList<>();
        for (Kit.Input input : kit.inputs()) inputs.add(input(kit, input, look, catalogue, depth));
        return new Description(
                kit.type(),
                kit.name(),
                kit.says().isEmpty() ? "A kit of this look." : kit.says(),
                first == null ? null : first.takes(),
                last == null ? Kind.PICTURE : last.gives(),
                settings,
                inputs);
    }

    private static Description within(Step step, Look look, Catalogue catalogue, int depth) {
        Kit kit = look.kitOf(step);
        return kit == null ? catalogue.of(step) : of(kit, look, catalogue, depth + 1);
    }

    /** A knob as a setting: that of the first thing it sets, in words and range of its own. */
    private static Setting outside(Kit.Knob knob, Look look, Catalogue catalogue, int depth) {
        for (Kit.Target target : knob.targets()) {
            Step step = look.step(target.step()).orElse(null);
            Description description = step == null ? null : within(step, look, catalogue, depth);
            int i = description == null ? -1 : description.settingIndex(target.setting());
            if (i < 0) continue;
            Setting s = description.settings().get(i);
            double[] range = range(knob, s);
            Value initial = step.settings().getOrDefault(s.id(), s.initial());
            if (initial instanceof Value.Num n && s.numeric())
                initial = Value.of(Math.clamp(new Through(range, target).back(n.number()), range[0], range[1]));
            return new Setting(
                    knob.id(),
                    knob.name(),
                    s.form(),
                    range[0],
                    range[1],
                    s.byRatio() && range[0] > 0,
                    initial,
                    s.unit(),
                    knob.says().isEmpty() ? s.says() : knob.says(),
                    s.choices());
        }
        return null;
    }

    /** An input is of the kind that the first step within wants that reads it; a number where only follows and formulas go by it. */
    private static Description.Input input(Kit kit, Kit.Input input, Look look, Catalogue catalogue, int depth) {
        for (Lane lane : look.lanesIn(kit.id())) {
            for (Step step : lane.steps()) {
                for (var read : step.reads().entrySet()) {
                    if (!input.id().equals(ReadSource.of(read.getValue()).lane())) continue;
                    Description description = within(step, look, catalogue, depth);
                    Description.Input own = description == null ? null : description.input(read.getKey());
                    if (own != null)
                        return new Description.Input(
                                input.id(),
                                own.kind(),
                                input.name() + ": " + own.says(),
                                own.optional(),
                                own.before(),
                                "");
                }
                for (Follow follow : step.follows().values())
                    if (follow.lane().equals(input.id())) return signal(input);
            }
        }
        return signal(input);
    }

    private static Description.Input signal(Kit.Input input) {
        return new Description.Input(input.id(), Kind.SIGNAL, input.name() + ": a number.", true, false, "");
    }

    /** The range of a knob outside. */
    static double[] range(Kit.Knob knob, Setting setting) {
        if (knob.min() != null) return new double[] {knob.min(), knob.max()};
        return setting == null ? new double[] {0, 1} : new double[] {setting.min(), setting.max()};
    }
}
