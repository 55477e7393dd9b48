package gloaming.step;

import gloaming.look.Binding;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.KeptKit;
import gloaming.look.Kit;
import gloaming.look.Lane;
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

/** Kits between looks and the shelf: taken out of a look, laid into another, and brought up to what is kept now. */
public final class KitShelf {
    private final Catalogue catalogue;
    private final EditFactory edits;
    private final Rules rules;

    public KitShelf(Catalogue catalogue) {
        this.catalogue = catalogue;
        edits = new EditFactory(catalogue);
        rules = new Rules(catalogue);
    }

    /** A kit of a look as it is kept, under an id and revision. */
    public KeptKit kept(Look look, String id, String keptId, int revision) {
        Kit kit = look.kit(id).orElseThrow(() -> new Refused("That kit is not there any more."));
        List<Kit> kits = within(look, kit);
        Set<String> ids = new HashSet<>();
        kits.forEach(each -> ids.add(each.id()));
        List<Lane> lanes = new ArrayList<>();
        for (Lane lane : look.lanes()) if (lane.kit() != null && ids.contains(lane.kit())) lanes.add(lane);
        Look alone = new Look(
                        kit.name(),
                        look.width(),
                        look.height(),
                        look.rate(),
                        look.seed(),
                        look.tempo(),
                        lanes,
                        List.of())
                .withKits(kits);
        return new KeptKit(keptId, revision, rules.check(alone)).as(keptId, revision);
    }

    /** A kit and all that it uses, itself first. */
    private static List<Kit> within(Look look, Kit kit) {
        List<Kit> found = new ArrayList<>(List.of(kit));
        for (int i = 0; i < found.size(); i++)
            for (Lane lane : look.lanesIn(found.get(i).id()))
                for (Step step : lane.steps()) {
                    Kit used = look.kitOf(step);
                    if (used != null && !found.contains(used)) found.add(used);
                }
        return found;
    }

    /** What a kept kit looks like from outside. */
    public Description face(KeptKit kept) {
        return KitFace.of(kept.kit(), kept.look(), catalogue);
    }

    /** A small look that shows what a kept kit does, with something for it to work on and what makes it seen. */
    public Look example(KeptKit kept) {
        Look look = new Look(kept.name(), 960, 540, 30, 11, 96, List.of(), List.of());
        Laying laying = Laying.anew(catalogue, look, kept.look());
        for (Edit edit : laying.kits()) look = Edits.apply(look, edit);
        Edit shown = new Examples(catalogue).layKit(look, laying.kit(kept.kit().id()));
        return rules.check(Edits.apply(look, shown));
    }

    /**
     * Lays a use of a kept kit where a new step would go; a look that has the kit already, in whatever revision, goes on with its own.
     *
     * @param lane the lane it comes into, or null for one of its own
     * @param above the lane whose layer it comes in front of, or null for the front
     * @param kit the kit that a lane of its own stands in, or null
     */
    public Laid lay(Look look, KeptKit kept, String lane, int place, String above, String kit) {
        Laying laying = new Laying(catalogue, look, kept.look(), false, false);
        List<Edit> all = new ArrayList<>(laying.kits());
        Look with = look;
        for (Edit edit : all) with = Edits.apply(with, edit);
        String type = Kit.TYPE + laying.kit(kept.kit().id());
        all.add(
                lane == null
                        ? edits.addLane(with, type, "", above, Map.of(), kit)
                        : edits.addStep(with, lane, place, type, above, Map.of()));
        Edit edit = new Edit.Several(all);
        rules.check(Edits.apply(look, edit));
        return new Laid(edit, with.freshId("s"));
    }

    /** What lays a kit, and the id of its use. */
    public record Laid(Edit edit, String use) {}

