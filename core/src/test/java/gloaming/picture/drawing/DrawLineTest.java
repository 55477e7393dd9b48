package gloaming.picture.drawing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.flow.Signal;
import gloaming.points.arrange.DisplaceByNoise;
import gloaming.points.arrange.ScaleBySignal;
import gloaming.points.layout.Ring;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class DrawLineTest {
    private final Moments frame = new Moments().size(160, 90);

    private static Points points(float[] x, float[] y, float[] size) {
        Points points = new Points().n(x.length);
        points.own(Attribute.X, Column.of(x)).length(x.length);
        System.arraycopy(x, 0, points.each(Attribute.X), 0, x.length);
        System.arraycopy(y, 0, points.each(Attribute.Y), 0, y.length);
        System.arraycopy(size, 0, points.each(Attribute.SIZE), 0, size.length);
        return points;
    }

    private Picture drawn(DrawLine line, Points points) {
        return line.run(points, line.memory(), frame);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6})
    void theLineIsThatOfThePlainVersionWhateverItRunsThrough(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        int n = 2 + random.nextInt(12);
        float[] x = new float[n];
        float[] y = new float[n];
        float[] size = new float[n];
        for (int i = 0; i < n; i++) {
            x[i] = (float) random.nextDouble(-2.4, 2.4);
            y[i] = (float) random.nextDouble(-1.4, 1.4);
            size[i] = (float) random.nextDouble(0.002, 0.2);
        }
        DrawLine line = new DrawLine(1, random.nextDouble(), 1, seed % 2 == 0, seed % 3 == 0, 0, false);
        Stroke stroke = line.memory();
        Picture out = line.run(points(x, y, size), stroke, frame);
        for (int row = 0; row < out.height; row++) {
            for (int column = 0; column < out.width; column++) {
                assertThat(out.a()[out.at(row) + column]).isCloseTo(stroke.cover(column, row), offset(1e-5f));
            }
        }
    }

    @Test
    void aStraightLineHasTheAreaOfABarWithRoundEnds() {
        Points two = points(new float[] {-0.5f, 0.5f}, new float[] {0.1f, 0.1f}, new float[] {0.2f, 0.2f});
        Picture out = drawn(new DrawLine(1, 0, 1, false, false, 0, false), two);
        double area = 0;
        for (int i = 0; i < out.a().length; i++) area += out.a()[i];
        double scale = 45;
        double expected = (1 * 0.4 + Math.PI * 0.04) * scale * scale;
        assertThat(area).isCloseTo(expected, offset(expected * 0.06));
    }

    @Test
    void thicknessRunsFromOnePointToTheNext() {
        Points two = points(new float[] {-1, 1}, new float[] {0, 0}, new float[] {0.1f, 0.5f});
        Picture out = drawn(new DrawLine(1, 0, 1, false, false, 0, false), two);
        assertThat(height(out, 160 / 2 - 45)).isCloseTo(2 * 0.1 * 45, offset(3.0));
        assertThat(height(out, 160 / 2)).isCloseTo(2 * 0.3 * 45, offset(3.0));
    }

    private static double height(Picture out, int column) {
        double sum = 0;
        for (int row = 0; row < out.height; row++) sum += out.a()[out.at(row) + column];
        return sum;
    }

    @Test
    void jointsOfAClosedLineAddNothingUpAndLeaveNoGap() {
        Points ring = new Ring(40, 0.7, 0, 0, 0, 0.05).run(null, new Points(), frame);
        Picture out = drawn(new DrawLine(1, 0, 1, true, true, 0, false), ring);
        for (int i = 0; i < 720; i++) {
            double angle = 2 * Math.PI * i / 720;
            int column = (int) Math.round(79.5 + 0.7 * 45 * Math.cos(angle));
            int row = (int) Math.round(44.5 + 0.7 * 45 * Math.sin(angle));
            assertThat(out.a()[out.at(row) + column]).isCloseTo(1f, offset(1e-3f));
            assertThat(out.r()[out.at(row) + column]).isLessThanOrEqualTo(1.0001f);
        }
    }

    @Test
    void whatThinsOutFadesAndWhatIsNowhereDoesNoHarm() {
        Points thin = points(new float[] {-1, 1}, new float[] {0, 0}, new float[] {0.001f, 0.001f});
        float most = 0;
        for (float a :
                drawn(new DrawLine(1, 0, 1, false, false, 0, false), thin).a()) most = Math.max(most, a);
        assertThat(most).isBetween(0.01f, 0.06f);
        Points odd = points(new float[] {0, Float.NaN, 1}, new float[] {0, 0, Float.POSITIVE_INFINITY}, new float[] {
            0.1f, 0.1f, 0.1f
        });
        for (float a : drawn(new DrawLine(1, 0, 1, true, true, 0, false), odd).a())
            assertThat(a).isBetween(0f, 1f);
        for (float a :
                drawn(new DrawLine(1, 0, 1, true, true, 0, false), new Points()).a())
            assertThat(a).isZero();
    }

    @Test
    void kneadingGivesTheSameShapeForTheSameNumberAndGlidesBetweenNumbers() {
        Points ring = new Ring(64, 0.7, 0, 0, 0, 0.05).run(null, new Points(), frame);
        float[] first = kneaded(ring, 3);
        assertThat(kneaded(ring, 3)).containsExactly(first);
        assertThat(far(kneaded(ring, 3.01), first)).isLessThan(0.02);
        assertThat(far(kneaded(ring, 4), first)).isGreaterThan(0.05);
        assertThat(kneaded(ring, 3)).isNotEqualTo(ring.each(Attribute.X).clone());
    }

    private float[] kneaded(Points points, double shape) {
        DisplaceByNoise knead = new DisplaceByNoise(0.3, 1, 2, shape);
        return knead.run(points, knead.memory(), frame).each(Attribute.X).clone();
    }

    private static double far(float[] a, float[] b) {
        double most = 0;
        for (int i = 0; i < 64; i++) most = Math.max(most, Math.abs(a[i] - b[i]));
        return most;
    }

    @Test
    void aSignalOfManyNumbersIsLaidAlongThePoints() {
        Points ring = new Ring(8, 1, 0, 0, 0, 0.1).run(null, new Points(), frame);
        frame.reads.put("by", Signal.of(0, 1));
        assertThat(sizes(ring, ScaleBySignal.Laid.IN_TURN))
                .containsExactly(new float[] {0.1f, 0.3f, 0.1f, 0.3f, 0.1f, 0.3f, 0.1f, 0.3f}, offset(1e-6f));
        assertThat(sizes(ring, ScaleBySignal.Laid.ONCE)[4]).isCloseTo(0.2f, offset(1e-6f));
        float[] mirrored = sizes(ring, ScaleBySignal.Laid.MIRRORED);
        assertThat(mirrored[4]).isCloseTo(0.3f, offset(1e-6f));
        assertThat(mirrored[2]).isCloseTo(mirrored[6], offset(1e-6f));
        Points pushed =
                new ScaleBySignal(0, 0.5, ScaleBySignal.Laid.MIRRORED).run(ring, new ScaleBySignal.Memory(), frame);
        assertThat(Math.hypot(pushed.at(Attribute.X, 4), pushed.at(Attribute.Y, 4)))
                .isCloseTo(1.5, offset(1e-5));
        assertThat(Math.hypot(pushed.at(Attribute.X, 0), pushed.at(Attribute.Y, 0)))
                .isCloseTo(1, offset(1e-5));
    }

    private float[] sizes(Points ring, ScaleBySignal.Laid laid) {
        return java.util.Arrays.copyOf(
                new ScaleBySignal(2, 0, laid)
                        .run(ring, new ScaleBySignal.Memory(), frame)
                        .each(Attribute.SIZE),
                8);
    }
}
