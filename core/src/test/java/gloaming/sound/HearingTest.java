package gloaming.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HearingTest {

    /** Ten seconds whose sample at a place is what {@code sample} says, over and over. */
    private record Made(java.util.function.LongToDoubleFunction sample) implements Sound {
        @Override
        public String name() {
            return "made";
        }

        @Override
        public int rate() {
            return 48_000;
        }

        @Override
        public long length() {
            return 480_000;
        }

        @Override
        public double tempo() {
            return 0;
        }

        @Override
        public float sample(long index) {
            return (float) sample.applyAsDouble(index);
        }
    }

    private static Sound sine(double hz, double amplitude) {
        return new Made(i -> amplitude * Math.sin(2 * Math.PI * hz * i / 48_000));
    }

    @ParameterizedTest
    @CsvSource({"80, 1, LOW, -3.01", "700, 0.5, MID, -9.03", "5000, 0.1, HIGH, -23.01", "700, 1, ALL, -3.01"})
    void aSineHasItsLevelInItsBandAndNoneElsewhere(double hz, double amplitude, Band band, double decibels) {
        Hearing hearing = new Hearing();
        hearing.listen(sine(hz, amplitude), 2);
        assertThat(hearing.decibels(band)).isCloseTo(decibels, offset(0.3));
        for (Band other : Band.values()) {
            if (other != band && other != Band.ALL && band != Band.ALL) {
                assertThat(hearing.decibels(other)).isLessThan(decibels - 30);
            }
        }
    }

    @Test
    void levelRunsFromTheFloorToFullScale() {
        Hearing hearing = new Hearing();
        hearing.listen(Sound.SILENCE, 1);
        assertThat(hearing.level(Band.ALL, -40)).isZero();
        hearing.listen(sine(700, 1), 1);
        assertThat(hearing.level(Band.ALL, -40)).isCloseTo(1 - 3.01 / 40, offset(0.02));
    }

    @Test
    void theHouseBandKicksOnTheBeatAndPlaysTheSameForTheSameSeed() {
        HouseBand band = new HouseBand(11, 96);
        Hearing hearing = new Hearing();
        double beat = 60.0 / 96;
        double on = 0;
        double off = 0;
        for (int b = 4; b < 20; b++) {
            hearing.listen(band, b * beat + 0.06);
            on += hearing.rms(Band.LOW);
            hearing.listen(band, b * beat + 0.5);
            off += hearing.rms(Band.LOW);
        }
        assertThat(on).isGreaterThan(2 * off);
        assertThat(band.seconds()).isCloseTo(16 * 4 * beat, offset(1e-4));
        HouseBand again = new HouseBand(11, 96);
        for (int i = 0; i < 100_000; i += 37) assertThat(again.sample(i)).isEqualTo(band.sample(i));
        assertThat(new HouseBand(12, 96).sample(300_000)).isNotEqualTo(band.sample(300_000));
    }

    /** Silence, then a tone from a moment on. */
    private static Sound toneFrom(double seconds) {
        Sound tone = sine(220, 0.8);
        return new Made(i -> i < seconds * 48_000 ? 0 : tone.sample(i));
    }

    @Test
    void fromSoundToSignalItTakesLessThanFortyMillisecondsInTheMedianAtThirtyFramesASecond() {
        double[] took = new double[100];
        for (int k = 0; k < took.length; k++) {
            double begins = 2 + k * 0.00317;
            Hearing hearing = new Hearing();
            int frame = 55;
            do hearing.listen(toneFrom(begins), ++frame / 30.0);
            while (hearing.level(Band.ALL, -36) < 0.5);
            took[k] = frame / 30.0 - begins;
        }
        java.util.Arrays.sort(took);
        assertThat(took[50]).isLessThan(0.040);
        assertThat(took[99]).isLessThan(0.055);
    }

    @Test
    void aLevelBetweenOwnEdgesIsThatOfWhatLiesThere() {
        Hearing hearing = new Hearing();
        hearing.listen(sine(1_000, 0.5), 2);
        assertThat(hearing.decibels(800, 1_200)).isCloseTo(-9.03, offset(0.3));
        assertThat(hearing.decibels(1_500, 4_000)).isLessThan(-50);
        assertThat(hearing.centroid()).isCloseTo(1_000, offset(15.0));
        int loudest = 0;
        for (int i = 1; i < 128; i++) {
            if (hearing.bandOf(i, 128, 40, 12_000) > hearing.bandOf(loudest, 128, 40, 12_000)) loudest = i;
        }
        double centre = 40 * Math.pow(300, (loudest + 0.5) / 128);
        assertThat(centre).isCloseTo(1_000, offset(60.0));
    }

    @Test
    void theOnsetsOfStrokesAreFoundAndNothingElse() {
        // Every 0.4 s, from 0.4 s on.
        Sound strokes = new Made(i -> {
            long since = i % 19_200;
            return i < 19_200 ? 0 : 0.7 * Math.exp(-since / 2_000.0) * Math.sin(2 * Math.PI * 180 * since / 48_000);
        });
        Hearing hearing = new Hearing();
        int count = 0;
        for (int i = 0; i < 30 * 8; i++) {
            hearing.listen(strokes, i / 30.0);
            if (!hearing.began()) continue;
            count++;
            double at = i / 30.0;
            double off = at - 0.4 * Math.rint(at / 0.4);
            assertThat(off).isBetween(-0.01, 0.08);
        }
        assertThat(count).isEqualTo(19);
    }

    @Test
    void whatComesInLiveIsHeardUntilItStops() {
        LiveSound live = new LiveSound("input", 48_000);
        assertThat(live.comes()).isFalse();
        float[] block = new float[480];
        Hearing hearing = new Hearing();
        Sound tone = sine(440, 0.5);
        for (int b = 0; b < 40; b++) {
            for (int i = 0; i < block.length; i++) block[i] = tone.sample(b * 480L + i);
            live.write(block, block.length);
        }
        hearing.listen(new Louder(live, 2), 12_345);
        assertThat(hearing.decibels(Band.ALL)).isCloseTo(-3.01, offset(0.3));
        float[] bad = {Float.NaN, Float.POSITIVE_INFINITY, 0.25f};
        live.write(bad, 3);
        assertThat(live.sample(40 * 480)).isZero();
        assertThat(live.sample(40 * 480 + 2)).isEqualTo(0.25f);
    }
}
