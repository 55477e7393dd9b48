package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class FrameProgressTest {
    private final FrameProgress progress = new FrameProgress();

    @Test
    void whatWasWorkedInFramesThatBeganNoStepIsNotWorkOfTheOneThatWaits() {
        long[] cpu = {0, 0};
        for (int frame = 1; frame <= 1_000; frame++) {
            assertThat(progress.wentOn(frame, 7, cpu)).isTrue();
            cpu[0] += 5_000_000;
        }
        // The machine lets it wait for long, and it works next to nothing.
        cpu[0] += 100_000;
        assertThat(progress.wentOn(1_000, 7, cpu)).isFalse();
        assertThat(progress.worked(cpu)).isEqualTo(5_100_000);
    }

    @Test
    void aFrameThatStandsAtAStepIsKnownByWhatItsThreadsWork() {
        long[] cpu = {50, 80};
        progress.wentOn(1, 1, cpu);
        assertThat(progress.wentOn(1, 2, cpu)).isTrue();
        cpu[1] += 900;
        assertThat(progress.wentOn(1, 2, cpu)).isFalse();
        assertThat(progress.worked(cpu)).isEqualTo(900);
        // Between two frames nothing stands.
        assertThat(progress.wentOn(0, 2, cpu)).isTrue();
        assertThat(progress.wentOn(0, 2, cpu)).isTrue();
    }

    @Test
    void otherThreadsBeginAnew() {
        progress.wentOn(1, 1, new long[] {5_000, 0});
        progress.another();
        assertThat(progress.wentOn(1, 1, new long[] {0, 0})).isTrue();
        assertThat(progress.worked(new long[] {30, 0})).isEqualTo(30);
    }
}
