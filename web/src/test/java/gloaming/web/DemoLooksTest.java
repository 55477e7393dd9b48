package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Look;
import gloaming.media.Shelf;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.web.command.DemoShow;
import java.io.IOException;
import java.util.Arrays;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** The looks that come with the program: no step of them fails, something is to be seen, and a run is the same each time. */
class DemoLooksTest {
    private static final int FRAMES = 12;
    private static Shelf shelf;

    @BeforeAll
    static void bring() throws IOException {
        shelf = DemoShow.shelf();
    }

    @AfterAll
    static void close() {
        shelf.close();
    }

    static Stream<String> looks() {
        return DemoShow.LOOKS.stream();
    }

    @ParameterizedTest
    @MethodSource("looks")
    void itPlaysWithoutTroubleAndTheSameOnOneThreadAsOnTwo(String name) {
        int[] one = run(name, 1);
        assertThat(run(name, 2)).isEqualTo(one);
        assertThat(Arrays.stream(one).distinct().count()).as("it moves").isGreaterThan(FRAMES / 2);
    }

    private static int[] run(String name, int threads) {
        Look look = DemoShow.look(name);
        int[] hashes = new int[FRAMES];
        try (Crew crew = new Crew(threads)) {
            Player player = new Player(Catalogue.all(), crew);
            player.library(shelf);
            player.load(look);
            Sound band = new HouseBand(3, 96);
            for (int i = 0; i < FRAMES; i++) {
                Picture out = player.play(new Moment(i, i / 30.0, 1 / 30.0), 192, 108, band, Onlooker.NOBODY);
                hashes[i] = Arrays.hashCode(new int[] {
                    Arrays.hashCode(out.r()),
                    Arrays.hashCode(out.g()),
                    Arrays.hashCode(out.b()),
                    Arrays.hashCode(out.a())
                });
                if (i < FRAMES - 1) continue;
                float most = 0;
                for (float light : out.g()) most = Math.max(most, light);
                assertThat(most).as("its light").isGreaterThan(0.02f);
            }
            assertThat(player.troubles()).isEmpty();
        }
        return hashes;
    }
}
