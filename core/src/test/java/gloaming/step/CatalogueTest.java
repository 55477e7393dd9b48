package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Step;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class CatalogueTest {
    private final Catalogue catalogue = Catalogue.all();
    private final Finder finder = new Finder(catalogue);
    private final Look look = Look.empty("x")
            .withLanes(
                    List.of(new Lane("l1", "moths", null, List.of(Step.of("s1", "sow"), Step.of("s2", "draw-dots")))));

    @Test
    void everyStepIsDescribedAndCanBeMadeFromItsDefaults() {
        assertThat(catalogue.entries()).hasSizeGreaterThan(24);
        for (Description description : catalogue.entries()) {
            assertThat(description.does()).as(description.id()).endsWith(".");
            assertThat(description.make(description.arguments(Map.of()))).isNotNull();
            for (Setting setting : description.settings()) {
                assertThat(setting.says())
                        .as(description.id() + " " + setting.id())
                        .isNotBlank();
                assertThat(setting.refuses(setting.initial()))
                        .as(description.id() + " " + setting.id())
                        .isNull();
            }
        }
    }

    @Test
    void withoutWordsTheFinderOffersWhatFitsTheRail() {
        assertThat(finder.find(look, "l1", 1, ""))
                .extracting(Finder.Found::step)
                .allMatch(d -> d.takes() == gloaming.flow.Kind.POINTS && d.gives() == gloaming.flow.Kind.POINTS);
        assertThat(finder.find(look, "l1", 2, ""))
                .extracting(Finder.Found::step)
                .allMatch(d -> d.takes() == gloaming.flow.Kind.PICTURE);
        assertThat(finder.find(look, null, 0, ""))
                .extracting(Finder.Found::step)
                .allMatch(d -> d.takes() == null);
    }
}
