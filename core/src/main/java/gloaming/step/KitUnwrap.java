package gloaming.step;

import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Follow;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Unwraps a use of a kit, or gives it a kit of its own. No pixel is another for it. */
public final class KitUnwrap {
    private final Catalogue catalogue;
    private final Rules rules;

    public KitUnwrap(Catalogue catalogue) {
        this.catalogue = catalogue;
        rules = new Rules(catalogue);
    }

    /** Puts the lanes of a use in its place: those of the kit themselves where it was the only one, else copies of them. */
    public Edit unwrap(Look look, String use) {
        Look unwrapped = unwrapped(look, use);
        rules.check(unwrapped);
        return Edit.Rebuild.of(unwrapped);
    }

    private Look unwrapped(Look look, String id) {
        Step use = look.step(id).orElseThrow(() -> new Refused("That step is not there any more."));
        Kit kit = look.kitOf(use);
        if (kit == null) throw new Refused("That step is no kit, so there is nothing to unwrap.");
        Lane host = look.laneOf(id).orElseThrow();
        boolean alone = look.steps().filter(s -> s.type().equals(kit.type())).count() == 1;
        Map<String, String> now = alone ? Map.of() : copies(look, kit);
        List<Step> main = look.lane(kit.lane()).orElseThrow().steps();
        boolean last = host.steps().getLast().id().equals(id);
        Step end = main.isEmpty() ? null : main.getLast();
        String ends = end == null ? null : now.getOrDefault(end.id(), end.id());
        double seed = number(use, Kit.SEED, 0);
        double speed = number(use, Kit.SPEED, 1);
        Going within =
                new Going(look, catalogue, read -> inside(read, kit, use, now, last ? host.id() : null, ends), lane -> {
                    String read = inside(lane, kit, use, now, last ? host.id() : null, null);
                    return read == null || ReadSource.of(read).lane() == null ? null : read;
                });
        Going without =
                new Going(look, catalogue, read -> outside(read, id, now, ends), lane -> outside(lane, id, now, ends));
        KnobTurning knobs = new KnobTurning(look, catalogue);
        List<Step> freed = new ArrayList<>();
        for (Step step : main) {
            Step own = freed(step, kit, use, now, within, knobs, seed);
            freed.add(use.bypassed() ? own.withBypass(true) : own);
        }
        List<Lane> lanes = new ArrayList<>();
        for (Lane lane : look.lanes()) {
            boolean itsOwn = kit.id().equals(lane.kit());
            if (itsOwn && alone && lane.id().equals(kit.lane())) continue;
            if (itsOwn && alone) {
                lanes.add(side(lane, host, kit, use, now, within, knobs, seed, speed));
                continue;
            }
            if (lane != host) {
                lanes.add(lane.withSteps(KitWrap.going(lane, without)).withClock(without.clock(lane.clock())));
                continue;
            }
            if (!alone)
                for (Lane each : look.lanesIn(kit.id()))
                    if (!each.id().equals(kit.lane()))
                        lanes.add(side(each, host, kit, use, now, within, knobs, seed, speed));
            List<Step> steps = new ArrayList<>();
            for (Step step : host.steps()) {
                if (step == use) steps.addAll(freed);
                else steps.add(without.step(step));
            }
            Clock clock = without.clock(host.clock());
            // Alone in its lane it had all of the lane's time for its own.
            if (host.steps().size() == 1)
                clock = new Clock(
                        Math.min(16, clock.factor() * speed),
                        clock.push(),
                        clock.restart(),
                        Math.clamp(clock.ahead() + number(use, Kit.AHEAD, 0), -Clock.FAR, Clock.FAR));
            lanes.add(host.withSteps(steps).withClock(clock));
        }
        Look unwrapped = look.withLanes(lanes)
                .withMix(look.mix().stream().map(without::layer).toList())
                .withClock(without.clock(look.clock()));
        return alone
                ? unwrapped.withKits(look.kits().stream().filter(k -> k != kit).toList())
                : unwrapped;
    }

    private static Lane side(
            Lane lane,
            Lane host,
            Kit kit,
            Step use,
            Map<String, String> now,
            Going within,
            KnobTurning knobs,
            double seed,
            double speed) {
        List<Step> steps = lane.steps().stream()
                .map(step -> freed(step, kit, use, now, within, knobs, seed))
                .toList();
        Clock clock = within.clock(lane.clock());
        Clock own = new Clock(
                Math.min(16, clock.factor() * speed),
                clock.push(),
                clock.restart(),
                Math.clamp(clock.ahead() + number(use, Kit.AHEAD, 0), -Clock.FAR, Clock.FAR));
        return new Lane(now.getOrDefault(lane.id(), lane.id()), lane.name(), own, steps, host.kit());
    }

    private static Step freed(
            Step step, Kit kit, Step use, Map<String, String> now, Going within, KnobTurning knobs, double seed) {
        Step own = knobs.turned(within.step(step), step.id(), kit, use);
        own = unbent(own);
        boolean luck = seed != 0 || now.containsKey(step.id());
        if (luck) own = own.withChance(step.luck() + (seed == 0 ? "" : "~" + Limits.plain(seed)));
        return own.withId(now.getOrDefault(step.id(), step.id()));
    }

