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
import gloaming.look.Refused;
import gloaming.look.Snapshots;
import gloaming.look.Step;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Stream;

/** What makes a document one that can be played: every rule refuses with a sentence that names the place. */
public final class Rules {
    private final Catalogue catalogue;
    private final StepRules steps;

    public Rules(Catalogue catalogue) {
        this.catalogue = catalogue;
        steps = new StepRules(catalogue, this);
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
        for (Lane lane : look.lanes()) steps.chain(lane);
        for (Lane lane : look.lanes()) {
            for (Step step : lane.steps()) steps.step(look, lane, step);
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
        return new LaneOrder(catalogue, look).of(look.lanes());
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
        for (Lane lane : new LaneOrder(catalogue, look).of(wanted)) ids.add(lane.id());
        return ids;
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

    void follow(Look look, String what, Follow follow) {
        drives(look, what + " follows", follow.lane());
    }

    /** A lane that gives a number. */
    private void drives(Look look, String sentence, String id) {
        Kind gives = look.lane(id).map(lane -> gives(look, lane)).orElse(null);
        lane(look, sentence, id, gives != null && gives.drives() ? gives : Kind.SIGNAL);
    }

    /** A lane of that kind, or one that is empty. */
    void lane(Look look, String sentence, String id, Kind kind) {
        Lane lane = look.lane(id).orElse(null);
        if (lane == null) throw new Refused(sentence + " the lane '" + id + "', which is not in this look.");
        Kind gives = gives(look, lane);
        if (gives != null && !kind.accepts(gives)) {
            throw new Refused(
                    sentence + " '" + lane.name() + "', which gives " + gives.id() + " and not " + kind.id() + ".");
        }
    }
}