    /**
     * Brings a kit of a look up to what is kept: its uses, with what is set on them, become uses of that. Knobs are known by their ids, what
     * comes in and goes out by name.
     */
    public Edit renew(Look look, String id, KeptKit kept) {
        Kit old = look.kit(id).orElseThrow(() -> new Refused("That kit is not there any more."));
        Laying laying = Laying.anew(catalogue, look, kept.look());
        Look with = look;
        for (Edit edit : laying.kits()) with = Edits.apply(with, edit);
        Kit now = with.kit(laying.kit(kept.kit().id())).orElseThrow();
        Map<String, String> inputs = new HashMap<>();
        for (Kit.Input was : old.inputs())
            for (Kit.Input is : now.inputs()) if (is.name().equals(was.name())) inputs.put(was.id(), is.id());
        Map<String, String> outputs = outputs(with, old, now);
        Set<String> uses = new HashSet<>();
        for (Lane lane : with.lanes())
            for (Step step : lane.steps()) if (step.type().equals(old.type())) uses.add(step.id());
        Going going = new Going(with, catalogue, read -> led(read, uses, outputs), lane -> led(lane, uses, outputs));
        List<Lane> lanes = new ArrayList<>();
        for (Lane lane : with.lanes()) {
            List<Step> steps = new ArrayList<>();
            for (Step step : lane.steps()) {
                Step own = going.step(step);
                steps.add(uses.contains(step.id()) ? use(own, now, inputs) : own);
            }
            lanes.add(lane.withSteps(steps).withClock(going.clock(lane.clock())));
        }
        Look led = with.withLanes(lanes)
                .withMix(with.mix().stream().map(going::layer).toList())
                .withClock(going.clock(with.clock()));
        Look renewed = without(led, within(look, old));
        rules.check(renewed);
        return Edit.Rebuild.of(renewed);
    }

    private static Map<String, String> outputs(Look look, Kit old, Kit now) {
        Map<String, String> outputs = new HashMap<>();
        for (String was : old.outputs()) {
            String name = look.lane(was).map(Lane::name).orElse("");
            for (String is : now.outputs())
                if (look.lane(is).map(Lane::name).orElse("").equals(name)) outputs.put(was, is);
        }
        return outputs;
    }

    /** Where something read goes now: what a use hands out is called otherwise, or gone. */
    private static String led(String read, Set<String> uses, Map<String, String> outputs) {
        ReadSource source = ReadSource.of(read);
        String path = source.lane() != null ? source.lane() : source.step();
        int slash = path.indexOf('/');
        if (slash < 0 || !uses.contains(path.substring(0, slash))) return read;
        String is = source.lane() == null ? null : outputs.get(path.substring(slash + 1));
        return is == null ? null : path.substring(0, slash + 1) + is;
    }

    private static Step use(Step was, Kit now, Map<String, String> inputs) {
        Set<String> known = new HashSet<>(List.of(Kit.SEED, Kit.SPEED, Kit.AHEAD));
        now.knobs().forEach(knob -> known.add(knob.id()));
        Map<String, String> reads = new HashMap<>();
        was.reads().forEach((input, read) -> {
            if (inputs.containsKey(input)) reads.put(inputs.get(input), read);
        });
        return new Step(
                was.id(),
                now.type(),
                was.label(),
                was.bypassed(),
                only(was.settings(), known),
                only(was.follows(), known),
                reads,
                only(was.formulas(), known),
                was.drafts(),
                was.chance());
    }

    private static <T> Map<String, T> only(Map<String, T> all, Set<String> known) {
        Map<String, T> some = new HashMap<>(all);
        some.keySet().retainAll(known);
        return some;
    }

    /** Without those of some kits that nothing uses any more, and what stood in them. */
    private static Look without(Look look, List<Kit> kits) {
        Look now = look;
        for (Kit kit : kits) {
            Look at = now;
            if (at.steps().anyMatch(step -> step.type().equals(kit.type()))) continue;
            now = at.withLanes(at.lanes().stream()
                            .filter(lane -> !kit.id().equals(lane.kit()))
                            .toList())
                    .withKits(at.kits().stream()
                            .filter(k -> !k.id().equals(kit.id()))
                            .toList());
        }
        Look left = now;
        return left.withDesk(left.desk().keeping((of, setting) -> hangs(left, of, setting)));
    }

    /** Whether what a hand is on is there: a step's setting, a layer, or the show. */
    private static boolean hangs(Look look, String of, String setting) {
        if (of.equals(Binding.SHOW)
                || look.mix().stream().anyMatch(layer -> layer.id().equals(of))) return true;
        Step step = look.step(of).orElse(null);
        if (step == null) return false;
        Kit kit = look.kitOf(step);
        return kit == null
                || setting.equals(Kit.SEED)
                || setting.equals(Kit.SPEED)
                || setting.equals(Kit.AHEAD)
                || kit.knobs().stream().anyMatch(knob -> knob.id().equals(setting));
    }
}
