package gloaming.step;

import gloaming.flow.Kind;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Follow;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** Turns what the artist asks for into edits: chooses ids, names and what follows from it. */
public final class EditFactory {
    private final Catalogue catalogue;
    private final Wants wants;

    public EditFactory(Catalogue catalogue) {
        this.catalogue = catalogue;
        wants = new Wants(catalogue);
    }

    /**
     * A new step in a lane. A lane that comes to end in something the mix can show by it, and that nobody reads, comes into the mix.
     *
     * @param above the lane whose layer it comes in front of, or null for the front
     * @param given what its settings begin with, beside their defaults
     */
    public Edit addStep(Look look, String lane, int place, String type, String above, Map<String, Value> given) {
        Description description = known(look, type);
        Lane at = look.lane(lane).orElseThrow(() -> new Refused("That lane is not there any more."));
        Step step = wants.given(look, at, place, step(look, description, given));
        Edit add = new Edit.AddStep(lane, place, step);
        boolean ends = place >= at.steps().size();
        boolean mixed = !at.steps().isEmpty()
                && catalogue.of(look, at.steps().getLast()).gives().mixes();
        boolean there = look.mix().stream().anyMatch(layer -> layer.lane().equals(lane));
        if (at.kit() != null || !ends || mixed || there || !description.gives().mixes() || isRead(look, lane))
            return add;
        return new Edit.Several(List.of(add, comesIn(look, lane, above)));
    }

    public Edit addStep(Look look, String lane, int place, String type) {
        return addStep(look, lane, place, type, null, Map.of());
    }

    /** One more use of a kit, which does not move as those do that there are. */
    private static Step apart(Look look, Step step) {
        if (Kit.used(step.type()) == null) return step;
        long uses = look.steps().filter(s -> s.type().equals(step.type())).count();
        return uses == 0 ? step : step.with(Kit.SEED, Value.of((double) uses));
    }

    private static Step step(Look look, Description description, Map<String, Value> given) {
        Step step = Step.of(look.freshId("s"), description.id());
        step = apart(look, step);
        for (Map.Entry<String, Value> each : description.begins().entrySet())
            step = step.with(each.getKey(), each.getValue());
        for (Map.Entry<String, Value> each : given.entrySet()) step = step.with(each.getKey(), each.getValue());
        return step;
    }

    /** The layer of a lane that comes into the mix, in front of another lane's or of all. */
    private static Edit comesIn(Look look, String lane, String above) {
        int place = 0;
        for (int i = 0; i < look.mix().size(); i++) {
            if (look.mix().get(i).lane().equals(above)) {
                place = i;
                break;
            }
        }
        return new Edit.AddLayer(place, Layer.of(look.freshId("m"), lane, Blend.OVER, 1));
    }

    /** Whether some step, layer or clock of the look goes by a lane. */
    private static boolean isRead(Look look, String lane) {
        return look.steps().anyMatch(step -> step.reads().containsValue(lane))
                || look.mix().stream().anyMatch(layer -> lane.equals(layer.mask()));
    }

    /**
     * Lets a step read a lane, or nothing. A lane that is read for the first time is an ingredient from then on, and leaves the mix, so
     * that it does not cover what is made of it; one that reads the frame before of a lane leaves that as it is.
     */
    public Edit read(Look look, String id, String read, String from) {
        String lane = from == null ? null : ReadSource.of(from).lane();
        if (from != null && lane == null) return new Edit.SetRead(id, read, from);
        Step step = look.step(id).orElseThrow(() -> new Refused("That step is not there any more."));
        Edit set = new Edit.SetRead(id, read, lane);
        Description.Input input = catalogue.of(look, step).input(read);
        if (lane == null || input == null || input.before() || isRead(look, lane)) return set;
        List<Edit> edits = new ArrayList<>();
        edits.add(set);
        for (Layer layer : look.mix()) if (layer.lane().equals(lane)) edits.add(new Edit.RemoveLayer(layer.id()));
        return edits.size() == 1 ? set : new Edit.Several(edits);
    }

    /** A new lane that starts with a step, named after it or what it shows; one that gives a picture comes into the mix. */
    public Edit addLane(Look look, String type, String name, String above, Map<String, Value> given) {
        return addLane(look, type, name, above, given, null);
    }

    /** The same in a kit, whose lanes do not come into the mix. */
    public Edit addLane(Look look, String type, String name, String above, Map<String, Value> given, String kit) {
        Description description = known(look, type);
        String called = name.isBlank() ? description.name().toLowerCase(java.util.Locale.ROOT) : name;
        Lane empty = new Lane(look.freshId("l"), freeName(look, called, kit), Clock.SHOW, List.of(), kit);
        Step step = wants.given(look, empty, 0, step(look, description, given));
        Lane lane = new Lane(empty.id(), empty.name(), Clock.SHOW, List.of(step), kit);
        Edit add = new Edit.AddLane(look.lanes().size(), lane);
        if (kit != null || !description.gives().mixes()) return add;
        return new Edit.Several(List.of(add, comesIn(look, lane.id(), above)));
    }

