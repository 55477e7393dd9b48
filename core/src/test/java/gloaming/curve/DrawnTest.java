package gloaming.curve;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;

/** What a hand drew while time went on. */
class DrawnTest {
    private static List<Key> hand(double from, double to, double step, DoubleUnaryOperator way) {
        List<Key> all = new ArrayList<>();
        for (double t = from; t <= to; t += step) all.add(Key.of(t, way.applyAsDouble(t), Key.Join.LINEAR));
        return all;
    }

    @Test
    void aStraightWayIsTwoKeysAndACornerThree() {
        Keys ramp = Keys.parse("0 0 hold").drawn(hand(1, 3, 1 / 30.0, t -> 0.5 * t));
        assertThat(ramp.keys()).extracting(Key::time).hasSize(3);
        Keys corner = Keys.parse("0 0 hold").drawn(hand(1, 3, 0.25, t -> Math.abs(t - 2)));
        assertThat(corner.keys()).extracting(Key::value).containsExactly(0.0, 1.0, 0.0, 1.0);
    }

    @Test
    void aRoundWayIsFewKeysAndNowhereFartherOffThanAHundredthOfIt() {
        DoubleUnaryOperator way = t -> Math.sin(t * 2);
        Keys drawn = Keys.parse("0 0 hold").drawn(hand(0, 6, 1 / 60.0, way));
        assertThat(drawn.keys()).hasSizeLessThan(60);
        for (double t = 0; t < 6; t += 0.013) assertThat(drawn.at(t)).isCloseTo(way.applyAsDouble(t), within(0.03));
    }

    @Test
    void whatStoodBeforeAndBehindStaysAndWhatStoodBetweenGoes() {
        Keys was = Keys.parse("0 0.1 smooth; 1 0.9 hold; 2 0.2 ease; 5 0.7 linear");
        Keys drawn = was.drawn(hand(0.5, 2.5, 0.1, t -> 0.4));
        assertThat(drawn.keys()).extracting(Key::time).first().isEqualTo(0.0);
        assertThat(drawn.keys()).extracting(Key::value).containsExactly(0.1, 0.4, 0.4, 0.7);
        assertThat(drawn.keys().getFirst().join()).isEqualTo(Key.Join.SMOOTH);
    }

    @Test
    void howeverWildItWasThereIsRoomAndTimeThatGoesBackIsLeftOut() {
        SplittableRandom random = new SplittableRandom(5);
        Keys wild = Keys.parse("0 0 hold").drawn(hand(0, 600, 0.1, t -> random.nextDouble()));
        assertThat(wild.keys()).hasSizeLessThanOrEqualTo(Keys.MOST);
        List<Key> back = new ArrayList<>(hand(1, 2, 0.5, t -> 1));
        back.addAll(hand(0, 1.9, 0.1, t -> 9));
        back.add(Key.of(Double.NaN, 1, Key.Join.LINEAR));
        assertThat(Keys.parse("0 0 hold").drawn(back).keys())
                .extracting(Key::value)
                .doesNotContain(9.0);
        assertThatThrownBy(() -> Keys.parse("0 0 hold").drawn(List.of())).hasMessageContaining("Nothing was drawn");
    }
}
