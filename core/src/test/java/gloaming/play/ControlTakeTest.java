package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.curve.Key;
import gloaming.desk.Inbox;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A control is taken into a curve: which one, when, and in which range. */
class ControlTakeTest {
    private final Inbox inbox = new Inbox();

    @Test
    void theFirstControlThatMovesIsTakenAtThePlacesOfTheFrames() {
        inbox.arrive("osc /old", 1, 0);
        ControlTake take = new ControlTake("s1", inbox);
        take.note(0);
        inbox.arrive("pointer x", 0.7, 0);
        take.note(0.1);
        assertThat(take.control()).isEmpty();
        inbox.arrive("osc /fader", 0.5, 0);
        inbox.arrive("osc /other", 0.9, 0);
        take.note(0.2);
        String first = take.control();
        assertThat(first).isIn("osc /fader", "osc /other");
        inbox.arrive(first, 1, 0);
        take.note(0.3);
        // Time that stands still is told once.
        take.note(0.3);
        take.note(Double.NaN);
        List<Key> keys = take.keys(-1, 1);
        assertThat(keys).extracting(Key::time).containsExactly(0.2, 0.3);
        assertThat(keys.getLast().value()).isEqualTo(1);
    }

    @Test
    void whereTheCurveBeginsAnewTheTakeIsOver() {
        ControlTake take = new ControlTake("s1", inbox);
        inbox.arrive("osc /fader", 0, 0);
        take.note(3);
        take.note(3.5);
        take.note(0.1);
        take.note(4);
        assertThat(take.keys(0, 1)).extracting(Key::time).containsExactly(3.0, 3.5);
    }

    @Test
    void aControlThatGoesFartherThanOneFillsTheRangeToo() {
        ControlTake take = new ControlTake("s1", inbox);
        for (int i = 0; i <= 4; i++) {
            inbox.arrive("osc /degrees", -90 + 45 * i, 0);
            take.note(i);
        }
        assertThat(take.keys(0, 10)).extracting(Key::value).containsExactly(0.0, 2.5, 5.0, 7.5, 10.0);
    }

    @Test
    void aTakeHasALimit() {
        ControlTake take = new ControlTake("s1", inbox);
        inbox.arrive("osc /fader", 0.5, 0);
        for (int i = 0; i < ControlTake.MOST + 100; i++) take.note(i / 60.0);
        assertThat(take.keys(0, 1)).hasSize(ControlTake.MOST);
    }
}