    public Edit addLane(Look look, String type) {
        return addLane(look, type, "", null, Map.of());
    }

    /**
     * A new lane that shows a medium of a kind, at the front of the mix or, where a kit is named, in that, out of the mix; {@link Refused} where no
     * step shows that kind.
     */
    public Edit bring(Look look, String ref, String kind, String name, String kit) {
        Description shows = shows(kind);
        if (shows == null)
            throw new Refused("No step shows a " + kind + " by itself; it is among the media of this show.");
        Step step =
                Step.of(look.freshId("s"), shows.id()).with(medium(shows, kind).id(), Value.of(ref));
        String free = freeName(look, name.isBlank() ? shows.name() : name.strip(), kit);
        List<Step> steps = new java.util.ArrayList<>(List.of(step));
        if (!shows.gives().mixes())
            steps.add(Step.of(after(step.id()), shows.gives().drawnBy()));
        Lane lane = new Lane(look.freshId("l"), free, Clock.SHOW, steps, kit);
        Edit add = new Edit.AddLane(look.lanes().size(), lane);
        if (kit != null) return add;
        return new Edit.Several(
                List.of(add, new Edit.AddLayer(0, Layer.of(look.freshId("m"), lane.id(), Blend.OVER, 1))));
    }

    /** The step that shows most of a medium: a picture, or else what stands for most other things, as a scene does for a shape. */
    private Description shows(String kind) {
        Description best = null;
        for (Description d : catalogue.entries()) {
            if (d.takes() != null || !d.gives().mixes() && d.gives().drawnBy() == null) continue;
            if (medium(d, kind) != null && (best == null || tells(d) > tells(best))) best = d;
        }
        return best;
    }

    private static long tells(Description d) {
        return d.gives().mixes()
                ? Long.MAX_VALUE
                : Kind.values().stream().filter(d.gives()::accepts).count();
    }

    private static Setting medium(Description d, String kind) {
        for (Setting setting : d.settings())
            if (setting.form() == Setting.Form.MEDIUM
                    && setting.choices().getFirst().equals(kind)) return setting;
        return null;
    }

    /** The id of a second step beside one that was fresh. */
    private static String after(String fresh) {
        return "s" + (Long.parseLong(fresh.substring(1)) + 1);
    }

    /** The same step once more, right behind it. */
    public Edit duplicateStep(Look look, String id) {
        Lane lane = look.laneOf(id).orElseThrow(() -> new Refused("That step is not there any more."));
        Step step = look.step(id).orElseThrow();
        Description description = catalogue.of(look, step);
        if (description.takes() != description.gives()) {
            throw new Refused(description.name() + " turns "
                    + (description.takes() == null
                            ? "nothing"
                            : description.takes().id()) + " into "
                    + description.gives().id() + ", so it cannot stand twice in a row; duplicate the lane instead.");
        }
        return new Edit.AddStep(lane.id(), lane.steps().indexOf(step) + 1, apart(look, step.withId(look.freshId("s"))));
    }

    /** The same lane once more, below it, and in the mix behind it if it was there. Reads of itself become reads of the copy. */
    public Edit duplicateLane(Look look, String id) {
        Lane lane = look.lane(id).orElseThrow(() -> new Refused("That lane is not there any more."));
        String copy = look.freshId("l");
        long first = Long.parseLong(look.freshId("s").substring(1));
        long next = first;
        List<Step> steps = new ArrayList<>();
        for (Step step : lane.steps()) {
            Step fresh = apart(look, step.withId("s" + next++));
            for (var read : step.reads().entrySet()) {
                if (read.getValue().equals(id)) fresh = fresh.withRead(read.getKey(), copy);
                ReadSource from = ReadSource.of(read.getValue());
                int own = lane.steps().stream().map(Step::id).toList().indexOf(from.step());
                if (own >= 0)
                    fresh = fresh.withRead(read.getKey(), ReadSource.behind("s" + (first + own), from.beside()));
            }
            steps.add(fresh);
        }
        List<Edit> edits = new ArrayList<>();
        edits.add(new Edit.AddLane(
                look.lanes().indexOf(lane) + 1,
                new Lane(copy, freeName(look, lane.name(), lane.kit()), lane.clock(), steps, lane.kit())));
        long layerId = Long.parseLong(look.freshId("m").substring(1));
        for (int i = look.mix().size() - 1; i >= 0; i--) {
            Layer layer = look.mix().get(i);
            if (!layer.lane().equals(id)) continue;
            edits.add(new Edit.AddLayer(
                    i + 1,
                    new Layer(
                            "m" + layerId++,
                            copy,
                            layer.blend(),
                            layer.opacity(),
                            layer.hidden(),
                            layer.mask(),
                            layer.follow(),
                            layer.formula())));
        }
        return new Edit.Several(edits);
    }

