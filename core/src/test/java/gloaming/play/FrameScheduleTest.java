package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;

/** When frames are due, by a clock that the test turns. */
class FrameScheduleTest {
    private static final double RATE = 25;
    /** Nanoseconds between two frames of the look. */
    private static final long FRAME = 40_000_000;

    private final FrameSchedule schedule = new FrameSchedule(0);

    /** The next frame, made as soon as it is due and {@code late} behind that; when it is begun. */
    private long frame(long now, long late, boolean atOnce) {
        schedule.next(1, RATE, atOnce, now);
        return Math.max(now, now + schedule.left(now)) + late;
    }

    @Test
    void framesInTimeAreAsFarApartAsTheRateSaysAndDoNotDrift() {
        long now = 0;
        for (int i = 1; i <= 1000; i++) {
            // Each is late by a third of its time, which is none of the next one's.
            now = frame(now, FRAME / 3, false);
            assertThat(schedule.begin(now)).isEqualTo(1);
            schedule.over(false);
            assertThat(now).isEqualTo(i * FRAME + FRAME / 3);
        }
    }

    @Test
    void aFrameThatComesLateStandsForThoseThatWereMissedAndTheNextIsWhereItWouldHaveBeen() {
        long now = frame(0, 2 * FRAME + FRAME / 2, false);
        assertThat(schedule.begin(now)).isEqualTo(3);
        assertThat(schedule.halt()).isZero();
        schedule.over(false);
        schedule.next(1, RATE, false, now);
        assertThat(now + schedule.left(now)).isEqualTo(4 * FRAME);
    }

    @Test
    void motionLeapsByEightFramesAtMostAndTimeByAllThatWentBy() {
        long now = frame(0, 99 * FRAME + FRAME / 2, false);
        assertThat(schedule.begin(now)).isEqualTo(8);
        assertThat(schedule.halt()).isCloseTo(92 / RATE, within(1e-12));
    }

    @Test
    void whateverIsLateTheFramesAndTheHaltsTogetherAreTheTimeThatWentBy() {
        Random random = new Random(7);
        long now = 0;
        double seconds = 0;
        for (int i = 0; i < 5_000; i++) {
            now = frame(now, random.nextInt(10) == 0 ? random.nextLong(40 * FRAME) : random.nextLong(FRAME), false);
            seconds += schedule.begin(now) / RATE + schedule.halt();
            schedule.over(random.nextInt(20) == 0);
            assertThat(seconds).isCloseTo(now / 1e9, within(2 / RATE + 1e-6));
        }
    }

    @Test
    void whoComesOnAirMakesAPictureAtOnceAndPassesOneFrameOverBehindACut() {
        long now = 1_234_567_890;
        schedule.next(1, RATE, true, now);
        assertThat(schedule.left(now)).isZero();
        assertThat(schedule.begin(now)).isEqualTo(1);
        schedule.over(true);

        schedule.next(1, RATE, false, now);
        assertThat(schedule.left(now)).isEqualTo(2 * FRAME);
        assertThat(schedule.begin(now + 2 * FRAME)).as("frames of the look").isEqualTo(2);
        schedule.over(false);

        schedule.next(1, RATE, false, now + 2 * FRAME);
        assertThat(schedule.left(now + 2 * FRAME)).isEqualTo(FRAME);
        assertThat(schedule.begin(now + 3 * FRAME)).isEqualTo(1);
    }

    @Test
    void framesThatAreMadeTogetherAreSoMuchFurtherApart() {
        schedule.next(6, RATE, false, 0);
        assertThat(schedule.left(0)).isEqualTo(6 * FRAME);
        assertThat(schedule.begin(6 * FRAME)).isEqualTo(6);
        schedule.over(false);
        schedule.next(6, RATE, false, 6 * FRAME);
        assertThat(schedule.begin(18 * FRAME + 1))
                .as("twelve are due, and eight are the most")
                .isEqualTo(8);
        assertThat(schedule.halt()).isCloseTo(4 / RATE, within(1e-12));
    }

    @Test
    void whileNothingPlaysNothingIsMissed() {
        schedule.idle(1_000 * FRAME);
        long now = frame(1_000 * FRAME, 0, false);
        assertThat(now).isEqualTo(1_001 * FRAME);
        assertThat(schedule.begin(now)).isEqualTo(1);
    }
}
