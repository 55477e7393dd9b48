package gloaming.scene.render;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.scene.Matrix;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import java.util.Random;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** Pieces that are left out are pieces of which nothing is seen. */
class GrainsTest {
    private static final int W = 160;
    private static final int H = 90;
    private static final int SIDE = 120;
    private static final Crew ALONE = new Crew(1);

    @AfterAll
    static void rest() {
        ALONE.close();
    }

    /** A ball with bumps, whose rows go round it. */
    private static Shape bumpy(double bumps, long seed) {
        Random random = new Random(seed);
        Shape shape = new Shape();
        for (int j = 0; j <= SIDE; j++) {
            for (int i = 0; i <= SIDE; i++) {
                double a = 2 * Math.PI * (i % SIDE) / SIDE;
                double b = Math.PI * (j / (double) SIDE - 0.5);
                double r = 1 + bumps * (random.nextDouble() - 0.5);
                double x = r * Math.cos(b) * Math.sin(a);
                double y = r * Math.sin(b);
                double z = r * Math.cos(b) * Math.cos(a);
                shape.corner(x, y, z, x, y, z, (double) i / SIDE, (double) j / SIDE);
            }
        }
        int row = SIDE + 1;
        for (int j = 0; j < SIDE; j++)
            for (int i = 0; i < SIDE; i++)
                shape.square(j * row + i, j * row + i + 1, (j + 1) * row + i + 1, (j + 1) * row + i);
        return shape.done();
    }

    /** The first picture is made while nothing of the shape's pieces is known, the second with all of them. */
    private static void sameTwice(Scene scene, double round, double high, double distance, boolean parallel) {
        Renderer renderer = new Renderer();
        Picture[] out = {new Picture(W, H), new Picture(W, H), new Picture(W, H)};
        for (Picture picture : out) {
            renderer.view().camera(round, high, distance, 0.12, 0.1, 0.2, 0, parallel, 2 * W, 2 * H);
            renderer.draw(scene, 2, 64, picture, ALONE);
        }
        for (int c = 0; c < 4; c++) {
            assertThat(out[1].plane(c)).isEqualTo(out[0].plane(c));
            assertThat(out[2].plane(c)).isEqualTo(out[0].plane(c));
        }
    }

    @Test
    void aPictureIsTheSameToTheBitWithAndWithoutThem() {
        Random random = new Random(8);
        for (double bumps : new double[] {0, 0.02, 0.3}) {
            Scene scene = Shapes.under(0.4f);
            scene.add(bumpy(bumps, 4));
            Thing mirrored = scene.add(bumpy(bumps, 5));
            Matrix.pose(mirrored.move, 0.6, 0.1, 0.2, 0.3, 1.2, 0, -0.4);
            // Right for left, and flatter.
            for (int k = 0; k < 3; k++) {
                mirrored.move[4 * k] *= -1;
                mirrored.move[4 * k + 1] *= 0.3f;
            }
            Thing open = scene.add(bumpy(bumps, 6));
            Matrix.pose(open.move, 0.4, 0, 0, 0, -1.2, 0.3, 0.2);
            open.material.bothSides = true;
            for (int i = 0; i < 6; i++) {
                double round = random.nextDouble();
                double high = random.nextDouble(-0.24, 0.24);
                sameTwice(scene, round, high, 3, false);
                sameTwice(scene, round, high, 0.5, false);
                sameTwice(scene, round, high, 3, true);
            }
        }
    }

    @Test
    void theLowerHalfOfABallFacesAwayFromAbove() {
        Grains grains = new Grains();
        Shape ball = bumpy(0, 1);
        assertThat(grains.take(ball)).isFalse();
        assertThat(grains.take(ball)).isTrue();
        int all = 2 * SIDE * SIDE / Batch.GRAIN;
        // Seen from above, the lower rows.
        int away = 0;
        for (int g = 0; g < all; g++) if (grains.away(g, new float[] {0, 50, 0}, false)) away++;
        assertThat(away).isBetween(all / 3, all / 2);
        assertThat(grains.away(0, new float[] {0, 50, 0}, false)).isTrue();
        assertThat(grains.away(0, new float[] {0, -50, 0}, false)).isFalse();
        assertThat(grains.away(0, new float[] {0, -1, 0}, true)).isTrue();
        assertThat(grains.away(0, new float[] {0, 1, 0}, true)).isFalse();
        // What goes all round it faces every way.
        assertThat(grains.away(all / 2, new float[] {50, 0, 0}, false)).isFalse();
    }

    @Test
    void aShapeThatBecameAnotherIsNotKnownAnyMore() {
        Grains grains = new Grains();
        Shape shape = bumpy(0, 1);
        grains.take(shape);
        assertThat(grains.take(shape)).isTrue();
        shape.done();
        assertThat(grains.take(shape)).isFalse();
        assertThat(grains.take(shape)).isTrue();
    }
}
