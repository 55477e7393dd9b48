package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ColourTest {

    /** Values of the standard's own curve, IEC 61966-2-1. */
    @ParameterizedTest
    @CsvSource({"0, 0", "0.04045, 0.0031308", "0.5, 0.21404", "1, 1", "0.7353569, 0.5"})
    void srgbIsTheStandardsCurve(double encoded, double linear) {
        assertThat(Colour.toLinear(encoded)).isCloseTo(linear, within(1e-5));
        assertThat(Colour.toSrgb(linear)).isCloseTo(encoded, within(1e-5));
    }

    @Test
    void everyLevelSurvivesTheWayThereAndBack() {
        for (int level = 0; level < 256; level++) {
            Colour grey = Colour.parse("#%02x%02x%02x".formatted(level, level, level));
            assertThat(Math.round(255 * Colour.toSrgb(grey.r()))).isEqualTo(level);
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "red", "#fff", "#1234567", "#12345g", "123456"})
    void whatIsNoColourIsRefusedWithTheFormItNeeds(String text) {
        assertThatThrownBy(() -> Colour.parse(text)).hasMessageContaining("#rrggbb");
    }

    @Test
    void luminanceOfWhiteIsOne() {
        assertThat(Colour.luminance(1, 1, 1)).isCloseTo(1, within(1e-6f));
    }

    @Test
    void randomnessIsEvenAndHasNoLinesBetweenSeedsIdsAndUses() {
        int n = 40_000;
        double[] mean = new double[3];
        double[] product = new double[3];
        int[] buckets = new int[16];
        for (int i = 0; i < n; i++) {
            double[] next = {
                Randomness.signed(5, i, 0), Randomness.signed(5 + i, 7, 0), Randomness.signed(5, 7, i),
            };
            double before = Randomness.signed(5, i + 1, 0);
            for (int k = 0; k < 3; k++) {
                mean[k] += next[k] / n;
                product[k] += next[k] * before / n;
            }
            buckets[(int) (16 * Randomness.uniform(1, i, 2))]++;
        }
        // Four standard deviations of a mean of n values of variance 1/3, and of their products.
        for (int k = 0; k < 3; k++) assertThat(mean[k]).isCloseTo(0, within(4 / Math.sqrt(3.0 * n)));
        for (int k = 0; k < 3; k++) assertThat(product[k]).isCloseTo(0, within(4 / (3 * Math.sqrt(n))));
        double chi = 0;
        for (int count : buckets) chi += Math.pow(count - n / 16.0, 2) / (n / 16.0);
        // 99.9 percent of chi squared with 15 degrees of freedom.
        assertThat(chi).isLessThan(37.7);
    }

    @Test
    void randomNumbersAreBelowOneAndSignedOnesGoBothWays() {
        double low = 1;
        double high = -1;
        for (int i = 0; i < 100_000; i++) {
            assertThat(Randomness.uniform(3, i, 1)).isGreaterThanOrEqualTo(0).isLessThan(1);
            double signed = Randomness.signed(3, i, 1);
            low = Math.min(low, signed);
            high = Math.max(high, signed);
        }
        assertThat(low).isBetween(-1.0, -0.99);
        assertThat(high).isBetween(0.99, 1.0);
    }
}
