package gloaming.killed;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.look.Edit;
import gloaming.look.Refused;
import gloaming.web.store.Journal;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.context.ConfigurableApplicationContext;

/** Databases of earlier versions open, for good; and a disk that takes nothing costs a sentence. */
class OldDatabaseTest {
    @TempDir
    Path data;

    /** The second is of the last day on which looks were of version 1. */
    @ParameterizedTest
    @ValueSource(strings = {"h2-2.5.252", "h2-2.4.240-v5"})
    void aShowMadeWithAVersionBeforeIsThereAndCanBeEdited(String version) throws Exception {
        try (InputStream old = new GZIPInputStream(
                OldDatabaseTest.class.getResourceAsStream("/gloaming/old/" + version + ".mv.db.gz"))) {
            Files.copy(old, data.resolve("gloaming.mv.db"));
        }
        for (int round = 0; round < 2; round++) {
            try (ConfigurableApplicationContext context = Killed.open(data)) {
                Shows shows = context.getBean(Shows.class);
                String show = shows.shows().getFirst().id();
                assertThat(shows.show(show).orElseThrow().name()).isEqualTo("Tide Mill Night");
                assertThat(shows.looks(show)).hasSize(16);
                for (Shows.LookRow row : shows.looks(show))
                    assertThat(shows.document(row.id()).lanes()).isNotEmpty();
                OpenLook open =
                        context.getBean(Journal.class).open(shows.looks(show).getFirst());
                assertThat(open.look().name()).isEqualTo(round == 0 ? "Lantern moths" : "After all these years");
                open.apply(new Edit.Rename("After all these years"), 0);
            }
        }
    }

    @Test
    void anOldDatabaseThatIsLostRightAfterItWasTakenOverComesBackWhole() throws Exception {
        try (InputStream old =
                new GZIPInputStream(OldDatabaseTest.class.getResourceAsStream("/gloaming/old/h2-2.5.252.mv.db.gz"))) {
            Files.copy(old, data.resolve("gloaming.mv.db"));
        }
        String look;
        try (ConfigurableApplicationContext context = Killed.open(data)) {
            OpenLook open = context.getBean(Journal.class).open(Killed.look(context.getBean(Shows.class)));
            look = open.id;
            open.apply(new Edit.Rename("Taken over"), 0);
        }
        Files.delete(data.resolve("gloaming.mv.db"));
        try (ConfigurableApplicationContext context = Killed.open(data)) {
            Shows shows = context.getBean(Shows.class);
            assertThat(shows.looks(shows.shows().getFirst().id())).hasSize(16);
            assertThat(shows.document(look).name()).isEqualTo("Taken over");
        }
    }

    @Test
    void whatCannotBeWrittenIsRefusedAndChangesNothing() throws Exception {
        try (ConfigurableApplicationContext context = Killed.open(data)) {
            Shows shows = context.getBean(Shows.class);
            OpenLook open = context.getBean(Journal.class).open(Killed.look(shows));
            Path journal = data.resolve("journal");
            Path aside = data.resolve("journal-aside");
            // The next file of the journal cannot be begun.
            breakJournal(context);
            Files.move(journal, aside);
            Files.writeString(journal, "no folder");
            assertThatThrownBy(() -> shows.addShow("Not written"))
                    .isInstanceOf(Refused.class)
                    .hasMessageContaining("Nothing was changed: the disk is full");
            assertThat(shows.shows()).extracting(Shows.ShowRow::name).doesNotContain("Not written");
            open.apply(new Edit.Rename("Kept until there is room"), 0);
            context.getBean(Journal.class).flush();
            assertThat(context.getBean(Journal.class).trouble()).contains("Edits cannot be saved");
            Files.delete(journal);
            Files.move(aside, journal);
            context.getBean(Journal.class).flush();
            assertThat(context.getBean(Journal.class).trouble()).isNull();
            assertThat(shows.document(open.id).name()).isEqualTo("Kept until there is room");
            shows.addShow("Written");
        }
        try (Stream<Path> files = Files.list(data.resolve("journal"))) {
            assertThat(files.filter(f -> f.toString().endsWith(".redo"))).isNotEmpty();
        }
    }

    /** Ends the file that the journal is writing, as a failure of the disk does. */
    private static void breakJournal(ConfigurableApplicationContext context) throws Exception {
        Object log = context.getBean("redoLog");
        var breakOff = log.getClass().getDeclaredMethod("breakOff");
        breakOff.setAccessible(true);
        breakOff.invoke(log);
    }
}
