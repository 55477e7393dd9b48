package gloaming.scene.render;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.look.Value;
import gloaming.scene.Matrix;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** What is left out because something stands before it is what would not be seen. */
class OcclusionTest {
    private static final int W = 160;
    private static final int H = 90;
    private static final Crew TWO = new Crew(2);
    private static final Shape BALL = Shapes.made("ball", Map.of("detail", Value.of(64)));

    @AfterAll
    static void rest() {
        TWO.close();
    }

    private static Thing ball(Scene scene, double size, double x, double y, double z) {
        Thing thing = scene.add(BALL);
        Matrix.pose(thing.move, size, 0.1, 0.2, 0, x, y, z);
        return thing;
    }

    /** Balls all over the place, some within others, some behind. */
    private static Scene crowd(int many, long seed) {
        Random random = new Random(seed);
        Scene scene = Shapes.under(0.5f);
        for (int i = 0; i < many; i++)
            ball(
                    scene,
                    i % 7 == 0 ? 0.6 : 0.1 + 0.1 * random.nextDouble(),
                    random.nextDouble(-1, 1),
                    random.nextDouble(-0.6, 0.6),
                    random.nextDouble(-1, 1));
        return scene;
    }

    private static View at(View view, double round, double distance, boolean parallel) {
        return view.camera(round, 0.03, distance, 0.14, 0.1, 0, 0, parallel, 2 * W, 2 * H);
    }

    private static Picture drawn(Renderer renderer, Scene scene, double round, double distance, boolean parallel) {
        at(renderer.view(), round, distance, parallel);
        return renderer.draw(scene, 2, 64, new Picture(W, H), TWO);
    }

    private static void same(Picture is, Picture expected) {
        for (int c = 0; c < 4; c++) assertThat(is.plane(c)).isEqualTo(expected.plane(c));
    }

    @Test
    void picturesAreThoseOfWhoNeverSawTheSceneBefore() {
        for (long seed = 1; seed <= 2; seed++) {
            Scene scene = crowd(20, seed);
            for (boolean parallel : new boolean[] {false, true}) {
                Renderer one = new Renderer();
                // Slowly round, in leaps, and right into the midst of it.
                double[] rounds = {0, 0.004, 0.008, 0.5, 0.504, 0.2, 0.2, 0.2};
                double[] distances = {3, 3, 2.9, 3, 3, 0.4, 0.1, 3};
                for (int i = 0; i < rounds.length; i++)
                    same(
                            drawn(one, scene, rounds[i], distances[i], parallel),
                            drawn(new Renderer(), scene, rounds[i], distances[i], parallel));
            }
        }
    }

    @Test
    void whatIsHiddenIsNotSetUpAndComesOutAtOnce() {
        Scene scene = Shapes.under(0.5f);
        ball(scene, 1, 0, 0, 0);
        Thing inner = null;
        for (int i = 0; i < 12; i++) inner = ball(scene, 0.3, 0, 0, 0.005 * i);
        View view = at(new View(), 0, 3, false);
        Draughts all = new Draughts();
        float[] nearness = new float[4 * W * H];
        int[] numbers = new int[4 * W * H];
        int[] setUp = new int[3];
        for (int frame = 0; frame < 3; frame++) {
            if (frame == 2) Matrix.pose(inner.move, 0.3, 0, 0, 0, 0.6, 0, 0.8);
            all.prepare(scene, view, Draughts.What.SOLID, TWO);
            all.draw(scene, view, nearness, numbers, TWO);
            for (int i = 0; i < all.count(); i++) if (all.batch(i).thing > 0) setUp[frame] += all.batch(i).count;
            for (int i = 0; i < numbers.length; i++) if (nearness[i] > 0) all.seen(numbers[i] >>> Batch.BITS);
        }
        assertThat(setUp[0]).isGreaterThan(5_000);
        assertThat(setUp[1]).as("twelve balls within one").isZero();
        assertThat(setUp[2]).as("one of them came out").isPositive().isLessThan(setUp[0] / 4);
    }

    @Test
    void ofTwoThatAreEquallyNearTheFirstIsSeenWhicheverIsDrawnFirst() {
        int[] numbers = new int[64 * 64];
        float[] nearness = new float[64 * 64];
        float[] triangle = {3.2f, 2.1f, 0.5f, 60.3f, 5.7f, 0.25f, 20.9f, 58.8f, 0.75f};
        for (int first : new int[] {7, 9}) {
            java.util.Arrays.fill(nearness, 0);
            Raster.triangle(triangle, 0, first, 64, 0, 64, nearness, numbers);
            Raster.triangle(triangle, 0, 16 - first, 64, 0, 64, nearness, numbers);
            for (int i = 0; i < nearness.length; i++)
                if (nearness[i] > 0) assertThat(numbers[i]).isEqualTo(7);
        }
    }

    @Test
    void aBallIsHiddenOnlyWhereAllOfItLiesBehind() {
        Random random = new Random(4);
        int hidden = 0;
        for (boolean parallel : new boolean[] {false, true}) {
            View view = at(new View(), 0.1, 3, parallel);
            Scene screen = Shapes.under(0.5f);
            for (int i = 0; i < 5; i++)
                ball(screen, 0.8, random.nextDouble(-1, 1), random.nextDouble(-0.5, 0.5), random.nextDouble(0, 1));
            float[] before = nearness(screen, view);
            Occlusion drawn = new Occlusion();
            drawn.take(view, before, TWO);
            for (int i = 0; i < 300; i++) {
                double size = 0.02 + 0.2 * random.nextDouble();
                double x = random.nextDouble(-1.3, 1.3);
                double y = random.nextDouble(-0.8, 0.8);
                double z = random.nextDouble(-1.5, 2.5);
                float[] m = view.m;
                boolean hides = drawn.hides(
                        (float) (m[0] * x + m[1] * y + m[2] * z + m[3]),
                        (float) (m[4] * x + m[5] * y + m[6] * z + m[7]),
                        (float) (m[8] * x + m[9] * y + m[10] * z + m[11]),
                        (float) size * BALL.radius());
                if (!hides) continue;
                hidden++;
                Scene one = new Scene().clear();
                ball(one, size, x, y, z);
                float[] behind = nearness(one, view);
                for (int k = 0; k < behind.length; k++) assertThat(behind[k]).isLessThanOrEqualTo(before[k]);
            }
        }
        assertThat(hidden).isGreaterThan(20);
    }

    private static float[] nearness(Scene scene, View view) {
        Draughts all = new Draughts();
        float[] nearness = new float[view.width * view.height];
        all.prepare(scene, view, Draughts.What.SHADOW, TWO);
        all.draw(scene, view, nearness, null, TWO);
        return nearness;
    }
}
