package gloaming.scene.render;

import static gloaming.scene.render.Shapes.made;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.SeesSpace;
import gloaming.flow.Shape;
import gloaming.flow.SurfaceMap;
import gloaming.look.Value;
import gloaming.scene.LightSource;
import gloaming.scene.Matrix;
import gloaming.scene.Matter;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import java.util.Arrays;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** The drawing of scenes against closed forms, and against a ray caster that does it plainly. */
class RendererTest {
    private static final int W = 160;
    private static final int H = 90;
    private static final Crew ALONE = new Crew(1);
    private static final Crew TWO = new Crew(2);

    @AfterAll
    static void rest() {
        ALONE.close();
        TWO.close();
    }

    private static Shape ball() {
        return made("ball", Map.of("radius", Value.of(1), "detail", Value.of(48)));
    }

    private static Renderer looking(double round, double high, double distance, int samples) {
        Renderer renderer = new Renderer();
        renderer.view().camera(round, high, distance, 0.12, 0, 0, 0, false, samples * W, samples * H);
        return renderer;
    }

    private static Scene crowd(int things, long seed) {
        SplittableRandom any = new SplittableRandom(seed);
        String[] makes = {"ball", "block", "cone", "hoop", "capsule", "crystal", "panel"};
        Scene scene = new Scene().clear();
        for (int i = 0; i < things; i++) {
            Thing thing = scene.add(made(makes[any.nextInt(makes.length)], Map.of()));
            thing.material.bothSides = any.nextBoolean();
            Matrix.pose(
                    thing.move,
                    any.nextDouble(0.1, 0.6),
                    any.nextDouble(),
                    any.nextDouble(),
                    any.nextDouble(),
                    any.nextDouble(-1.5, 1.5),
                    any.nextDouble(-0.9, 0.9),
                    any.nextDouble(-1.5, 2.4));
        }
        return scene;
    }

    /** Where the corners of a thing are in the world, and a ball that holds them all. */
    private record Placed(double[][] corners, double[] middle, double radius) {
        /** Whether a ray misses the ball, and so the thing. */
        boolean missed(double[] from, double[] way) {
            double[] to = minus(middle, from);
            double along = dot(to, way);
            return dot(to, to) - along * along / dot(way, way) > radius * radius;
        }
    }

    private static Placed[] placed(Scene scene) {
        Placed[] all = new Placed[scene.things()];
        for (int i = 0; i < all.length; i++) {
            Shape s = scene.thing(i).shape;
            float[] m = scene.thing(i).move;
            double[][] corners = new double[s.corners()][3];
            double[] middle = {m[3], m[7], m[11]};
            double radius = 0;
            for (int c = 0; c < s.corners(); c++) {
                for (int r = 0; r < 3; r++)
                    corners[c][r] =
                            m[4 * r] * s.x()[c] + m[4 * r + 1] * s.y()[c] + m[4 * r + 2] * s.z()[c] + m[4 * r + 3];
                double[] out = minus(corners[c], middle);
                radius = Math.max(radius, Math.sqrt(dot(out, out)));
            }
            all[i] = new Placed(corners, middle, radius + 1e-6);
        }
        return all;
    }

    /** The thing that a ray through the middle of a pixel meets first, or -1 (Möller and Trumbore 1997). */
    private static int cast(Scene scene, Placed[] placed, View view, int x, int y) {
        double[] way = new double[3];
        double[] from = new double[3];
        double px = (x + 0.5 - view.width / 2.0) / view.pixels;
        double py = (y + 0.5 - view.height / 2.0) / view.pixels;
        for (int k = 0; k < 3; k++) {
            way[k] = px * view.right[k] + py * view.up[k] - view.back[k];
            from[k] = view.eye[k];
        }
        double nearest = Double.MAX_VALUE;
        int found = -1;
        for (int i = 0; i < scene.things(); i++) {
            if (placed[i].missed(from, way)) continue;
            Thing thing = scene.thing(i);
            Shape s = thing.shape;
            double[][] p = placed[i].corners;
            for (int t = 0; t < s.triangles(); t++) {
                double[] a = p[s.of()[3 * t]];
                double[] ab = minus(p[s.of()[3 * t + 1]], a);
                double[] ac = minus(p[s.of()[3 * t + 2]], a);
                double[] k = cross(way, ac);
                double det = dot(ab, k);
                if (det <= 0 && !thing.material.bothSides || det == 0) continue;
                double[] to = minus(from, a);
                double u = dot(to, k) / det;
                double[] q = cross(to, ab);
                double v = dot(way, q) / det;
                double far = dot(ac, q) / det;
                if (u < 0 || v < 0 || u + v > 1 || far < view.near || far >= nearest) continue;
                nearest = far;
                found = i;
            }
        }
        return found;
    }

