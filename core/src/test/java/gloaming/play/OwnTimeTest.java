package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.look.Opened;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** The time of a step that runs at a speed of its own in a lane of another. */
class OwnTimeTest {
    private static final double TEMPO = 120;
    private static final double DT = 1 / 30.0;

    private final LaneRun lane = new LaneRun(new Lane("l1", "race", Clock.SHOW, List.of()));
    private final OwnTime own = new OwnTime();

    OwnTimeTest() {
        lane.time = 4;
        lane.beat = 8;
    }

    private static Opened at(double speed, double ahead) {
        return new Opened(Map.of(), speed, ahead);
    }

    /** Frames of the lane at half the show's speed; gives where the step was when the last of them began. */
    private double frames(int n, Opened opened) {
        double began = Double.NaN;
        for (int i = 0; i < n; i++) {
            lane.dt = DT / 2;
            own.go(lane, opened, TEMPO);
            began = own.time;
            own.time += own.dt;
            lane.time += lane.dt;
            lane.beat += lane.dt * TEMPO / 60;
        }
        return began;
    }

    @Test
    void itIsWhereItsSpeedBringsTheLanesTimeAndBeat() {
        double began = frames(31, at(3, 0));
        assertThat(began).isCloseTo(3 * (lane.time - lane.dt), within(1e-9));
        assertThat(own.dt).isCloseTo(3 * DT / 2, within(1e-12));
        assertThat(own.beat).isCloseTo(3 * (lane.beat - lane.dt * TEMPO / 60), within(1e-9));
    }

    @Test
    void itDoesNotLeapWhenTheSpeedIsTurned() {
        double before = frames(10, at(3, 0));
        double after = frames(1, at(0.5, 0));
        assertThat(after - before).isCloseTo(3 * DT / 2, within(1e-12));
        assertThat(frames(1, at(0.5, 0)) - after).isCloseTo(0.5 * DT / 2, within(1e-12));
        double stands = frames(1, at(0, 0));
        assertThat(frames(5, at(0, 0))).isEqualTo(frames(1, at(0, 0))).isEqualTo(stands + 0);
        assertThat(own.dt).isZero();
    }

    @Test
    void aheadItGoesByOneLongFrameAndBackwardsAtOnce() {
        frames(1, at(1, 0));
        double before = frames(1, at(1, 0));
        frames(1, at(1, 5));
        assertThat(own.dt).isCloseTo(5 + DT / 2, within(1e-12));
        assertThat(frames(1, at(1, 5)) - before).isCloseTo(5 + DT, within(1e-9));
        double there = own.time;
        double back = frames(1, at(1, -1));
        assertThat(back).isCloseTo(there - 6, within(1e-9));
        assertThat(own.dt).as("what adds time up is not taken back").isCloseTo(DT / 2, within(1e-12));
    }

    @Test
    void aHaltOfTheLaneIsOneAtItsOwnSpeed() {
        double before = frames(10, at(3, 0));
        lane.halt = 4;
        lane.time += 4;
        assertThat(frames(1, at(3, 0)) - before).isCloseTo(3 * (4 + DT / 2), within(1e-9));
        assertThat(own.dt).as("what adds time up does not leap").isCloseTo(3 * DT / 2, within(1e-12));
    }

    @Test
    void itBeginsAnewWithItsLane() {
        frames(20, at(2, 3));
        lane.time = lane.beat = 0;
        own.restart();
        lane.dt = DT;
        own.go(lane, at(2, 0), TEMPO);
        assertThat(own.time).isZero();
        assertThat(own.beat).isZero();
        assertThat(own.dt).isCloseTo(2 * DT, within(1e-12));
    }
}
