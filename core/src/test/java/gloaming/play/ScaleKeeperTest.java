package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class ScaleKeeperTest {

    /** Feeds frames that cost as many pixels as they have, until nothing changes any more. */
    private static double settle(ScaleKeeper keeper, double fullMs, int frames) {
        for (int i = 0; i < frames; i++) keeper.saw(fullMs * keeper.scale() * keeper.scale(), 33.3, 0.0333);
        return keeper.scale();
    }

    @Test
    void itGoesDownUntilTheRateHoldsAndUpAgainWhenThereIsRoom() {
        ScaleKeeper keeper = new ScaleKeeper();
        assertThat(settle(keeper, 20, 300)).isEqualTo(1);
        assertThat(settle(keeper, 50, 300)).isEqualTo(0.75);
        assertThat(settle(keeper, 110, 300)).isEqualTo(0.5);
        assertThat(settle(keeper, 12, 3000)).isEqualTo(1);
    }

    @Test
    void aLightLookAfterAHeavyOneDoesNotWait() {
        ScaleKeeper keeper = new ScaleKeeper();
        settle(keeper, 20, 300);
        assertThat(settle(keeper, 400, 300)).isEqualTo(1 / 3.0);
        keeper.another();
        assertThat(settle(keeper, 4, 100)).isEqualTo(1);
        settle(keeper, 400, 60);
        // The same look, only that it has become light: ten seconds of rest, then a size a second.
        assertThat(settle(keeper, 4, 300)).isLessThan(1);
        assertThat(settle(keeper, 4, 150)).isEqualTo(1);
    }

    @Test
    void itDoesNotBreatheBetweenTwoSizes() {
        ScaleKeeper keeper = new ScaleKeeper();
        settle(keeper, 36, 100);
        double scale = keeper.scale();
        for (int i = 0; i < 3000; i++) {
            keeper.saw(36 * keeper.scale() * keeper.scale(), 33.3, 0.0333);
            assertThat(keeper.scale()).isEqualTo(scale);
        }
    }
}
