package gloaming.step;

import gloaming.flow.Kind;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Refused;
import gloaming.look.Step;

/** The rules of single steps and of those that stand beside them. */
final class StepRules {
    private final Catalogue catalogue;
    private final Rules rules;

    StepRules(Catalogue catalogue, Rules rules) {
        this.catalogue = catalogue;
        this.rules = rules;
    }

    /** Each step takes what the one before it gives. */
    void chain(Lane lane) {
        Kind flows = null;
        boolean first = true;
        for (Step step : lane.steps()) {
            Description description = catalogue.find(step.type());
            if (description == null) {
                throw new Refused(
                        "The lane '" + lane.name() + "' has a step of the unknown type '" + step.type() + "'.");
            }
            if (first && description.takes() != null) {
                throw new Refused(description.name() + " cannot start the lane '" + lane.name() + "': it takes "
                        + description.takes().id() + " from a step before it.");
            }
            if (!first && (description.takes() == null || !description.takes().accepts(flows))) {
                throw new Refused(
                        description.name() + " cannot stand there in the lane '" + lane.name() + "': it takes "
                                + (description.takes() == null
                                        ? "nothing"
                                        : description.takes().id())
                                + ", and the step before it gives " + flows.id() + ".");
            }
            flows = description.gives();
            first = false;
        }
    }

    /** What is set, followed and read at a step is there. */
    void step(Look look, Lane lane, Step step) {
        Description description = catalogue.of(step);
        String where = description.name() + " in the lane '" + lane.name() + "'";
        step.settings().forEach((id, value) -> {
            int i = description.settingIndex(id);
            // What has grown comes and goes with the text it grew from; values wait for it.
            if (description.grows()
                    && i >= catalogue.find(step.type()).settings().size()) return;
            if (i < 0 && description.grows()) return;
            if (i < 0) throw new Refused(where + " has no setting '" + id + "'.");
            String why = description.settings().get(i).refuses(value);
            if (why != null) {
                throw new Refused(
                        "The setting '" + description.settings().get(i).label() + "' of " + where + " " + why + ".");
            }
        });
        step.drafts().forEach((id, text) -> {
            int i = description.settingIndex(id);
            if (i < 0 || description.settings().get(i).form() != Setting.Form.CODE) {
                throw new Refused(where + " has no text '" + id + "' that could have a draft.");
            }
        });
        step.follows().forEach((id, follow) -> {
            int i = description.settingIndex(id);
            if (i < 0 && description.grows()) return;
            if (i < 0) throw new Refused(where + " has no setting '" + id + "' that could follow.");
            if (!description.settings().get(i).drivable()) {
                throw new Refused(
                        "The setting '" + description.settings().get(i).label() + "' of " + where
                                + " is neither a number nor a choice, so it cannot follow a lane.");
            }
            rules.follow(look, "The setting '" + description.settings().get(i).label() + "' of " + where, follow);
        });
        step.formulas().forEach((id, text) -> {
            int i = description.settingIndex(id);
            if (i < 0 && description.grows()) return;
            if (i < 0 || !description.settings().get(i).drivable()) {
                throw new Refused(where + " has no number or choice '" + id + "' that a formula could drive.");
            }
        });
        step.reads().forEach((name, id) -> {
            Description.Input input = description.input(name);
            if (input == null && description.grows()) return;
            if (input == null) throw new Refused(where + " has no read '" + name + "'.");
            read(look, where + " reads", id, input);
        });
    }

    private void read(Look look, String sentence, String read, Description.Input input) {
        ReadSource source = ReadSource.of(read);
        String id = source.step();
        if (id == null) {
            rules.lane(look, sentence, read, input.kind());
            return;
        }
        Step step = look.step(id).orElse(null);
        if (step == null) throw new Refused(sentence + " the step '" + id + "', which is not in this look.");
        Description from = catalogue.find(step.type());
        if (input.before())
            throw new Refused(sentence + " " + from.name() + "; of the frame before there are only the ends of lanes.");
        Kind given = from.gives(source.beside());
        if (given == null)
            throw new Refused(
                    sentence + " '" + source.beside() + "' of " + from.name() + ", which gives no such thing.");
        if (!input.kind().accepts(given)) {
            throw new Refused(sentence + " " + from.name() + ", which gives " + given.id() + " and not "
                    + input.kind().id() + ".");
        }
    }
}
