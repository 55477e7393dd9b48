package gloaming.step;

import gloaming.flow.Kind;
import gloaming.look.Binding;
import gloaming.look.Clock;
import gloaming.look.Follow;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Lifted;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Refused;
import gloaming.look.Snapshots;
import gloaming.look.Step;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;

/** What makes a document one that can be played: every rule refuses with a sentence that names the place. */
public final class Rules {
    private final Catalogue catalogue;

    public Rules(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    /** Returns the look when it keeps every rule; throws {@link Refused} at the first it breaks. */
    public Look check(Look written) {
        return kept(written).look();
    }

    /**
     * A look that keeps every rule.
     *
     * @param look as it is now
     * @param opened the same with its kits opened
     */
    public record Kept(Look look, Look opened) {}

    /** The look when it keeps every rule, also with its kits opened; throws {@link Refused} at the first it breaks. */
    public Kept kept(Look written) {
        Look look = catalogue.renewed(written);
        ids(look);
        kits(look);
        Look opened = KitOpening.open(look, catalogue);
        opened(opened);
        return new Kept(look, opened);
    }

    private void opened(Look look) {
        ids(look);
        for (Lane lane : look.lanes()) chain(lane);
        for (Lane lane : look.lanes()) {
            for (Step step : lane.steps()) step(look, lane, step);
        }
        for (Layer layer : look.mix()) layer(look, layer);
        for (Lane lane : look.lanes()) clock(look, "The clock of '" + lane.name() + "'", lane.clock());
        clock(look, "The look's clock", look.clock());
        desk(look);
        order(look);
    }

    /** Kits have their lanes, none stands in itself, and what uses them is there. */
    private void kits(Look look) {
        Set<String> ids = new HashSet<>();
        for (Kit kit : look.kits()) {
            if (!ids.add(kit.id())) throw new Refused("Two kits have the id '" + kit.id() + "'.");
            Lane main = look.lane(kit.lane()).orElse(null);
            if (main == null || !kit.id().equals(main.kit()))
                throw new Refused("The kit '" + kit.name() + "' has lost the lane that stands for it.");
        }
        for (Lane lane : look.lanes()) {
            if (lane.id().indexOf('/') >= 0) throw new Refused("The lane '" + lane.name() + "' has a path for an id.");
            if (lane.kit() != null && !ids.contains(lane.kit()))
                throw new Refused("The lane '" + lane.name() + "' stands in a kit that is not in this look.");
            for (Step step : lane.steps()) {
                if (step.id().indexOf('/') >= 0)
                    throw new Refused("A step of '" + lane.name() + "' has a path for an id.");
                String used = Kit.used(step.type());
                if (used == null) continue;
                if (!ids.contains(used))
                    throw new Refused("The lane '" + lane.name() + "' uses a kit that is not in this look.");
                if (lane.kit() != null && uses(look, used, lane.kit(), 0))
                    throw new Refused("The kit '" + look.kit(used).orElseThrow().name() + "' would stand in itself.");
            }
        }
    }

    /** Whether a kit is another, or uses it somewhere within. */
    private static boolean uses(Look look, String kit, String other, int depth) {
        if (kit.equals(other) || depth > Limits.KITS) return true;
        return look.lanesIn(kit).stream()
                .flatMap(lane -> lane.steps().stream())
                .map(step -> Kit.used(step.type()))
                .anyMatch(used -> used != null && uses(look, used, other, depth + 1));
    }

    /** What leaves the end of a lane: null for an empty one. */
    public Kind gives(Look look, Lane lane) {
        return lane.steps().isEmpty()
                ? null
                : catalogue.of(look, lane.steps().getLast()).gives();
    }

    /**
     * The lanes in an order in which each comes after all that it reads and follows; {@link Refused} for a cycle that is not
     * broken by a read of the frame before.
     */
    public List<Lane> order(Look look) {
        return new Order(look).of(look.lanes());
    }

    /**
     * The lanes on which the look's own clock depends: they run on the show's time, whatever that clock does. {@link Refused} for a cycle.
     */
    public Set<String> ahead(Look look) {
        return with(look, look.clock().push(), look.clock().restart());
    }

    /** Lanes, where they are there and not null, and all on which they depend. */
    public Set<String> with(Look look, String... lanes) {
        List<Lane> wanted = Stream.of(lanes)
                .filter(Objects::nonNull)
                .flatMap(id -> look.lane(id).stream())
                .toList();
        Set<String> ids = new HashSet<>();
        for (Lane lane : new Order(look).of(wanted)) ids.add(lane.id());
        return ids;
    }

    /** Puts lanes in order, each behind all that it depends on. */
    private final class Order {
        private final Map<String, Lane> byId = new LinkedHashMap<>();
        private final Set<String> done = new HashSet<>();
        private final List<Lane> order = new ArrayList<>();

        private final Look look;

        Order(Look look) {
            this.look = look;
            for (Lane lane : look.lanes()) byId.put(lane.id(), lane);
        }

        List<Lane> of(List<Lane> lanes) {
            for (Lane lane : lanes) visit(lane, new ArrayList<>());
            return order;
        }

        private void visit(String id, List<Lane> path) {
            // What a formula speaks of may be gone; it then counts as 0.
            if (id != null && byId.containsKey(id)) visit(byId.get(id), path);
        }

        /** A lane may go by what left a step further ahead in itself. */
        private void visit(Lane lane, Step step, ReadSource read, List<Lane> path) {
            List<String> ids = lane.steps().stream().map(Step::id).toList();
            int own = ids.indexOf(read.step());
            if (own < 0) {
                Lane from = read.in(look);
                if (from != null) visit(from, path);
            } else if (own >= ids.indexOf(step.id())) {
                throw new Refused(catalogue.of(step).name() + " in the lane '" + lane.name()
                        + "' reads a step that stands behind it; read the frame before through Recall.");
            }
        }

        private void visit(Lane lane, List<Lane> path) {
            if (done.contains(lane.id())) return;
            if (path.contains(lane)) {
                List<String> names = path.subList(path.indexOf(lane), path.size()).stream()
                        .map(Lane::name)
                        .toList();
                throw new Refused("The lanes " + String.join(", ", names)
                        + " read each other in a circle with no delay in it; read one of them through Recall.");
            }
            path.add(lane);
            visit(lane.clock().push(), path);
            visit(lane.clock().restart(), path);
            for (Step step : lane.steps()) {
                Description description = catalogue.of(step);
                step.reads().forEach((name, read) -> {
                    Description.Input input = description.input(name);
                    if (input != null && !input.before()) visit(lane, step, ReadSource.of(read), path);
                });
                for (Follow follow : step.follows().values()) visit(follow.lane(), path);
                for (String id : Formulas.lanes(step, description)) visit(id, path);
            }
            path.removeLast();
            done.add(lane.id());
            order.add(lane);
        }
    }

    private void ids(Look look) {
        Set<String> lanes = new HashSet<>();
        Set<String> steps = new HashSet<>();
        Set<String> layers = new HashSet<>();
        for (Lane lane : look.lanes()) {
            if (!lanes.add(lane.id())) throw new Refused("Two lanes have the id '" + lane.id() + "'.");
            for (Step step : lane.steps()) {
                if (!steps.add(step.id())) {
                    throw new Refused("Two steps have the id '" + step.id() + "', one of them in the lane '"
                            + lane.name() + "'.");
                }
            }
        }
        for (Layer layer : look.mix()) {
            if (!layers.add(layer.id())) throw new Refused("Two layers have the id '" + layer.id() + "'.");
        }
    }

    private void chain(Lane lane) {
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

    private void step(Look look, Lane lane, Step step) {
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
            follow(look, "The setting '" + description.settings().get(i).label() + "' of " + where, follow);
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
            lane(look, sentence, read, input.kind());
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

    private void layer(Look look, Layer layer) {
        Lane lane = look.lane(layer.lane()).orElse(null);
        if (lane == null) {
            throw new Refused("The mix shows the lane '" + layer.lane() + "', which is not in this look.");
        }
        if (layer.mask() != null)
            lane(look, "The layer of '" + lane.name() + "' is masked by", layer.mask(), Kind.PICTURE);
        if (layer.follow() != null) follow(look, "The opacity of '" + lane.name() + "'", layer.follow());
    }

    private void clock(Look look, String what, Clock clock) {
        if (clock.push() != null) drives(look, what + " is pushed by", clock.push());
        if (clock.restart() != null) drives(look, what + " is restarted by", clock.restart());
    }

    private void desk(Look look) {
        for (Binding binding : look.desk().bindings()) {
            String what = "'" + binding.control() + "' is bound to";
            if (binding.of().equals(Binding.SHOW)) {
                if (binding.setting().startsWith(Snapshots.CALL)) continue;
                if (Binding.Act.of(binding.setting()) == null) {
                    throw new Refused(what + " '" + binding.setting() + "', which the program does not do.");
                }
            } else hand(look, what, binding.of(), binding.setting());
        }
        for (Lifted lifted : look.desk().strip()) {
            hand(look, "The performance strip shows", lifted.of(), lifted.setting());
        }
    }

    private void hand(Look look, String what, String of, String setting) {
        if (look.layer(of).isPresent() && setting.equals("opacity")) return;
        Step step = look.step(of).orElse(null);
        if (step == null) throw new Refused(what + " '" + of + "', which is not in this look.");
        Description description = catalogue.of(step);
        int i = description.settingIndex(setting);
        if (i < 0 && description.grows()) return;
        if (i < 0
                || !(description.settings().get(i).drivable()
                        || description.settings().get(i).form() == Setting.Form.SWITCH)) {
            throw new Refused(
                    what + " '" + setting + "' of " + description.name() + ", which is no number and no switch.");
        }
    }

    private void follow(Look look, String what, Follow follow) {
        drives(look, what + " follows", follow.lane());
    }

    /** A lane that gives a number. */
    private void drives(Look look, String sentence, String id) {
        Kind gives = look.lane(id).map(lane -> gives(look, lane)).orElse(null);
        lane(look, sentence, id, gives != null && gives.drives() ? gives : Kind.SIGNAL);
    }

    private void lane(Look look, String sentence, String id, Kind kind) {
        Lane lane = look.lane(id).orElse(null);
        if (lane == null) throw new Refused(sentence + " the lane '" + id + "', which is not in this look.");
        Kind gives = gives(look, lane);
        if (gives != null && !kind.accepts(gives)) {
            throw new Refused(
                    sentence + " '" + lane.name() + "', which gives " + gives.id() + " and not " + kind.id() + ".");
        }
    }
}
