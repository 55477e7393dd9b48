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
        float[] slope = new float[3];
        for (int i = 0; i < n; i++) {
            GradientNoise.slope(3, x[i] * 1.3f, y[i] * 1.3f, 0.4f, slope);
            assertThat(u[i]).isCloseTo(2 * slope[1], offset(1e-4f));
            assertThat(v[i]).isCloseTo(-2 * slope[0], offset(1e-4f));
        }
    }

    @Test
    void theSlopeIsTheDifferenceOfNeighbours() {
        float[] slope = new float[3];
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
    void theTwistIsTheCrossProductOfTwoPlainSlopes() {
        int n = 600;
        float[][] place = new float[3][n];
        for (float[] axis : place) for (int i = 0; i < n; i++) axis[i] = (float) random.nextDouble(-3, 3);
        float[][] flow = new float[3][n];
        GradientNoise.twist(3, place[0], place[1], place[2], 0.4f, 1.3f, 2, flow[0], flow[1], flow[2], 0, n);
        float[] a = new float[3];
        float[] b = new float[3];
        for (int i = 0; i < n; i++) {
            float x = place[0][i] * 1.3f;
            float y = place[1][i] * 1.3f;
            float z = place[2][i] * 1.3f;
            GradientNoise.slope(3, x, y, z + 0.4f, a);
            GradientNoise.slope(4, x + 0.4f, y, z, b);
            assertThat(flow[0][i]).isCloseTo(2 * (a[1] * b[2] - a[2] * b[1]), offset(1e-4f));
            assertThat(flow[1][i]).isCloseTo(2 * (a[2] * b[0] - a[0] * b[2]), offset(1e-4f));
            assertThat(flow[2][i]).isCloseTo(2 * (a[0] * b[1] - a[1] * b[0]), offset(1e-4f));
        }
    }

    /**
     * Neighbours are so near each other here that floats could not tell their difference: that the slope in floats is this one is
     * tested as well. Every fourth place lies on a face of the lattice, where the noise bends.
     */
    @Test
    void theFlowsHaveNoDivergence() {
        double h = 1e-6;
        double[] scale = new double[2];
        double[] most = new double[2];
        int n = 2_000;
        for (int i = 0; i < n; i++) {
            double[] at = {random.nextDouble(-4, 4), random.nextDouble(-4, 4), random.nextDouble(-4, 4)};
            if (i % 4 == 0) at[i / 4 % 3] = Math.rint(at[i / 4 % 3]);
            double flat = 0;
            double deep = 0;
            for (int axis = 0; axis < 3; axis++) {
                double[] low = at.clone();
                double[] high = at.clone();
                low[axis] -= h;
                high[axis] += h;
                if (axis < 2) {
                    double slope = (curl(high)[axis] - curl(low)[axis]) / (2 * h);
                    flat += slope;
                    scale[0] += slope * slope / 2 / n;
                }
                double slope = (twist(high)[axis] - twist(low)[axis]) / (2 * h);
                deep += slope;
                scale[1] += slope * slope / 3 / n;
            }
            most[0] = Math.max(most[0], Math.abs(flat));
            most[1] = Math.max(most[1], Math.abs(deep));
        }
        assertThat(most[0] / Math.sqrt(scale[0])).isLessThan(1e-3);
        assertThat(most[1] / Math.sqrt(scale[1])).isLessThan(1e-3);
    }

    @Test
    void theSlopeInFloatsIsTheExactOne() {
        float[] slope = new float[3];
        for (int i = 0; i < 500; i++) {
            float x = (float) random.nextDouble(-4, 4);
            float y = (float) random.nextDouble(-4, 4);
            float z = (float) random.nextDouble(-4, 4);
            GradientNoise.slope(6, x, y, z, slope);
            double[] exact = slope(6, x, y, z);
            for (int axis = 0; axis < 3; axis++)
                assertThat((double) slope[axis]).isCloseTo(exact[axis], offset(2e-5));
        }
    }

    private static double[] curl(double[] at) {
        double[] slope = slope(6, at[0], at[1], at[2]);
        return new double[] {slope[1], -slope[0], 0};
    }

    private static double[] twist(double[] at) {
        double[] a = slope(6, at[0], at[1], at[2]);
        double[] b = slope(7, at[0], at[1], at[2]);
        return new double[] {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    }

    /** The slope of the noise in doubles, from its definition. */
    private static double[] slope(int seed, double... at) {
        double[] slope = new double[3];
        int h = seed;
        int[] primes = {GradientNoise.hash(1, 0, 0), GradientNoise.hash(0, 1, 0), GradientNoise.hash(0, 0, 1)};
        double[] d = new double[3];
        for (int axis = 0; axis < 3; axis++) {
            h += (int) Math.floor(at[axis]) * primes[axis];
            d[axis] = at[axis] - Math.floor(at[axis]);
        }
        for (int corner = 0; corner < 8; corner++) {
            int mixed = h;
            double[] weight = new double[3];
            double[] rise = new double[3];
            for (int axis = 0; axis < 3; axis++) {
                int bit = corner >> axis & 1;
                mixed += bit * primes[axis];
                double t = d[axis];
                double fade = t * t * t * (t * (t * 6 - 15) + 10);
                weight[axis] = bit == 1 ? fade : 1 - fade;
                rise[axis] = (2 * bit - 1) * 30 * t * t * (t * (t - 2) + 1);
            }
            mixed = GradientNoise.mix(mixed);
            double dot = 0;
            double[] gradient = new double[3];
            for (int axis = 0; axis < 3; axis++) {
                gradient[axis] = GradientNoise.component(mixed >>> 10 * axis);
                dot += gradient[axis] * (d[axis] - (corner >> axis & 1));
            }
            for (int axis = 0; axis < 3; axis++) {
                double others = weight[(axis + 1) % 3] * weight[(axis + 2) % 3];
                slope[axis] += others * (gradient[axis] * weight[axis] + rise[axis] * dot);
            }
        }
        return slope;
    }
}
