package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.curve.Keys;
import gloaming.desk.Inbox;
import gloaming.look.Binding;
import gloaming.look.Blend;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Lifted;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.List;
import org.junit.jupiter.api.Test;

class DeskEditFactoryTest {
    private final DeskEditFactory wishes = new DeskEditFactory(Catalogue.all());
    private final Inbox inbox = new Inbox();
    private Look look = new Look(
            "x",
            64,
            36,
            30,
            1,
            96,
            List.of(
                    new Lane("l1", "mill kick", null, List.of(Step.of("s1", "listen"))),
                    new Lane("l2", "light", null, List.of(Step.of("s2", "gradient"), Step.of("s3", "echo"))),
                    new Lane("l3", "keyed", null, List.of(Step.of("s4", "curve")))),
            List.of(Layer.of("m1", "l2", Blend.OVER, 1)));

    private Look after(Edit edit) {
        Look now = new Rules(Catalogue.all()).check(Edits.apply(look, edit));
        assertThat(Edits.apply(now, Edits.inverse(look, edit))).isEqualTo(look);
        return look = now;
    }

    private Binding bound(String control, String of, String setting) {
        return after(wishes.bind(look, control, inbox.find(control), of, setting))
                .desk()
                .bindings()
                .getLast();
    }

    @Test
    void aBindingHasTheReachOfItsControlAndTheRangeOfItsSetting() {
        inbox.arrive("osc /a", 0.3, 0);
        inbox.arrive("osc /b", 3, 0);
        inbox.arrive("osc /b", 120, 0);
        inbox.arrive("osc /c", -5.5, 0);
        inbox.arrive("osc /c", 12.25, 0);
        assertThat(bound("osc /a", "s2", "bend")).satisfies(b -> {
            assertThat(b.inHigh()).isEqualTo(1);
            assertThat(b.high()).isEqualTo(1);
            assertThat(b.mode()).isEqualTo(Binding.Mode.VALUE);
            assertThat(b.pickUp()).isTrue();
        });
        assertThat(bound("osc /b", "s2", "bend").inHigh()).isEqualTo(127);
        assertThat(bound("osc /c", "s2", "bend").inLow()).isEqualTo(-5.5);
        assertThat(bound("midi pad/1/bend", "s2", "bend").inLow()).isEqualTo(-1);
    }

    @Test
    void whatIsPressedTogglesSwitchesHoldsNumbersAndSetsTheProgramOff() {
        assertThat(bound("key q", "s2", "clearEnd").mode()).isEqualTo(Binding.Mode.TOGGLE);
        assertThat(bound("midi pad/1/note/36", "s2", "brightness").mode()).isEqualTo(Binding.Mode.MOMENTARY);
        assertThat(bound("midi pad/1/note/36", Binding.SHOW, "tap").mode()).isEqualTo(Binding.Mode.TRIGGER);
        assertThat(bound("osc /a", "m1", "opacity").high()).isEqualTo(1);
    }

    @Test
    void whatCannotBeBoundIsRefusedInASentence() {
        bound("osc /a", "s2", "bend");
        assertThatThrownBy(() -> bound("osc /a", "s2", "bend"))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("already");
        assertThatThrownBy(() -> bound("osc /a", "s2", "low")).hasMessageContaining("numbers, switches and choices");
        assertThatThrownBy(() -> bound("osc /a", "s9", "low")).hasMessageContaining("not there any more");
        assertThatThrownBy(() -> bound("osc /a", Binding.SHOW, "explode")).hasMessageContaining("does not do");
        assertThatThrownBy(() -> bound(" ", "s2", "bend")).hasMessageContaining("name of a control");
    }

    @Test
    void aBindingIsChangedAndTakenAway() {
        Binding b = bound("osc /a", "s2", "bend");
        Binding turned =
                new Binding(b.id(), b.control(), b.of(), b.setting(), 0, 1, 1, 0, 2, 0.5, Binding.Mode.RELATIVE, false);
        assertThat(after(wishes.change(look, turned)).desk().bindings()).containsExactly(turned);
        after(wishes.unbind(look, b.id()));
        assertThat(look.desk().bindings()).isEmpty();
        assertThatThrownBy(() -> wishes.change(look, turned)).hasMessageContaining("not there any more");
    }

