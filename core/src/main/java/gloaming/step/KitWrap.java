package gloaming.step;

import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Wraps lanes or steps of a look in a kit, unwraps a use of one, and parts a use from the others. No pixel is another for it. */
public final class KitWrap {
    private final Catalogue catalogue;
    private final Rules rules;

    public KitWrap(Catalogue catalogue) {
        this.catalogue = catalogue;
        rules = new Rules(catalogue);
    }

    /**
     * Wraps whole lanes, or steps that stand side by side in one lane; {@link Refused} with one sentence where that cannot be.
     *
     * <p>What they read from outside become the kit's inputs. Of several lanes the last that is read or shown from outside is the one that
     * the use stands for; others that are read from outside stay readable, as outputs.
     */
    public Edit wrap(Look look, Collection<String> lanes, Collection<String> steps, String name) {
        Wrapping wrapping = lanes.isEmpty() ? ofSteps(look, steps) : ofLanes(look, lanes);
        Look wrapped = wrapping.wrapped(name.isBlank() ? freeName(look, "kit") : name.strip());
        rules.check(wrapped);
        return Edit.Rebuild.of(wrapped);
    }

    private static String freeName(Look look, String base) {
        for (int i = 1; ; i++) {
            String name = base + " " + i;
            if (look.kits().stream().noneMatch(kit -> kit.name().equals(name))) return name;
        }
    }

    private Wrapping ofSteps(Look look, Collection<String> ids) {
        Set<String> wanted = new LinkedHashSet<>(ids);
        if (wanted.isEmpty()) throw new Refused("Choose the steps or lanes that are to become one.");
        Lane host = look.laneOf(wanted.iterator().next())
                .orElseThrow(() -> new Refused("That step is not there any more."));
        List<Step> all = host.steps();
        int from = 0;
        while (from < all.size() && !wanted.contains(all.get(from).id())) from++;
        int to = from;
        while (to < all.size() && wanted.contains(all.get(to).id())) to++;
        if (to - from != wanted.size())
            throw new Refused("Steps can be wrapped that stand side by side in one lane; for more choose whole lanes.");
        return new Wrapping(look, host, from, to, Set.of());
    }

    private Wrapping ofLanes(Look look, Collection<String> ids) {
        List<Lane> chosen =
                look.lanes().stream().filter(lane -> ids.contains(lane.id())).toList();
        if (chosen.size() != new LinkedHashSet<>(ids).size()) throw new Refused("A lane is not there any more.");
        String home = chosen.getFirst().kit();
        for (Lane lane : chosen) {
            if (!java.util.Objects.equals(lane.kit(), home))
                throw new Refused("These lanes do not stand in one place, so they cannot be wrapped as one.");
            if (lane.steps().isEmpty()) throw new Refused("'" + lane.name() + "' has no steps yet.");
        }
        Lane host = chosen.getLast();
        for (Lane lane : chosen) if (shown(look, lane, ids)) host = lane;
        // What stands for the kit that they are in already has to go on to do so.
        for (Lane lane : chosen) for (Kit kit : look.kits()) if (kit.lane().equals(lane.id())) host = lane;
        Set<String> beside = new LinkedHashSet<>();
        for (Lane lane : chosen) if (lane != host) beside.add(lane.id());
        return new Wrapping(look, host, 0, host.steps().size(), beside);
    }

    private boolean shown(Look look, Lane lane, Collection<String> with) {
        if (look.mix().stream().anyMatch(layer -> layer.lane().equals(lane.id()))) return true;
        return look.lanes().stream()
                .filter(other -> !with.contains(other.id()))
                .flatMap(other -> other.steps().stream())
                .anyMatch(step -> step.reads().containsValue(lane.id()));
    }

    /** One wrapping: steps {@code from} to {@code to} of the host, and lanes beside. */
    private final class Wrapping {
        private final Look look;
        private final Lane host;
        private final int from;
        private final int to;
        private final Set<String> beside;
        private final Set<String> inside = new LinkedHashSet<>();
        private final String kit;
        private final String use;
        private final String main;
        private final boolean whole;
        private final Map<String, Kit.Input> inputs = new LinkedHashMap<>();
        private final Set<String> outputs = new LinkedHashSet<>();
        private long nextInput;

        Wrapping(Look look, Lane host, int from, int to, Set<String> beside) {
            this.look = look;
            this.host = host;
            this.from = from;
            this.to = to;
            this.beside = beside;
            kit = look.freshId("k");
            use = look.freshId("s");
            main = look.freshId("l");
            nextInput = Long.parseLong(look.freshId("i").substring(1));
            whole = to - from == host.steps().size();
            for (Step step : host.steps().subList(from, to)) inside.add(step.id());
            for (String lane : beside) look.lane(lane).orElseThrow().steps().forEach(step -> inside.add(step.id()));
        }

