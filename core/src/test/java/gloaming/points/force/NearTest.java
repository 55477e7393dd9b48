package gloaming.points.force;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import java.util.HashMap;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Neighbours are found, each once, whatever the number of points; and the sums over them are those of the plain formulas. */
class NearTest {
    private static final double WIDTH = 0.1;

    private static float[][] cloud(int n, boolean flat, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        // Some ten in a cell, so that there is something to be found.
        double side = WIDTH * (flat ? Math.sqrt(n / 10.0) : Math.cbrt(n / 10.0));
        float[][] place = new float[3][n];
        for (int axis = 0; axis < (flat ? 2 : 3); axis++) {
            for (int i = 0; i < n; i++) place[axis][i] = (float) (random.nextDouble(-side, side) / 2);
        }
        return place;
    }

    /** Tables of all sizes from 64 places to 16,384. */
    @ParameterizedTest
    @ValueSource(ints = {1, 3, 20, 33, 70, 130, 300, 600, 1_100, 2_300, 5_000, 9_000})
    void whoeverIsNearIsFoundOnce(int n) {
        for (boolean flat : new boolean[] {true, false}) {
            float[][] p = cloud(n, flat, n);
            Near near = new Near();
            near.sort(p[0], p[1], p[2], n, WIDTH, new Crew(1));
            int[] runs = new int[2 * Near.DEEP];
            for (int i = 0; i < n; i += Math.max(1, n / 300)) {
                int found = near.runs(p[0][i], p[1][i], p[2][i], flat, runs, 0);
                assertThat(found).isLessThanOrEqualTo(flat ? Near.FLAT : Near.DEEP);
                Map<Integer, Integer> times = new HashMap<>();
                for (int run = 0; run < found; run++) {
                    for (int at = runs[2 * run]; at < runs[2 * run + 1]; at++) {
                        times.merge(near.order[at], 1, Integer::sum);
                    }
                }
                assertThat(times.values()).containsOnly(1);
                for (int k = 0; k < n; k++) {
                    double far = Math.hypot(Math.hypot(p[0][k] - p[0][i], p[1][k] - p[1][i]), p[2][k] - p[2][i]);
                    if (far < WIDTH) assertThat(times).containsKey(k);
                }
            }
        }
    }

    @Test
    void pointsThatAreNowhereAreNearNobody() {
        float[][] p = cloud(200, true, 4);
        p[0][17] = Float.NaN;
        p[1][90] = Float.POSITIVE_INFINITY;
        Near near = new Near();
        near.sort(p[0], p[1], p[2], 200, WIDTH, new Crew(1));
        int away = 0;
        for (int at = 0; at < 200; at++) {
            if (near.known(at)) continue;
            away++;
            assertThat(near.order[at]).isIn(17, 90);
            assertThat(near.x[at] * near.x[at]).isFinite().isGreaterThan(1e20f);
        }
        assertThat(away).isEqualTo(2);
    }

    @Test
    void theSumsOverDropsAreThoseOfThePlainKernels() {
        int n = 1_500;
        float h = (float) WIDTH;
        float[][] p = cloud(n, true, 11);
        Near near = new Near();
        near.sort(p[0], p[1], p[2], n, WIDTH, new Crew(1));
        int[] runs = new int[2 * Near.FLAT * (n + 1)];
        for (int i = 0; i < n; i++) near.runs(near.x[i], near.y[i], 0, true, runs, 2 * Near.FLAT * i);
        SplittableRandom random = new SplittableRandom(2);
        float[][] c = new float[9][n + Near.SLACK];
        for (int i = 0; i < n; i++) for (int k = 0; k < 3; k++) c[k][i] = (float) random.nextDouble(-1, 1);
        float over = 1 / (10 * Drops.poly(0, h));
        Drops.densities(near.x, near.y, runs, h, over, c[3], c[4], c[5], c[6], 0, n);
        float[] shiftX = new float[n];
        float[] shiftY = new float[n];
        Drops.shifts(near.x, near.y, c[0], runs, h, over, shiftX, shiftY, 0, n);
        Drops.together(near.x, near.y, c[1], c[2], runs, h, 0.3f, 0.2f, c[7], c[8], 0, n);
        for (int i = 0; i < n; i += 7) {
            double[] sum = new double[8];
            for (int k = 0; k < n; k++) {
                float dx = near.x[i] - near.x[k];
                float dy = near.y[i] - near.y[k];
                float r2 = dx * dx + dy * dy;
                if (r2 >= h * h) continue;
                float r = Drops.apart(r2, h);
                double slope = Drops.spiky(r, h) * over / r;
                sum[0] += Drops.poly(r2, h);
                sum[1] += slope * dx;
                sum[2] += slope * dy;
                sum[3] += slope * slope * r2;
                sum[4] += (c[0][i] + c[0][k]) * slope * dx;
                sum[5] += (c[0][i] + c[0][k]) * slope * dy;
                double pull = Math.max(0, (h - r) * (r - h / 2)) * 0.2 * 16 / (h * h * h) / r;
                sum[6] += 0.3 * Drops.poly(r2, h) * (c[1][k] - c[1][i]) - pull * dx;
                sum[7] += 0.3 * Drops.poly(r2, h) * (c[2][k] - c[2][i]) - pull * dy;
            }
            float[] told = {c[3][i], c[4][i], c[5][i], c[6][i], shiftX[i], shiftY[i], c[7][i], c[8][i]};
            for (int k = 0; k < told.length; k++) {
                assertThat((double) told[k])
                        .as("sum %d of drop %d", k, i)
                        .isCloseTo(sum[k], within(1e-3 * Math.max(Math.abs(sum[k]), k == 0 ? 1e-9 : 0.1)));
            }
        }
    }
}
