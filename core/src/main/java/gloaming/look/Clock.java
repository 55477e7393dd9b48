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
 * @param ahead seconds that it is ahead of the show, below 0 behind, of its own time; -3,600 to 3,600
 */
@JsonInclude(JsonInclude.Include.NON_NULL)
public record Clock(
        double factor,
        String push,
        String restart,
        @JsonInclude(JsonInclude.Include.NON_DEFAULT) double ahead) {
    public static final Clock SHOW = new Clock(1);
    /** Seconds that a lane can be ahead or behind. */
    public static final double FAR = 3_600;

    @JsonCreator
    public Clock(
            @JsonProperty("factor") double factor,
            @JsonProperty("push") String push,
            @JsonProperty("restart") String restart,
            @JsonProperty("ahead") double ahead) {
        Limits.within("A clock's factor", factor, 0, 16);
        Limits.within("The time ahead", ahead, -FAR, FAR);
        this.factor = factor;
        this.push = push;
        this.restart = restart;
        this.ahead = ahead;
    }

    public Clock(double factor, String push, String restart) {
        this(factor, push, restart, 0);
    }

    public Clock(double factor) {
        this(factor, null, null, 0);
    }

    /** Whether this is the show's time and nothing else. */
    public boolean plain() {
        return factor == 1 && push == null && restart == null && ahead == 0;
    }

    boolean reads(String lane) {
        return lane.equals(push) || lane.equals(restart);
    }

    Clock forget(String lane) {
        return new Clock(factor, lane.equals(push) ? null : push, lane.equals(restart) ? null : restart, ahead);
    }
}
