package gloaming.web.live;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class MonitorPaceTest {
    private static final long FRAME = 1_000_000_000L / 30;

    /** How many of so many frames are asked for, by a courier that comes round with each. */
    private static int asked(MonitorPace pace, long from, int frames, double load) {
        int asked = 0;
        for (int i = 0; i < frames; i++) if (pace.due((from + i) * FRAME, load, 30)) asked++;
        return asked;
    }

    @Test
    void whoHasTimeGivesEveryFrameAndWhoHasNoneEverySecond() {
        MonitorPace pace = new MonitorPace();
        assertThat(asked(pace, 0, 60, 0.5)).isEqualTo(60);
        assertThat(asked(pace, 60, 60, 0.95)).isBetween(29, 31);
        // Nearly as busy still, so that it does not go to and fro.
        assertThat(asked(pace, 120, 60, 0.8)).isBetween(29, 31);
        assertThat(asked(pace, 180, 60, 0.6)).isGreaterThanOrEqualTo(59);
        assertThat(asked(pace, 240, 60, 0.8)).isEqualTo(60);
    }

    @Test
    void previewsGiveWayAsMonitorsDo() {
        MonitorPace pace = new MonitorPace();
        assertThat(pace.gives(0.8)).isFalse();
        assertThat(pace.gives(0.9)).isTrue();
        assertThat(pace.gives(0.8)).as("nearly as busy still").isTrue();
        assertThat(pace.gives(0.6)).isFalse();
    }
}
