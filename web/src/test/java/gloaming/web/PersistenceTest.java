package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.look.Edit;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Refused;
import gloaming.look.Value;
import gloaming.sound.HouseBand;
import gloaming.web.store.Journal;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.OpenLook;
import gloaming.web.store.ShowZip;
import gloaming.web.store.Shows;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class PersistenceTest {
    private static final String LOOK = "Lantern moths";

    @TempDir
    Path data;

    @Test
    void undoAndRedoGoOnAfterARestartAndReachBackToTheBeginning() {
        Look first;
        Look last;
        try (Program program = new Program(0, data, true)) {
            OpenLook open = program.open(LOOK);
            first = open.look();
            for (int i = 1; i <= 400; i++) open.apply(new Edit.Set("s1", "gain", Value.of(i / 100.0)), 0);
            open.undo();
            last = open.look();
        }
        try (Program program = new Program(0, data, false)) {
            OpenLook open = program.open(LOOK);
            assertThat(open.look()).isEqualTo(last);
            assertThat(open.canRedo()).isTrue();
            open.redo();
            while (open.canUndo()) open.undo();
            assertThat(open.look()).isEqualTo(first);
            for (int i = 0; i < 3; i++) open.redo();
            open.apply(new Edit.Rename("Another way"), 0);
            assertThat(open.canRedo()).isFalse();
            program.get(Journal.class).flush();
            assertThat(program.get(Shows.class).document(open.id).name()).isEqualTo("Another way");
        }
    }

    @Test
    void aDragIsOneStepOfUndo() {
        try (Program program = new Program(0, data, true)) {
            OpenLook open = program.open(LOOK);
            Look before = open.look();
            for (int i = 1; i <= 50; i++) open.apply(new Edit.Set("s1", "gain", Value.of(i / 50.0)), 77);
            assertThat(open.undo()).isEqualTo(before);
            assertThat(open.redo().step("s1").orElseThrow().settings().get("gain"))
                    .isEqualTo(Value.of(1));
        }
    }

    @Test
    void aRefusedEditChangesNothing() {
        try (Program program = new Program(0, data, true)) {
            OpenLook open = program.open(LOOK);
            Look before = open.look();
            assertThatThrownBy(() -> open.apply(new Edit.Set("s1", "gain", Value.of(99)), 0))
                    .isInstanceOf(Refused.class);
            assertThat(open.look()).isEqualTo(before);
            assertThat(open.canUndo()).isFalse();
        }
    }

    @Test
    void aShowGoesOutAsAZipAndComesBackWithItsLooksAndSound() throws Exception {
        try (Program program = new Program(0, data, true)) {
            Shows shows = program.get(Shows.class);
            String show = shows.shows().getFirst().id();
            byte[] wav = gloaming.media.Wav.bytes(new HouseBand(2, 200));
            String medium = program.get(MediaStore.class)
                    .add(show, "", "weir.wav", "", new ByteArrayInputStream(wav))
                    .id();
            shows.setSound(show, medium);
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            program.get(ShowZip.class).write(show, out);
            String copy = program.get(ShowZip.class).read(new ByteArrayInputStream(out.toByteArray()));
            List<String> names =
                    shows.looks(show).stream().map(Shows.LookRow::name).toList();
            assertThat(shows.looks(copy)).extracting(Shows.LookRow::name).containsExactlyElementsOf(names);
            assertThat(shows.document(shows.looks(copy).getFirst().id()))
                    .isEqualTo(shows.document(shows.looks(show).getFirst().id()));
            assertThat(program.get(Media.class).of(copy))
                    .extracting(Media.Row::name)
                    .containsExactly("heron.png", "marsh.jpg", "wheel.png", "weir.wav");
            assertThat(shows.show(copy).orElseThrow().sound())
                    .isEqualTo(program.get(Media.class).of(copy).getLast().id());
        }
    }

    @Test
    void whatIsNoShowAndWhatIsNoSoundIsRefusedInOneSentenceAndLeavesNothing() throws Exception {
        try (Program program = new Program(0, data, true)) {
            Shows shows = program.get(Shows.class);
            long files = files();
            int before = shows.shows().size();
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
                zip.putNextEntry(new ZipEntry("../../evil.json"));
                zip.write(LookJson.write(Look.empty("x")).getBytes());
            }
            assertThatThrownBy(() -> program.get(ShowZip.class).read(new ByteArrayInputStream(bytes.toByteArray())))
                    .hasMessage("The zip holds no show: its show.json is missing or says something else.");
            ByteArrayOutputStream half = new ByteArrayOutputStream();
            try (ZipOutputStream zip = new ZipOutputStream(half)) {
                zip.putNextEntry(new ZipEntry("media/" + "0".repeat(64)));
                zip.write(gloaming.media.Wav.bytes(new HouseBand(2, 100)));
                zip.putNextEntry(new ZipEntry("show.json"));
                zip.write("{\"format\":\"gloaming-show\",\"version\":1,\"looks\":[\"looks/001.json\"]}".getBytes());
            }
            assertThatThrownBy(() -> program.get(ShowZip.class).read(new ByteArrayInputStream(half.toByteArray())))
                    .isInstanceOf(Refused.class)
                    .hasMessageContaining("looks/001.json");
            assertThat(shows.shows()).hasSize(before);
            assertThatThrownBy(() -> program.get(MediaStore.class)
                            .add(
                                    shows.shows().getFirst().id(),
                                    "",
                                    "letter.mp3",
                                    "",
                                    new ByteArrayInputStream("Dear miller".getBytes())))
                    .isInstanceOf(Refused.class)
                    .hasMessageContaining("'letter.mp3'");
            assertThat(files()).as("files of media").isEqualTo(files);
        }
    }

    private long files() throws IOException {
        try (var all = Files.walk(data.resolve("media"))) {
            return all.filter(Files::isRegularFile).count();
        }
    }

    @Test
    void deletedShowsAndLooksComeBack() {
        try (Program program = new Program(0, data, true)) {
            Shows shows = program.get(Shows.class);
            Shows.LookRow look = program.look(LOOK);
            shows.deleteLook(look.id(), true);
            assertThat(shows.look(look.id())).isEmpty();
            shows.deleteLook(look.id(), false);
            assertThat(shows.look(look.id())).isPresent();
        }
    }
}
