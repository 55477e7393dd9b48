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
        assertThat(settle(keeper, 400, 60)).isEqualTo(1 / 3.0);
        // The same look, only that something dear was taken out of it: it begins within two seconds, and is whole
        // within three.
        keeper.edited();
        assertThat(settle(keeper, 4, 60)).isGreaterThan(1 / 3.0);
        assertThat(settle(keeper, 4, 40)).isEqualTo(1);
    }

    @Test
    void whatHasOnlyALittleRoomAfterBeingTooMuchWaitsTenSeconds() {
        ScaleKeeper keeper = new ScaleKeeper();
        settle(keeper, 20, 300);
        assertThat(settle(keeper, 50, 60)).isEqualTo(0.75);
        assertThat(settle(keeper, 20, 200)).isEqualTo(0.75);
        assertThat(settle(keeper, 20, 200)).isEqualTo(1);
    }

    /** Frames that take so long at the smallest size, and a part of it where what is finer is left out. */
    private static void spare(ScaleKeeper keeper, double thirdMs, double spared, int frames) {
        for (int i = 0; i < frames; i++) {
            double larger = keeper.scale() * keeper.scale() * 9;
            keeper.saw(thirdMs * larger * (keeper.sparing() ? spared : 1), 33.3, 0.0333);
        }
    }

    @Test
    void belowTheSmallestSizeWhatIsFinerIsLeftOutAndComesBackFirst() {
        ScaleKeeper keeper = new ScaleKeeper();
        assertThat(keeper.sparing()).isFalse();
        spare(keeper, 45, 0.6, 60);
        assertThat(keeper.sparing()).isTrue();
        assertThat(keeper.scale()).isEqualTo(1 / 3.0);
        spare(keeper, 45, 0.6, 900);
        assertThat(keeper.sparing()).isTrue();
        spare(keeper, 18, 0.6, 200);
        assertThat(keeper.sparing()).isFalse();
        assertThat(keeper.scale()).isEqualTo(1 / 3.0);
        spare(keeper, 2, 1, 400);
        assertThat(keeper.scale()).isEqualTo(1);
    }

    @Test
    void aLookThatHasNothingToLeaveOutIsNotTakenForOneThatHasNothingToDoWithPixels() {
        ScaleKeeper keeper = new ScaleKeeper();
        spare(keeper, 45, 1, 60);
        assertThat(keeper.sparing()).isTrue();
        // At half the size it would take 45 ms.
        spare(keeper, 20, 1, 900);
        assertThat(keeper.scale()).isEqualTo(1 / 3.0);
    }

    @Test
    void whileAnotherWorksBesideItItIsAsLargeAsHalfOfTheMachineBearsAndThenAtOnceAsBefore() {
        ScaleKeeper keeper = new ScaleKeeper();
        settle(keeper, 20, 300);
        keeper.share(0);
        // Twice 20 ms are too much of 33, and 22 are not.
        assertThat(keeper.scale()).isEqualTo(0.75);
        settle(keeper, 40, 60);
        assertThat(keeper.scale()).isEqualTo(0.75);
        keeper.alone();
        assertThat(keeper.scale()).isEqualTo(1);
        assertThat(settle(keeper, 20, 60)).isEqualTo(1);
    }

    @Test
    void oneThatComesByAFadeBeginsSoAndIsWholeWhenItIsOver() {
        ScaleKeeper keeper = new ScaleKeeper();
        // A fifteenth of its time at a third of the size is 0.6 of it at the whole.
        keeper.share(0.6 / 9);
        assertThat(keeper.scale()).isEqualTo(0.75);
        keeper.alone();
        assertThat(keeper.scale()).isEqualTo(1);
        // Of one that has made no picture yet nothing is known.
        ScaleKeeper cold = new ScaleKeeper();
        cold.share(0);
        assertThat(cold.scale()).isEqualTo(1 / 3.0);
    }

    @Test
    void whatIsTooMuchAtAnySizeSparesWhatIsFinerAtOnce() {
        ScaleKeeper keeper = new ScaleKeeper();
        // Twice that are 1.1 of a frame's time, of which two thirds are left.
        keeper.share(0.55);
        assertThat(keeper.sparing()).isTrue();
        assertThat(keeper.scale()).isEqualTo(1 / 3.0);
        keeper.alone();
        assertThat(keeper.sparing()).isFalse();
    }

    @Test
    void whatIsTooMuchEvenThenIsAQuarterOfItsSizeForAsLongAsAFadeLastsAndNoLonger() {
        ScaleKeeper keeper = new ScaleKeeper();
        keeper.share(0.7);
        assertThat(keeper.scale()).isEqualTo(0.25);
        assertThat(keeper.sparing()).isTrue();
        keeper.alone();
        assertThat(keeper.scale()).isEqualTo(1 / 3.0);
        assertThat(keeper.sparing()).isFalse();
        // By itself no look becomes as small, however long it takes.
        spare(keeper, 90, 0.9, 900);
        assertThat(keeper.scale()).isEqualTo(1 / 3.0);
    }

    @Test
    void whatComesOnAirBeginsWithTheSizeThatItCanBeExpectedToHold() {
        // At a third of the size a tenth of the time: nine tenths at the whole, half at three quarters.
        assertThat(begun(0.1, 0)).isEqualTo(0.75);
        assertThat(begun(0.05, 0)).isEqualTo(1);
        assertThat(begun(0.05, 2)).isEqualTo(0.5);
        assertThat(begun(0.9, 0)).isEqualTo(1 / 3.0);
    }

    private static double begun(double part, int largest) {
        ScaleKeeper keeper = new ScaleKeeper();
        keeper.largest(largest);
        keeper.begin(part);
        return keeper.scale();
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

    /** Frames of which a part has to do with the number of particles and not with that of pixels. */
    private static double settle(ScaleKeeper keeper, double fixedMs, double pixelsMs, int frames) {
        for (int i = 0; i < frames; i++) keeper.saw(fixedMs + pixelsMs * keeper.scale() * keeper.scale(), 33.3, 0.0333);
        return keeper.scale();
    }

    @Test
    void whatIsDearByItsParticlesIsNotKeptSmallForNothing() {
        assertThat(settle(new ScaleKeeper(), 10, 8, 300)).isEqualTo(1);
        assertThat(settle(new ScaleKeeper(), 14, 7, 600)).isEqualTo(1);
        // Even the whole size would hold the rate, but with so little room to spare that it is not gone to.
        assertThat(settle(new ScaleKeeper(), 14, 14, 600)).isGreaterThanOrEqualTo(0.5);
    }

    @Test
    void aSizeThatWasTooMuchIsNotTriedAgainAndAgain() {
        ScaleKeeper keeper = new ScaleKeeper();
        int climbs = 0;
        double was = keeper.scale();
        for (int i = 0; i < 3_600; i++) {
            // By the pixels alone: a half of the time at a third of the size is too much at a half.
            keeper.saw(16.5 * 9 * keeper.scale() * keeper.scale(), 33.3, 0.0333);
            if (keeper.scale() > was) climbs++;
            was = keeper.scale();
        }
        assertThat(climbs).isEqualTo(1);
        assertThat(was).isEqualTo(1 / 3.0);
    }
}
