package gloaming.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Signal;
import gloaming.state.How;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class NumberStatesTest {
    private final Moments frame = new Moments();
    private final NumberStates.Memory memory = by(1, false).memory();
    private final Signal in = Signal.of(0);

    private static NumberStates by(int state, boolean angle) {
        return new NumberStates(How.NUMBER, state, 3, 4, -2, 0, 0, 0, 1, angle);
    }

    private double run(NumberStates step) {
        return step.run(in, memory, frame.next()).value();
    }

    @Test
    void halfWayInTimeItIsHalfWayBetweenTwoThatStandAndAtTheEndItIsThere() {
        run(by(1, false));
        run(by(2, false));
        for (int i = 0; i < 30; i++) run(by(2, false));
        assertThat(memory.out().value()).isCloseTo(2, offset(1e-4));
        for (int i = 0; i < 30; i++) run(by(2, false));
        assertThat(memory.out().value()).isEqualTo(4);
    }

    @Test
    void howLongTheNextChangeTakesIsNoMatterOfTheOneThatGoesOnOrIsOver() {
        run(by(1, false));
        List<Double> plain = new ArrayList<>();
        for (int i = 0; i < 100; i++) plain.add(run(by(2, false)));
        NumberStates.Memory other = by(1, false).memory();
        Moments again = new Moments();
        by(1, false).run(in, other, again.next());
        for (int i = 0; i < 100; i++) {
            double over = i < 20 ? 1 : i < 80 ? 40 : 0;
            NumberStates step = new NumberStates(How.NUMBER, 2, 3, 4, -2, 0, 0, 0, over, false);
            assertThat(step.run(in, other, again.next()).value()).isEqualTo(plain.get(i));
        }
    }

    @Test
    void aLaneTakesTheNumbersPlaceAndItsSpeedIsTakenUpAndGivenUpSoftly() {
        Signal falls = Signal.of(0);
        frame.reads.put("two-lane", falls);
        List<Double> seen = new ArrayList<>();
        for (int i = 0; i < 200; i++) {
            falls.set(-3 * frame.time);
            seen.add(run(by(i < 20 || i > 100 ? 3 : 2, false)));
        }
        double most = 0;
        for (int i = 2; i < seen.size(); i++)
            most = Math.max(most, Math.abs(seen.get(i) - 2 * seen.get(i - 1) + seen.get(i - 2)) / frame.dt);
        // It is some 5 away, and goes 3 a second: by the polynomial its speed changes by 5.8 * 5 + 4 * 3 a second at
        // most.
        assertThat(most).isLessThan(42 * frame.dt);
        assertThat(seen.getLast()).isEqualTo(-2);
    }

    @Test
    void anAngleTakesTheShorterWayRound() {
        in.set(9.9);
        run(by(1, true));
        NumberStates home = new NumberStates(How.NUMBER, 2, 2, 0.1, 0, 0, 0, 0, 1, true);
        double first = run(home);
        assertThat(first).isCloseTo(-0.1, offset(1e-5));
        double before = first;
        for (int i = 0; i < 61; i++) {
            double now = run(home);
            assertThat(now).isBetween(before - 1e-6, 0.1 + 1e-6);
            assertThat(now - before).isLessThan(0.02);
            before = now;
        }
        assertThat(before).isEqualTo(0.1);
    }

    @Test
    void eachTriggerTakesTheNextAndTheLastIsFollowedByTheFirst() {
        Signal when = Signal.of(0);
        frame.reads.put("when", when);
        NumberStates turn = new NumberStates(How.TURN, 1, 3, 4, -2, 0, 0, 0, 0, false);
        List<Double> seen = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            when.set(i % 2);
            seen.add(run(turn));
        }
        assertThat(seen).containsExactly(0.0, 4.0, 4.0, -2.0, -2.0, 0.0, 0.0, 4.0);
    }
}
