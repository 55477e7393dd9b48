package gloaming.picture.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.step.Colour;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ExitTest {
    private final Crew crew = new Crew(2);

    @AfterEach
    void close() {
        crew.close();
    }

    private double mean(Picture picture, int channel) {
        byte[] rgb = new byte[picture.pixels() * 3];
        Exit.rgb(picture, picture.width, picture.height, rgb, crew);
        double sum = 0;
        for (int i = channel; i < rgb.length; i += 3) sum += rgb[i] & 255;
        return sum / picture.pixels();
    }

    @ParameterizedTest
    @CsvSource({"0", "0.002", "0.01", "0.1", "0.18", "0.5", "0.9"})
    void lightUpToTheKneeIsPlainSrgbAndDitherKeepsItsMean(float light) {
        Picture grey = new Picture(64, 64).fill(light, light, light, 1);
        assertThat(mean(grey, 1)).isCloseTo(255 * Colour.toSrgb(light), within(0.6));
    }

    @Test
    void theCurveRisesWithoutAKinkAndNeverReachesPastWhite() {
        double last = 0;
        double slope = 0;
        for (double light = 0.5; light < 20; light += 0.01) {
            double now = Exit.level(light);
            assertThat(now).isGreaterThanOrEqualTo(last).isLessThanOrEqualTo(1);
            if (light > 0.6) assertThat(now - last - slope).isLessThan(0.001);
            slope = now - last;
            last = now;
        }
        assertThat(last).isGreaterThan(0.999);
    }

    @Test
    void whatIsBrighterThanWhiteTurnsWhiteAndNotFlat() {
        Picture hot = new Picture(16, 16).fill(12, 0.1f, 0.1f, 1);
        Picture warm = new Picture(16, 16).fill(0.8f, 0.1f, 0.1f, 1);
        assertThat(mean(hot, 2)).isGreaterThan(mean(warm, 2) + 60);
        assertThat(mean(hot, 0)).isEqualTo(255);
    }

    @Test
    void whatIsNoNumberOrBelowBlackIsNeitherNoiseNorAHalt() {
        Picture bad = new Picture(8, 8).fill(Float.NaN, -4, Float.POSITIVE_INFINITY, 1);
        assertThat(mean(bad, 1)).isBetween(0.0, 255.0);
        Picture dark = new Picture(8, 8).fill(-4, -4, -4, 1);
        assertThat(mean(dark, 0)).isLessThan(1);
    }

    @Test
    void theTopRowComesFirst() {
        Picture picture = new Picture(4, 2);
        for (int x = 0; x < 4; x++) picture.r()[4 + x] = picture.a()[4 + x] = 0.9f;
        byte[] rgb = new byte[24];
        Exit.rgb(picture, 4, 2, rgb, crew);
        assertThat(rgb[0] & 255).isGreaterThan(200);
        assertThat(rgb[12] & 255).isLessThan(3);
    }

    @Test
    void aSmallerSizeIsTheMeanOfTheLightItCovers() {
        Picture board = new Picture(64, 64);
        for (int i = 0; i < board.pixels(); i++) {
            float on = (i % 64 + i / 64) % 2 == 0 ? 0.8f : 0;
            board.r()[i] = board.g()[i] = board.b()[i] = on;
            board.a()[i] = 1;
        }
        byte[] rgb = new byte[24 * 24 * 3];
        Exit.rgb(board, 24, 24, rgb, crew);
        double sum = 0;
        for (byte b : rgb) sum += b & 255;
        assertThat(sum / rgb.length).isCloseTo(255 * Colour.toSrgb(0.4), within(4.0));
    }

    @Test
    void rowsAreThePlainVersionAtEveryPixelWhateverStandsThere() {
        Picture picture = new Picture(83, 70);
        java.util.SplittableRandom random = new java.util.SplittableRandom(3);
        float[] odd = {Float.NaN, Float.POSITIVE_INFINITY, Float.NEGATIVE_INFINITY, -0f, 1, 40, 1e-30f, -3};
        for (int i = 0; i < picture.pixels(); i++)
            for (int c = 0; c < 3; c++)
                picture.plane(c)[i] = random.nextInt(20) == 0
                        ? odd[random.nextInt(odd.length)]
                        : (float) Math.pow(random.nextDouble(), 4) * 3;
        byte[] rgb = new byte[picture.pixels() * 3];
        Exit.rgb(picture, picture.width, picture.height, rgb, crew);
        byte[] plain = new byte[rgb.length];
        for (int y = 0; y < picture.height; y++) {
            int at = (picture.height - 1 - y) * picture.width * 3;
            Exit.plain(
                    picture.r(), picture.g(), picture.b(), picture.at(y), 0, picture.width, (y & 63) * 64, plain, at);
        }
        assertThat(rgb).isEqualTo(plain);
    }

    @Test
    void severalSizesAtOnceAreEachAsItIsByItself() {
        Picture picture = new Picture(83, 70);
        java.util.SplittableRandom random = new java.util.SplittableRandom(8);
        for (int c = 0; c < 3; c++)
            for (int i = 0; i < picture.pixels(); i++) picture.plane(c)[i] = (float) random.nextDouble(1.5);
        int[][] sizes = {{83, 70}, {40, 33}, {120, 101}, {83, 1}, {7, 5}, {1, 70}};
        try (Crew three = new Crew(3)) {
            for (Crew crew : List.of(this.crew, three)) {
                Exit.Leaving leaving = new Exit.Leaving();
                leaving.add(9, 9, new byte[243]);
                leaving.clear();
                List<byte[]> all = new ArrayList<>();
                for (int[] size : sizes) {
                    all.add(new byte[size[0] * size[1] * 3]);
                    leaving.add(size[0], size[1], all.getLast());
                }
                Exit.rgb(picture, leaving, crew);
                for (int i = 0; i < sizes.length; i++) {
                    byte[] alone = new byte[sizes[i][0] * sizes[i][1] * 3];
                    Exit.rgb(picture, sizes[i][0], sizes[i][1], alone, crew);
                    assertThat(all.get(i))
                            .as("%d by %d", sizes[i][0], sizes[i][1])
                            .isEqualTo(alone);
                }
            }
        }
    }

    @ParameterizedTest
    @CsvSource({"960,640", "960,639", "480,320", "7,5", "3,2", "2,1", "1920,640", "100,99", "5,1"})
    void aShorterRowTakesOfALongerOneWhatEachPixelCovers(int from, int to) {
        float[] row = new float[from];
        for (int i = 0; i < from; i++) row[i] = (float) Math.sin(i * 1.7) + 2;
        float[] out = new float[to];
        Reduction.of(from, to).run(new float[][] {row, row, row}, new float[][] {new float[to], out, new float[to]});
        double each = (double) from / to;
        for (int i = 0; i < to; i++) {
            // The integral of the row's steps between the pixel's edges.
            double sum = 0;
            for (int x = 0; x < from; x++)
                sum += row[x] * Math.max(0, Math.min((i + 1) * each, x + 1) - Math.max(i * each, x));
            assertThat(out[i]).isCloseTo((float) (sum / each), within(2e-5f));
        }
    }
}
