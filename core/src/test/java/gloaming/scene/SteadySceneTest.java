package gloaming.scene;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.Brought;
import gloaming.Garbage;
import gloaming.flow.Crew;
import gloaming.look.Look;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import gloaming.step.Catalogue;
import gloaming.step.Examples;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** A whole frame of a scene, which moves as its example does, makes no garbage to speak of, whatever stands in it and lights it. */
class SteadySceneTest {
    private static final Examples EXAMPLES = new Examples(Catalogue.all());
    /** The small objects that tell threads what to do, in all steps of a look together; a number for each place or pixel is far more. */
    private static final long BYTES = 8_192;

    @ParameterizedTest
    @ValueSource(
            strings = {
                "copies",
                "model-in-space",
                "dots-in-space",
                "lines-in-space",
                "film",
                "relief",
                "glass",
                "wax",
                "spot",
                "fog",
                "sky-picture"
            })
    void aFrameMakesNoGarbage(String id) {
        Look look = EXAMPLES.look(id);
        HouseBand band = new HouseBand(3, 120);
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.library(new Brought());
            player.load(look);
            int[] frame = {0};
            long bytes = Garbage.least(BYTES, 5, () -> {
                int i = frame[0]++;
                player.play(new Moment(i, i / 30.0, 1 / 30.0, i / 30.0), 192, 108, band, Onlooker.NOBODY);
            });
            assertThat(bytes).as("bytes in a frame of %s", id).isLessThanOrEqualTo(BYTES);
        }
    }
}
