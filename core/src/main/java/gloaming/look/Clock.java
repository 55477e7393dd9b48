package gloaming.look;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonInclude;
import com.fasterxml.jackson.annotation.JsonProperty;

/**
 * How the time of a lane, or of a whole look, runs.
 *
 * @param factor seconds of the lane in a second of the show: 1 is show time, 0 stands still; 0 to 16
 * @param push the id of a signal lane by which the time is pushed, or null: its value times the factor is how fast time runs, so it
 *     stands still where that is 0
 * @param restart the id of a signal lane that starts the time anew each time it rises through a half, or null
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Clock(double factor, String push, String restart) {
    public static final Clock SHOW = new Clock(1);

    @JsonCreator
    public Clock(
            @JsonProperty("factor") double factor,
            @JsonProperty("push") String push,
            @JsonProperty("restart") String restart) {
        Limits.within("A clock's factor", factor, 0, 16);
        this.factor = factor;
        this.push = push;
        this.restart = restart;
    }

    public Clock(double factor) {
        this(factor, null, null);
    }

    /** Whether this is the show's time and nothing else. */
    public boolean plain() {
        return factor == 1 && push == null && restart == null;
    }

    boolean reads(String lane) {
        return lane.equals(push) || lane.equals(restart);
    }

    Clock forget(String lane) {
        return new Clock(factor, lane.equals(push) ? null : push, lane.equals(restart) ? null : restart);
    }
}
