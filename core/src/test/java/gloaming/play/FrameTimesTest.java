package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;

class FrameTimesTest {
    @Test
    void quantilesOfWhatWasNotedBetweenTwoLooks() {
        FrameTimes times = new FrameTimes();
        for (int i = 0; i < 50; i++) times.note(500);
        int[] before = times.snapshot();
        assertThat(FrameTimes.quantile(before, before, 0.5)).isNaN();
        for (int i = 1; i <= 1_000; i++) times.note(i / 10.0);
        int[] after = times.snapshot();
        assertThat(FrameTimes.quantile(before, after, 0.5)).isCloseTo(50, within(50 * 0.05));
        assertThat(FrameTimes.quantile(before, after, 0.99)).isCloseTo(99, within(99 * 0.05));
        times.note(1e9);
        times.note(0);
        assertThat(FrameTimes.quantile(before, times.snapshot(), 1)).isGreaterThan(1_000);
    }
}
