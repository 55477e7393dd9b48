package gloaming.picture.drawing;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Attribute;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.step.ByRows;
import java.util.SplittableRandom;
import java.util.function.DoubleSupplier;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Wide soft dots at half the size against all of them at the whole one. */
class WideDotsTest {
    private static final int W = 321;
    private static final int H = 241;

    /** Dots of all sizes, some beyond the picture. */
    private static Points cloud() {
        SplittableRandom random = new SplittableRandom(3);
        Points points = new Points().n(300);
        fill(points, Attribute.X, () -> random.nextDouble(-1.6, 1.6));
        fill(points, Attribute.Y, () -> random.nextDouble(-1.2, 1.2));
        fill(points, Attribute.SIZE, () -> 0.005 * Math.pow(80, random.nextDouble()));
        fill(points, Attribute.ALPHA, () -> random.nextDouble(0.1, 1));
        fill(points, Attribute.RED, random::nextDouble);
        return points;
    }

    private static void fill(Points points, Attribute attribute, DoubleSupplier by) {
        float[] values = points.column(attribute).length(points.n()).values;
        for (int i = 0; i < points.n(); i++) values[i] = (float) by.getAsDouble();
    }

    @ParameterizedTest
    @CsvSource({"1, true", "0.6, true", "0.1, true", "1, false"})
    void theyLookTheSame(double softness, boolean add) {
        Points points = cloud();
        Picture whole = new Picture(W, H);
        Picture wide = new Picture(W, H);
        for (int c = 0; c < 4; c++) java.util.Arrays.fill(wide.plane(c), Float.NaN);
        try (Crew crew = new Crew(2)) {
            Dots dots = new Dots();
            dots.place(points, 1, softness, 1, add, W, H, crew);
            crew.each(H, ByRows.STRIP, (from, to) -> dots.rows(whole, from, to));
            WideDots all = new WideDots();
            all.place(points, 1, softness, 1, add, W, H, crew);
            crew.each(H, ByRows.STRIP, (from, to) -> all.rows(wide, from, to));
        }
        double brightest = 0;
        double error = 0;
        double worst = 0;
        for (int c = 0; c < 4; c++)
            for (int i = 0; i < W * H; i++) {
                brightest = Math.max(brightest, whole.plane(c)[i]);
                double off = Math.abs(whole.plane(c)[i] - wide.plane(c)[i]);
                worst = Math.max(worst, off);
                error += off * off / (4.0 * W * H);
            }
        // Over 50 dB, and nowhere a hundredth of the light.
        assertThat(Math.sqrt(error)).isLessThan(0.003 * brightest);
        assertThat(worst).isLessThan(0.01 * brightest);
    }
}
