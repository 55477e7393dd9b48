package gloaming.scene.render;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import org.junit.jupiter.params.ParameterizedTest;
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
    @ValueSource(doubles = {20, 35, 50, 70})
    void theShadowOfAWallEndsWhereTheLampSeesTheGroundOverIt(double degrees) {
        Heights heights = wall();
        double lamp = Math.toRadians(degrees);
        int n = 300;
        Fragments f = new Fragments();
        ReliefRays r = new ReliefRays();
        r.ways[0] = DEEP;
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
        f.carved.shade(f, r);
        double ends = 0.5 - (1 - GROUND) * DEEP / Math.tan(lamp);
        for (int i = 0; i < n; i++) {
            // Within two texels the wall's own slope counts.
            if (Math.abs(places[i] - ends) < 2.5 / W) continue;
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
        f.carved.shade(f, r);
        for (int i = 0; i < n; i++) assertThat(f.light[i]).isEqualTo(1);
    }
}
