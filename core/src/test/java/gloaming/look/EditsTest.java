package gloaming.look;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.Documents;
import gloaming.step.Catalogue;
import gloaming.step.Rules;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class EditsTest {

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12})
    void anySequenceOfEditsUndoneGivesBackTheSameDocument(long seed) {
        Documents documents = new Documents(seed);
        Look first = documents.look();
        Look look = first;
        Deque<Edit> inverses = new ArrayDeque<>();
        Deque<Look> before = new ArrayDeque<>();
        for (int i = 0; i < 60; i++) {
            Edit edit = documents.edit(look);
            before.push(look);
            inverses.push(Edits.inverse(look, edit));
            look = new Rules(Catalogue.all()).check(Edits.apply(look, edit));
        }
        while (!inverses.isEmpty()) {
            look = Edits.apply(look, inverses.pop());
            assertThat(look).isEqualTo(before.pop());
        }
        assertThat(LookJson.write(look)).isEqualTo(LookJson.write(first));
    }

    @ParameterizedTest
    @ValueSource(longs = {21, 22, 23, 24})
    void everyEditAndItsInverseSurviveBeingWrittenDown(long seed) {
        Documents documents = new Documents(seed);
        Look look = documents.look();
        for (int i = 0; i < 60; i++) {
            Edit edit = documents.edit(look);
            Edit inverse = Edits.inverse(look, edit);
            assertThat(LookJson.readEdit(LookJson.writeEdit(edit))).isEqualTo(edit);
            assertThat(LookJson.readEdit(LookJson.writeEdit(inverse))).isEqualTo(inverse);
            look = Edits.apply(look, edit);
        }
    }

    @Test
    void removingALaneTakesItsLayersReadsAndFollowsAndUndoBringsThemBack() {
        Look look = new Look(
                "x",
                64,
                48,
                30,
                1,
                96,
                List.of(
                        new Lane("l1", "kick", null, List.of(Step.of("s1", "listen"))),
                        new Lane("l2", "sky", null, List.of(Step.of("s2", "fill"))),
                        new Lane(
                                "l3",
                                "both",
                                null,
                                List.of(
                                        Step.of("s3", "fill").withFollow("cover", new Follow("l1", 0, 1, 0, 1, 0, 0)),
                                        Step.of("s4", "lay").withRead("with", "l2")))),
                List.of(Layer.of("m1", "l3", Blend.OVER, 1), Layer.of("m2", "l2", Blend.ADD, 1)));
        Edit remove = new Edit.Several(List.of(new Edit.RemoveLane("l1"), new Edit.RemoveLane("l2")));
        Look after = Edits.apply(look, remove);
        assertThat(after.step("s3").orElseThrow().follows()).isEmpty();
        assertThat(after.step("s4").orElseThrow().reads()).isEmpty();
        assertThat(after.mix()).extracting(Layer::id).containsExactly("m1");
        assertThat(Edits.apply(after, Edits.inverse(look, remove))).isEqualTo(look);
    }

    @Test
    void anEditOfWhatIsNotThereIsRefusedInAPlainSentence() {
        assertThatThrownBy(() -> Edits.apply(Look.empty("x"), new Edit.RemoveStep("s9")))
                .isInstanceOf(Refused.class)
                .hasMessage("There is no step 's9' in this look; it may just have been removed.");
    }

    @Test
    void aDragContinuesOnlyWithTheSameSetting() {
        Edit first = new Edit.Set("s1", "size", Value.of(1));
        assertThat(Edits.continues(first, new Edit.Set("s1", "size", Value.of(2))))
                .isTrue();
        assertThat(Edits.continues(first, new Edit.Set("s1", "count", Value.of(2))))
                .isFalse();
        assertThat(Edits.continues(first, new Edit.Bypass("s1", true))).isFalse();
    }

    @Test
    void easingGivesTheSameCurveAtAnyFrameRate() {
        Follow follow = new Follow("l1", 0, 1, 0, 10, 0.1, 0.5);
        double coarse = 0;
        double fine = 0;
        for (int i = 0; i < 10; i++) coarse = follow.ease(coarse, 1, 0.04);
        for (int i = 0; i < 100; i++) fine = follow.ease(fine, 1, 0.004);
        assertThat(coarse).isCloseTo(1 - Math.exp(-4), org.assertj.core.data.Offset.offset(1e-12));
        assertThat(fine).isCloseTo(coarse, org.assertj.core.data.Offset.offset(1e-12));
        assertThat(follow.map(0.25)).isEqualTo(2.5);
        assertThat(follow.map(7)).isEqualTo(10);
    }
}
