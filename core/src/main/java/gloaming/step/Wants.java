package gloaming.step;

import gloaming.flow.Kind;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.ReadSource;
import gloaming.look.Step;

/** What a step that comes into a look reads by itself. */
final class Wants {
    private final Catalogue catalogue;

    Wants(Catalogue catalogue) {
        this.catalogue = catalogue;
    }

    /**
     * Lets a step read what it plainly wants: what a step ahead of it hands out beside its picture, where it asks for that by name, and what
     * can come from one other lane alone. Pictures are not taken like that: one that is read leaves the mix.
     */
    Step given(Look look, Lane lane, int place, Step step) {
        Step now = step;
        for (Description.Input input : catalogue.of(look, step).reads()) {
            String from = input.takes().isEmpty() ? only(look, lane, input) : beside(look, lane, place, input);
            if (from != null) now = now.withRead(input.name(), from);
        }
        return now;
    }

    private String beside(Look look, Lane lane, int place, Description.Input input) {
        for (int i = Math.min(place, lane.steps().size()) - 1; i >= 0; i--) {
            Step ahead = lane.steps().get(i);
            Kind given = catalogue.of(look, ahead).gives(input.takes());
            if (given != null && input.kind().accepts(given)) return ReadSource.behind(ahead.id(), input.takes());
        }
        return null;
    }

    /** The one other lane that ends in what is wanted, or null where there is none, another one, or one that goes by this lane itself. */
    private String only(Look look, Lane lane, Description.Input input) {
        if (input.optional() || input.before() || input.kind().mixes()) return null;
        String found = null;
        for (Lane other : look.lanes()) {
            if (other.id().equals(lane.id()) || other.steps().isEmpty()) continue;
            if (!java.util.Objects.equals(other.kit(), lane.kit())) continue;
            Kind gives = catalogue.of(look, other.steps().getLast()).gives();
            if (!input.kind().accepts(gives)) continue;
            if (found != null) return null;
            found = other.id();
        }
        return found == null || goesBy(look, found, lane.id(), 0) ? null : found;
    }

    /** Whether a lane goes by another, directly or through others. */
    private boolean goesBy(Look look, String lane, String by, int depth) {
        if (lane.equals(by) || depth > look.lanes().size()) return true;
        Lane at = look.lane(lane).orElseThrow();
        for (Step step : at.steps()) {
            for (String read : step.reads().values()) {
                Lane from = ReadSource.of(read).in(look);
                if (from != null && from != at && goesBy(look, from.id(), by, depth + 1)) return true;
            }
            for (Follow follow : step.follows().values()) if (goesBy(look, follow.lane(), by, depth + 1)) return true;
            for (String spoken : Formulas.lanes(step, catalogue.of(look, step)))
                if (look.lane(spoken).isPresent() && goesBy(look, spoken, by, depth + 1)) return true;
        }
        return at.clock().push() != null && goesBy(look, at.clock().push(), by, depth + 1)
                || at.clock().restart() != null && goesBy(look, at.clock().restart(), by, depth + 1);
    }
}
