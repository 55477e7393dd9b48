package gloaming.look;

import java.util.ArrayList;
import java.util.List;

/** A chain of steps, read left to right like a sentence, with a name and a clock. */
public record Lane(String id, String name, Clock clock, List<Step> steps) {
    public Lane {
        Limits.id("A lane", id);
        name = Limits.name("The lane '" + id + "'", name);
        clock = clock == null ? Clock.SHOW : clock;
        steps = steps == null ? List.of() : List.copyOf(steps);
        if (steps.size() > Limits.STEPS) {
            throw new Refused("The lane '" + name + "' has over " + Limits.STEPS + " steps.");
        }
    }

    public Lane withName(String name) {
        return new Lane(id, name, clock, steps);
    }

    public Lane withClock(Clock clock) {
        return new Lane(id, name, clock, steps);
    }

    public Lane withSteps(List<Step> steps) {
        return new Lane(id, name, clock, steps);
    }

    Lane insert(int place, Step step) {
        List<Step> changed = new ArrayList<>(steps);
        changed.add(Math.clamp(place, 0, steps.size()), step);
        return withSteps(changed);
    }

    Lane without(String step) {
        return withSteps(steps.stream().filter(s -> !s.id().equals(step)).toList());
    }
}
