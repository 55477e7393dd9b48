package gloaming.scene.render;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What stands in a relief throws its shadow as far as geometry says, in one piece. */
class CarvedTest {
    private static final int W = 400;
    private static final int H = 8;
    private static final float GROUND = 0.2f;
    /** How far the texture goes across in so much of the world as the relief is deep. */
    private static final float DEEP = 0.1f;

    /** A wall from 0.5 to 0.55 across, as high as there is, on even ground. */
    private static Heights wall() {
        float[] plane = new float[W * H];
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++) plane[y * W + x] = x >= W / 2 && x < W / 2 + 20 ? 1 : GROUND;
        Heights heights = new Heights();
        heights.take(plane, plane, plane, W, H, new Crew(1));
        return heights;
    }

    @ParameterizedTest
    @CsvSource({"20,true", "35,true", "50,true", "70,true", "20,false", "35,false", "50,false", "70,false"})
    void theShadowOfAWallEndsWhereTheLampSeesTheGroundOverIt(double degrees, boolean sun) {
        Heights heights = wall();
        double lamp = Math.toRadians(degrees);
        int n = 300;
        Fragments f = new Fragments();
        ReliefRays r = new ReliefRays();
        r.ways[0] = DEEP;
        r.simple = true;
        for (int i = 0; i < n; i++) {
            // The ground before the wall; the lamp stands behind it.
            r.u[i] = (i + 0.5f) / n * 0.495f;
            r.v[i] = 0.5f;
            r.height[i] = GROUND;
            f.lx[i] = (float) Math.cos(lamp);
            f.lz[i] = (float) Math.sin(lamp);
            f.fz[i] = 1;
            f.light[i] = 1;
        }
        f.light[n] = 0.5f;
        float[] places = r.u.clone();
        f.carved.clear();
        f.carved.add(0, r, 0, n, heights, false);
        f.carved.shade(f, r, sun);
        double ends = 0.5 - (1 - GROUND) * DEEP / Math.tan(lamp);
        for (int i = 0; i < n; i++) {
            // Within two texels the wall's own slope counts.
            if (Math.abs(places[i] - ends) < 2.5 / W + 0.11 * DEEP / Math.tan(lamp)) continue;
            assertThat(f.light[i])
                    .as("at %f, the shadow ends at %f", places[i], ends)
                    .isEqualTo(places[i] > ends ? 0f : 1f);
        }
        assertThat(f.light[n])
                .as("what lies behind the last is somebody else's")
                .isEqualTo(0.5f);
    }

    @ParameterizedTest
    @ValueSource(doubles = {5, 30, 88})
    void evenGroundIsLitWhereverTheLampStandsAndNoneFromBehind(double degrees) {
        float[] plane = new float[64 * 64];
        java.util.Arrays.fill(plane, 0.5f);
        Heights heights = new Heights();
        heights.take(plane, plane, plane, 64, 64, new Crew(1));
        double lamp = Math.toRadians(degrees);
        int n = 100;
        Fragments f = new Fragments();
        ReliefRays r = new ReliefRays();
        r.ways[0] = DEEP;
        r.ways[4] = DEEP;
        for (int i = 0; i < n; i++) {
            r.u[i] = (i + 0.5f) / n;
            r.v[i] = 0.3f;
            r.height[i] = 0.5f;
            f.lx[i] = (float) (Math.cos(lamp) * Math.cos(i));
            f.ly[i] = (float) (Math.cos(lamp) * Math.sin(i));
            f.lz[i] = (float) (i % 10 == 0 ? -Math.sin(lamp) : Math.sin(lamp));
            f.fz[i] = 1;
            f.light[i] = 1;
        }
        f.carved.clear();
        f.carved.add(0, r, 0, n, heights, true);
        f.carved.shade(f, r, false);
        for (int i = 0; i < n; i++) assertThat(f.light[i]).isEqualTo(1);
    }

    @ParameterizedTest
    @CsvSource({"0.3,0.9", "-0.8,0.2", "0.5,-0.5", "1,0.02", "-0.1,-1"})
    void aSunsShadowsAreThoseThatRaysFindWhereverItStands(double alongX, double alongY) {
        SplittableRandom random = new SplittableRandom(11);
        int side = 160;
        float[] plane = new float[side * side];
        for (int y = 0; y < side; y++)
            for (int x = 0; x < side; x++)
                plane[y * side + x] = 0.3f + 0.25f * (float) (Math.sin(x * 0.13) * Math.sin(y * 0.09 + 0.02 * x));
        Heights heights = new Heights();
        heights.take(plane, plane, plane, side, side, new Crew(1));
        Horizon horizon = heights.horizon((float) (alongX * 200), (float) (alongY * 200), true);
        int alike = 0;
        int dark = 0;
        int n = 2_000;
        for (int k = 0; k < n; k++) {
            int x = random.nextInt(side);
            int y = random.nextInt(side);
            double reach = -1;
            for (int s = 1; s < 4_000; s++) {
                double t = s / 4_000.0;
                reach = Math.max(reach, bilinear(plane, side, x + t * alongX * 200, y + t * alongY * 200) - t);
            }
            boolean expected = reach > plane[y * side + x] + 0.01;
            float is = horizon.at((x + 0.5f) / side, (y + 0.5f) / side);
            if (expected) dark++;
            if (expected == is > plane[y * side + x] + 0.01 || Math.abs(is - reach) < 0.02) alike++;
        }
        assertThat(dark).isBetween(n / 20, n * 19 / 20);
        assertThat(alike).isGreaterThan((int) (0.98 * n));
    }

    private static double bilinear(float[] plane, int side, double x, double y) {
        int ix = (int) Math.floor(x);
        int iy = (int) Math.floor(y);
        double px = x - ix;
        double py = y - iy;
        double low = texel(plane, side, ix, iy) * (1 - px) + texel(plane, side, ix + 1, iy) * px;
        double high = texel(plane, side, ix, iy + 1) * (1 - px) + texel(plane, side, ix + 1, iy + 1) * px;
        return low + (high - low) * py;
    }

    private static double texel(float[] plane, int side, int x, int y) {
        return plane[Math.floorMod(y, side) * side + Math.floorMod(x, side)];
    }
}
