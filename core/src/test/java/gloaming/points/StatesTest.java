package gloaming.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.flow.Signal;
import gloaming.points.arrange.States;
import gloaming.state.How;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Points go from one state to another, and nothing leaps: not where they are, not how fast they go, not where they head. */
class StatesTest {
    private final Moments frame = new Moments();
    private final States.Memory memory = by(1).memory();
    private final Points waits = points(0, 0, 1, 0);
    private final Points falls = points(1, -0.5f, -1, 0);

    private static States by(int state) {
        return new States(How.NUMBER, state, 1.5);
    }

    private static Points points(float x, float y, float hx, float hy) {
        Points points = new Points().n(3);
        for (int i = 0; i < 3; i++) {
            points.each(Attribute.X)[i] = x + i;
            points.each(Attribute.Y)[i] = y;
            points.each(Attribute.HX)[i] = hx;
            points.each(Attribute.HY)[i] = hy;
        }
        return points;
    }

    private Points run(States states) {
        frame.reads.put("two", falls);
        return states.run(waits, memory, frame.next());
    }

    /** The second state falls at this speed. */
    private void fall(double speed) {
        float[] y = falls.each(Attribute.Y);
        for (int i = 0; i < 3; i++) y[i] -= (float) (speed * frame.dt);
    }

    @Test
    void placeAndSpeedGoOnThroughAChangeToAStateThatMovesAndBackInItsMiddle() {
        List<Double> places = new ArrayList<>();
        for (int i = 0; i < 300; i++) {
            fall(0.8);
            int state = i < 30 || i >= 80 && i < 160 ? 1 : 2;
            places.add((double) run(by(state)).at(Attribute.Y, 1));
        }
        double most = 0;
        double fastest = 0;
        for (int i = 2; i < places.size(); i++) {
            double before = (places.get(i - 1) - places.get(i - 2)) / frame.dt;
            double is = (places.get(i) - places.get(i - 1)) / frame.dt;
            fastest = Math.max(fastest, Math.abs(is));
            most = Math.max(most, Math.abs(is - before));
        }
        assertThat(fastest).isGreaterThan(1);
        // The way is some 3 units long at most in 1.5 s: by the polynomial its speed changes by 5.8 * 3 / 1.5^2 a
        // second at most,
        // and some more for the speeds that it takes up.
        assertThat(most).as("change of speed from one frame to the next").isLessThan(16 * frame.dt);
    }

    @Test
    void afterItsTimeItIsWhereTheStateHasItToTheBit() {
        for (int i = 0; i < 10; i++) run(by(1));
        for (int i = 0; i < 90; i++) run(by(2));
        Points out = run(by(2));
        for (Attribute a : List.of(Attribute.X, Attribute.Y, Attribute.HX, Attribute.SIZE))
            for (int i = 0; i < 3; i++) assertThat(out.at(a, i)).isEqualTo(falls.at(a, i));
    }

    @Test
    void headingTurnsByAndByAndKeepsItsLengthStraightBackToo() {
        run(by(1));
        double before = 0;
        for (int i = 0; i < 100; i++) {
            Points out = run(by(2));
            double hx = out.at(Attribute.HX, 0);
            double hy = out.at(Attribute.HY, 0);
            assertThat(Math.hypot(hx, hy)).isCloseTo(1, offset(1e-5));
            double angle = Math.abs(Math.atan2(hy, hx));
            assertThat(angle - before).isBetween(-1e-4, 0.07);
            before = angle;
        }
        assertThat(before).isCloseTo(Math.PI, offset(1e-4));
    }

    @Test
    void aStateWithFewerPointsIsRepeatedAndOneThatIsNotThereIsTheFirst() {
        Points one = new Points().n(1);
        one.each(Attribute.X)[0] = 7;
        frame.reads.put("three", one);
        for (int i = 0; i < 200; i++) run(by(3));
        assertThat(run(by(3)).at(Attribute.X, 2)).isEqualTo(7);
        for (int i = 0; i < 200; i++) run(by(5));
        assertThat(run(by(5)).at(Attribute.X, 2)).isEqualTo(2);
    }

    @Test
    void atEachTriggerTheNextStateThatThereIsComes() {
        States turn = new States(How.TURN, 1, 0);
        Signal when = new Signal();
        frame.reads.put("when", when);
        List<Float> seen = new ArrayList<>();
        for (int i = 0; i < 6; i++) {
            when.set(i % 2);
            seen.add(run(turn).at(Attribute.X, 0));
        }
        assertThat(seen).containsExactly(0f, 1f, 1f, 0f, 0f, 1f);
    }

    @Test
    void whileTimeStandsStillSoDoesTheChange() {
        run(by(1));
        for (int i = 0; i < 20; i++) run(by(2));
        float x = run(by(2)).at(Attribute.X, 0);
        frame.dt = 0;
        for (int i = 0; i < 10; i++) assertThat(run(by(2)).at(Attribute.X, 0)).isEqualTo(x);
        frame.dt = 1 / 60.0;
        assertThat(run(by(2)).at(Attribute.X, 0) - x).isBetween(0f, 0.05f);
    }
}
