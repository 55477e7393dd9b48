package gloaming.noise;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class GradientNoiseTest {
    private final SplittableRandom random = new SplittableRandom(4);

    @Test
    void aBlockOfRowsIsThePlainNoiseAtEachPlace() {
        for (float step : new float[] {0.0013f, 0.03f, 0.06f, 0.4f, 0.99f}) {
            float[] block = new float[1 + 310 * 5];
            NoiseRows.add(9, -2.37f, step, 0.71f, 0.13f, -1.2f, 0.5f, block, 1, 310, 300, 5);
            assertThat(block[0]).isZero();
            for (int j = 0; j < 5; j++) {
                for (int i = 0; i < 300; i++) {
                    assertThat(block[1 + j * 310 + i])
                            .as("step %s, place %d of row %d", step, i, j)
                            .isCloseTo(
                                    0.5f * GradientNoise.at(9, -2.37f + i * step, 0.71f + j * 0.13f, -1.2f),
                                    offset(2e-3f * Math.max(1, step)));
                }
                assertThat(block[1 + j * 310 + 300]).isZero();
            }
        }
    }

    @Test
    void theCurlIsThePlainSlopeTurned() {
        int n = 700;
        float[] x = new float[n];
        float[] y = new float[n];
        for (int i = 0; i < n; i++) {
            x[i] = (float) random.nextDouble(-3, 3);
            y[i] = (float) random.nextDouble(-3, 3);
        }
        float[] u = new float[n];
        float[] v = new float[n];
        GradientNoise.curl(3, x, y, 0.4f, 1.3f, 2f, u, v, 0, n);
        float[] slope = new float[2];
        for (int i = 0; i < n; i++) {
            GradientNoise.slope(3, x[i] * 1.3f, y[i] * 1.3f, 0.4f, slope);
            assertThat(u[i]).isCloseTo(2 * slope[1], offset(2e-2f));
            assertThat(v[i]).isCloseTo(-2 * slope[0], offset(2e-2f));
        }
    }

    @Test
    void theSlopeIsTheDifferenceOfNeighbours() {
        float[] slope = new float[2];
        float h = 1e-2f;
        for (int i = 0; i < 200; i++) {
            float x = (float) random.nextDouble(-5, 5);
            float y = (float) random.nextDouble(-5, 5);
            GradientNoise.slope(1, x, y, 0.3f, slope);
            float dx = (GradientNoise.at(1, x + h, y, 0.3f) - GradientNoise.at(1, x - h, y, 0.3f)) / (2 * h);
            assertThat(slope[0]).isCloseTo(dx, offset(0.02f));
        }
    }

    @Test
    void itIsZeroOnTheLatticeAndStaysWithinItsRange() {
        double sum = 0;
        for (int i = 0; i < 4000; i++) {
            float value =
                    GradientNoise.at(2, (float) random.nextDouble(-50, 50), (float) random.nextDouble(-50, 50), (float)
                            random.nextDouble(-50, 50));
            assertThat(Math.abs(value)).isLessThan(1.6f);
            sum += value;
        }
        assertThat(sum / 4000).isCloseTo(0, offset(0.02));
        assertThat(GradientNoise.at(2, 3, -4, 7)).isEqualTo(0f);
    }

    @Test
    void theFlowHasNoDivergence() {
        float h = 5e-3f;
        float[] a = new float[2];
        float[] b = new float[2];
        double divergence = 0;
        double scale = 0;
        for (int i = 0; i < 500; i++) {
            float x = (float) random.nextDouble(-4, 4);
            float y = (float) random.nextDouble(-4, 4);
            GradientNoise.slope(6, x + h, y, 0.2f, a);
            GradientNoise.slope(6, x - h, y, 0.2f, b);
            double ux = (a[1] - b[1]) / (2 * h);
            GradientNoise.slope(6, x, y + h, 0.2f, a);
            GradientNoise.slope(6, x, y - h, 0.2f, b);
            double vy = -(a[0] - b[0]) / (2 * h);
            divergence += Math.abs(ux + vy);
            scale += Math.abs(ux) + Math.abs(vy);
        }
        assertThat(divergence / scale).isLessThan(5e-3);
    }
}
