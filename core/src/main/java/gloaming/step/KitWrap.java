package gloaming.step;

import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Refused;
import gloaming.look.Step;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Wraps lanes or steps of a look in a kit. No pixel is another for it. */
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

    static String freeName(Look look, String base) {
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
                    lanes.add(new Lane(lane.id(), lane.name(), within.clock(lane.clock()), going(lane, within), kit));
                } else if (lane == host) {
                    List<Step> wrapped = host.steps().subList(from, to).stream()
                            .map(within::step)
                            .toList();
                    lanes.add(new Lane(main, host.name(), Clock.SHOW, wrapped, kit));
                    place = lanes.size();
                    lanes.add(host);
                } else lanes.add(lane.withSteps(going(lane, without)).withClock(without.clock(lane.clock())));
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

        /** What was readable from outside an outer kit is so no more from there: its lanes went a step further in. */
        private Kit retargeted(Kit outer) {
            if (!outer.id().equals(host.kit())) return outer;
            List<String> left = outer.outputs().stream()
                    .filter(lane -> !beside.contains(lane))
                    .toList();
            return new Kit(
                    outer.id(),
                    outer.name(),
                    outer.says(),
                    outer.lane(),
                    outer.knobs(),
                    outer.inputs(),
                    left,
                    outer.kept());
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

    /** The steps of a lane with what they go by now. */
    static List<Step> going(Lane lane, Going going) {
        return lane.steps().stream().map(going::step).toList();
    }

    /** The first part of a path: a step of the document. */
    static String first(String path) {
        int slash = path.indexOf('/');
        return slash < 0 ? path : path.substring(0, slash);
    }
}
