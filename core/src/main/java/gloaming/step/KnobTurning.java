package gloaming.step;

import gloaming.look.Bend;
import gloaming.look.Follow;
import gloaming.look.Kit;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.List;

/** What the knobs of a use set within it. */
record KnobTurning(Look look, Catalogue catalogue) {

    /** A step within a kit, known there by an id, with what a use sets, drives or reckons by its knobs. */
    Step turned(Step step, String id, Kit kit, Step use) {
        Step now = step;
        for (Kit.Knob knob : kit.knobs()) {
            for (Kit.Target target : knob.targets()) {
                if (target.step().equals(id)) now = turned(now, id, knob, target, use);
            }
        }
        return now;
    }

    private Step turned(Step step, String id, Kit.Knob knob, Kit.Target target, Step use) {
        Setting setting = setting(id, target.setting());
        if (setting == null) return step;
        Value value = use.settings().get(knob.id());
        Follow follow = use.follows().get(knob.id());
        String formula = use.formulas().get(knob.id());
        boolean set = value != null || follow != null || formula != null;
        Through through = new Through(KitFace.range(knob, first(knob)), target);
        String name = target.setting();
        Step now = set ? step.withFollow(name, null).withFormula(name, null) : step;
        if (value != null) now = now.with(name, through.value(value, setting));
        double inside = step.settings().getOrDefault(name, setting.initial()) instanceof Value.Num n ? n.number() : 0;
        Bend bend = setting.numeric() ? bend(use, knob, through, value, inside) : null;
        if (bend != null) now = now.withBend(name, bend);
        if (formula != null) now = now.withFormula(name, bend == null ? through.formulaWithin(formula) : formula);
        if (follow != null) now = now.withFollow(name, bend == null ? mapped(follow, through) : follow);
        return now;
    }

    /** What lanes, formulas and hands go through where there is a formula of the artist's own on the way: what they do outside, and this. */
    private static Bend bend(Step use, Kit.Knob knob, Through through, Value value, double inside) {
        Bend outer = use.opened().bends().get(knob.id());
        if (outer == null && !through.bends()) return null;
        List<String> formulas = new ArrayList<>(outer == null ? List.of() : outer.formulas());
        if (!through.straight()) formulas.add(through.text());
        double outside = outer != null ? outer.outside() : value instanceof Value.Num n ? n.number() : inside;
        return new Bend(outside, formulas);
    }

    private static Follow mapped(Follow follow, Through through) {
        return new Follow(
                follow.lane(),
                follow.inLow(),
                follow.inHigh(),
                through.number(follow.outLow()),
                through.number(follow.outHigh()),
                follow.easeUp(),
                follow.easeDown());
    }

    /**
     * What a knob of a use is, where a setting within has a value; not a number where the knob does not set that.
     *
     * @param path the step within as it is opened, with the ids of the uses that it stands in
     */
    double outside(Step use, String knob, String path, String setting, double held) {
        Kit kit = look.kitOf(use);
        if (kit == null) return Double.NaN;
        for (Kit.Knob each : kit.knobs()) {
            if (!each.id().equals(knob)) continue;
            for (Kit.Target target : each.targets()) {
                Step inner = look.step(target.step()).orElse(null);
                String at = use.id() + "/" + target.step();
                double is = Double.NaN;
                if (path.equals(at) && setting.equals(target.setting())) is = held;
                else if (inner != null && path.startsWith(at + "/"))
                    is = outside(
                            inner, target.setting(), path.substring(use.id().length() + 1), setting, held);
                if (!Double.isNaN(is)) return new Through(KitFace.range(each, first(each)), target).back(is);
            }
        }
        return Double.NaN;
    }

    /** The setting that a knob has its range from, or null where it is gone. */
    Setting first(Kit.Knob knob) {
        for (Kit.Target target : knob.targets()) {
            Setting setting = setting(target.step(), target.setting());
            if (setting != null) return setting;
        }
        return null;
    }

    private Setting setting(String step, String name) {
        Step at = look.step(step).orElse(null);
        Description description = at == null ? null : catalogue.of(look, at);
        int i = description == null ? -1 : description.settingIndex(name);
        return i < 0 ? null : description.settings().get(i);
    }
}
