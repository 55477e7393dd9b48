package gloaming.step;

import gloaming.look.Edit;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Refused;
import gloaming.look.Step;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Parts of one look as they come into another: new ids, and what becomes of all that goes by them. */
final class Laying {
    private final Catalogue catalogue;
    private final Look look;
    private final Look parts;
    private final boolean own;
    private final boolean whole;
    private final Map<String, String> lanes = new HashMap<>();
    private final Map<String, String> steps = new HashMap<>();
    private final Map<String, String> kits = new HashMap<>();
    private final List<Kit> fresh = new ArrayList<>();
    private final List<Edit> brought = new ArrayList<>();
    private final Going going;
    private long nextLayer;

    /**
     * @param parts a look with nothing but the parts in it
     * @param own whether they come from this look, so that what did not come with them is here
     * @param whole whether they are lanes, and not the steps of some
     */
    Laying(Catalogue catalogue, Look look, Look parts, boolean own, boolean whole) {
        this(catalogue, look, parts, own, whole, false);
    }

    /** Kits alone, as ones that are not here yet even where they are. */
    static Laying anew(Catalogue catalogue, Look look, Look parts) {
        return new Laying(catalogue, look, parts, false, false, true);
    }

    private Laying(Catalogue catalogue, Look look, Look parts, boolean own, boolean whole, boolean anew) {
        this.catalogue = catalogue;
        this.look = look;
        this.parts = parts;
        this.own = own;
        this.whole = whole;
        going = new Going(parts, catalogue, this::read, this::lane);
        long lane = number(look.freshId("l"));
        long step = number(look.freshId("s"));
        nextLayer = number(look.freshId("m"));
        if (parts.lanes().isEmpty()) throw new Refused("There is nothing in the clipboard to be laid here.");
        for (Kit kit : parts.kits()) {
            if (own && look.kit(kit.id()).isPresent()) kits.put(kit.id(), kit.id());
            else if (!anew) known(kit);
        }
        for (Lane each : parts.lanes()) {
            if (each.kit() != null && kits.containsKey(each.kit())) continue;
            if (whole || each.kit() != null) lanes.put(each.id(), "l" + lane++);
            for (Step one : each.steps()) steps.put(one.id(), "s" + step++);
        }
        bring();
    }

    /** The edits that bring the kits alone. */
    List<Edit> kits() {
        return brought;
    }

    /** What a kit of the parts is called here. */
    String kit(String id) {
        return kits.get(id);
    }

    /** A kit that the look has already, the same on the shelf or but for its ids, is not brought again. */
    private void known(Kit kit) {
        String is = plain(parts, kit);
        for (Kit here : look.kits()) {
            boolean shelved = kit.kept() != null
                    && here.kept() != null
                    && kit.kept().id().equals(here.kept().id());
            if (shelved || plain(look, here).equals(is)) kits.put(kit.id(), here.id());
        }
    }

    /** The kits that come along, with new ids for all that is theirs. */
    private void bring() {
        long next = number(look.freshId("k"));
        long input = number(look.freshId("i"));
        for (Kit kit : parts.kits()) {
            if (kits.containsKey(kit.id())) continue;
            kits.put(kit.id(), "k" + next++);
            fresh.add(kit);
            for (Kit.Input in : kit.inputs()) lanes.put(in.id(), "i" + input++);
        }
        for (Kit kit : fresh) {
            String id = kits.get(kit.id());
            List<Lane> own = parts.lanesIn(kit.id()).stream()
                    .map(l -> new Lane(
                            lanes.get(l.id()),
                            l.name(),
                            going.clock(l.clock()),
                            l.steps().stream()
                                    .map(step -> laid(step).withChance(step.luck()))
                                    .toList(),
                            id))
                    .toList();
            List<Kit.Knob> knobs =
                    kit.knobs().stream().map(k -> k.withTargets(targets(k))).toList();
            List<Kit.Input> inputs = kit.inputs().stream()
                    .map(i -> new Kit.Input(lanes.get(i.id()), i.name()))
                    .toList();
            List<String> outputs = kit.outputs().stream().map(lanes::get).toList();
            Kit now = new Kit(id, kit.name(), kit.says(), lanes.get(kit.lane()), knobs, inputs, outputs, kit.kept());
            brought.add(new Edit.AddKit(now, own));
        }
    }

    private List<Kit.Target> targets(Kit.Knob knob) {
        return knob.targets().stream().map(t -> t.withStep(steps.get(t.step()))).toList();
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
        for (int i = 0; i < at.steps().size(); i++) if (at.steps().get(i).id().equals(behind)) place = i + 1;
        List<Edit> edits = new ArrayList<>(brought);
        for (Lane each : parts.lanesIn(null))
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
        if (!whole) {
            // Steps that stand nowhere yet begin a lane.
            Lane first = parts.lanesIn(null).getFirst();
            lanes.put(first.id(), look.freshId("l"));
        }
        for (Lane each : parts.lanesIn(null)) {
            String id = lanes.get(each.id());
            if (id == null) continue;
            List<Step> own = each.steps().stream().map(this::laid).toList();
            edits.add(new Edit.AddLane(
                    place++, new Lane(id, free(each.name(), names), going.clock(each.clock()), own, home)));
        }
        int layer = 0;
        for (Layer each : parts.mix()) {
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

    /** Where a lane of the text is now, or null. */
    private String lane(String id) {
        int slash = id.lastIndexOf('/');
        if (slash >= 0) {
            String first = id.substring(0, id.indexOf('/'));
            if (!steps.containsKey(first)) return own && look.lane(id).isPresent() ? id : null;
            return path(id.substring(0, slash)) + "/"
                    + lanes.getOrDefault(id.substring(slash + 1), id.substring(slash + 1));
        }
        if (lanes.containsKey(id)) return lanes.get(id);
        return own && look.lane(id).isPresent() ? id : null;
    }

    private Step laid(Step step) {
        Step now = going.step(step);
        Map<String, String> reads = new HashMap<>();
        now.reads().forEach((key, read) -> reads.put(lanes.getOrDefault(key, key), read));
        // A formula that speaks of a lane that is not there is left out.
        Map<String, String> formulas = new HashMap<>(now.formulas());
        formulas.values().removeIf(formula -> formula.contains(Going.LOST));
        return new Step(
                steps.get(step.id()),
                type(step.type()),
                step.label(),
                step.bypassed(),
                now.settings(),
                now.follows(),
                reads,
                formulas,
                step.drafts(),
                "");
    }

    private String read(String read) {
        ReadSource from = ReadSource.of(read);
        if (from.lane() != null) return lane(from.lane());
        String first = from.step().split("/")[0];
        if (steps.containsKey(first)) return ReadSource.behind(path(from.step()), from.beside());
        return own && look.step(from.step()).isPresent() ? read : null;
    }

    /** A path of steps, each as it is called now. */
    private String path(String path) {
        List<String> all = new ArrayList<>();
        for (String step : path.split("/")) all.add(steps.getOrDefault(step, step));
        return String.join("/", all);
    }

    private Layer laid(Layer layer) {
        Layer now = going.layer(layer);
        boolean lost = now.formula() != null && now.formula().contains(Going.LOST);
        return new Layer(
                "m" + nextLayer++,
                now.lane(),
                now.blend(),
                now.opacity(),
                now.hidden(),
                now.mask(),
                now.follow(),
                lost ? null : now.formula());
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
                Step plain = going.step(step).withId(now.get(step.id())).withChance("");
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
}
