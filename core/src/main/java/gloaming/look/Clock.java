package gloaming.look;

import com.fasterxml.jackson.annotation.JsonInclude;

/**
 * How a lane's time runs.
 *
 * @param factor seconds of the lane in a second of the show: 1 is show time, 0 stands still; 0 to 16
 */
@JsonInclude(JsonInclude.Include.ALWAYS)
public record Clock(double factor) {
    public static final Clock SHOW = new Clock(1);

    public Clock {
        Limits.within("A clock's factor", factor, 0, 16);
    }
}
