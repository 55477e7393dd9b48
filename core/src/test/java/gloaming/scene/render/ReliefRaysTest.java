package gloaming.scene.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.flow.Crew;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Rays into heights, against going along each in ten thousand steps. */
class ReliefRaysTest {
    private static final Crew ALONE = new Crew(1);
    private static final int STEPS = 10_000;

    private static Heights heights(int w, int h, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        float[] plane = new float[w * h];
        // Hills, and blocks that stand on them.
        double a = random.nextDouble(2, 5);
        double b = random.nextDouble(2, 5);
        for (int y = 0; y < h; y++)
            for (int x = 0; x < w; x++)
                plane[y * w + x] = (float) (0.3 + 0.25 * Math.sin(a * 6.3 * x / w) * Math.sin(b * 6.3 * y / h));
        for (int k = 0; k < 12; k++) {
            int x0 = random.nextInt(w);
            int y0 = random.nextInt(h);
            float top = (float) random.nextDouble(0.2, 1);
            for (int y = y0; y < Math.min(h, y0 + 7); y++)
                for (int x = x0; x < Math.min(w, x0 + 9); x++) plane[y * w + x] = top;
        }
        Heights heights = new Heights();
        heights.take(plane, plane, plane, w, h, ALONE);
        return heights;
    }

    /** The plain height: between the middles of four texels. */
    private static double at(Heights h, double u, double v, boolean repeats) {
        double x = u * h.width - 0.5;
        double y = v * h.height - 0.5;
        if (!repeats) {
            x = Math.clamp(x, 0, h.width - 1.0);
            y = Math.clamp(y, 0, h.height - 1.0);
        }
        int ix = (int) Math.floor(x);
        int iy = (int) Math.floor(y);
        double px = x - ix;
        double py = y - iy;
        double low = texel(h, ix, iy, repeats) * (1 - px) + texel(h, ix + 1, iy, repeats) * px;
        double high = texel(h, ix, iy + 1, repeats) * (1 - px) + texel(h, ix + 1, iy + 1, repeats) * px;
        return low * (1 - py) + high * py;
    }

    private static double texel(Heights h, int x, int y, boolean repeats) {
        int i = repeats ? Math.floorMod(x, h.width) : Math.clamp(x, 0, h.width - 1);
        int j = repeats ? Math.floorMod(y, h.height) : Math.clamp(y, 0, h.height - 1);
        return h.texels[j * h.width + i];
    }

    @ParameterizedTest
    @CsvSource({"64,48,false", "64,48,true", "61,37,false", "61,37,true", "5,3,true", "17,130,true", "200,9,false"})
    void aRayEndsWhereItFirstComesUnderTheHeights(int w, int h, boolean repeats) {
        ends(w, h, repeats, false);
        ends(w, h, repeats, true);
    }

    private static void ends(int w, int h, boolean repeats, boolean plain) {
        Heights heights = heights(w, h, w * 31L + h);
        SplittableRandom random = new SplittableRandom(5);
        ReliefRays rays = new ReliefRays();
        int n = 777;
        float[] u = new float[n];
        float[] v = new float[n];
        for (int i = 0; i < n; i++) {
            rays.u[i] = u[i] = (float) (repeats ? random.nextDouble(-2, 3) : random.nextDouble(0.2, 0.8));
            rays.v[i] = v[i] = (float) (repeats ? random.nextDouble(-2, 3) : random.nextDouble(0.2, 0.8));
            // Straight down, aslant, and along an axis.
            double far = i % 5 == 0 ? 0 : random.nextDouble(0.02, repeats ? 1.2 : 0.19);
            double way = i % 7 == 0 ? Math.PI / 2 * (i % 4) : random.nextDouble(0, 2 * Math.PI);
            rays.du[i] = (float) (far * Math.cos(way));
            rays.dv[i] = (float) (far * Math.sin(way));
        }
        java.util.Arrays.fill(rays.until, 1);
        if (plain) rays.plain(heights, n, repeats);
        else rays.march(heights, n, repeats);
        int near = 0;
        for (int i = 0; i < n; i++) {
            double t = 1 - rays.height[i];
            assertThat(rays.u[i]).isCloseTo((float) (u[i] + rays.du[i] * t), offset(2e-5f));
            double expected = 1;
            for (int s = 0; s <= STEPS; s++) {
                double d = s / (double) STEPS;
                if (1 - at(heights, u[i] + rays.du[i] * d, v[i] + rays.dv[i] * d, repeats) <= d) {
                    expected = d;
                    break;
                }
            }
            // Where it only just touches a height, the one goes on and the other does not.
            if (Math.abs(t - expected) < 4e-3) near++;
            else
                assertThat(least(heights, u[i], v[i], rays.du[i], rays.dv[i], Math.min(t, expected), repeats))
                        .as("ray %d ended at %f and not at %f", i, t, expected)
                        .isLessThan(8e-3);
        }
        assertThat(near).isGreaterThan((int) (0.97 * n));
    }

    /** How near a ray comes to the heights round a depth. */
    private static double least(Heights h, double u, double v, double du, double dv, double t, boolean repeats) {
        double least = Double.MAX_VALUE;
        for (double d = Math.max(0, t - 2e-3); d < t + 2e-3; d += 2e-5)
            least = Math.min(least, Math.abs(1 - at(h, u + du * d, v + dv * d, repeats) - d));
        return least;
    }

    @Test
    void evenHeightsAreMetAtTheirDepthFromAnyway() {
        Heights heights = new Heights();
        float[] plane = new float[40 * 30];
        java.util.Arrays.fill(plane, 0.25f);
        heights.take(plane, plane, plane, 40, 30, ALONE);
        ReliefRays rays = new ReliefRays();
        for (int i = 0; i < 100; i++) {
            rays.u[i] = 0.5f;
            rays.v[i] = 0.5f;
            rays.du[i] = (float) (0.5 * Math.cos(i));
            rays.dv[i] = (float) (0.5 * Math.sin(i));
        }
        java.util.Arrays.fill(rays.until, 1);
        rays.march(heights, 100, false);
        for (int i = 0; i < 100; i++) {
            assertThat(rays.height[i]).isCloseTo(0.25f, offset(1e-5f));
            assertThat(rays.u[i]).isCloseTo((float) (0.5 + 0.375 * Math.cos(i)), offset(1e-4f));
        }
    }
}