    @Test
    void theStripTakesSixteenWithTheRangeThatMattersAndIsArranged() {
        after(wishes.lift(look, "s3", "halfLife"));
        Lifted lifted = look.desk().strip().getFirst();
        assertThat(lifted.low()).isZero();
        assertThat(lifted.high()).isLessThan(5);
        after(wishes.lift(look, "s2", "bend"));
        assertThat(look.desk().strip().getLast().high()).isNull();
        after(wishes.arrange(look, "s2", "bend", "Dusk", null, 0.5, 0));
        assertThat(look.desk().strip().getFirst()).isEqualTo(new Lifted("s2", "bend", "Dusk", null, 0.5));
        after(wishes.lift(look, "s2", "bend"));
        assertThat(look.desk().strip()).hasSize(1);
        assertThatThrownBy(() -> wishes.arrange(look, "s2", "bend", "", null, null, 0))
                .hasMessageContaining("not on the");
        for (Setting s : Catalogue.all().find("gradient").settings()) {
            if (s.numeric()) after(wishes.lift(look, "s2", s.id()));
        }
        for (String each : List.of("growth", "turn", "across", "up")) after(wishes.lift(look, "s3", each));
        while (look.desk().strip().size() < 16) {
            Look now = look;
            String id = now.freshId("s");
            after(new Edit.AddStep("l2", 1, Step.of(id, "glow")));
            after(wishes.lift(look, id, "amount"));
        }
        after(new Edit.AddStep("l2", 1, Step.of("s90", "glow")));
        assertThatThrownBy(() -> wishes.lift(look, "s90", "haze")).hasMessageContaining("room for 16");
    }

    @Test
    void aFormulaTakesThePlaceOfAFollowAndKeepsItsLaneByItsId() {
        after(new Edit.SetFollow("s2", "bend", new Follow("l1", 0, 1, 0, 1, 0, 0)));
        after(wishes.formula(look, "s2", "bend", "'mill kick' * 0.5"));
        assertThat(look.step("s2").orElseThrow().follows()).isEmpty();
        assertThat(look.step("s2").orElseThrow().formulas()).containsEntry("bend", "{l1} * 0.5");
        after(new Edit.RenameLane("l1", "thud"));
        assertThat(Formulas.shown(look, "{l1} * 0.5")).isEqualTo("thud * 0.5");
        after(wishes.formula(look, "m1", "opacity", "thud"));
        assertThat(look.layer("m1").orElseThrow().formula()).isEqualTo("{l1}");
        after(wishes.formula(look, "s2", "bend", null));
        assertThat(look.step("s2").orElseThrow().formulas()).isEmpty();
        assertThatThrownBy(() -> wishes.formula(look, "s2", "bend", "light + 1"))
                .hasMessageContaining("nothing called 'light'");
        assertThatThrownBy(() -> wishes.formula(look, "s2", "bend", "1 +" + " 1".repeat(2_000)))
                .hasMessageContaining("over 2000");
    }

    @Test
    void aHandSettlesInTheFormOfItsSetting() {
        after(wishes.settle(look, "s2", "bend", 0.625));
        assertThat(look.step("s2").orElseThrow().settings()).containsEntry("bend", Value.of(0.625));
        after(wishes.settle(look, "s2", "clearEnd", 0.9));
        assertThat(look.step("s2").orElseThrow().settings()).containsEntry("clearEnd", Value.of(true));
        after(wishes.settle(look, "m1", "opacity", 0.25));
        assertThat(look.layer("m1").orElseThrow().opacity()).isEqualTo(0.25);
        after(wishes.settle(look, "s2", "bend", 99));
        assertThat(look.step("s2").orElseThrow().settings()).containsEntry("bend", Value.of(1.0));
    }

    @Test
    void keysOfACurveAreWrittenInOrder() {
        after(wishes.keys(look, "s4", "keys", Keys.parse("3 1 hold; 0 0 ease").keys()));
        assertThat(look.step("s4").orElseThrow().settings()).containsEntry("keys", Value.of("0 0 ease; 3 1 hold"));
        assertThatThrownBy(() -> wishes.keys(look, "s4", "play", List.of())).hasMessageContaining("no curve");
        assertThatThrownBy(() -> wishes.keys(look, "s4", "keys", List.of())).hasMessageContaining("needs a key");
    }
}
