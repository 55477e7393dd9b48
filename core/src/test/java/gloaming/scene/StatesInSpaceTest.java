package gloaming.scene;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Shape;
import gloaming.scene.stand.StatesInSpace;
import gloaming.state.How;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** Things and lamps go from one state to another, and nothing leaps: not where they are, not how they are turned, not how fast. */
class StatesInSpaceTest {
    private static final double OVER = 1.5;
    private final Moments frame = new Moments();
    private final StatesInSpace.Memory memory = by(1).memory();
    private final Shape shape = new Shape();
    private final Scene turns = new Scene();
    private final Scene waits = new Scene();

    private static StatesInSpace by(int state) {
        return new StatesInSpace(How.NUMBER, state, OVER);
    }

    private static void put(Scene scene, Shape shape, double scale, double tilt, double spin, double x) {
        Matrix.pose(scene.clear().add(shape).move, scale, 0.1, tilt, spin, x, 0, 0);
    }

    /** The first state turns once in four seconds, the second stands elsewhere, tilted and twice as large. */
    private Scene run(int state) {
        put(turns, shape, 1, 0, 0.25 * frame.time, 0.2 * frame.time);
        put(waits, shape, 2, 0.3, 0.4, -1);
        frame.reads.put("two", waits);
        return by(state).run(turns, memory, frame.next());
    }

    /** How far a turn is from another, in radians. */
    private static double angle(float[] a, float[] b) {
        double trace = 0;
        double scale = Math.cbrt(determinant(a) * determinant(b));
        for (int r = 0; r < 3; r++) for (int c = 0; c < 3; c++) trace += a[4 * r + c] * b[4 * r + c];
        return Math.acos(Math.clamp((trace / scale - 1) / 2, -1.0, 1.0));
    }

    private static double determinant(float[] m) {
        return m[0] * (m[5] * m[10] - m[6] * m[9])
                - m[1] * (m[4] * m[10] - m[6] * m[8])
                + m[2] * (m[4] * m[9] - m[5] * m[8]);
    }

    @Test
    void neitherPlaceNorTurnNorTheirSpeedsLeapWhenItStopsTurningAndBeginsAgainOnTheWay() {
        float[] last = null;
        double speed = Double.NaN;
        double most = 0;
        double fastest = 0;
        double wasX = 0;
        double speedX = Double.NaN;
        double mostX = 0;
        for (int i = 0; i < 320; i++) {
            float[] is =
                    run(i < 60 || i >= 120 && i < 220 ? 1 : 2).thing(0).move.clone();
            if (last != null) {
                double now = angle(last, is) / frame.dt;
                if (i > 2) most = Math.max(most, Math.abs(now - speed));
                fastest = Math.max(fastest, now);
                speed = now;
                double nowX = (is[3] - wasX) / frame.dt;
                if (i > 2) mostX = Math.max(mostX, Math.abs(nowX - speedX));
                speedX = nowX;
            }
            last = is;
            wasX = is[3];
        }
        assertThat(fastest).as("it turns, radians a second").isGreaterThan(1.5);
        // Half a turn in 1.5 s by the polynomial: its speed changes by 5.8 * pi / 1.5^2 a second at most, and some
        // more for what it takes up.
        assertThat(most).as("change of turning from one frame to the next").isLessThan(16 * frame.dt);
        assertThat(mostX).as("change of speed from one frame to the next").isLessThan(16 * frame.dt);
    }

    @Test
    void beforeAndAfterAChangeAThingIsWhereItsStateHasItToTheBit() {
        for (int i = 0; i < 10; i++) assertThat(run(1).thing(0).move).containsExactly(turns.thing(0).move);
        for (int i = 0; i < 100; i++) run(2);
        assertThat(run(2).thing(0).move).containsExactly(waits.thing(0).move);
    }

    @Test
    void sizeAndColourMixAndNeverGoPastEither() {
        turns.clear().add(shape).material.red = 0;
        waits.clear().add(shape).material.red = 1;
        Matrix.pose(waits.thing(0).move, 3, 0, 0, 0, 0, 0, 0);
        frame.reads.put("two", waits);
        by(1).run(turns, memory, frame.next());
        double size = 1;
        float red = 0;
        for (int i = 0; i < 100; i++) {
            Thing thing = by(2).run(turns, memory, frame.next()).thing(0);
            double now = Math.cbrt(determinant(thing.move));
            assertThat(now).isBetween(size - 1e-5, 3 + 1e-5);
            assertThat(thing.material.red).isBetween(red, 1f);
            size = now;
            red = thing.material.red;
        }
        assertThat(size).isCloseTo(3, offset(1e-5));
        assertThat(red).isEqualTo(1);
    }

    @Test
    void aLampGoesToItsNextPlaceAndStrengthAndWhatIsNewIsThereAtOnce() {
        turns.clear().lamp().red = 2;
        waits.clear().add(shape);
        LightSource lamp = waits.lamp();
        lamp.red = 6;
        lamp.x = 4;
        LightSource second = waits.lamp();
        second.x = -4;
        frame.reads.put("two", waits);
        turns.lamp(0).x = 0;
        for (int i = 0; i < 5; i++) by(1).run(turns, memory, frame.next());
        for (int i = 0; i < 45; i++) by(2).run(turns, memory, frame.next());
        Scene half = by(2).run(turns, memory, frame);
        assertThat(half.lamp(0).x).isBetween(1.5f, 2.5f);
        assertThat(half.lamp(0).red).isBetween(3.5f, 4.5f);
        assertThat(half.lamp(1).x).isEqualTo(-4);
        assertThat(half.things()).isEqualTo(1);
    }

    @Test
    void anyMoveIsTakenApartIntoATurnAndTheRestAndPutTogetherAgain() {
        Random random = new Random(4);
        Orientation orientation = new Orientation();
        for (int i = 0; i < 2000; i++) {
            float[] m = new float[Matrix.SIZE];
            Matrix.pose(
                    m,
                    0.1 + random.nextDouble(),
                    random.nextDouble(),
                    random.nextDouble(),
                    random.nextDouble(),
                    1,
                    2,
                    3);
            if (i % 2 == 0) for (int k = 0; k < 3; k++) m[4 * k + 1] *= -2;
            if (i % 3 == 0) for (int k = 0; k < 3; k++) m[4 * k + 2] += 0.7f * m[4 * k];
            orientation.of(m);
            double[] q = orientation.turn();
            assertThat(Math.sqrt(q[0] * q[0] + q[1] * q[1] + q[2] * q[2] + q[3] * q[3]))
                    .isCloseTo(1, offset(1e-6));
            float[] again = m.clone();
            orientation.to(again);
            for (int k = 0; k < Matrix.SIZE; k++) assertThat(again[k]).isCloseTo(m[k], offset(1e-5f));
        }
        float[] flat = new float[Matrix.SIZE];
        orientation.of(flat);
        orientation.to(flat);
        assertThat(flat).containsOnly(0);
    }
}
