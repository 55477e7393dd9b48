package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Snapshots;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Good settings that ship with steps: they make sense, and setting one is one edit. */
class PresetTest {
    private static final Description CLOUDS = Catalogue.all().find("cloud-noise");

    private static Look look(Step step) {
        return new Look(
                "Weir",
                32,
                32,
                30,
                1,
                96,
                List.of(
                        new Lane("l1", "level", Clock.SHOW, List.of(Step.of("s1", "sway"))),
                        new Lane("l2", "clouds", Clock.SHOW, List.of(step))),
                List.of());
    }

    private static Preset foam() {
        return CLOUDS.sets().stream()
                .filter(p -> p.name().equals("Weir foam"))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void allOfThemAreWithinWhatTheirStepsTakeAndSeveralStepsHaveSome() {
        Examples examples = new Examples(Catalogue.all());
        long steps = Catalogue.all().entries().stream()
                .filter(d -> !d.sets().isEmpty())
                .count();
        assertThat(steps).isGreaterThanOrEqualTo(12);
        for (Description d : Catalogue.all().entries()) {
            assertThat(d.sets()).extracting(Preset::name).doesNotHaveDuplicates();
            for (Preset preset : d.sets()) new Rules(Catalogue.all()).check(examples.look(d.id(), preset));
        }
    }

    @Test
    void whatASetDoesNotNameIsAsAtFirstAndOneUndoTakesItBack() {
        Look look = look(Step.of("s2", "cloud-noise")
                .with("brightness", Value.of(3))
                .with("size", Value.of(2))
                .withFollow("change", new Follow("l1", 0, 1, 0, 1, 0, 0)));
        Edit edit = foam().edit(look, "s2");
        Look set = Edits.apply(look, edit);
        Step now = set.step("s2").orElseThrow();
        assertThat(now.settings()).containsEntry("size", Value.of(0.25)).doesNotContainKey("brightness");
        // What is driven stays driven.
        assertThat(now.settings()).doesNotContainKey("change");
        assertThat(now.follows()).containsKey("change");
        assertThat(Edits.apply(set, Edits.inverse(look, edit))).isEqualTo(look);
        assertThatThrownBy(() -> foam().edit(set, "s2")).isInstanceOf(Refused.class);
    }

    @Test
    void whatIsHeldStays() {
        Look look = look(Step.of("s2", "cloud-noise").with("size", Value.of(2)));
        Look held = look.withSnapshots(new Snapshots(List.of(), List.of("s2 size"), null));
        Look set = Edits.apply(held, foam().edit(held, "s2"));
        assertThat(set.step("s2").orElseThrow().settings()).containsEntry("size", Value.of(2));
    }
}
