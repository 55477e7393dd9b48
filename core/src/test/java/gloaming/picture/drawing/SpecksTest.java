package gloaming.picture.drawing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Attribute;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Small dots, drawn in a hurry, are those of the plain terms. */
class SpecksTest {
    @ParameterizedTest
    @CsvSource({
        "97, 50, true, false",
        "97, 50, false, false",
        "3, 40, true, false",
        "4, 17, false, true",
        "16, 33, true, true",
        "33, 17, false, true",
        "2, 19, true, true"
    })
    void dotsOfAllSizesAreTheSumOrTheCoverOfThePlainOnes(int width, int height, boolean add, boolean many) {
        SplittableRandom random = new SplittableRandom(width + height);
        int n = many ? 6_000 : 600;
        Points points = new Points().n(n);
        float[] x = points.each(Attribute.X);
        float[] y = points.each(Attribute.Y);
        float[] size = points.each(Attribute.SIZE);
        float[] alpha = points.each(Attribute.ALPHA);
        float[] red = points.each(Attribute.RED);
        double wide = (double) width / height;
        for (int i = 0; i < n; i++) {
            x[i] = (float) random.nextDouble(-1.2 * wide, 1.2 * wide);
            y[i] = (float) random.nextDouble(-1.2, 1.2);
            // Some of them no larger than a pixel.
            size[i] = (float)
                            (random.nextDouble() < (many ? 0.9 : 0.5)
                                    ? random.nextDouble(0.1, 1.4)
                                    : random.nextDouble(1.4, 6))
                    * 2
                    / height;
            alpha[i] = (float) (random.nextDouble() * (many ? 0.1 : 1));
            red[i] = (float) random.nextDouble(0, 3);
        }
        Picture out = new Picture(width, height).fill(9, 9, 9, 9);
        Dots dots = new Dots();
        try (Crew crew = new Crew(2)) {
            dots.place(points, 1, 0.6, 1.5, add, width, height, crew);
            crew.each(height, 16, (from, to) -> dots.rows(out, from, to));
        }
        for (int row = 0; row < height; row++) {
            for (int column = 0; column < width; column++) {
                double light = 0;
                double cover = 0;
                for (int i = 0; i < n; i++) {
                    float px = x[i] * height / 2f + width / 2f - 0.5f;
                    float py = y[i] * height / 2f + height / 2f - 0.5f;
                    float r = size[i] * height / 2f;
                    float shrink = Math.min(1, r / Dots.LEAST);
                    float radius = Math.max(Dots.LEAST, r);
                    float d2 = (column - px) * (column - px) + (row - py) * (row - py);
                    double c = Dots.cover(d2, radius, 0.6f) * alpha[i] * shrink * shrink;
                    light = light * (add ? 1 : 1 - c) + c * red[i] * 1.5;
                    cover += c * (1 - cover);
                }
                int at = out.at(row) + column;
                assertThat(out.r()[at]).isCloseTo((float) light, within(2e-4f + (float) light * 1e-4f));
                assertThat(out.a()[at]).isCloseTo((float) cover, within(2e-4f));
            }
        }
    }
}
