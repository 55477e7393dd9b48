package gloaming.scene.render;

import static gloaming.scene.render.Shapes.made;
import static gloaming.scene.render.Shapes.under;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Value;
import gloaming.scene.Haze;
import gloaming.scene.LightSource;
import gloaming.scene.Matter;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import java.util.Map;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** Light that fog throws to the eye, against its integral along the ray. */
class ShaftsTest {
    private static final int W = 640;
    private static final int H = 360;
    private static final float DENSITY = 0.3f;
    private static final double DISTANCE = 4;
    private static final Crew ALONE = new Crew(1);
    private static final Crew TWO = new Crew(2);

    @AfterAll
    static void rest() {
        ALONE.close();
        TWO.close();
    }

    /** Black fog under a black sky, which shows nothing but what it throws of lamps. */
    private static Scene fog() {
        Scene scene = under(0);
        scene.fog().density = DENSITY;
        scene.fog().beams = 1;
        return scene;
    }

    /** A black wall, as seen from in front {@code far} units from the eye. */
    private static void wall(Scene scene, double far) {
        Thing wall = scene.add(made("panel", Map.of("width", Value.of(40), "height", Value.of(40))));
        wall.move[11] = (float) (DISTANCE - far);
        wall.material.model = Matter.Model.UNLIT;
        wall.material.red = wall.material.green = wall.material.blue = 0;
    }

    private static Picture seen(Scene scene, int width, int height, Crew crew) {
        Renderer renderer = new Renderer();
        renderer.view().camera(0, 0, DISTANCE, 0.12, 0, 0, 0, false, width, height);
        return renderer.draw(scene, 1, 1_024, new Picture(width, height), crew);
    }

    /** The mean round the middle, which lies by nobody's noise. */
    private static double middle(Picture picture) {
        double sum = 0;
        int n = Math.max(2, picture.height / 22);
        for (int y = 0; y < n; y++)
            for (int x = 0; x < n; x++)
                sum += picture.r()[picture.at(picture.height / 2 - n / 2 + y) + picture.width / 2 - n / 2 + x];
        return sum / n / n;
    }

    /** An integral by Simpson's rule. */
    private static double integral(double from, double to, DoubleUnaryOperator of) {
        int n = 20_000;
        double h = (to - from) / n;
        double sum = of.applyAsDouble(from) + of.applyAsDouble(to);
        for (int i = 1; i < n; i++) sum += (i % 2 == 1 ? 4 : 2) * of.applyAsDouble(from + i * h);
        return sum * h / 3;
    }

    private static LightSource lamp(Scene scene, double x, double y, double z) {
        LightSource lamp = scene.lamp();
        lamp.form = LightSource.Form.LAMP;
        lamp.x = (float) x;
        lamp.y = (float) y;
        lamp.z = (float) z;
        return lamp;
    }

    @Test
    void fogUnderASunIsAsBrightAsTheWayThroughItSays() {
        for (double far : new double[] {1, 3, 10}) {
            Scene scene = fog();
            scene.lamp().lookAt(1, -1, 0);
            scene.lamp(0).shadow = false;
            wall(scene, far);
            assertThat(middle(seen(scene, W, H, ALONE))).isCloseTo((1 - Math.exp(-DENSITY * far)) / 4, within(0.004));
        }
    }

    @Test
    void fogRoundALampIsAsBrightAsTheIntegralOfItsLight() {
        for (double aside : new double[] {0.1, 0.5, 2}) {
            Scene scene = fog();
            lamp(scene, 0, aside, 1).wide = 0.001f;
            wall(scene, 6);
            double tan = 2 * Math.tan(Math.PI * 0.12) / H;
            double is = 0;
            for (int k = 0; k < 16; k++) {
                // Rays of the pixels that are looked at.
                double dx = (k % 4 - 1.5) * 4 * tan;
                double dy = (k / 4 - 1.5) * 4 * tan;
                double length = Math.sqrt(1 + dx * dx + dy * dy);
                is += integral(0, 6 * length, t -> {
                            double x = t / length * dx;
                            double y = t / length * dy - aside;
                            double z = DISTANCE - t / length - 1;
                            return DENSITY * Math.exp(-DENSITY * t) / 4 / (x * x + y * y + z * z);
                        })
                        / 16;
            }
            assertThat(middle(seen(scene, W, H, ALONE)) / is).isCloseTo(1, within(0.06));
        }
    }

    @Test
    void aBeamIsSeenWhereItsConeIsAndNowhereElse() {
        Scene scene = fog();
        LightSource spot = lamp(scene, 0, 2, 0);
        spot.form = LightSource.Form.SPOT;
        spot.outer = (float) Math.cos(0.2);
        spot.inner = (float) Math.cos(0.19999);
        Picture out = seen(scene, W, H, ALONE);
        double unit = H / 2.0 / Math.tan(Math.PI * 0.12) / DISTANCE;
        // On the level of the middle the cone is two units below the lamp, and so wide.
        double half = 2 * Math.tan(0.2);
        for (int x = 0; x < W; x++) {
            double aside = Math.abs(x + 0.5 - W / 2.0) / unit;
            float light = out.r()[H / 2 * W + x];
            if (aside > half * 1.12) assertThat(light).isLessThan(1e-5f);
            if (aside < half * 0.85) assertThat(light).isGreaterThan(0.002f);
        }
        double is = integral(
                DISTANCE - half, DISTANCE + half, t -> DENSITY * Math.exp(-DENSITY * t) / 4 / (4 + sq(DISTANCE - t)));
        assertThat(middle(out) / is).isCloseTo(1, within(0.06));
    }

