package gloaming.step;

import gloaming.look.Follow;
import gloaming.look.Kit;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;

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
        Value value = use.settings().get(knob.id());
        Follow follow = use.follows().get(knob.id());
        String formula = use.formulas().get(knob.id());
        if (value == null && follow == null && formula == null) return step;
        Setting setting = setting(id, target.setting());
        if (setting == null) return step;
        String name = target.setting();
        Step now = step.withFollow(name, null).withFormula(name, null);
        double[] outside = KitFace.range(knob, first(knob));
        if (value != null) now = now.with(name, KitFace.through(value, outside, target, setting));
        if (follow != null)
            now = now.withFollow(
                    name,
                    new Follow(
                            follow.lane(),
                            follow.inLow(),
                            follow.inHigh(),
                            KitFace.through(follow.outLow(), outside, target),
                            KitFace.through(follow.outHigh(), outside, target),
                            follow.easeUp(),
                            follow.easeDown()));
        if (formula != null) now = now.withFormula(name, KitFace.through(formula, outside, target));
        return now;
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
