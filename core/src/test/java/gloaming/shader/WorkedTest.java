package gloaming.shader;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Look;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.Rules;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class WorkedTest {
    private static final Crew CREW = new Crew(2);

    @AfterAll
    static void stop() {
        CREW.close();
    }

    static Stream<Worked> all() {
        return Worked.ALL.stream();
    }

    @ParameterizedTest
    @MethodSource("all")
    void eachCompilesHasSlidersAndDrawsAPictureThatMovesWithinBounds(Worked worked) {
        assertThat(Passes.of(worked.text()).problems()).isEmpty();
        Look look = new Rules(Catalogue.all()).check(worked.look());
        assertThat(Catalogue.all().of(look.step("s1").orElseThrow()).settings().size())
                .as("settings beside text and values")
                .isGreaterThan(2);
        Player player = new Player(Catalogue.all(), CREW);
        player.load(look);
        Picture out = null;
        for (int i = 0; i < 20; i++) {
            out = player.play(new Moment(i, i / 10.0, 0.1), 160, 90, Sound.SILENCE, Onlooker.NOBODY);
        }
        // It is drawn smaller than it is.
        assertThat(player.troubles()).allMatch(told -> told.endsWith(Playing.COUNTS));
        float least = Float.MAX_VALUE;
        float most = -Float.MAX_VALUE;
        for (int y = 0; y < out.height; y++) {
            for (int x = 0; x < out.width; x++) {
                float g = out.g()[out.at(y) + x];
                assertThat(Float.isFinite(g)).isTrue();
                least = Math.min(least, g);
                most = Math.max(most, g);
            }
        }
        assertThat(most - least).isGreaterThan(0.05f);
        assertThat(least).isGreaterThan(-0.01f);
    }

    @Test
    void theyGoFromTenLinesToAHundredAndEachTellsWhatItShows() {
        List<Long> lines = Worked.ALL.stream().map(Worked::lines).toList();
        assertThat(lines).hasSize(30);
        assertThat(lines.getFirst()).isLessThan(15);
        assertThat(lines.getLast()).isGreaterThan(100);
        assertThat(Worked.ALL).extracting(Worked::name).doesNotHaveDuplicates();
        assertThat(Worked.ALL)
                .allSatisfy(w -> assertThat(w.says()).endsWith(".").hasSizeBetween(20, 140));
        assertThat(Worked.ALL.stream().filter(w -> !w.over().isEmpty()))
                .allSatisfy(w -> assertThat(Worked.of(w.over())).isNotNull());
        assertThat(Worked.of("no-such")).isNull();
    }
}
