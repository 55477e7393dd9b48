package gloaming.picture.drawing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Picture;
import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A piece of a line in a picture of any width is that of the plain terms, and touches no row that is not its own. */
class SegmentTest {
    private static final float UNTOUCHED = 7;

    @ParameterizedTest
    @CsvSource({"1, 9", "5, 16", "16, 16", "17, 33", "31, 20", "100, 40"})
    void itCoversWhatThePlainTermsSay(int width, int height) {
        SplittableRandom random = new SplittableRandom(width * 31L + height);
        for (int round = 0; round < 60; round++) {
            boolean adds = round % 2 == 0;
            Segment segment = some(random, width, height);
            int from = random.nextInt(height / 2);
            int to = from + 1 + random.nextInt(height - from);
            Picture out = new Picture(width, height).fill(UNTOUCHED, UNTOUCHED, UNTOUCHED, UNTOUCHED);
            for (int row = from; row < to; row++) {
                for (int column = 0; column < width; column++) {
                    int p = row * width + column;
                    out.r()[p] = out.g()[p] = out.b()[p] = 0.1f;
                    out.a()[p] = 0.2f;
                }
            }
            segment.draw(out, from, to, adds);
            for (int p = 0; p < out.pixels(); p++) {
                int row = p / width;
                if (row < from || row >= to) {
                    assertThat(out.r()[p] + out.g()[p] + out.b()[p] + out.a()[p])
                            .isEqualTo(4 * UNTOUCHED);
                    continue;
                }
                double[] wanted = plain(segment, p % width, row, adds);
                String where = "column %d of %d, row %d, %s".formatted(p % width, width, row, adds ? "adds" : "over");
                assertThat((double) out.r()[p]).as(where).isCloseTo(wanted[0], within(2e-4));
                assertThat((double) out.g()[p]).as(where).isCloseTo(wanted[1], within(2e-4));
                assertThat((double) out.b()[p]).as(where).isCloseTo(wanted[2], within(2e-4));
                assertThat((double) out.a()[p]).as(where).isCloseTo(wanted[3], within(2e-4));
            }
        }
    }

    /** Of any direction and thickness, some of them points, some reaching far out of the picture. */
    private static Segment some(SplittableRandom random, int width, int height) {
        Segment s = new Segment();
        double far = random.nextInt(4) == 0 ? 2 : 0.2;
        s.x = (float) random.nextDouble(-far * width, (1 + far) * width);
        s.y = (float) random.nextDouble(-far * height, (1 + far) * height);
        int kind = random.nextInt(5);
        s.dx = kind == 0 ? 0 : (float) random.nextDouble(-width, width);
        s.dy = kind <= 1 ? 0 : (float) random.nextDouble(-height, height);
        s.radius = (float) random.nextDouble(0.5, 4);
        s.wider = (float) random.nextDouble(-s.radius + 0.5, 4);
        s.alpha = (float) random.nextDouble();
        s.alphas = (float) random.nextDouble(-s.alpha, 1 - s.alpha);
        s.red = 2;
        s.reds = -1;
        s.green = 0.5f;
        s.greens = 0.5f;
        s.blue = 0;
        s.blues = 3;
        s.softness = (float) random.nextDouble();
        return s;
    }

    private static double[] plain(Segment s, int column, int row, boolean adds) {
        double length2 = (double) s.dx * s.dx + (double) s.dy * s.dy;
        double t = length2 == 0 ? 0 : ((column - s.x) * (double) s.dx + (row - s.y) * (double) s.dy) / length2;
        t = Math.clamp(t, 0.0, 1.0);
        double far = Math.hypot(column - s.x - s.dx * t, row - s.y - s.dy * t);
        double wide = s.radius + s.wider * t;
        double q = Math.clamp((wide + 0.5 - far) / Math.max(1, s.softness * wide), 0.0, 1.0);
        double cover = q * q * (3 - 2 * q) * (s.alpha + s.alphas * t);
        double[] light = {s.red + s.reds * t, s.green + s.greens * t, s.blue + s.blues * t};
        if (adds) {
            return new double[] {
                0.1 + light[0] * cover, 0.1 + light[1] * cover, 0.1 + light[2] * cover, 0.2 + cover * 0.8
            };
        }
        // At the very edge of what is there already, either may be.
        return cover > 0.2f
                ? new double[] {light[0] * cover, light[1] * cover, light[2] * cover, cover}
                : new double[] {0.1, 0.1, 0.1, 0.2};
    }
}
