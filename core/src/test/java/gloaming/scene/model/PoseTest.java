package gloaming.scene.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.library.Sculpture;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Skins and targets against places worked out by hand. */
class PoseTest {
    private static final Crew ALONE = new Crew(1);
    private static final float HALF = (float) Math.sqrt(0.5);

    @AfterAll
    static void rest() {
        ALONE.close();
    }

    private static float[] rest(float... places) {
        float[] rest = new float[places.length / 3 * Sculpture.REST];
        for (int i = 0; i < places.length / 3; i++) {
            System.arraycopy(places, 3 * i, rest, i * Sculpture.REST, 3);
            for (int k = 6; k < 10; k++) rest[i * Sculpture.REST + k] = 1;
        }
        return rest;
    }

    /** A strip of three corners; the middle one hangs on both joints, the last on the second, which lies at a height of 1. */
    private static Sculpture arm(Sculpture.Way way, float[] times, float[] turns) {
        Shape shape = new Shape();
        shape.corner(0, 0, 0, 0, 0, 1, 0, 0);
        shape.corner(1, 1, 0, 0, 0, 1, 0, 0);
        shape.corner(0, 2, 0, 0, 0, 1, 0, 0);
        shape.triangle(0, 1, 2);
        Sculpture.Part part = new Sculpture.Part(
                2,
                shape.done(),
                -1,
                0,
                new int[] {0, 0, 0, 0, 0, 1, 0, 0, 1, 0, 0, 0},
                new float[] {1, 0, 0, 0, 0.5f, 0.5f, 0, 0, 1, 0, 0, 0},
                new float[0][]);
        float[] inverse = {1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 1, 0, 0, 0, 0, 1, 0, -1, 0, 0, 1, 0};
        Sculpture.Track track = new Sculpture.Track(1, Sculpture.What.TURN, way, times, turns);
        return new Sculpture(
                new int[] {-1, 0, -1},
                rest(0, 0, 0, 0, 1, 0, 5, 5, 5),
                new float[3][0],
                List.of(part),
                List.of(new Sculpture.Skin(new int[] {0, 1}, inverse)),
                List.of(new Sculpture.Animation("wave", 1, List.of(track))),
                List.of(),
                List.<Picture>of(),
                0);
    }

    private static Shape posed(Sculpture model, double at, double mix) {
        Pose pose = new Pose();
        Sculpture.Animation wave = model.animations().getFirst();
        pose.lay(model, mix > 0 ? null : wave, at, wave, at, mix);
        return new Moved().at(model, model.parts().getFirst(), pose, ALONE);
    }

    private static final float[] QUARTER = {0, 0, 0, 1, 0, 0, HALF, HALF};

    @ParameterizedTest
    @CsvSource({"LINEAR, 0, 0", "LINEAR, 0.5, 45", "LINEAR, 1, 90", "LINEAR, 0.25, 22.5", "STEP, 0.9, 0", "STEP, 1, 90"
    })
    void cornersGoWithTheJointsTheyHangOn(Sculpture.Way way, double at, double degrees) {
        Shape s = posed(arm(way, new float[] {0, 1}, QUARTER), at, 0);
        double sin = Math.sin(Math.toRadians(degrees));
        double cos = Math.cos(Math.toRadians(degrees));
        assertThat(s.x()[0]).isCloseTo(0, within(1e-5f));
        assertThat((double) s.x()[2]).isCloseTo(-sin, within(1e-5));
        assertThat((double) s.y()[2]).isCloseTo(1 + cos, within(1e-5));
        assertThat((double) s.x()[1]).isCloseTo((1 + cos) / 2, within(1e-5));
        assertThat((double) s.y()[1]).isCloseTo((1 + 1 + sin) / 2, within(1e-5));
        assertThat(s.nz()[2]).isCloseTo(1, within(1e-5f));
    }

    @Test
    void halfOfAnAnimationIsHalfTheTurnOfIt() {
        Shape s = posed(arm(Sculpture.Way.LINEAR, new float[] {0, 1}, QUARTER), 1, 0.5);
        assertThat(s.x()[2]).isCloseTo(-HALF, within(1e-5f));
    }

    @Test
    void aSmoothTrackWithLevelSlopesEasesInAndOut() {
        float[] none = {0, 0, 0, 0};
        float[] keys = new float[24];
        System.arraycopy(none, 0, keys, 0, 4);
        System.arraycopy(QUARTER, 0, keys, 4, 4);
        System.arraycopy(QUARTER, 4, keys, 16, 4);
        Sculpture arm = arm(Sculpture.Way.SMOOTH, new float[] {0, 1}, keys);
        assertThat(posed(arm, 0.5, 0).x()[2]).isCloseTo(-HALF, within(1e-4f));
        assertThat(posed(arm, 0.1, 0).x()[2]).isGreaterThan(-0.06f);
        assertThat(posed(arm, 1, 0).x()[2]).isCloseTo(-1, within(1e-5f));
    }

    @Test
    void targetsMoveCornersByTheirWeightsAndWithoutAnyTheShapeIsTheFilesOwn() {
        Shape shape = new Shape();
        for (int i = 0; i < 3; i++) shape.corner(i == 1 ? 1 : 0, i == 2 ? 1 : 0, 0, 0, 0, 1, 0, 0);
        shape.triangle(0, 1, 2);
        float[] target = {0, 0, 0, 0, 0, 2, 0, 0, 0};
        Sculpture.Track weights = new Sculpture.Track(
                0, Sculpture.What.WEIGHTS, Sculpture.Way.LINEAR, new float[] {0, 2}, new float[] {0, 1});
        Sculpture model = new Sculpture(
                new int[] {-1},
                rest(0, 0, 0),
                new float[][] {{0}},
                List.of(new Sculpture.Part(0, shape.done(), -1, -1, null, null, new float[][] {target})),
                List.of(),
                List.of(new Sculpture.Animation("", 2, List.of(weights))),
                List.of(),
                List.of(),
                0);
        Shape s = posed(model, 1, 0);
        assertThat(s.z()[1]).isCloseTo(1, within(1e-6f));
        assertThat(s.z()[0]).isZero();
        Sculpture plain = Sculpture.of(shape);
        Pose pose = new Pose();
        pose.lay(plain, null, 0, null, 0, 0);
        assertThat(new Moved().at(plain, plain.parts().getFirst(), pose, ALONE)).isSameAs(shape);
    }

    @Test
    void oddTracksHarmNothing() {
        Sculpture arm = arm(Sculpture.Way.LINEAR, new float[0], new float[0]);
        assertThat(posed(arm, 0.5, 0).y()[2]).isEqualTo(2);
        arm = arm(Sculpture.Way.LINEAR, new float[] {0, 0, Float.NaN}, new float[] {
            0, 0, 0, 0, Float.NaN, 0, 0, 0, 1, 1, 1, 1
        });
        Shape s = posed(arm, Double.NaN, 0);
        for (int i = 0; i < 3; i++) assertThat(s.x()[i]).isFinite();
    }
}
