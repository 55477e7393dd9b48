package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.curve.Keys;
import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.show.CueSetting;
import java.util.List;
import org.junit.jupiter.api.Test;

/** What moves through a section. */
class CueCurvesTest {
    private static final Look LOOK = Look.empty("Flood")
            .withLanes(List.of(
                    new Lane("l1", "tide", Clock.SHOW, List.of(Step.of("s1", "curve"), Step.of("s2", "glow"))),
                    new Lane(
                            "l2",
                            "ebb",
                            Clock.SHOW,
                            List.of(Step.of("s3", "curve").withLabel("Fall").with("per", Value.of("beat")))),
                    new Lane("l3", "way", Clock.SHOW, List.of(Step.of("s4", "timed-path")))));

    private static List<CueCurves.Track> tracks(CueSetting... given) {
        return new CueCurves(Catalogue.all()).of(LOOK, List.of(given), 90);
    }

    @Test
    void allCurvesOverTimeAreThereByTheirNamesWithTheirOwnTime() {
        assertThat(tracks())
                .extracting(CueCurves.Track::name)
                .startsWith("tide · Curve", "ebb · Fall", "way · Timed path · Across")
                .hasSize(5);
        assertThat(tracks()).extracting(CueCurves.Track::unit).startsWith(1.0, 60 / 90.0, 1.0);
        assertThat(tracks())
                .noneMatch(CueCurves.Track::own)
                .allMatch(t -> !t.keys().isEmpty());
    }

    @Test
    void whatTheCueGivesIsItsOwnAndWhatIsGoneIsLeftOut() {
        List<CueCurves.Track> tracks = tracks(
                new CueSetting("s3", "keys", 0, "0 0 linear; 9 5 hold"),
                new CueSetting("s9", "keys", 0, "0 0 linear"),
                new CueSetting("s1", "keys", 3));
        assertThat(tracks).hasSize(5);
        assertThat(tracks).filteredOn(CueCurves.Track::own).singleElement().satisfies(t -> {
            assertThat(t.step()).isEqualTo("s3");
            assertThat(Keys.of(t.keys()).text()).isEqualTo("0 0 linear; 9 5 hold");
        });
    }
}
