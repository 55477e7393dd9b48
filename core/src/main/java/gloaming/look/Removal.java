package gloaming.look;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** What becomes of a look when a part of it goes: whatever went by that part lets go of it. */
final class Removal {
    private Removal() {}

    /** Without a step, and without what went by it. */
    static Look step(Look look, String id) {
        Look without = look.withLane(Edits.laneOf(look, id).id(), lane -> lane.without(id));
        Look unread = without.withLanes(without.lanes().stream()
                .map(lane -> lane.withSteps(
                        lane.steps().stream().map(step -> unread(step, id)).toList()))
                .toList());
        return letGo(look.kitOf(Edits.step(look, id)) == null ? unread : unused(unread, id));
    }

    /** Without a lane, and without what went by it. */
    static Look lane(Look look, String id) {
        Lane gone = Edits.lane(look, id);
        for (Kit kit : look.kits())
            if (kit.lane().equals(id))
                throw new Refused("'" + gone.name() + "' is what stands in the place of the kit '" + kit.name()
                        + "'; remove the kit's uses, or unwrap it.");
        Look left = look.withLanes(look.lanes().stream()
                        .filter(lane -> !lane.id().equals(id))
                        .map(lane -> lane.withClock(lane.clock().forget(id))
                                .withSteps(lane.steps().stream()
                                        .map(step -> forget(step, gone))
                                        .toList()))
                        .toList())
                .withMix(look.mix().stream()
                        .filter(layer -> !layer.lane().equals(id))
                        .map(layer -> forget(layer, id))
                        .toList())
                .withClock(look.clock().forget(id));
        for (Step step : gone.steps()) if (look.kitOf(step) != null) left = unused(left, step.id());
        return letGo(left);
    }

    /** Without all that goes by lanes within a use of a kit that is gone. */
    private static Look unused(Look look, String use) {
        String path = use + "/";
        List<Lane> lanes = new ArrayList<>();
        for (Lane lane : look.lanes()) {
            List<Step> steps = new ArrayList<>();
            for (Step step : lane.steps()) {
                Step left = step;
                for (var read : step.reads().entrySet())
                    if (ReadSource.of(read.getValue()).within(use)) left = left.withRead(read.getKey(), null);
                for (var follow : step.follows().entrySet())
                    if (follow.getValue().lane().startsWith(path)) left = left.withFollow(follow.getKey(), null);
                steps.add(left);
            }
            lanes.add(lane.withSteps(steps).withClock(unused(lane.clock(), path)));
        }
        List<Layer> mix = new ArrayList<>();
        for (Layer layer : look.mix()) {
            if (layer.lane().startsWith(path)) continue;
            Layer left = layer;
            if (layer.mask() != null && layer.mask().startsWith(path)) left = forget(left, layer.mask());
            if (layer.follow() != null && layer.follow().lane().startsWith(path))
                left = forget(left, layer.follow().lane());
            mix.add(left);
        }
        return look.withLanes(lanes).withMix(mix).withClock(unused(look.clock(), path));
    }

    private static Clock unused(Clock clock, String path) {
        Clock left = clock;
        for (String lane : new String[] {clock.push(), clock.restart()})
            if (lane != null && lane.startsWith(path)) left = left.forget(lane);
        return left;
    }

    /** Without the bindings, the places on the strip, and the knobs and outputs of kits, of what is not there any more. */
    static Look letGo(Look look) {
        Set<String> there = new HashSet<>();
        look.steps().forEach(step -> there.add(step.id()));
        look.mix().forEach(layer -> there.add(layer.id()));
        there.add(Binding.SHOW);
        Desk kept = look.desk().keeping((of, setting) -> there.contains(of));
        Look left = kept == look.desk() ? look : look.withDesk(kept);
        if (look.kits().isEmpty()) return left;
        look.lanes().forEach(lane -> there.add(lane.id()));
        List<Kit> kits = look.kits().stream().map(kit -> kit.keeping(there)).toList();
        return kits.equals(look.kits()) ? left : left.withKits(kits);
    }

    /** Without the reads that go with a step. */
    private static Step unread(Step step, String gone) {
        Step changed = step;
        for (var read : step.reads().entrySet()) {
            if (gone.equals(ReadSource.of(read.getValue()).step())) changed = changed.withRead(read.getKey(), null);
        }
        return changed;
    }

    private static Step forget(Step step, Lane gone) {
        String lane = gone.id();
        Step changed = step;
        for (var read : step.reads().entrySet()) {
            if (ReadSource.of(read.getValue()).goesWith(gone)) changed = changed.withRead(read.getKey(), null);
        }
        for (var follow : step.follows().entrySet()) {
            if (follow.getValue().lane().equals(lane)) changed = changed.withFollow(follow.getKey(), null);
        }
        return changed;
    }

    private static Layer forget(Layer layer, String lane) {
        String mask = lane.equals(layer.mask()) ? null : layer.mask();
        Follow follow = layer.follow() != null && layer.follow().lane().equals(lane) ? null : layer.follow();
        return new Layer(
                layer.id(),
                layer.lane(),
                layer.blend(),
                layer.opacity(),
                layer.hidden(),
                mask,
                follow,
                layer.formula());
    }

    /** What brings a lane back, with all that went by it. */
    static Edit restore(Look before, Lane gone) {
        List<Edit> back = new ArrayList<>();
        back.add(new Edit.AddLane(before.lanes().indexOf(gone), gone));
        for (Lane lane : before.lanes()) {
            if (lane == gone) continue;
            if (lane.clock().reads(gone.id())) back.add(new Edit.SetClock(lane.id(), lane.clock()));
            for (Step step : lane.steps()) {
                step.reads().forEach((read, id) -> {
                    if (ReadSource.of(id).goesWith(gone)) back.add(new Edit.SetRead(step.id(), read, id));
                });
                step.follows().forEach((setting, follow) -> {
                    if (follow.lane().equals(gone.id())) back.add(new Edit.SetFollow(step.id(), setting, follow));
                });
            }
        }
        for (int i = 0; i < before.mix().size(); i++) {
            Layer layer = before.mix().get(i);
            if (layer.lane().equals(gone.id())) back.add(new Edit.AddLayer(i, layer));
            else if (forget(layer, gone.id()).equals(layer)) continue;
            else back.add(new Edit.ChangeLayer(layer));
        }
        if (before.clock().reads(gone.id())) back.add(new Edit.SetLookClock(before.clock()));
        return new Edit.Several(back);
    }
}