    /** What lanes and formulas drove through others is driven by one formula. */
    private static Step unbent(Step step) {
        Step now = step;
        for (var bend : step.opened().bends().entrySet()) {
            String name = bend.getKey();
            Follow follow = step.follows().get(name);
            String formula = step.formulas().get(name);
            if (formula == null && follow != null) formula = Through.followed(follow);
            if (formula != null)
                now = now.withFollow(name, null).withFormula(name, Through.chained(bend.getValue(), formula));
            now = now.withBend(name, null);
        }
        return now;
    }

    private static double number(Step step, String setting, double otherwise) {
        return step.settings().get(setting) instanceof Value.Num n ? n.number() : otherwise;
    }

    /** What something read within a kit is outside. */
    private String inside(String read, Kit kit, Step use, Map<String, String> now, String hostEnd, String ends) {
        ReadSource source = ReadSource.of(read);
        if (source.step() != null) return ReadSource.behind(renamed(source.step(), now), source.beside());
        String lane = source.lane();
        for (Kit.Input input : kit.inputs())
            if (input.id().equals(lane)) return use.reads().get(lane);
        if (!lane.equals(kit.lane())) return renamed(lane, now);
        return hostEnd != null ? hostEnd : ends == null ? null : ReadSource.behind(ends);
    }

    private static String renamed(String path, Map<String, String> now) {
        String first = KitWrap.first(path);
        return now.getOrDefault(first, first) + path.substring(first.length());
    }

    /** What was read of a use from outside is read of what stands there now. */
    private static String outside(String read, String use, Map<String, String> now, String ends) {
        ReadSource source = ReadSource.of(read);
        String path = source.lane() != null ? source.lane() : source.step();
        if (path.equals(use) && source.lane() == null)
            return ends == null ? null : ReadSource.behind(ends, source.beside());
        if (!path.startsWith(use + "/")) return read;
        String left = renamed(path.substring(use.length() + 1), now);
        return source.lane() != null ? left : ReadSource.behind(left, source.beside());
    }

    /** New ids for all that stands in a kit. */
    private static Map<String, String> copies(Look look, Kit kit) {
        Map<String, String> now = new HashMap<>();
        long lane = Long.parseLong(look.freshId("l").substring(1));
        long step = Long.parseLong(look.freshId("s").substring(1));
        for (Lane each : look.lanesIn(kit.id())) {
            now.put(each.id(), "l" + lane++);
            for (Step one : each.steps()) now.put(one.id(), "s" + step++);
        }
        return now;
    }

    /** Gives a use a kit of its own, the same as it was: what is changed within changes it alone from then on. */
    public Edit own(Look look, String id) {
        Step use = look.step(id).orElseThrow(() -> new Refused("That step is not there any more."));
        Kit kit = look.kitOf(use);
        if (kit == null) throw new Refused("That step is no kit.");
        Map<String, String> now = copies(look, kit);
        String fresh = look.freshId("k");
        Going within = new Going(look, catalogue, read -> renamedRead(read, now), lane -> renamed(lane, now));
        Going without = new Going(look, catalogue, read -> ofUse(read, id, now), lane -> ofUse(lane, id, now));
        List<Lane> lanes = new ArrayList<>();
        for (Lane lane : look.lanes()) {
            List<Step> steps = new ArrayList<>();
            for (Step step : lane.steps()) {
                Step parted = without.step(step);
                steps.add(step == use ? parted.withType(Kit.TYPE + fresh) : parted);
            }
            lanes.add(lane.withSteps(steps).withClock(without.clock(lane.clock())));
        }
        for (Lane lane : look.lanesIn(kit.id())) {
            List<Step> steps = lane.steps().stream()
                    .map(step -> within.step(step).withId(now.get(step.id())).withChance(step.luck()))
                    .toList();
            lanes.add(new Lane(now.get(lane.id()), lane.name(), within.clock(lane.clock()), steps, fresh));
        }
        List<Kit.Knob> knobs = kit.knobs().stream().map(k -> copied(k, now)).toList();
        List<Kit> kits = new ArrayList<>(look.kits());
        kits.add(new Kit(
                fresh,
                KitWrap.freeName(look, kit.name().replaceFirst(" \\d+$", "")),
                kit.says(),
                now.get(kit.lane()),
                knobs,
                kit.inputs(),
                kit.outputs().stream().map(now::get).toList()));
        Look parted = look.withLanes(lanes)
                .withMix(look.mix().stream().map(without::layer).toList())
                .withClock(without.clock(look.clock()))
                .withKits(kits);
        rules.check(parted);
        return Edit.Rebuild.of(parted);
    }

    private static Kit.Knob copied(Kit.Knob knob, Map<String, String> now) {
        List<Kit.Target> targets =
                knob.targets().stream().map(t -> t.withStep(now.get(t.step()))).toList();
        return knob.withTargets(targets);
    }

    private static String renamedRead(String read, Map<String, String> now) {
        ReadSource source = ReadSource.of(read);
        return source.lane() != null
                ? renamed(source.lane(), now)
                : ReadSource.behind(renamed(source.step(), now), source.beside());
    }

    private static String ofUse(String read, String use, Map<String, String> now) {
        ReadSource source = ReadSource.of(read);
        String path = source.lane() != null ? source.lane() : source.step();
        if (!path.startsWith(use + "/")) return read;
        String left = use + "/" + renamed(path.substring(use.length() + 1), now);
        return source.lane() != null ? left : ReadSource.behind(left, source.beside());
    }
}
