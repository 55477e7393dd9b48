package gloaming.step;

import gloaming.look.Binding;
import gloaming.look.Clock;
import gloaming.look.Desk;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Refused;
import gloaming.look.Snapshots;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A look as it plays: every use of a kit opened, so that nothing that plays knows of kits and a use costs what its lanes cost.
 *
 * <p>The steps of the kit's lane stand in the place of the use, its other lanes beside; what stands within a use has the ids of the uses that
 * it stands in before its own, with a slash between, and begins its chance where it would by itself, unless the use says otherwise.
 */
public final class KitOpening {
    /** Kits within one another, at most. */
    static final int DEEPEST = 8;

    private final Catalogue catalogue;
    private final Look look;
    private final KnobTurning knobs;
    private final List<Lane> lanes = new ArrayList<>();
    private int steps;
    /** Where hands on a use and a knob of it, or on a step within kits, come to. */
    private final Map<String, List<Hand>> hands = new HashMap<>();

    private record Hand(String step, String setting, Kit.Knob knob, Kit.Target target) {}

    private KitOpening(Look look, Catalogue catalogue) {
        this.look = look;
        this.catalogue = catalogue;
        knobs = new KnobTurning(look, catalogue);
    }

    /** The look with all kits opened; itself where it has none. {@link Refused} where it grows beyond its bounds. */
    public static Look open(Look look, Catalogue catalogue) {
        return look.kits().isEmpty() ? look : new KitOpening(look, catalogue).opened();
    }

    private Look opened() {
        for (Lane lane : look.lanesIn(null)) lane(lane, new Scope("", null, null, null, null));
        Desk desk = new Desk(
                look.desk().bindings().stream()
                        .flatMap(binding -> bound(binding).stream())
                        .toList(),
                List.of());
        return look.withLanes(lanes).withDesk(desk).withKits(List.of()).withSnapshots(Snapshots.EMPTY);
    }

    /**
     * A use that is being opened, or the look itself where there is none.
     *
     * @param end the opened lane that ends as the kit's own lane does, or null where the use is not the last step of its lane
     */
    private record Scope(String prefix, Kit kit, Step use, String end, Scope outer) {
        /** What its chance begins with, beside that of the step. */
        String luck() {
            if (kit == null) return "";
            double seed = number(use, Kit.SEED, 0);
            return outer.luck() + (seed == 0 ? "" : "~" + Limits.plain(seed));
        }

        /** How fast its time runs against that of the look. */
        double speed() {
            return kit == null ? 1 : outer.speed() * number(use, Kit.SPEED, 1);
        }

        /** Seconds that its time is ahead of that of the look. */
        double ahead() {
            return kit == null ? 0 : outer.ahead() + number(use, Kit.AHEAD, 0);
        }

        int depth() {
            return kit == null ? 0 : 1 + outer.depth();
        }
    }

    private static double number(Step step, String setting, double otherwise) {
        return step.settings().get(setting) instanceof Value.Num n ? n.number() : otherwise;
    }

    private void lane(Lane lane, Scope scope) {
        List<Step> into = new ArrayList<>();
        for (Step step : lane.steps()) {
            boolean last = step == lane.steps().getLast();
            step(step, scope, last ? scope.prefix + lane.id() : null, false, scope, into);
        }
        Clock clock = new Clock(
                Math.min(16, lane.clock().factor() * scope.speed()),
                lane(lane.clock().push(), scope),
                lane(lane.clock().restart(), scope),
                Math.clamp(lane.clock().ahead() + scope.ahead(), -Clock.FAR, Clock.FAR));
        lanes.add(new Lane(scope.prefix + lane.id(), lane.name(), clock, into));
        if (lanes.size() > Limits.OPENED)
            throw new Refused("The look has over " + Limits.OPENED + " lanes with those of its kits.");
    }

    /**
     * Opens a step into a lane.
     *
     * @param end the opened lane that ends with it, or null
     * @param passed whether it is passed over with the use that it stands in
     * @param clock whose time the lane goes by
     */
    private void step(Step step, Scope scope, String end, boolean passed, Scope clock, List<Step> into) {
        Step now = moved(step, scope);
        if (scope.kit != null) now = knobs.turned(now, step.id(), scope.kit, scope.use);
        if (passed) now = now.withBypass(true);
        Kit kit = look.kitOf(step);
        if (scope.kit != null) hand(step.id() + " ", new Hand(now.id(), "", null, null));
        if (kit == null) {
            into.add(timed(now, scope, clock));
            if (++steps > 4 * Limits.OPENED)
                throw new Refused("The look has over " + 4 * Limits.OPENED + " steps with those of its kits.");
            return;
        }
        Scope within = new Scope(now.id() + "/", kit, now, end, scope);
        if (within.depth() > DEEPEST)
            throw new Refused(
                    "Kits stand in one another more than " + DEEPEST + " deep, the last '" + kit.name() + "'.");
        for (Kit.Knob knob : kit.knobs())
            for (Kit.Target target : knob.targets())
                hand(
                        now.id() + " " + knob.id(),
                        new Hand(within.prefix + target.step(), target.setting(), knob, target));
        for (Lane lane : look.lanesIn(kit.id())) if (!lane.id().equals(kit.lane())) lane(lane, within);
        Lane main = look.lane(kit.lane()).orElseThrow();
        Description from = ownTime(kit, now, into);
        if (from == null) {
            for (Step each : main.steps())
                step(each, within, each == main.steps().getLast() ? end : null, now.bypassed(), clock, into);
            return;
        }
        // What begins a lane with a time of its own is a lane by itself: lanes can be pushed and restarted.
        lane(main, within);
        into.add(Step.of(within.prefix + "end", from.id())
                .withRead(from.reads().getFirst().name(), within.prefix + main.id())
                .withBypass(now.bypassed()));
    }

