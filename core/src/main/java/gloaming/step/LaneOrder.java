package gloaming.step;

import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Refused;
import gloaming.look.Step;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Puts lanes in order, each behind all that it depends on. */
final class LaneOrder {
    private final Map<String, Lane> byId = new LinkedHashMap<>();
    private final Set<String> done = new HashSet<>();
    private final List<Lane> order = new ArrayList<>();

    private final Catalogue catalogue;
    private final Look look;

    LaneOrder(Catalogue catalogue, Look look) {
        this.catalogue = catalogue;
        this.look = look;
        for (Lane lane : look.lanes()) byId.put(lane.id(), lane);
    }

    /** These lanes, and all on which they depend; {@link Refused} for a cycle that is not broken by a read of the frame before. */
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