    /** Puts a lane into the mix, in front of another lane's layer or of all. */
    public Edit addLayer(Look look, String lane, String above) {
        return comesIn(look, lane, above);
    }

    /** Lets a setting follow a lane: from 0 to 1, to from where it is now up to the end of its range, gently eased. */
    public Edit follow(Look look, String step, String setting, String lane) {
        Step at = look.step(step).orElseThrow(() -> new Refused("That step is not there any more."));
        Description description = catalogue.of(look, at);
        int index = description.settingIndex(setting);
        if (index < 0) throw new Refused(description.name() + " has no setting '" + setting + "'.");
        Setting s = description.settings().get(index);
        s.mustBeDrivable();
        if (s.form() == Setting.Form.CHOICE) {
            return new Edit.SetFollow(step, setting, new Follow(lane, 0, 1, s.lowest(), s.highest(), 0, 0));
        }
        double now = at.settings().getOrDefault(setting, s.initial()) instanceof Value.Num num ? num.number() : s.min();
        double usual = s.initial() instanceof Value.Num num ? num.number() : now;
        double[] span = sensible(s, now, usual);
        return new Edit.SetFollow(step, setting, new Follow(lane, 0, 1, span[0], span[1], 0.02, 0.18));
    }

    /**
     * The part of a setting's range that matters around a value: a fourth to four times it where it goes by ratio, else from the lowest
     * (or as far below nothing) up to four times what is usual, and never beyond the range.
     */
    static double[] sensible(Setting s, double now, double usual) {
        double far = 4 * Math.max(Math.abs(now), Math.abs(usual));
        if (s.byRatio()) return new double[] {Math.max(s.min(), now / 4), Math.min(s.max(), now * 4)};
        if (far == 0) far = (s.max() - s.min()) / 4;
        double low = Math.max(s.min(), s.min() < 0 ? -far : s.min());
        double high = Math.min(s.max(), far);
        return high > low ? new double[] {low, high} : new double[] {s.min(), s.max()};
    }

    /** Puts a text into a setting if it works; otherwise keeps it as a draft, and what worked before goes on. */
    public Edit write(Look look, String step, String setting, String text) {
        Step at = look.step(step).orElseThrow(() -> new Refused("That step is not there any more."));
        Description description = catalogue.of(look, at);
        int index = description.settingIndex(setting);
        if (index < 0 || description.settings().get(index).form() != Setting.Form.CODE) {
            throw new Refused(description.name() + " has no text '" + setting + "'.");
        }
        boolean works =
                catalogue.of(at.with(setting, Value.of(text))).problems().isEmpty();
        return works
                ? new Edit.Write(step, setting, Value.of(text), null)
                : new Edit.Write(step, setting, at.settings().get(setting), text);
    }

    /** Lets a layer's opacity follow a lane: from 0 to 1, to from nothing to where it is now, gently eased. */
    public Edit followLayer(Look look, String layer, String lane) {
        Layer at = look.mix().stream()
                .filter(l -> l.id().equals(layer))
                .findFirst()
                .orElseThrow(() -> new Refused("That layer is not there any more."));
        double full = at.opacity() > 0 ? at.opacity() : 1;
        Follow follow = new Follow(lane, 0, 1, 0, full, 0.02, 0.18);
        return new Edit.ChangeLayer(
                new Layer(at.id(), at.lane(), at.blend(), at.opacity(), at.hidden(), at.mask(), follow));
    }

    private Description known(Look look, String type) {
        Description description = catalogue.of(look, Step.of("s", type));
        if (description == null) throw new Refused("There is no step '" + type + "'.");
        return description;
    }

    static String freeName(Look look, String name) {
        return freeName(look, name, null);
    }

    /** The same among the lanes that stand in a kit: those elsewhere may be called so too. */
    static String freeName(Look look, String name, String kit) {
        String base = name.replaceFirst(" \\d+$", "");
        String free = base;
        for (int i = 2; ; i++) {
            String candidate = free;
            if (look.lanesIn(kit).stream().noneMatch(lane -> lane.name().equals(candidate))) return free;
            free = base.substring(0, Math.min(base.length(), 110)) + " " + i;
        }
    }
}
