package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.web.store.Shows;
import gloaming.web.store.Versions;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class VersionsTest {
    @TempDir
    Path data;

    @Test
    void theyLastAreLimitedAndThoseWithANameGoLast() {
        String look;
        try (Program program = new Program(0, data, true)) {
            Shows shows = program.get(Shows.class);
            Versions versions = program.get(Versions.class);
            look = shows.addLook(shows.shows().getFirst().id(), Look.empty("Sluice"));
            versions.keep(look, "s1", "code", " first ", "text 0", true);
            versions.keep(look, "s1", "code", "", "text 0", true);
            assertThat(versions.of(look, "s1", "code")).hasSize(1);
            for (int i = 1; i < 70; i++) versions.keep(look, "s1", "code", "", "text " + i, i % 2 == 0);
            versions.keep(look, "s1", "code", "the last", "text 69", false);
            versions.keep(look, "s2", "code", "", "another step's", true);
            assertThatThrownBy(() -> versions.keep(look(shows), "s1", "code", "x".repeat(200), "t", true))
                    .isInstanceOf(Refused.class)
                    .hasMessageContaining("120 characters");
        }
        try (Program program = new Program(0, data, false)) {
            Versions versions = program.get(Versions.class);
            var rows = versions.of(look, "s1", "code");
            assertThat(rows).hasSize(60);
            assertThat(rows.getFirst().text()).isEqualTo("text 69");
            assertThat(rows.getFirst().name()).isEqualTo("the last");
            assertThat(rows.getFirst().works()).isFalse();
            assertThat(rows.getLast().name()).isEqualTo("first");
            assertThat(rows.get(58).text()).isEqualTo("text 11");
            assertThat(versions.find(look, "s2", "code", rows.getFirst().id())).isEmpty();
        }
    }

    private static String look(Shows shows) {
        return shows.looks(shows.shows().getFirst().id()).getFirst().id();
    }
}
