package gloaming.step;

import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Layer;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * Lays parts of a look into a look: steps, lanes with their layers, or the settings of a step, as text that came by the clipboard.
 *
 * <p>The text is a look with nothing but the parts in it, and what kind of parts they are; a whole look counts as its lanes. Ids are given anew.
 * What a part goes by that did not come with it stays where it is the same look, and is left out otherwise.
 */
public final class Paste {
    /** What a text of parts says that it is. */
    public static final String FORMAT = "gloaming-part";

    private final Catalogue catalogue;

    public Paste(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    private record Part(Kind kind, boolean own, Look look) {}

    /** What is in the text. */
    private enum Kind {
        STEPS,
        LANES
    }

    /**
     * The edit that lays a text into a look; {@link Refused} with one sentence where it does not fit.
     *
     * @param lookId the id of the look, by which parts know whether they come from it
     * @param lane where steps and lanes come behind, or null
     * @param step the step that steps come behind, or whose settings are set, or null
     * @param settings whether only the settings of the text's step are taken
     */
    public Edit paste(Look look, String lookId, String text, String lane, String step, boolean settings) {
        Part part = read(text, lookId);
        if (settings) return settings(look, part, step);
        Laying laying = new Laying(catalogue, look, part.look, part.own, part.kind == Kind.LANES);
        Edit edit = part.kind == Kind.STEPS && lane != null ? laying.steps(lane, step) : laying.lanes(lane);
        new Rules(catalogue).check(Edits.apply(look, edit));
        return edit;
    }

    private static Part read(String text, String lookId) {
        if (text.length() > Limits.DOCUMENT)
            throw new Refused("What is in the clipboard is larger than a look may be.");
        JsonNode json;
        try {
            json = LookJson.mapper().readTree(text);
        } catch (JacksonException e) {
            json = null;
        }
        if (!(json instanceof ObjectNode node)) throw new Refused("What is in the clipboard is no part of a look.");
        if (!FORMAT.equals(node.path("format").stringValue("")))
            return new Part(Kind.LANES, false, LookJson.read(text));
        Kind kind = "steps".equals(node.path("kind").stringValue("")) ? Kind.STEPS : Kind.LANES;
        boolean own = lookId.equals(node.path("of").stringValue(""));
        return new Part(kind, own, LookJson.read(node.path("look").toString()));
    }

    /** Sets a layer as the first layer of a text is set: its blend, its opacity and what that follows, its mask. */
    public Edit layer(Look look, String lookId, String text, String id) {
        Part part = read(text, lookId);
        Layer to = look.layer(id).orElseThrow(() -> new Refused("That layer is not there any more."));
        if (part.look.mix().isEmpty()) throw new Refused("There is no layer in the clipboard; copy one of the mix.");
        Layer given = part.look.mix().getFirst();
        Layer now = new Layer(
                to.id(),
                to.lane(),
                given.blend(),
                given.opacity(),
                to.hidden(),
                given.mask() == null ? null : known(look, part, given.mask()),
                given.follow() == null || known(look, part, given.follow().lane()) == null ? null : given.follow(),
                part.own ? given.formula() : null);
        if (now.equals(to)) throw new Refused("The layer is set so already.");
        Edit edit = new Edit.ChangeLayer(now);
        new Rules(catalogue).check(Edits.apply(look, edit));
        return edit;
    }

    /** A lane of a text, where it is one of this look. */
    private static String known(Look look, Part part, String lane) {
        return part.own && look.lane(lane).isPresent() ? lane : null;
    }

    private Edit settings(Look look, Part part, String id) {
        Look from = part.look;
        Step to = look.step(id).orElseThrow(() -> new Refused("Choose the step that is to get the settings."));
        Step given = from.steps().findFirst().orElseThrow(() -> new Refused("There is no step in the clipboard."));
        if (!given.type().equals(to.type()))
            throw new Refused("The clipboard has settings of "
                    + catalogue.of(from, given).name() + ", and the chosen step is "
                    + catalogue.of(look, to).name() + ".");
        List<Edit> edits = new ArrayList<>();
        Set<String> all = new HashSet<>(to.settings().keySet());
        all.addAll(given.settings().keySet());
        for (String setting : new java.util.TreeSet<>(all)) {
            Value value = given.settings().get(setting);
            if (!java.util.Objects.equals(value, to.settings().get(setting)))
                edits.add(new Edit.Set(id, setting, value));
        }
        // What a setting follows or reckons with comes along where the lanes are here.
        Step led = new Going(look, catalogue, read -> read, lane -> known(look, part, lane)).step(given);
        for (String setting : given.follows().keySet())
            if (led.follows().get(setting) != null
                    && !led.follows().get(setting).equals(to.follows().get(setting)))
                edits.add(new Edit.SetFollow(id, setting, led.follows().get(setting)));
        for (String setting : given.formulas().keySet()) {
            String formula = led.formulas().get(setting);
            if (!formula.contains(Going.LOST) && !formula.equals(to.formulas().get(setting)))
                edits.add(new Edit.SetFormula(id, setting, formula));
        }
        if (edits.isEmpty()) throw new Refused("The step has these settings already.");
        return new Edit.Several(edits);
    }
}
