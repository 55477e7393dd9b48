package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.curve.Keys;
import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.show.CueSetting;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class CueSettingsTest {
    private final CueSettings settings = new CueSettings(Catalogue.all());
    private final Look look = Edits.apply(
            Look.empty("Mill"),
            new Edit.AddLane(
                    0,
                    new Lane(
                            "l1",
                            "wheels",
                            Clock.SHOW,
                            List.of(Step.of("s1", "timed-path"), Step.of("s2", "draw-dots"), Step.of("s3", "glow")))));

    private Look set(CueSetting... given) {
        Edit edit = settings.edit(look, List.of(given));
        return edit == null ? look : Edits.apply(look, edit);
    }

    private static Value is(Look look, String step, String setting) {
        return look.step(step).orElseThrow().settings().get(setting);
    }

    @Test
    void numbersAndCurvesAreOfferedByLaneStepAndLabelAndNothingElseIs() {
        List<CueSettings.Entry> all = settings.of(look);
        assertThat(all)
                .extracting(CueSettings.Entry::name)
                .contains("wheels · Timed path · Count", "wheels · Glow · Amount");
        assertThat(all)
                .extracting(CueSettings.Entry::setting)
                .contains("across")
                .doesNotContain("gives");
        assertThat(all)
                .allMatch(e -> e.curve().isEmpty()
                        ? e.value() >= e.min() && e.value() <= e.max()
                        : !Keys.parse(e.curve()).keys().isEmpty());
    }

    @Test
    void whatACueSetsIsHeldWithinItsRangeAndWhole() {
        Look now = set(new CueSetting("s1", "count", 40.4), new CueSetting("s3", "amount", 1e9));
        assertThat(is(now, "s1", "count")).isEqualTo(Value.of(40));
        double most = settings.of(look).stream()
                .filter(e -> e.setting().equals("amount"))
                .findFirst()
                .orElseThrow()
                .max();
        assertThat(is(now, "s3", "amount")).isEqualTo(Value.of(most));
    }

    @Test
    void whatIsGoneOrDrivenOrSoAlreadyIsLeftOut() {
        assertThat(settings.edit(look, List.of(new CueSetting("s9", "size", 1), new CueSetting("s3", "nothing", 1))))
                .isNull();
        double amount = settings.of(look).stream()
                .filter(e -> e.setting().equals("amount"))
                .findFirst()
                .orElseThrow()
                .value();
        assertThat(settings.edit(look, List.of(new CueSetting("s3", "amount", amount))))
                .isNull();
        Look driven = Edits.apply(look, new Edit.SetFollow("s3", "amount", new Follow("l1", 0, 1, 0, 1, 1, 0)));
        assertThat(settings.of(driven)).extracting(CueSettings.Entry::setting).doesNotContain("amount");
        assertThat(settings.edit(driven, List.of(new CueSetting("s3", "amount", 2))))
                .isNull();
    }

    @Test
    void aCueHasACurveOfItsOwnAndACurveIsNoNumber() {
        String curve = "0 -1 smooth; 2.5 1 hold";
        Look now = set(new CueSetting("s1", "across", 0, curve));
        assertThat(is(now, "s1", "across")).isEqualTo(Value.of(curve));
        assertThat(settings.edit(look, List.of(new CueSetting("s1", "across", 3))))
                .isNull();
        assertThat(settings.edit(look, List.of(new CueSetting("s3", "amount", 0, curve))))
                .isNull();
        assertThatThrownBy(() -> new CueSetting("s1", "across", 0, "0 up smooth"))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("The key '0 up smooth' is none");
        assertThatThrownBy(() -> new CueSetting("s1", "across", 0, "0 0 linear;".repeat(9_000)))
                .isInstanceOf(Refused.class);
    }

    @Test
    void cuesSetNumbersAndNotWithoutEnd() {
        assertThatThrownBy(() -> new CueSetting("s1", "size", Double.NaN)).isInstanceOf(Refused.class);
        assertThatThrownBy(() -> new CueSetting("", "size", 1)).isInstanceOf(Refused.class);
        List<CueSetting> many = IntStream.range(0, 33)
                .mapToObj(i -> new CueSetting("s" + i, "size", 1))
                .toList();
        assertThatThrownBy(() -> gloaming.show.Cue.of("c1", "mill").setting(many))
                .isInstanceOf(Refused.class);
    }
}
