package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.Published;
import gloaming.flow.Kind;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;

/** The published list of steps is the catalogue's. */
class StepListTest {
    private static final Path PUBLISHED = Path.of("../docs/steps.md");

    private static boolean shipped(Description d) {
        return !d.operation()
                .getProtectionDomain()
                .getCodeSource()
                .getLocation()
                .getPath()
                .contains("test-classes");
    }

    private static String list() {
        StringBuilder list = new StringBuilder(
                "# Steps\n\nGenerated from the catalogue by `StepListTest`; do not edit. In brackets what documents call it.\n");
        for (Kind gives : Kind.values()) {
            List<Description> steps = Catalogue.all().entries().stream()
                    .filter(d -> d.gives() == gives && shipped(d))
                    .toList();
            if (steps.isEmpty()) continue;
            list.append("\n## That give ")
                    .append(gives.one())
                    .append("\n\n| step | from | does | settings |\n|---|---|---|---|\n");
            for (Description d : steps) {
                String settings = d.settings().stream().map(Setting::label).collect(Collectors.joining(", "));
                list.append("| ").append(d.name()).append(" (`").append(d.id()).append("`) | ");
                list.append(Objects.toString(d.takes(), ""))
                        .append(" | ")
                        .append(d.does())
                        .append(" | ");
                list.append(settings).append(" |\n");
            }
        }
        return list.toString();
    }

    @Test
    void thePublishedListIsTheCatalogue() throws IOException {
        Published.asItIs(PUBLISHED, list());
    }

    @Test
    void namesAreGivenOnceToAKindAndNoLabelTwiceToAStep() {
        Catalogue.all()
                .entries()
                .forEach(d -> assertThat(d.settings().stream().map(Setting::label))
                        .as("labels of %s", d.name())
                        .doesNotHaveDuplicates());
        assertThat(Catalogue.all().entries().stream()
                        .filter(StepListTest::shipped)
                        .map(Description::name))
                .doesNotHaveDuplicates();
    }
}