    private static double sq(double x) {
        return x * x;
    }

    @Test
    void whatStandsBeforeTheSunCutsItsLightOutOfTheFog() {
        Scene scene = fog();
        LightSource sun = scene.lamp();
        sun.y = 3;
        sun.wide = 0;
        sun.lookAt(0, 0, 0);
        wall(scene, 6);
        // A roof over all that is farther than three units from the eye.
        Thing roof =
                scene.add(made("block", Map.of("width", Value.of(8), "height", Value.of(0.1), "depth", Value.of(8))));
        roof.move[7] = 2.5f;
        roof.move[11] = (float) (DISTANCE - 3 - 4);
        double is = (1 - Math.exp(-DENSITY * 3)) / 4;
        assertThat(middle(seen(scene, W, H, ALONE))).isCloseTo(is, within(0.008));
    }

    /** Fog that lies low, seen from high above it: at the eye there is none to speak of, and all of it far away. */
    @Test
    void fogThatLiesLowIsSeenFromHighAbove() {
        for (double height : new double[] {0.2, 1}) {
            Scene scene = fog();
            scene.fog().ground = -3;
            scene.fog().height = (float) height;
            lamp(scene, 0, -2.5, 1).wide = 0.05f;
            Thing floor = scene.add(
                    made("block", Map.of("width", Value.of(40), "height", Value.of(0.1), "depth", Value.of(40))));
            floor.move[7] = -3.05f;
            floor.material.model = Matter.Model.UNLIT;
            floor.material.red = floor.material.green = floor.material.blue = 0;
            Picture out = seen(scene, W, H, ALONE);
            float most = 0;
            for (float light : out.r()) most = Math.max(most, light);
            // Beside the lamp, so far over the ground, its light meets this much of the fog.
            assertThat(most).isGreaterThan((float) (0.1 * DENSITY * Math.exp(-0.5 / height)));
        }
    }

    @Test
    void aRayIsFollowedUntilAHundredthIsLeft() {
        Haze fog = new Haze();
        fog.density = 0.4f;
        fog.ground = -1;
        for (float height : new float[] {0, 0.3f, 2})
            for (float eye : new float[] {-1.5f, 0, 2})
                for (float up : new float[] {-0.6f, -0.05f, 0, 0.05f, 0.6f}) {
                    fog.height = height;
                    float far = fog.reach(eye, up, 60);
                    assertThat(far).isBetween(0f, 60f);
                    double all = thrown(fog, eye, up, 60);
                    assertThat(thrown(fog, eye, up, far) / all)
                            .as("height %s, eye %s, up %s: %s", height, eye, up, far)
                            .isGreaterThan(0.97);
                }
    }

    /** What a ray throws to the eye of a light that is alike everywhere. */
    private static double thrown(Haze fog, float eye, float up, float far) {
        int n = 20_000;
        double through = 0;
        double sum = 0;
        for (int i = 0; i < n; i++) {
            double d = fog.at((float) (eye + up * (i + 0.5) * far / n)) * far / n;
            sum += d * Math.exp(-through - d / 2);
            through += d;
        }
        return sum;
    }

    @Test
    void whatItThrowsToAllSidesTogetherIsTheLightThatMetIt() {
        Haze fog = new Haze();
        for (float onward : new float[] {0, 0.4f, 0.8f}) {
            fog.onward = onward;
            assertThat(integral(-1, 1, c -> fog.phase((float) c)) / 2).isCloseTo(1, within(1e-3));
        }
    }

    @Test
    void itIsTheSameToTheBitWithOneThreadAndTwoAndAlikeAtEverySize() {
        Scene scene = fog();
        lamp(scene, 0.5, 0.6, 0.3);
        scene.fog().uneven = 0.5f;
        scene.fog().height = 0.8f;
        scene.fog().onward = 0.4f;
        Thing ball = scene.add(made("ball", Map.of()));
        ball.move[0] = ball.move[5] = ball.move[10] = 0.4f;
        Picture one = seen(scene, 2 * W, 2 * H, ALONE);
        Picture two = seen(scene, 2 * W, 2 * H, TWO);
        for (int c = 0; c < 4; c++) assertThat(two.plane(c)).isEqualTo(one.plane(c));
        Picture small = seen(scene, W, H, ALONE);
        double apart = 0;
        double sum = 0;
        for (int y = 0; y < H; y++)
            for (int x = 0; x < W; x++) {
                double mean = 0;
                for (int k = 0; k < 4; k++) mean += one.r()[one.at(2 * y + k / 2) + 2 * x + k % 2] / 4;
                apart += Math.abs(mean - small.r()[small.at(y) + x]);
                sum += mean;
            }
        assertThat(apart / sum).isLessThan(0.1);
    }

    @Test
    void oddLampsLeaveNoNumberThatIsNone() {
        Scene scene = fog();
        lamp(scene, 0, 0, DISTANCE).wide = 0;
        LightSource wide = lamp(scene, 0, 0, 0);
        wide.form = LightSource.Form.SPOT;
        wide.outer = -0.5f;
        LightSource along = lamp(scene, 0, 0, DISTANCE);
        along.form = LightSource.Form.SPOT;
        along.dy = 0;
        along.dz = -1;
        scene.fog().height = 0.01f;
        for (int[] size : new int[][] {{16, 16}, {1, 1}, {300, 3}, {3, 300}})
            for (float v : seen(scene, size[0], size[1], ALONE).r())
                assertThat(v).isFinite();
    }
}
