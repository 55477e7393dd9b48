package gloaming.play;

import gloaming.look.Opened;

/**
 * The time of a step within a kit whose use has one of its own: that of the lane it stands in, at another speed and ahead of it.
 *
 * <p>It goes on as a lane's does ({@link LaneClocks}), so that nothing leaps when the speed is turned. Once a step has one it keeps it.
 */
final class OwnTime {
    double time = Double.NaN;
    double dt;
    double beat;
    /** Seconds ahead that are in its time already. */
    private double shift;
    /** The lane's beat at the frame before. */
    private double laneBeat;

    /** Lets it be where this frame begins; the lane's own clock has gone on. */
    void go(LaneRun lane, Opened opened, double tempo) {
        if (Double.isNaN(time)) {
            time = lane.time * opened.speed();
            beat = lane.beat * opened.speed();
            laneBeat = lane.beat;
        } else time += lane.halt * opened.speed();
        double further = opened.ahead() - shift;
        shift = opened.ahead();
        dt = lane.dt * opened.speed() + Math.max(0, further);
        if (further < 0) {
            time += further;
            beat += further * tempo / 60;
        }
        if (lane.dt > 0) beat += (lane.beat - laneBeat) * dt / lane.dt;
        laneBeat = lane.beat;
    }

    /** The lane begins anew. */
    void restart() {
        time = beat = shift = laneBeat = 0;
    }
}
