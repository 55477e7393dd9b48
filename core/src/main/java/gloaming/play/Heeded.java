package gloaming.play;

import java.util.List;
import java.util.Objects;

/** The number of one lane, which somebody waits for, as of each frame. */
final class Heeded {
    private volatile String lane;
    private volatile double number = Double.NaN;

    /** From now on it is told of the lane of this name; null is none. */
    void lane(String name) {
        if (Objects.equals(name, lane)) return;
        number = Double.NaN;
        lane = name;
    }

    /** What the lane gave in the last frame; not a number where there is none of that name, or it gives no signal. */
    double number() {
        return number;
    }

    boolean is(String name) {
        String heeded = lane;
        return heeded != null && heeded.equals(name);
    }

    /** A frame is over. */
    void take(List<LaneRun> lanes) {
        if (lane == null) return;
        double now = Double.NaN;
        for (int i = 0; i < lanes.size(); i++)
            if (lanes.get(i).needed && is(lanes.get(i).lane.name())) now = lanes.get(i).number;
        number = now;
    }
}
