package gloaming.scene.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.scene.LightSource;
import gloaming.scene.Matrix;
import gloaming.scene.Scene;
import gloaming.scene.Specks;
import gloaming.scene.Thing;
import java.util.Arrays;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** What a camera gives beside its picture, skies of pictures, dark corners, and dots and lines among things. */
class MeasuredTest {
    private static final int W = 160;
    private static final int H = 90;
    private static final Crew ALONE = new Crew(1);

    @AfterAll
    static void rest() {
        ALONE.close();
    }

    private static void camera(Renderer renderer, double round, double distance, int samples) {
        renderer.view().camera(round, 0, distance, 0.125, 0, 0, 0, false, samples * W, samples * H);
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2})
    void nearnessIsTheDistanceOverTheDepthAndNormalsFaceTheCamera(int samples) {
        Scene scene = new Scene().clear();
        scene.add(Shapes.wall(0.5)).move[11] = 1;
        Renderer renderer = new Renderer();
        camera(renderer, 0, 4, samples);
        Measured measured = renderer.measured();
        Picture near = measured.nearness = new Picture(W, H);
        Picture normals = measured.normals = new Picture(W, H);
        Picture things = measured.things = new Picture(W, H);
        measured.distance = 4;
        renderer.draw(scene, samples, 64, new Picture(W, H), ALONE);
        int middle = H / 2 * W + W / 2;
        assertThat(near.r()[middle]).isCloseTo(4f / 3, within(1e-4f));
        assertThat(normals.b()[middle]).isCloseTo(1, within(1e-5f));
        assertThat(normals.r()[middle]).isCloseTo(0, within(1e-5f));
        assertThat(things.r()[middle]).isEqualTo(1);
        assertThat(near.r()[0]).isZero();
        assertThat(things.a()[0]).isZero();
    }

    @Test
    void whatIsMovedAndWhatTheCameraDoesIsMeasuredInUnitsASecond() {
        Scene scene = new Scene().clear();
        Thing thing = scene.add(Shapes.wall(3));
        Renderer renderer = new Renderer();
        Measured measured = renderer.measured();
        measured.dt = 0.1;
        Picture out = new Picture(W, H);
        int middle = H / 2 * W + W / 2;
        // At a distance of 4 the picture is as high as 8 tan(pi / 8) units of the world, and 2 of its own.
        double scale = 1 / (4 * Math.tan(Math.PI * 0.125));
        for (int i = 0; i < 3; i++) {
            measured.movement = new Picture(W, H);
            thing.move[3] = 0.05f * i;
            thing.move[7] = -0.02f * i;
            camera(renderer, 0, 4, 1);
            renderer.draw(scene, 1, 64, out, ALONE);
        }
        assertThat((double) measured.movement.r()[middle]).isCloseTo(0.5 * scale, within(1e-3));
        assertThat((double) measured.movement.g()[middle]).isCloseTo(-0.2 * scale, within(1e-3));
        measured.movement = new Picture(W, H);
        camera(renderer, 0, 4, 1);
        renderer.draw(scene, 1, 64, out, ALONE);
        assertThat(measured.movement.r()[middle]).isCloseTo(0, within(1e-4f));
        // Nearer by a tenth: what is aside flies outward, the middle stays.
        measured.movement = new Picture(W, H);
        camera(renderer, 0, 3.6, 1);
        renderer.draw(scene, 1, 64, out, ALONE);
        assertThat(measured.movement.r()[middle + 40]).isGreaterThan(0.2f);
        assertThat(measured.movement.r()[middle - 40]).isLessThan(-0.2f);
    }

    @ParameterizedTest
    @ValueSource(floats = {0.1f, 0.5f, 1})
    void whiteMetalUnderAnEvenPictureOfASkyGivesItBack(float roughness) {
        Scene scene = new Scene().clear();
        Thing thing = scene.add(Shapes.wall(3));
        thing.material.red = thing.material.green = thing.material.blue = 1;
        thing.material.metal = 1;
        thing.material.roughness = roughness;
        scene.sky().picture = new Picture(W, H).fill(0.25f, 0.5f, 0.75f, 1);
        scene.sky().strength = 2;
        scene.sky().set = true;
        Renderer renderer = new Renderer();
        camera(renderer, 0.05, 4, 1);
        Picture out = renderer.draw(scene, 1, 64, new Picture(W, H), ALONE);
        int middle = H / 2 * W + W / 2;
        assertThat(out.r()[middle]).isCloseTo(0.5f, within(0.01f));
        assertThat(out.g()[middle]).isCloseTo(1, within(0.02f));
        thing.material.metal = 0;
        camera(renderer, 0.05, 4, 1);
        out = renderer.draw(scene, 1, 64, out, ALONE);
        assertThat(out.b()[middle]).isCloseTo(1.5f, within(0.03f));
    }

    @Test
    void aSkyThatIsLightAboveLightsWhatFacesUpByTheCosineOverTheHalf() {
        Scene scene = new Scene().clear();
        Picture sky = new Picture(256, 128);
        for (int i = 256 * 64; i < 256 * 128; i++) sky.r()[i] = 1;
        scene.sky().picture = sky;
        scene.sky().set = true;
        scene.sky().seen = true;
        Thing floor = scene.add(Shapes.wall(2));
        // Its front faces up.
        Matrix.pose(floor.move, 1, 0, -0.25, 0, 0, 0, 0);
        floor.material.red = 1;
        floor.material.shine = 0;
        floor.material.bothSides = true;
        Renderer renderer = new Renderer();
        renderer.view().camera(0, 0.2, 3, 0.125, 0, 0, 0, false, W, H);
        Picture out = renderer.draw(scene, 1, 64, new Picture(W, H), ALONE);
        // The nine numbers are short of the closed form, 1, by less than a twentieth.
        assertThat(out.r()[H / 2 * W + W / 2]).isCloseTo(1, within(0.05f));
        assertThat(out.a()[0]).isEqualTo(1);
    }

    @Test
    void anAngleInTurnsIsWithinATenThousandth() {
        for (int i = 0; i < 1_000; i++) {
            double angle = 2 * Math.PI * i / 1_000;
            double expected = Math.atan2(Math.sin(angle), Math.cos(angle)) / (2 * Math.PI);
            double apart = SkyPicture.turns((float) Math.sin(angle), (float) Math.cos(angle)) - expected;
            assertThat(apart - Math.rint(apart)).isCloseTo(0, within(1e-4));
        }
    }

    @Test
    void cornersAreDarkerAndAFlatWallIsNot() {
        Scene scene = new Scene().clear();
        Arrays.fill(scene.sky().above, 1);
        Arrays.fill(scene.sky().horizon, 1);
        Arrays.fill(scene.sky().below, 1);
        scene.sky().set = true;
        Thing back = scene.add(Shapes.wall(2));
        back.material.red = 1;
        Thing side = scene.add(Shapes.wall(2));
        Matrix.pose(side.move, 1, 0, 0, 0.25, -0.8, 0, 0);
        side.material.bothSides = true;
        Renderer renderer = new Renderer();
        camera(renderer, 0, 3, 1);
        Picture plain = renderer.draw(scene, 1, 64, new Picture(W, H), ALONE);
        Picture dark = renderer.corners(1, 0.4).draw(scene, 1, 64, new Picture(W, H), ALONE);
        // The wall at the side stands 0.8 to the left; the picture shows 1.24 units to either side at this distance.
        double unit = H / 2.0 / (3 * Math.tan(Math.PI * 0.125));
        int row = H / 2 * W;
        int corner = row + (int) (W / 2.0 - 0.75 * unit);
        int open = row + (int) (W / 2.0 + 0.6 * unit);
        assertThat(dark.r()[corner]).isLessThan(0.9f * plain.r()[corner]);
        assertThat(dark.r()[open]).isCloseTo(plain.r()[open], within(0.01f));
    }

    private static Specks dot(float x, float y, float z, float radius) {
        Specks specks = new Specks().room(1);
        for (float[] end : new float[][] {specks.from, specks.to}) {
            end[0] = x;
            end[1] = y;
            end[2] = z;
        }
        specks.radius[0] = radius;
        Arrays.fill(specks.colour, 0, 4, 1);
        return specks;
    }

    @Test
    void aDotIsAsLargeAsTheProjectionSaysAndHiddenByWhatStandsBeforeIt() {
        Scene scene = new Scene().clear();
        scene.add(dot(0, 0, 0, 0.3f));
        Renderer renderer = new Renderer();
        camera(renderer, 0, 4, 1);
        Picture out = renderer.draw(scene, 1, 64, new Picture(W, H), ALONE);
        double sum = 0;
        for (float a : out.a()) sum += a;
        double radius = 0.3 / (4 * Math.tan(Math.PI * 0.125)) * H / 2;
        assertThat(sum).isCloseTo(Math.PI * radius * radius, within(0.04 * sum));
        assertThat(renderer.why()).isNull();
        scene.add(Shapes.wall(2)).move[11] = 0.5f;
        camera(renderer, 0, 4, 1);
        Picture hidden = renderer.draw(scene, 1, 64, new Picture(W, H), ALONE);
        scene.clear().add(Shapes.wall(2)).move[11] = 0.5f;
        camera(renderer, 0, 4, 1);
        Picture alone = renderer.draw(scene, 1, 64, new Picture(W, H), ALONE);
        assertThat(hidden.r()).isEqualTo(alone.r());
    }

    @Test
    void aLineIsLitByTheAngleToItsWay() {
        float[] seen = new float[2];
        for (int k = 0; k < 2; k++) {
            Scene scene = new Scene().clear();
            Arrays.fill(scene.sky().above, 0);
            Arrays.fill(scene.sky().horizon, 0);
            Arrays.fill(scene.sky().below, 0);
            LightSource sun = scene.lamp();
            sun.x = 1;
            sun.lookAt(0, 0, 0);
            sun.shadow = false;
            Specks line = dot(0, 0, 0, 0.05f);
            line.lit = 1;
            // Along the light, and across it.
            line.from[k] = -0.5f;
            line.to[k] = 0.5f;
            scene.add(line);
            Renderer renderer = new Renderer();
            camera(renderer, 0, 4, 1);
            seen[k] = renderer.draw(scene, 1, 64, new Picture(W, H), ALONE).r()[H / 2 * W + W / 2];
        }
        assertThat(seen[0]).isLessThan(0.05f);
        assertThat(seen[1]).isGreaterThan(0.6f);
    }

    @Test
    void oddDotsHarmNothing() {
        Specks specks = new Specks().room(6);
        for (int i = 0; i < 18; i++) {
            specks.from[i] = i % 5 == 0 ? Float.NaN : i % 4 == 0 ? 1e30f : i % 3;
            specks.to[i] = i % 7 == 0 ? Float.NEGATIVE_INFINITY : 0.1f * i;
        }
        for (int i = 0; i < 6; i++) specks.radius[i] = i == 1 ? Float.NaN : i == 2 ? 1e9f : 0.2f;
        Arrays.fill(specks.colour, 1);
        specks.lit = 0.5f;
        Scene scene = new Scene().clear();
        scene.add(specks);
        Renderer renderer = new Renderer();
        camera(renderer, 0, 0.01, 2);
        Picture out = renderer.draw(scene, 2, 64, new Picture(W, H), ALONE);
        for (float f : out.r()) assertThat(f).isFinite();
        assertThat(org.assertj.core.api.Assertions.catchThrowable(() -> specks.room(Specks.MOST + 1)))
                .hasMessageContaining("there can be");
    }

    @Test
    void aSpotThrowsItsPictureUprightIntoItsCone() {
        Scene scene = new Scene().clear();
        Thing wall = scene.add(Shapes.wall(5));
        wall.material.red = wall.material.green = wall.material.blue = 1;
        wall.material.shine = 0;
        Arrays.fill(scene.sky().above, 0);
        Arrays.fill(scene.sky().horizon, 0);
        Arrays.fill(scene.sky().below, 0);
        scene.sky().set = true;
        LightSource spot = scene.lamp();
        spot.form = LightSource.Form.SPOT;
        spot.z = 2;
        spot.lookAt(0, 0, 0);
        spot.shadow = false;
        spot.outer = (float) Math.cos(Math.PI / 6);
        spot.inner = spot.outer + 0.001f;
        spot.red = spot.green = spot.blue = 4;
        // Right half red, upper half green.
        Picture slide = new Picture(64, 64);
        for (int i = 0; i < 64 * 64; i++) {
            slide.r()[i] = i % 64 >= 32 ? 1 : 0;
            slide.g()[i] = i / 64 >= 32 ? 1 : 0;
            slide.a()[i] = 1;
        }
        spot.picture = slide;
        Renderer renderer = new Renderer();
        camera(renderer, 0, 4, 1);
        Picture out = renderer.draw(scene, 1, 64, new Picture(W, H), ALONE);
        double unit = H / 2.0 / (4 * Math.tan(Math.PI * 0.125));
        int[] at = new int[4];
        for (int k = 0; k < 4; k++) {
            double x = (k & 1) == 0 ? -0.4 : 0.4;
            double y = k < 2 ? -0.4 : 0.4;
            at[k] = (int) (H / 2.0 + y * unit) * W + (int) (W / 2.0 + x * unit);
        }
        assertThat(out.r()[at[0]] + out.g()[at[0]]).isLessThan(0.01f);
        assertThat(out.r()[at[1]]).isGreaterThan(0.5f);
        assertThat(out.g()[at[1]]).isLessThan(0.01f);
        assertThat(out.g()[at[2]]).isGreaterThan(0.5f);
        assertThat(out.r()[at[2]]).isLessThan(0.01f);
        assertThat(out.r()[at[3]]).isGreaterThan(0.5f);
        assertThat(out.r()[at[3]]).isCloseTo(out.g()[at[3]], within(0.01f));
    }

    @Test
    void aHighPartOfAReliefThrowsItsShadowOnTheLowPartAwayFromTheLamp() {
        Scene scene = new Scene().clear();
        Thing wall = scene.add(Shapes.wall(1));
        wall.material.red = 1;
        wall.material.shine = 0;
        Arrays.fill(scene.sky().above, 0);
        Arrays.fill(scene.sky().horizon, 0);
        Arrays.fill(scene.sky().below, 0);
        scene.sky().set = true;
        Picture heights = new Picture(128, 128);
        for (int i = 0; i < 128 * 128; i++)
            if (i % 128 > 56 && i % 128 < 72) heights.r()[i] = heights.g()[i] = heights.b()[i] = 1;
        wall.material.heightMap = heights;
        wall.material.relief = 0.2f;
        LightSource sun = scene.lamp();
        sun.x = -1;
        sun.z = 1;
        sun.lookAt(0, 0, 0);
        sun.shadow = false;
        Renderer renderer = new Renderer();
        renderer.view().camera(0, 0, 2, 0.12, 0, 0, 0, true, W, H);
        Picture out = renderer.draw(scene, 1, 64, new Picture(W, H), ALONE);
        double unit = H / 2.0 / (2 * Math.tan(Math.PI * 0.12));
        int row = H / 2 * W;
        // The bar ends at 0.125 to the right and is 0.4 high; the sun comes at 45 degrees from the left.
        float lit = out.r()[row + (int) (W / 2.0 - 0.6 * unit)];
        assertThat(lit).isCloseTo((float) Math.sqrt(0.5), within(0.03f));
        assertThat(out.r()[row + (int) (W / 2.0 + 0.3 * unit)]).isLessThan(0.1f);
        assertThat(out.r()[row + (int) (W / 2.0 + 0.75 * unit)]).isCloseTo(lit, within(0.05f));
    }

    @Test
    void aFaceOfABoxIsSeenFromEdgeToEdgeWhateverThePicturesShape() {
        View view = new View().face(0.25, 0, 3, 1, 2, 0.5, 0.2, 0.1, W, H);
        // From the right: the box's back is on the right of the picture.
        double[][] corners = {{2.5, -0.3, 1.6}, {2.5, 0.7, -1.4}};
        for (int k = 0; k < 2; k++) {
            double[] p = corners[k];
            double x = view.m[0] * p[0] + view.m[1] * p[1] + view.m[2] * p[2] + view.m[3];
            double y = view.m[4] * p[0] + view.m[5] * p[1] + view.m[6] * p[2] + view.m[7];
            assertThat(x).isCloseTo(k * W, within(0.05));
            assertThat(y).isCloseTo(k * H, within(0.05));
        }
    }
}