        Look wrapped(String name) {
            Going within = new Going(look, catalogue, this::readInside, this::laneInside);
            Going without = new Going(look, catalogue, this::readOutside, this::laneOutside);
            List<Lane> lanes = new ArrayList<>();
            int place = 0;
            for (Lane lane : look.lanes()) {
                if (beside.contains(lane.id())) {
                    lanes.add(new Lane(lane.id(), lane.name(), within.clock(lane.clock()), steps(lane, within), kit));
                } else if (lane == host) {
                    List<Step> wrapped = host.steps().subList(from, to).stream()
                            .map(within::step)
                            .toList();
                    lanes.add(new Lane(main, host.name(), Clock.SHOW, wrapped, kit));
                    place = lanes.size();
                    lanes.add(host);
                } else lanes.add(lane.withSteps(steps(lane, without)).withClock(without.clock(lane.clock())));
            }
            // The use itself reads what was read from outside, by its names outside.
            Step standing = Step.of(use, Kit.TYPE + kit);
            for (Map.Entry<String, Kit.Input> input : inputs.entrySet())
                standing = standing.withRead(input.getValue().id(), input.getKey());
            List<Step> left = new ArrayList<>();
            for (Step step : host.steps().subList(0, from)) left.add(without.step(step));
            left.add(standing);
            for (Step step : host.steps().subList(to, host.steps().size())) left.add(without.step(step));
            lanes.set(place, host.withSteps(left).withClock(without.clock(host.clock())));
            List<Layer> mix = look.mix().stream().map(without::layer).toList();
            List<Kit> kits = new ArrayList<>(look.kits());
            kits.replaceAll(k -> retargeted(k));
            kits.add(new Kit(kit, name, "", main, List.of(), List.copyOf(inputs.values()), List.copyOf(outputs)));
            return look.withLanes(lanes)
                    .withMix(mix)
                    .withClock(without.clock(look.clock()))
                    .withKits(kits);
        }

        private static List<Step> steps(Lane lane, Going going) {
            return lane.steps().stream().map(going::step).toList();
        }

        /** What was readable from outside an outer kit is so no more from there: its lanes went a step further in. */
        private Kit retargeted(Kit outer) {
            if (!outer.id().equals(host.kit())) return outer;
            List<String> left = outer.outputs().stream()
                    .filter(lane -> !beside.contains(lane))
                    .toList();
            return new Kit(outer.id(), outer.name(), outer.says(), outer.lane(), outer.knobs(), outer.inputs(), left);
        }

        private String readInside(String read) {
            ReadSource source = ReadSource.of(read);
            if (source.lane() == null) return inside.contains(first(source.step())) ? read : input(read);
            String own = own(source.lane());
            return own == null ? input(read) : own;
        }

        private String laneInside(String lane) {
            String own = own(lane);
            return own == null ? input(lane) : own;
        }

        /** What one of the wrapped lanes is called within, or null for another. */
        private String own(String lane) {
            if (whole && lane.equals(host.id())) return main;
            if (beside.contains(lane)) return lane;
            return lane.indexOf('/') >= 0 && inside.contains(first(lane)) ? lane : null;
        }

        private String input(String read) {
            // An input of the kit all of this stands in is one here too, and keeps its name.
            return inputs.computeIfAbsent(read, key -> new Kit.Input("i" + nextInput++, called(key)))
                    .id();
        }

        private String called(String read) {
            for (Kit outer : look.kits())
                for (Kit.Input input : outer.inputs()) if (input.id().equals(read)) return input.name();
            ReadSource source = ReadSource.of(read);
            if (source.step() == null)
                return look.lane(source.lane()).map(Lane::name).orElse("input");
            Step step = look.step(source.step()).orElse(null);
            if (step == null) return "input";
            Description description = catalogue.of(look, step);
            String name = step.label().isEmpty() ? description.name() : step.label();
            return source.beside() == null ? name : name + " " + source.beside();
        }

        private String readOutside(String read) {
            ReadSource source = ReadSource.of(read);
            if (source.lane() != null) return laneOutside(read);
            return inside.contains(first(source.step()))
                    ? ReadSource.behind(use + "/" + source.step(), source.beside())
                    : read;
        }

        private String laneOutside(String lane) {
            if (beside.contains(lane)) {
                outputs.add(lane);
                return use + "/" + lane;
            }
            return lane.indexOf('/') >= 0 && inside.contains(first(lane)) ? use + "/" + lane : lane;
        }
    }

    private static String first(String path) {
        int slash = path.indexOf('/');
        return slash < 0 ? path : path.substring(0, slash);
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
            boolean within1 = kit.id().equals(lane.kit());
            if (within1 && alone && lane.id().equals(kit.lane())) continue;
            if (within1 && alone) {
                lanes.add(side(lane, host, kit, use, now, within, knobs, seed, speed));
                continue;
            }
            if (lane != host) {
                lanes.add(lane.withSteps(Wrapping.steps(lane, without)).withClock(without.clock(lane.clock())));
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
            lanes.add(host.withSteps(steps).withClock(without.clock(host.clock())));
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
        Clock own = new Clock(Math.min(16, clock.factor() * speed), clock.push(), clock.restart());
        return new Lane(now.getOrDefault(lane.id(), lane.id()), lane.name(), own, steps, host.kit());
    }

    private static Step freed(
            Step step, Kit kit, Step use, Map<String, String> now, Going within, KnobTurning knobs, double seed) {
        Step own = knobs.turned(within.step(step), step.id(), kit, use);
        boolean luck = seed != 0 || now.containsKey(step.id());
        if (luck) own = own.withChance(step.luck() + (seed == 0 ? "" : "~" + Limits.plain(seed)));
        return own.withId(now.getOrDefault(step.id(), step.id()));
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
        String first = first(path);
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
            for (Step step : lane.steps())
                steps.add(step == use ? retyped(without.step(step), Kit.TYPE + fresh) : without.step(step));
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
                freeName(look, kit.name().replaceFirst(" \\d+$", "")),
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
        List<Kit.Target> targets = knob.targets().stream()
                .map(t -> new Kit.Target(now.get(t.step()), t.setting(), t.low(), t.high()))
                .toList();
        return new Kit.Knob(knob.id(), knob.name(), knob.says(), knob.min(), knob.max(), targets);
    }

    private static Step retyped(Step step, String type) {
        return new Step(
                step.id(),
                type,
                step.label(),
                step.bypassed(),
                step.settings(),
                step.follows(),
                step.reads(),
                step.formulas(),
                step.drafts(),
                step.chance());
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
