package gloaming.picture.drawing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DrawMarksTest {
    private static final int HEIGHT = 200;
    private final Moments frame = new Moments().size(320, HEIGHT);

    private static Points point(double x, double y, double size, double vx, double vy) {
        Points points = new Points().n(1);
        points.each(Attribute.X)[0] = (float) x;
        points.each(Attribute.Y)[0] = (float) y;
        points.each(Attribute.SIZE)[0] = (float) size;
        points.each(Attribute.VX)[0] = (float) vx;
        points.each(Attribute.VY)[0] = (float) vy;
        return points;
    }

    private Picture draw(DrawMarks.Form form, double length, double turn, Points points) {
        DrawMarks marks = new DrawMarks(form, 1, length, 0.25, DrawMarks.Along.FLIGHT, turn, 1, DrawDots.Ink.COVER);
        return marks.run(points, marks.memory(), frame);
    }

    private static double area(Picture picture) {
        double sum = 0;
        for (float a : picture.a()) sum += a;
        return sum;
    }

    /** Areas in pixels: half a size is so many of {@code HEIGHT / 2}. */
    @ParameterizedTest
    @CsvSource({"SQUARE, 1, 1", "SQUARE, 3, 3", "FRAME, 1, 0.75", "CROSS, 1, 0.4375", "WEDGE, 1, 0.5", "WEDGE, 2, 1"})
    void aMarkCoversAsMuchAsItsFormHoweverItIsTurned(DrawMarks.Form form, double length, double part) {
        double half = 0.2 * HEIGHT / 2;
        for (double turn : new double[] {0, 0.05, 0.13, 0.31}) {
            double covered = area(draw(form, length, turn, point(0.01, -0.02, 0.2, 0, 0)));
            assertThat(covered / (4 * half * half)).isCloseTo(part, within(0.03 * part));
        }
    }

    @Test
    void itLiesAlongItsFlightAndAWedgePointsThere() {
        Picture up = draw(DrawMarks.Form.SQUARE, 8, 0, point(0, 0, 0.05, 0, 3));
        assertThat(up.a()[up.at(HEIGHT / 2 + 30) + 160]).isGreaterThan(0.9f);
        assertThat(up.a()[up.at(HEIGHT / 2) + 190]).isZero();
        Picture wedge = draw(DrawMarks.Form.WEDGE, 1, 0, point(0, 0, 0.3, -1, 0));
        // Its base lies behind, on the right.
        assertThat(wedge.a()[wedge.at(HEIGHT / 2 + 22) + 184]).isGreaterThan(0.9f);
        assertThat(wedge.a()[wedge.at(HEIGHT / 2 + 22) + 136]).isZero();
    }

    @Test
    void whatIsThinnerThanAPixelFadesAndDoesNotVanish() {
        for (double size : new double[] {0.004, 0.002, 0.001}) {
            double half = size * HEIGHT / 2;
            double mean = 0;
            for (int i = 0; i < 20; i++)
                mean += area(draw(DrawMarks.Form.SQUARE, 1, 0, point(0.1 + i * 0.00137, i * 0.00091, size, 0, 0))) / 20;
            assertThat(mean).isCloseTo(4 * half * half, within(0.25 * 4 * half * half));
        }
    }

    @Test
    void manyMarksCoverNoMoreThanAllAndWhatIsNoNumberIsNotDrawn() {
        Points many = new Points().n(500);
        for (int i = 0; i < 500; i++) {
            many.each(Attribute.X)[i] = (float) Math.sin(i * 1.3) * 1.8f;
            many.each(Attribute.Y)[i] = i == 7 ? Float.NaN : (float) Math.cos(i * 0.7) * 1.2f;
            many.each(Attribute.VX)[i] = (float) Math.sin(i);
            many.each(Attribute.SIZE)[i] = i == 9 ? Float.NaN : 0.02f;
        }
        Picture one = draw(DrawMarks.Form.FRAME, 2, 0.1, many);
        for (float a : one.a()) assertThat(a).isBetween(0f, 1f);
        assertThat(area(one)).isGreaterThan(1_000);
    }
}
