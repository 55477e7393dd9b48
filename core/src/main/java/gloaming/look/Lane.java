package gloaming.look;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;
import java.util.ArrayList;
import java.util.List;

/**
 * A chain of steps, read left to right like a sentence, with a name and a clock.
 *
 * @param kit the id of the kit it stands in, or null where it stands in the look itself
 */
public record Lane(
        String id,
        String name,
        Clock clock,
        List<Step> steps,
        @JsonInclude(JsonInclude.Include.NON_NULL) String kit) {
    @JsonCreator
    public Lane(
            @JsonProperty("id") String id,
            @JsonProperty("name") String name,
            @JsonProperty("clock") Clock clock,
            @JsonProperty("steps") List<Step> steps,
            @JsonProperty("kit") String kit) {
        Limits.id("A lane", id);
        this.id = id;
        this.name = Limits.name("The lane '" + id + "'", name);
        this.clock = clock == null ? Clock.SHOW : clock;
        this.steps = steps == null ? List.of() : List.copyOf(steps);
        this.kit = kit;
        long own = this.steps.stream().filter(step -> !Limits.within(step.id())).count();
        if (own > Limits.STEPS) throw new Refused("The lane '" + name + "' has over " + Limits.STEPS + " steps.");
        if (this.steps.size() > Limits.OPENED)
            throw new Refused("The lane '" + name + "' has over " + Limits.OPENED + " steps with those of its kits.");
    }

    /** A lane of the look itself. */
    public Lane(String id, String name, Clock clock, List<Step> steps) {
        this(id, name, clock, steps, null);
    }

    public Lane withName(String name) {
        return new Lane(id, name, clock, steps, kit);
    }

    public Lane withClock(Clock clock) {
        return new Lane(id, name, clock, steps, kit);
    }

    public Lane withSteps(List<Step> steps) {
        return new Lane(id, name, clock, steps, kit);
    }

    public Lane withId(String id) {
        return new Lane(id, name, clock, steps, kit);
    }

    /** The same in a kit, or with null in the look itself. */
    public Lane in(String kit) {
        return new Lane(id, name, clock, steps, kit);
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
