package gloaming.web.live;

import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.web.store.Versions;

/** A text of a step as it is being written: its draft, or what plays. */
record WrittenText(Step step, String setting, String text) {

    static WrittenText of(Look look, String id, String setting) {
        Step step = look.step(id).orElseThrow(() -> new Refused("That step is not there any more."));
        String draft = step.drafts().get(setting);
        if (draft != null) return new WrittenText(step, setting, draft);
        Description description = Catalogue.all().of(look, step);
        int i = description.settingIndex(setting);
        if (i >= 0
                && step.settings()
                                .getOrDefault(
                                        setting, description.settings().get(i).initial())
                        instanceof Value.Word word) {
            return new WrittenText(step, setting, word.text());
        }
        throw new Refused(description.name() + " has no text '" + setting + "'.");
    }

    void keep(Versions versions, String look, String name) {
        boolean works = Catalogue.all().problems(step).isEmpty();
        versions.keep(look, step.id(), setting, name, text, works);
    }
}