    /** A step of a scope that stands in a lane which goes by the time of one around it. */
    private static Step timed(Step step, Scope scope, Scope clock) {
        double speed = 1;
        double ahead = 0;
        for (Scope within = scope; within != clock; within = within.outer) {
            speed *= number(within.use, Kit.SPEED, 1);
            ahead += number(within.use, Kit.AHEAD, 0);
        }
        return speed == 1 && ahead == 0 ? step : step.withTime(Math.min(16, speed), ahead);
    }

    /** The step that reads the kit's lane where its use has a time of its own and begins a lane; else null. */
    private Description ownTime(Kit kit, Step use, List<Step> into) {
        boolean own = number(use, Kit.SPEED, 1) != 1 || number(use, Kit.AHEAD, 0) != 0;
        if (!own || !into.isEmpty()) return null;
        Description face = catalogue.of(look, use.withId("use"));
        return face.takes() != null ? null : catalogue.find(face.gives().id() + "-from");
    }

    /** A step as it stands in a scope: its id and all that it goes by. */
    private Step moved(Step step, Scope scope) {
        Step now = new Going(look, catalogue, read -> read(read, scope), lane -> lane(lane, scope)).step(step);
        if (scope.kit == null) return now;
        return now.withId(scope.prefix + step.id()).withChance(step.luck() + scope.luck());
    }

    /** The opened lane that a name in a scope means, or null where there is none. */
    private String lane(String id, Scope scope) {
        if (id == null || scope.kit == null) return id;
        int slash = id.indexOf('/');
        if (slash >= 0) return isIn(id.substring(0, slash), scope.kit) ? scope.prefix + id : lane(id, scope.outer);
        Lane lane = look.lane(id).orElse(null);
        if (lane != null && scope.kit.id().equals(lane.kit()))
            return id.equals(scope.kit.lane()) ? scope.end : scope.prefix + id;
        if (!input(id, scope.kit)) return lane(id, scope.outer);
        String read = scope.use.reads().get(id);
        return read == null || ReadSource.of(read).lane() == null ? null : read;
    }

    private static boolean input(String id, Kit kit) {
        return kit.inputs().stream().anyMatch(input -> input.id().equals(id));
    }

    private boolean isIn(String step, Kit kit) {
        return look.laneOf(step).map(lane -> kit.id().equals(lane.kit())).orElse(false);
    }

    private String read(String read, Scope scope) {
        ReadSource source = ReadSource.of(read);
        if (source.lane() != null) {
            if (scope.kit == null) return read;
            if (input(read, scope.kit)) return scope.use.reads().get(read);
            if (!read.equals(scope.kit.lane())) return lane(read, scope);
            List<Step> main = look.lane(read).orElseThrow().steps();
            return main.isEmpty() ? null : ReadSource.behind(end(main.getLast(), scope.prefix), null);
        }
        String id = source.step();
        Scope at = scope;
        String first = id.contains("/") ? id.substring(0, id.indexOf('/')) : id;
        while (at.kit != null && !isIn(first, at.kit)) at = at.outer;
        Step step = look.step(id).orElse(null);
        if (step == null) return read;
        String path = id.substring(0, id.length() - step.id().length());
        return ReadSource.behind(end(step, at.prefix + path), source.beside());
    }

    /** The opened step that leaves what a step leaves: of a use the last within. */
    private String end(Step step, String prefix) {
        Kit kit = look.kitOf(step);
        if (kit == null) return prefix + step.id();
        List<Step> main = look.lane(kit.lane()).orElseThrow().steps();
        return main.isEmpty() ? prefix + step.id() : end(main.getLast(), prefix + step.id() + "/");
    }

    private void hand(String of, Hand hand) {
        hands.computeIfAbsent(of, key -> new ArrayList<>()).add(hand);
    }

    /** What a binding comes to: on a knob all that it turns, on a step within kits that step in every use. */
    private List<Binding> bound(Binding binding) {
        List<Binding> all = new ArrayList<>();
        bound(binding, binding.of(), binding.setting(), binding.low(), binding.high(), false, 0, all);
        if (all.size() == 1 && all.getFirst().of().equals(binding.of())) return List.of(binding);
        return all;
    }

    /** {@code bent} where a hand goes through a formula from here on, so that its ends stay as they are. */
    private void bound(
            Binding b,
            String of,
            String setting,
            double low,
            double high,
            boolean bent,
            int depth,
            List<Binding> into) {
        List<Hand> knob = hands.get(of + " " + setting);
        List<Hand> within = hands.get(of + " ");
        if (depth > DEEPEST || into.size() >= Desk.BINDINGS) return;
        if (knob != null) {
            for (Hand hand : knob) {
                Through through = new Through(KitFace.range(hand.knob, knobs.first(hand.knob)), hand.target);
                boolean stays = bent || through.bends();
                bound(
                        b,
                        hand.step,
                        hand.setting,
                        stays ? low : through.number(low),
                        stays ? high : through.number(high),
                        stays,
                        depth + 1,
                        into);
            }
        } else if (within != null && depth == 0) {
            for (Hand hand : within) bound(b, hand.step, setting, low, high, bent, 1, into);
        } else {
            String id = into.isEmpty() ? b.id() : b.id() + "/" + into.size();
            into.add(new Binding(
                    id,
                    b.control(),
                    of,
                    setting,
                    b.inLow(),
                    b.inHigh(),
                    low,
                    high,
                    b.bend(),
                    b.ease(),
                    b.mode(),
                    b.pickUp()));
        }
    }
}
