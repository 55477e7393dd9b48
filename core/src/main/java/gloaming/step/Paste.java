package gloaming.step;

import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Follow;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.ReadSource;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
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

    private static final Pattern SPOKEN = Pattern.compile("\\{([^{}]*)}");

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
        if (settings) return settings(look, part.look, step);
        Laying laying = new Laying(look, part);
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

    private Edit settings(Look look, Look from, String id) {
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
        if (edits.isEmpty()) throw new Refused("The step has these settings already.");
        return new Edit.Several(edits);
    }

    /** A kit without what it is called by, so that two that are the same are the same text. */
    private String plain(Look look, Kit kit) {
        Map<String, String> now = new HashMap<>();
        for (Kit.Input input : kit.inputs()) now.put(input.id(), "i" + now.size());
        for (Lane lane : look.lanesIn(kit.id())) {
            now.put(lane.id(), "l" + now.size());
            for (Step step : lane.steps()) now.put(step.id(), "s" + now.size());
        }
        Going going = new Going(look, catalogue, read -> renamed(read, now), lane -> renamed(lane, now));
        StringBuilder text = new StringBuilder(kit.name() + kit.says() + now.get(kit.lane()));
        for (Kit.Knob k : kit.knobs()) {
            text.append(k.id())
                    .append(k.name())
                    .append(k.says())
                    .append(k.min())
                    .append(k.max());
            for (Kit.Target t : k.targets())
                text.append(now.get(t.step()))
                        .append(t.setting())
                        .append(t.low())
                        .append(t.high());
        }
        for (String output : kit.outputs()) text.append(now.get(output));
        for (Lane lane : look.lanesIn(kit.id())) {
            text.append(lane.name()).append(going.clock(lane.clock()));
            for (Step step : lane.steps()) {
                Step plain = going.step(step).withId(now.get(step.id()));
                Kit used = look.kitOf(step);
                text.append(used == null ? plain : plain + plain(look, used));
            }
        }
        return text.toString();
    }

    private static String renamed(String read, Map<String, String> now) {
        StringBuilder all = new StringBuilder();
        for (String part : read.split("(?<=[@/:])|(?=[@/:])")) all.append(now.getOrDefault(part, part));
        return all.toString();
    }

    /** One paste: new ids, and what becomes of references. */
    private final class Laying {
        private final Look look;
        private final Part part;
        private final Map<String, String> lanes = new HashMap<>();
        private final Map<String, String> steps = new HashMap<>();
        private final Map<String, String> kits = new HashMap<>();
        private final List<Kit> fresh = new ArrayList<>();
        private final List<Edit> brought = new ArrayList<>();
        private long nextLayer;

        Laying(Look look, Part part) {
            this.look = look;
            this.part = part;
            long lane = number(look.freshId("l"));
            long step = number(look.freshId("s"));
            nextLayer = number(look.freshId("m"));
            if (part.look.lanes().isEmpty()) throw new Refused("There is nothing in the clipboard to be laid here.");
            for (Kit kit : part.look.kits()) {
                if (part.own && look.kit(kit.id()).isPresent()) kits.put(kit.id(), kit.id());
                else known(kit);
            }
            for (Lane each : part.look.lanes()) {
                if (each.kit() != null && kits.containsKey(each.kit())) continue;
                if (part.kind == Kind.LANES || each.kit() != null) lanes.put(each.id(), "l" + lane++);
                for (Step one : each.steps()) steps.put(one.id(), "s" + step++);
            }
            bring();
        }

        /** A kit that the look has already, the same but for its ids, is not brought again. */
        private void known(Kit kit) {
            String is = plain(part.look, kit);
            for (Kit own : look.kits()) if (plain(look, own).equals(is)) kits.put(kit.id(), own.id());
        }

        /** The kits that come along, with new ids for all that is theirs. */
        private void bring() {
            long next = number(look.freshId("k"));
            long input = number(look.freshId("i"));
            for (Kit kit : part.look.kits()) {
                if (kits.containsKey(kit.id())) continue;
                kits.put(kit.id(), "k" + next++);
                fresh.add(kit);
                for (Kit.Input in : kit.inputs()) lanes.put(in.id(), "i" + input++);
            }
            for (Kit kit : fresh) {
                String id = kits.get(kit.id());
                List<Lane> own = part.look.lanesIn(kit.id()).stream()
                        .map(l -> new Lane(
                                lanes.get(l.id()),
                                l.name(),
                                clock(l.clock()),
                                l.steps().stream().map(this::laid).toList(),
                                id))
                        .toList();
                List<Kit.Knob> knobs = kit.knobs().stream()
                        .map(k -> new Kit.Knob(k.id(), k.name(), k.says(), k.min(), k.max(), targets(k)))
                        .toList();
                List<Kit.Input> inputs = kit.inputs().stream()
                        .map(i -> new Kit.Input(lanes.get(i.id()), i.name()))
                        .toList();
                List<String> outputs = kit.outputs().stream().map(lanes::get).toList();
                Kit now = new Kit(id, kit.name(), kit.says(), lanes.get(kit.lane()), knobs, inputs, outputs);
                brought.add(new Edit.AddKit(now, own));
            }
        }

        private List<Kit.Target> targets(Kit.Knob knob) {
            return knob.targets().stream()
                    .map(t -> new Kit.Target(steps.get(t.step()), t.setting(), t.low(), t.high()))
                    .toList();
        }

        private String type(String type) {
            String used = Kit.used(type);
            if (used == null) return type;
            if (!kits.containsKey(used))
                throw new Refused("What is in the clipboard uses a kit that did not come with it; copy it again.");
            return Kit.TYPE + kits.get(used);
        }

        private static long number(String id) {
            return Long.parseLong(id.substring(1));
        }

        Edit steps(String lane, String behind) {
            Lane at = look.lane(lane).orElseThrow(() -> new Refused("That lane is not there any more."));
            int place = at.steps().size();
            for (int i = 0; i < at.steps().size(); i++)
                if (at.steps().get(i).id().equals(behind)) place = i + 1;
            List<Edit> edits = new ArrayList<>(brought);
            for (Lane each : part.look.lanesIn(null))
                for (Step step : each.steps()) edits.add(new Edit.AddStep(lane, place++, laid(step)));
            return new Edit.Several(edits);
        }

        Edit lanes(String behind) {
            List<Edit> edits = new ArrayList<>(brought);
            int place = look.lanes().size();
            for (int i = 0; i < look.lanes().size(); i++)
                if (look.lanes().get(i).id().equals(behind)) place = i + 1;
            // Lanes come where the lane stands that they come behind: in the look, or in a kit.
            String home = look.lane(behind).map(Lane::kit).orElse(null);
            Set<String> names = new HashSet<>();
            for (Lane each : look.lanes()) names.add(each.name());
            if (part.kind == Kind.STEPS) {
                // Steps that stand nowhere yet begin a lane.
                Lane first = part.look.lanesIn(null).getFirst();
                lanes.put(first.id(), look.freshId("l"));
            }
            for (Lane each : part.look.lanesIn(null)) {
                String id = lanes.get(each.id());
                if (id == null) continue;
                List<Step> own = each.steps().stream().map(this::laid).toList();
                edits.add(new Edit.AddLane(
                        place++, new Lane(id, free(each.name(), names), clock(each.clock()), own, home)));
            }
            int layer = 0;
            for (Layer each : part.look.mix()) {
                if (home == null && lanes.containsKey(each.lane())) edits.add(new Edit.AddLayer(layer++, laid(each)));
            }
            return new Edit.Several(edits);
        }

        private static String free(String name, Set<String> names) {
            String free = name;
            for (int i = 2; !names.add(free); i++) {
                String number = " " + i;
                free = name.substring(0, Math.min(name.length(), Limits.NAME - number.length())) + number;
            }
            return free;
        }

        private Clock clock(Clock clock) {
            String push = clock.push() == null ? null : lane(clock.push());
            String restart = clock.restart() == null ? null : lane(clock.restart());
            return new Clock(clock.factor(), push, restart);
        }

        /** Where a lane of the text is now, or null. */
        private String lane(String id) {
            int slash = id.lastIndexOf('/');
            if (slash >= 0) {
                String first = id.substring(0, id.indexOf('/'));
                if (!steps.containsKey(first)) return part.own && look.lane(id).isPresent() ? id : null;
                return path(id.substring(0, slash)) + "/"
                        + lanes.getOrDefault(id.substring(slash + 1), id.substring(slash + 1));
            }
            if (lanes.containsKey(id)) return lanes.get(id);
            return part.own && look.lane(id).isPresent() ? id : null;
        }

        private Step laid(Step step) {
            Step now = Step.of(steps.get(step.id()), type(step.type()))
                    .withLabel(step.label())
                    .withBypass(step.bypassed());
            for (var each : step.settings().entrySet()) now = now.with(each.getKey(), each.getValue());
            for (var each : step.drafts().entrySet()) now = now.withDraft(each.getKey(), each.getValue());
            for (var each : step.reads().entrySet())
                now = now.withRead(lanes.getOrDefault(each.getKey(), each.getKey()), read(each.getValue()));
            for (var each : step.follows().entrySet()) now = now.withFollow(each.getKey(), follow(each.getValue()));
            for (var each : step.formulas().entrySet()) now = now.withFormula(each.getKey(), formula(each.getValue()));
            return now;
        }

        private String read(String read) {
            ReadSource from = ReadSource.of(read);
            if (from.lane() != null) return lane(from.lane());
            String first = from.step().split("/")[0];
            if (steps.containsKey(first)) return ReadSource.behind(path(from.step()), from.beside());
            return part.own && look.step(from.step()).isPresent() ? read : null;
        }

        /** A path of steps, each as it is called now. */
        private String path(String path) {
            List<String> all = new ArrayList<>();
            for (String step : path.split("/")) all.add(steps.getOrDefault(step, step));
            return String.join("/", all);
        }

        private Follow follow(Follow follow) {
            String lane = follow == null ? null : lane(follow.lane());
            return lane == null ? null : follow.onto(lane);
        }

        /** With lanes as they are called now; a formula that speaks of one that is not there is left out. */
        private String formula(String text) {
            if (text == null) return null;
            Matcher spoken = SPOKEN.matcher(text);
            StringBuilder now = new StringBuilder();
            while (spoken.find()) {
                String lane = lane(spoken.group(1));
                if (lane == null) return null;
                spoken.appendReplacement(now, Matcher.quoteReplacement("{" + lane + "}"));
            }
            return spoken.appendTail(now).toString();
        }

        private Layer laid(Layer layer) {
            String mask = layer.mask() == null ? null : lane(layer.mask());
            return new Layer(
                    "m" + nextLayer++,
                    lanes.get(layer.lane()),
                    layer.blend(),
                    layer.opacity(),
                    layer.hidden(),
                    mask,
                    follow(layer.follow()),
                    formula(layer.formula()));
        }
    }
}
