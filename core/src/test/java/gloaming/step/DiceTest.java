package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.Documents;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Snapshots;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Chance, held by the hand. */
class DiceTest {
    private static final Dice DICE = new Dice(Catalogue.all());

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void whatChanceSetsKeepsEveryRuleAndOneUndoTakesItBack(long seed) {
        Look look = new Documents(seed).look();
        for (double strength : new double[] {0.1, 0.5, 1}) {
            Edit thrown = DICE.roll(look, List.of(), List.of(), strength, seed);
            Look other = new Rules(Catalogue.all()).check(Edits.apply(look, thrown));
            assertThat(other).isNotEqualTo(look);
            assertThat(Edits.apply(other, Edits.inverse(look, thrown))).isEqualTo(look);
            // The same seed falls alike.
            assertThat(DICE.roll(look, List.of(), List.of(), strength, seed)).isEqualTo(thrown);
        }
    }

    @Test
    void whatIsDrivenOrHeldStaysAndAThrowOnAStepTouchesNoOther() {
        Look look = new Documents(3).look();
        // Some steps have nothing that chance could set.
        Step first =
                look.steps().filter(step -> canBeThrown(look, step)).findFirst().orElseThrow();
        Edit.Several one = (Edit.Several) DICE.roll(look, List.of(), List.of(first.id()), 1, 9);
        assertThat(one.edits())
                .allMatch(e -> e instanceof Edit.Set set && set.step().equals(first.id()));
        List<String> lanes = look.lanes().stream().map(lane -> lane.id()).toList();
        Look held = look.withSnapshots(new Snapshots(List.of(), lanes, null));
        assertThatThrownBy(() -> DICE.roll(held, List.of(), List.of(), 1, 9)).isInstanceOf(Refused.class);
        Edit.Several all = (Edit.Several) DICE.roll(look, List.of(), List.of(), 1, 9);
        for (Edit edit : all.edits()) {
            Edit.Set set = (Edit.Set) edit;
            Step step = look.step(set.step()).orElseThrow();
            assertThat(step.follows()).doesNotContainKey(set.setting());
            assertThat(step.formulas()).doesNotContainKey(set.setting());
        }
    }

    private static boolean canBeThrown(Look look, Step step) {
        try {
            DICE.roll(look, List.of(), List.of(step.id()), 1, 9);
            return true;
        } catch (Refused e) {
            return false;
        }
    }

    @Test
    void aWeakThrowStaysNearAndGreyHasNoHueToTurn() {
        Look look = new gloaming.look.Look(
                "Sluice",
                64,
                36,
                30,
                1,
                96,
                List.of(new gloaming.look.Lane(
                        "l1",
                        "fill",
                        gloaming.look.Clock.SHOW,
                        List.of(Step.of("s1", "fill").with("colour", Value.of("#808080"))))),
                List.of());
        for (int seed = 0; seed < 40; seed++) {
            Look other = Edits.apply(look, DICE.roll(look, List.of(), List.of(), 0.1, seed));
            Value.Word colour =
                    (Value.Word) other.step("s1").orElseThrow().settings().get("colour");
            int r = Integer.parseInt(colour.text().substring(1, 3), 16);
            int b = Integer.parseInt(colour.text().substring(5, 7), 16);
            assertThat(Math.abs(r - b)).isLessThanOrEqualTo(1);
            assertThat(r).isBetween(0x80 - 16, 0x80 + 16);
        }
    }
}
