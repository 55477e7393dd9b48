package gloaming.step;

import gloaming.look.Clock;
import gloaming.look.Follow;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.function.UnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What parts of a look go by, once things are called otherwise.
 *
 * @param read what a read has to say now, or null for nothing
 * @param lane what a lane is called now for follows, formulas, masks and clocks, or null where it is gone
 */
record Going(Look look, Catalogue catalogue, UnaryOperator<String> read, UnaryOperator<String> lane) {
    /** What a formula says of a lane that is not there. */
    static final String LOST = "{gone}";

    private static final Pattern SPOKEN = Pattern.compile("\\{([^{}]*)}");

    Step step(Step step) {
        Step now = step;
        for (var each : step.reads().entrySet()) now = now.withRead(each.getKey(), read.apply(each.getValue()));
        for (var each : step.follows().entrySet()) now = now.withFollow(each.getKey(), follow(each.getValue()));
        for (var each : step.formulas().entrySet()) now = now.withFormula(each.getKey(), formula(each.getValue()));
        for (var each : step.settings().entrySet()) {
            // Texts that are formulas speak of lanes as well.
            if (each.getValue() instanceof Value.Word word && word.text().contains("{") && speaks(step, each.getKey()))
                now = now.with(each.getKey(), Value.of(formula(word.text())));
        }
        return now;
    }

    private boolean speaks(Step step, String setting) {
        Description description = catalogue.of(look, step);
        int i = description == null ? -1 : description.settingIndex(setting);
        return i >= 0 && description.settings().get(i).form() == Setting.Form.FORMULA;
    }

    private Follow follow(Follow follow) {
        String to = follow == null ? null : lane.apply(follow.lane());
        return to == null ? null : follow.onto(to);
    }

    private String formula(String text) {
        Matcher spoken = SPOKEN.matcher(text);
        StringBuilder now = new StringBuilder();
        while (spoken.find()) {
            String to = lane.apply(spoken.group(1));
            spoken.appendReplacement(now, Matcher.quoteReplacement(to == null ? LOST : "{" + to + "}"));
        }
        return spoken.appendTail(now).toString();
    }

    Clock clock(Clock clock) {
        return new Clock(
                clock.factor(),
                clock.push() == null ? null : lane.apply(clock.push()),
                clock.restart() == null ? null : lane.apply(clock.restart()),
                clock.ahead());
    }

    /** A layer whose lane goes on to be there. */
    Layer layer(Layer layer) {
        String mask = layer.mask() == null ? null : lane.apply(layer.mask());
        String formula = layer.formula() == null ? null : formula(layer.formula());
        return new Layer(
                layer.id(),
                lane.apply(layer.lane()),
                layer.blend(),
                layer.opacity(),
                layer.hidden(),
                mask,
                follow(layer.follow()),
                formula);
    }
}
