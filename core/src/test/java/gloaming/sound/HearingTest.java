package gloaming.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class HearingTest {

    private static Sound sine(double hz, double amplitude) {
        return new Sound() {
            @Override
            public String name() {
                return "sine";
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
                return (float) (amplitude * Math.sin(2 * Math.PI * hz * index / 48_000));
            }
        };
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
}