    private static double[] minus(double[] a, double[] b) {
        return new double[] {a[0] - b[0], a[1] - b[1], a[2] - b[2]};
    }

    private static double[] cross(double[] a, double[] b) {
        return new double[] {a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]};
    }

    private static double dot(double[] a, double[] b) {
        return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
    }

    /** Where a camera says that something stands, there the plain way through that pixel ends, on the thing that it says. */
    @ParameterizedTest
    @ValueSource(ints = {1, 2})
    void whatACameraSaysOfSpaceIsWhereTheRayThroughThePixelEnds(int samples) {
        Scene scene = crowd(30, 7);
        Placed[] placed = placed(scene);
        Renderer renderer = looking(0.07, 0.04, 5, samples);
        renderer.draw(scene, samples, 64, new Picture(W, H), ALONE);
        View view = renderer.view();
        float[] told = new float[SeesSpace.NUMBERS];
        int alike = 0;
        int all = 0;
        for (int y = 1; y < H; y += 3)
            for (int x = 1; x < W; x += 3) {
                boolean there = renderer.at((x + 0.5) / W, (y + 0.5) / H, told);
                // What it tells is of the sample that the place falls into.
                int column = (int) ((x + 0.5) / W * view.width);
                int row = (int) ((y + 0.5) / H * view.height);
                int thing = cast(scene, placed, view, column, row);
                all++;
                if (there != (thing >= 0) || there && told[4] != thing + 1) continue;
                alike++;
                if (!there) continue;
                // It projects back to where it was asked for, and is as far away as it says.
                float[] m = view.m;
                double depth = m[8] * told[0] + m[9] * told[1] + m[10] * told[2] + m[11];
                double px = (m[0] * told[0] + m[1] * told[1] + m[2] * told[2] + m[3]) / depth;
                double py = (m[4] * told[0] + m[5] * told[1] + m[6] * told[2] + m[7]) / depth;
                assertThat(px).isCloseTo(column + 0.5, within(0.02));
                assertThat(py).isCloseTo(row + 0.5, within(0.02));
                double far = Math.sqrt(Math.pow(told[0] - view.eye[0], 2)
                        + Math.pow(told[1] - view.eye[1], 2)
                        + Math.pow(told[2] - view.eye[2], 2));
                assertThat((double) told[3]).isCloseTo(far, within(1e-3));
            }
        assertThat((double) alike / all).isGreaterThan(0.995);
        assertThat(new Renderer().at(0.5, 0.5, told))
                .as("before anything is drawn")
                .isFalse();
    }

    @ParameterizedTest
    @CsvSource({"1, 2.6", "2, 2.6", "3, 1.1", "4, 0.4"})
    void pixelsSeeTheThingThatARayThroughThemMeetsFirst(long seed, double distance) {
        // From close by, the camera stands among the things, and the near plane cuts some of them.
        Scene scene = crowd(24, seed);
        View view = new View().camera(0.1, 0.05, distance, 0.15, 0, 0, 0, false, W, H);
        Draughts all = new Draughts();
        all.prepare(scene, view, Draughts.What.SOLID, TWO);
        float[] nearness = new float[W * H];
        int[] numbers = new int[W * H];
        all.draw(scene, view, nearness, numbers, TWO);
        int alike = 0;
        int some = 0;
        Placed[] placed = placed(scene);
        for (int i = 0; i < W * H; i++) {
            int seen = nearness[i] == 0 ? -1 : all.batch(numbers[i] >>> Batch.BITS).thing;
            int cast = cast(scene, placed, view, i % W, i / W);
            if (cast >= 0) some++;
            if (seen == cast) alike++;
        }
        assertThat(some).isGreaterThan(W * H / 10);
        assertThat((double) alike / (W * H)).isGreaterThan(0.999);
    }

    @ParameterizedTest
    @CsvSource({"0.05, 1", "0.4, 1", "1, 1", "0.1, 0", "0.6, 0", "1, 0"})
    void whiteStuffUnderAnEvenSkyGivesTheSkyBack(float roughness, float metal) {
        Scene scene = new Scene().clear();
        Matter m = scene.add(ball()).material;
        m.red = m.green = m.blue = 1;
        m.roughness = roughness;
        m.metal = metal;
        Arrays.fill(scene.sky().above, 0.5f);
        Arrays.fill(scene.sky().horizon, 0.5f);
        Arrays.fill(scene.sky().below, 0.5f);
        scene.sky().set = true;
        Picture out = looking(0, 0, 4, 1).draw(scene, 1, 64, new Picture(W, H), ALONE);
        int inside = 0;
        for (int i = 0; i < W * H; i++) {
            if (out.a()[i] < 1) continue;
            inside++;
            assertThat(out.r()[i]).isCloseTo(0.5f, within(0.005f));
        }
        assertThat(inside).isGreaterThan(500);
    }

    @Test
    void whatLiesLessOpenGetsLessOfTheSkyAndAsMuchOfALamp() {
        Scene scene = new Scene().clear();
        Matter m = scene.add(ball()).material;
        m.red = m.green = m.blue = 1;
        m.roughness = 1;
        m.lay(SurfaceMap.OPEN, new Picture(2, 2).fill(0.4f, 0, 0, 1));
        m.shut = 0.5f;
        Arrays.fill(scene.sky().above, 0.5f);
        Arrays.fill(scene.sky().horizon, 0.5f);
        Arrays.fill(scene.sky().below, 0.5f);
        scene.sky().set = true;
        int middle = H / 2 * W + W / 2;
        Picture out = looking(0, 0, 4, 1).draw(scene, 1, 64, new Picture(W, H), ALONE);
        // Half way from all of the sky's light to four tenths of it.
        assertThat(out.r()[middle]).isCloseTo(0.5f * 0.7f, within(0.005f));
        dark(scene);
        LightSource sun = scene.lamp();
        sun.shadow = false;
        sun.z = 3;
        sun.lookAt(0, 0, 0);
        float lit =
                looking(0, 0, 4, 1).draw(scene, 1, 64, new Picture(W, H), ALONE).r()[middle];
        m.lay(SurfaceMap.OPEN, null);
        assertThat(looking(0, 0, 4, 1)
                        .draw(scene, 1, 64, new Picture(W, H), ALONE)
                        .r()[middle])
                .isCloseTo(lit, within(1e-5f));
    }

    @Test
    void aMattBallUnderASunIsAsBrightAsTheCosine() {
        Scene scene = new Scene().clear();
        Matter m = scene.add(ball()).material;
        m.red = m.green = m.blue = 0.5f;
        m.shine = 0;
        dark(scene);
        LightSource sun = scene.lamp();
        sun.shadow = false;
        sun.x = 1;
        sun.y = 2;
        sun.z = 3;
        sun.lookAt(0, 0, 0);
        Renderer renderer = looking(0, 0, 1_000, 1);
        renderer.view().camera(0, 0, 10, 0.12, 0, 0, 0, true, W, H);
        Picture out = renderer.draw(scene, 1, 64, new Picture(W, H), ALONE);
        double unit = H / 2.0 / (10 * Math.tan(Math.PI * 0.12));
        double length = Math.sqrt(14);
        for (int i = 0; i < W * H; i++) {
            double x = (i % W + 0.5 - W / 2.0) / unit;
            double y = (i / W + 0.5 - H / 2.0) / unit;
            double z = Math.sqrt(Math.max(0, 1 - x * x - y * y));
            if (x * x + y * y > 0.9) continue;
            double cosine = Math.max(0, (x + 2 * y + 3 * z) / length);
            assertThat((double) out.r()[i]).isCloseTo(0.5 * cosine, within(0.01));
        }
    }

    @Test
    void lightOfALampFallsOffByTheSquareAndByTheCosine() {
        Scene scene = new Scene().clear();
        Thing floor = scene.add(made("panel", Map.of("width", Value.of(10), "height", Value.of(10))));
        floor.material.red = 1;
        floor.material.shine = 0;
        dark(scene);
        LightSource lamp = scene.lamp();
        lamp.form = LightSource.Form.LAMP;
        lamp.z = 2;
        lamp.shadow = false;
        Renderer renderer = looking(0, 0, 3, 1);
        renderer.view().camera(0, 0, 3, 0.12, 0, 0, 0, true, W, H);
        Picture out = renderer.draw(scene, 1, 64, new Picture(W, H), ALONE);
        double unit = H / 2.0 / (3 * Math.tan(Math.PI * 0.12));
        for (int x : new int[] {0, 40, 80, 120, 159}) {
            double aside = (x + 0.5 - W / 2.0) / unit;
            double up = 0.5 / unit;
            double square = 4 + aside * aside + up * up;
            assertThat((double) out.r()[H / 2 * W + x]).isCloseTo(2 / Math.sqrt(square) / square, within(1e-3));
        }
    }

    /** No light but the lamps'. */
    private static void dark(Scene scene) {
        Arrays.fill(scene.sky().above, 0);
        Arrays.fill(scene.sky().horizon, 0);
        Arrays.fill(scene.sky().below, 0);
        scene.sky().set = true;
    }

    @Test
    void placesComeWhereTheProjectionPutsThem() {
        View view = new View().camera(0.25, 0, 3, 0.125, 0.5, 0.2, 0, false, W, H);
        // A quarter of a turn round, it looks from the right: what lies towards us lies to its left... or right of the
        // middle.
        double[] p = {0.5, 0.7, 0.4};
        double depth = view.m[8] * p[0] + view.m[9] * p[1] + view.m[10] * p[2] + view.m[11];
        double x = view.m[0] * p[0] + view.m[1] * p[1] + view.m[2] * p[2] + view.m[3];
        double y = view.m[4] * p[0] + view.m[5] * p[1] + view.m[6] * p[2] + view.m[7];
        double tan = Math.tan(Math.PI * 0.125);
        assertThat(depth).isCloseTo(3, within(1e-5));
        assertThat(Math.abs(x / depth - W / 2.0)).isCloseTo(0.4 / 3 / tan * H / 2, within(1e-3));
        assertThat(y / depth - H / 2.0).isCloseTo(0.5 / 3 / tan * H / 2, within(1e-3));
        View flat = new View().camera(0, 0, 3, 0.125, 0, 0, 0, true, W, H);
        assertThat(flat.m[0] * 0.5 + flat.m[3] - W / 2.0).isCloseTo(0.5 / (3 * tan) * H / 2, within(1e-3));
    }

    @Test
    void aShadowEndsWhereTheSunPutsIt() {
        Scene scene = new Scene().clear();
        Thing floor = scene.add(
                made("panel", Map.of("width", Value.of(4), "height", Value.of(4), "stands", Value.of("floor"))));
        floor.material.red = 1;
        floor.material.shine = 0;
        Thing wall =
                scene.add(made("block", Map.of("width", Value.of(0.2), "height", Value.of(0.5), "depth", Value.of(2))));
        wall.move[7] = 0.25f;
        dark(scene);
        LightSource sun = scene.lamp();
        sun.x = -1;
        sun.y = 1;
        sun.wide = 0;
        sun.lookAt(0, 0, 0);
        // From straight above: the wall ends at 0.1, and its shadow is as long as it is high.
        Renderer renderer = looking(0, 0.25, 4, 1);
        renderer.view().camera(0, 0.25, 4, 0.12, 0, 0, 0, true, W, H);
        Picture out = renderer.draw(scene, 1, 2_048, new Picture(W, H), ALONE);
        double unit = H / 2.0 / (4 * Math.tan(Math.PI * 0.12));
        int row = H / 2 * W;
        assertThat(out.r()[row + (int) (W / 2.0 + 0.35 * unit)]).isLessThan(0.05f);
        assertThat(out.r()[row + (int) (W / 2.0 + 0.55 * unit)]).isLessThan(0.1f);
        assertThat(out.r()[row + (int) (W / 2.0 + 0.66 * unit)]).isCloseTo((float) Math.sqrt(0.5), within(0.01f));
        assertThat(out.r()[row + (int) (W / 2.0 - 0.3 * unit)]).isCloseTo((float) Math.sqrt(0.5), within(0.01f));
    }

    @Test
    void aPictureIsTheSameToTheBitWithOneThreadAndTwoAndInEveryFrame() {
        Scene scene = crowd(20, 9);
        scene.thing(3).material.cover = 0.5f;
        scene.lamp().lookAt(0.3, -1, -0.5);
        Picture one = looking(0.1, 0.1, 2.6, 2).draw(scene, 2, 512, new Picture(W, H), ALONE);
        Renderer again = looking(0.1, 0.1, 2.6, 2);
        Picture two = again.draw(scene, 2, 512, new Picture(W, H), TWO);
        for (int frame = 0; frame < 3; frame++) two = again.draw(scene, 2, 512, new Picture(W, H), TWO);
        for (int c = 0; c < 4; c++) assertThat(two.plane(c)).isEqualTo(one.plane(c));
    }

    @Test
    void whatCanBeSeenThroughLiesOverWhatIsBehindFromBackToFront() {
        Scene scene = new Scene().clear();
        sheet(scene, 0.5f, 1, 0, 0, 1);
        sheet(scene, -0.5f, 0, 0, 1, 1);
        sheet(scene, 0, 0, 1, 0, 0.5f);
        sheet(scene, 0.8f, 1, 1, 1, 0.25f);
        scene.thing(0).material.cover = 0.5f;
        Picture out = looking(0, 0, 3, 1).draw(scene, 1, 64, new Picture(W, H), ALONE);
        int i = H / 2 * W + W / 2;
        // Blue, half covered by green, that half by red, that a quarter by white.
        assertThat(out.r()[i]).isCloseTo(0.5f * 0.75f + 0.25f, within(1e-5f));
        assertThat(out.g()[i]).isCloseTo(0.25f * 0.75f + 0.25f, within(1e-5f));
        assertThat(out.b()[i]).isCloseTo(0.25f * 0.75f + 0.25f, within(1e-5f));
        assertThat(out.a()[i]).isCloseTo(1, within(1e-5f));
    }

    private static void sheet(Scene scene, float z, float red, float green, float blue, float cover) {
        Thing thing = scene.add(made("panel", Map.of()));
        thing.move[11] = z;
        thing.material.model = Matter.Model.UNLIT;
        thing.material.red = red;
        thing.material.green = green;
        thing.material.blue = blue;
        thing.material.cover = cover;
    }

    @Test
    void normalsStayUprightOnWhatIsStretchedAndMirrored() {
        // A slope of 45 degrees, made twice as high and mirrored: its normal goes by the inverse transpose.
        Shape slope = new Shape();
        int a = slope.corner(-1, -1, 1, -0.6, 0, 0.8, 0, 0);
        int b = slope.corner(1, -1, -1, 0.7071, 0, 0.7071, 1, 0);
        int c = slope.corner(0, 1, 0, 0.7071, 0, 0.7071, 0.5, 1);
        slope.triangle(a, b, c);
        slope.done();
        Scene scene = new Scene().clear();
        Thing thing = scene.add(slope);
        thing.move[0] = -2;
        View view = new View().camera(0, 0, 3, 0.12, 0, 0, 0, false, W, H);
        Face face = new Face();
        face.take(thing, 0, 0, 0, view);
        face.at(W / 2.0, H / 2.0);
        // x = -2 x', so that the plane x' = -z', z' the same, has the normal (-0.5, 0, 1) up to its length.
        assertThat(face.flat[0] / face.flat[2]).isCloseTo(-0.5, within(1e-6));
    }

    @Test
    void oddThingsNeitherStopItNorLeaveANumberThatIsNone() {
        Scene scene = crowd(6, 4);
        Shape none = new Shape().done();
        scene.add(none);
        Shape thin = new Shape();
        for (int i = 0; i < 3; i++) thin.corner(i, i, i, 0, 0, 0, 0, 0);
        thin.triangle(0, 1, 2);
        scene.add(thin.done());
        scene.add(made("ball", Map.of())).move[0] = Float.NaN;
        scene.add(made("ball", Map.of())).move[3] = 1e9f;
        LightSource inTheCamera = scene.lamp();
        inTheCamera.form = LightSource.Form.LAMP;
        inTheCamera.z = 2.6f;
        scene.lamp().red = Float.NaN;
        for (int[] size : new int[][] {{16, 16, 2}, {1, 1, 2}, {300, 3, 2}, {3840, 2160, 1}}) {
            int samples = size[2];
            Renderer renderer = new Renderer();
            renderer.view().camera(0, 0, 2.6, 0.12, 0, 0, 0, false, samples * size[0], samples * size[1]);
            Picture out = renderer.draw(scene, samples, 128, new Picture(size[0], size[1]), TWO);
            boolean numbers = true;
            for (int c = 0; c < 4; c++) for (float v : out.plane(c)) numbers &= Float.isFinite(v);
            assertThat(numbers).isTrue();
        }
    }
}
