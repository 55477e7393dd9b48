package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.Brought;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Look;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

/** Every step has an example that keeps the rules, plays, and nearly always shows something. */
class ExamplesTest {
    private static final Examples EXAMPLES = new Examples(Catalogue.all());

    @Test
    void everyStepHasAnExampleThatPlaysAndOneUndoTakesAway() {
        Look empty = new Look("Example", 48, 27, 30, 3, 120, List.of(), List.of());
        List<String> dark = new ArrayList<>();
        int all = 0;
        try (Crew crew = new Crew(1)) {
            for (Description d : Catalogue.all().entries()) {
                if (!d.operation().getPackageName().startsWith("gloaming.")) continue;
                if (d.operation()
                        .getProtectionDomain()
                        .getCodeSource()
                        .getLocation()
                        .getPath()
                        .contains("test-classes")) continue;
                Edit edit = EXAMPLES.lay(empty, d.id());
                assertThat(d.notice()).as(d.id()).endsWith(".").hasSizeBetween(12, 140);
                Look look = new Rules(Catalogue.all()).check(Edits.apply(empty, edit));
                assertThat(look.step("s1").orElseThrow().type()).isEqualTo(d.id());
                assertThat(EXAMPLES.look(d.id()).lanes()).isEqualTo(look.lanes());
                assertThat(Edits.apply(look, Edits.inverse(empty, edit))).isEqualTo(empty);
                Player player = new Player(Catalogue.all(), crew);
                player.library(new Brought());
                player.load(look);
                Picture picture = null;
                HouseBand band = new HouseBand(3, 120);
                for (int i = 0; i < 12; i++)
                    picture = player.play(new Moment(i, i / 30.0, 1 / 30.0, i / 30.0), 48, 27, band, Onlooker.NOBODY);
                assertThat(player.troubles())
                        .as(d.id())
                        .noneMatch(trouble -> trouble.contains("Exception") || trouble.contains("Error"));
                all++;
                if (!seen(picture)) dark.add(d.id());
            }
        }
        assertThat(dark).as("of %d", all).hasSizeLessThan(all / 8);
    }

    @Test
    void aLeapOfTimeHarmsNoStep() {
        try (Crew crew = new Crew(1)) {
            for (Description d : Catalogue.all().entries()) {
                if (!d.operation().getPackageName().startsWith("gloaming.")
                        || d.notice().isEmpty()) continue;
                Look look = EXAMPLES.look(d.id());
                Look ahead = look.withLanes(look.lanes().stream()
                        .map(lane -> lane.withClock(new Clock(1, null, null, 20)))
                        .toList());
                Player player = new Player(Catalogue.all(), crew);
                player.library(new Brought());
                HouseBand band = new HouseBand(3, 120);
                for (int i = 0; i < 6; i++) {
                    player.load(i < 2 || i == 4 ? look : ahead);
                    Picture picture =
                            player.play(new Moment(i, i / 30.0, 1 / 30.0, i / 30.0), 48, 27, band, Onlooker.NOBODY);
                    assertThat(finite(picture)).as(d.id()).isTrue();
                }
                assertThat(player.troubles())
                        .as(d.id())
                        .noneMatch(trouble -> trouble.contains("Exception") || trouble.contains("Error"));
            }
        }
    }

    private static boolean finite(Picture picture) {
        for (int i = 0; i < picture.pixels(); i++) if (!Float.isFinite(picture.g()[i])) return false;
        return true;
    }

    private static boolean seen(Picture picture) {
        for (int i = 0; i < picture.pixels(); i++)
            if (picture.a()[i] > 0.02f && picture.r()[i] + picture.g()[i] + picture.b()[i] > 0.01f) return true;
        return false;
    }
}
