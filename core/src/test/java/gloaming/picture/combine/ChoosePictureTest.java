package gloaming.picture.combine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.Moments;
import gloaming.flow.Flow;
import gloaming.flow.Picture;
import gloaming.flow.Signal;
import gloaming.shape.Solids;
import gloaming.step.Operation;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** One of several lanes, by number, in turn, by chance. */
class ChoosePictureTest {
    private final Moments frame = new Moments().size(16, 9).rate(10);

    @BeforeEach
    void lanes() {
        String[] names = {"one", "two", "three"};
        for (int i = 0; i < names.length; i++)
            frame.reads.put(names[i], new Picture(16, 9).fill(i + 1, 0, 0, 1).keep());
    }

    private float shown(Operation<Flow, Picture, Object> step, Object memory, double trigger) {
        frame.reads.put("when", new Signal().set(trigger));
        return step.run(null, memory, frame.next()).r()[40];
    }

    /** What is shown after each of so many triggers. */
    private List<Integer> after(int triggers, Object... settings) {
        Operation<Flow, Picture, Object> step = Solids.step("choose-picture", settings);
        Object memory = step.memory();
        List<Integer> all = new ArrayList<>(List.of(Math.round(shown(step, memory, 0))));
        for (int i = 0; i < triggers; i++) {
            all.add(Math.round(shown(step, memory, 1)));
            assertThat(Math.round(shown(step, memory, 0))).isEqualTo(all.getLast());
        }
        return all;
    }

    @Test
    void eachComesInTurnAndLanesThatAreNotThereAreLeftOut() {
        assertThat(after(5, "how", "turn")).containsExactly(1, 2, 3, 1, 2, 3);
        frame.reads.remove("two");
        assertThat(after(3, "how", "turn")).containsExactly(1, 3, 1, 3);
    }

    @Test
    void chanceNeverShowsTheSameTwiceAndGoesByTheWeights() {
        List<Integer> even = after(300, "how", "chance");
        for (int i = 1; i < even.size(); i++) assertThat(even.get(i)).isNotEqualTo(even.get(i - 1));
        assertThat(even).contains(1, 2, 3);
        List<Integer> never = after(100, "how", "chance", "weights", "1 0 1");
        assertThat(never).doesNotContain(2);
        List<Integer> often = after(600, "how", "chance", "weights", "8 1 1");
        assertThat(often.stream().filter(i -> i == 1).count()).isGreaterThan(260);
    }

    @Test
    void aFadeGoesEvenlyFromOneToTheNextAndACutAtOnce() {
        Operation<Flow, Picture, Object> first = Solids.step("choose-picture", "number", 1, "fade", 1);
        Operation<Flow, Picture, Object> third = Solids.step("choose-picture", "number", 3, "fade", 1);
        Object memory = first.memory();
        assertThat(shown(first, memory, 0)).isEqualTo(1);
        assertThat(shown(third, memory, 0)).isEqualTo(1);
        for (int i = 1; i <= 9; i++) assertThat(shown(third, memory, 0)).isCloseTo(1 + 0.2f * i, within(1e-4f));
        assertThat(shown(third, memory, 0)).isEqualTo(3);
        Operation<Flow, Picture, Object> cut = Solids.step("choose-picture", "number", 2);
        assertThat(shown(cut, memory, 0)).isEqualTo(2);
        Operation<Flow, Picture, Object> none = Solids.step("choose-picture", "number", 6);
        assertThat(shown(none, memory, 0)).isZero();
    }
}
