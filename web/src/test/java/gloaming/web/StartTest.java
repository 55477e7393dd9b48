package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import gloaming.look.Edit;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.web.command.DemoShow;
import gloaming.web.live.House;
import gloaming.web.store.Backups;
import gloaming.web.store.Journal;
import gloaming.web.store.Media;
import gloaming.web.store.Notices;
import gloaming.web.store.OpenLook;
import gloaming.web.store.Shows;
import java.io.RandomAccessFile;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The program starts, whatever it finds. */
class StartTest {
    @TempDir
    Path data;

    private static final String BOMB = """
        out vec4 color;
        void main() {
            float x = gl_FragCoord.x;
            for (int a = 0; a < 2000; a++) for (int b = 0; b < 2000; b++) for (int c = 0; c < 2000; c++) x = sin(x + 1.0);
            color = vec4(x);
        }
        """;

    private static String say(Program program) {
        return String.join(" ", program.get(Notices.class).all());
    }

    @Test
    void aLookThatTakesForEverDoesNotHoldTheStartAndIsOnStageStill() {
        String id;
        try (Program program = new Program(0, data, true)) {
            Shows shows = program.get(Shows.class);
            Look look = Look.empty("Sluice").withName("Sluice");
            id = shows.addLook(shows.shows().getFirst().id(), look);
            OpenLook open = program.get(Journal.class).open(shows.look(id).orElseThrow());
            open.apply(
                    new gloaming.step.EditFactory(gloaming.step.Catalogue.all()).addLane(open.look(), "shader-source"),
                    0);
            String step = open.look().steps().map(Step::id).findFirst().orElseThrow();
            open.apply(new Edit.Set(step, "code", Value.of(BOMB)), 0);
            program.put(id);
        }
        long began = System.nanoTime();
        try (Program program = new Program(0, data, true)) {
            assertThat((System.nanoTime() - began) / 1e9).as("seconds to start").isLessThan(30);
            House house = program.get(House.class);
            assertThat(house.onAir().id).as("what was on air is on air").isEqualTo(id);
            long made = house.player().readings().made();
            Program.until("frames go on", () -> house.player().readings().made() > made + 30);
        }
    }

    @Test
    void aLookThatEndedTheProgramThriceIsLeftAside() {
        String first;
        String second;
        try (Program program = new Program(0, data, true)) {
            first = program.look("Lantern moths").id();
            second = program.look("Mill race").id();
            program.put(second);
            program.get(Shows.class).remember("starting", second + " 2");
        }
        try (Program program = new Program(0, data, true)) {
            assertThat(program.get(House.class).onAir().id)
                    .as("twice says nothing")
                    .isEqualTo(second);
            program.get(Shows.class).remember("starting", second + " 3");
        }
        try (Program program = new Program(0, data, true)) {
            Program.until("settled or not", () -> program.get(House.class).onAir() != null);
            String on = program.get(House.class).onAir().id;
            if (program.get(Shows.class).remembered("starting").orElse("").isEmpty() && on.equals(second)) return;
            assertThat(on).isEqualTo(first);
            assertThat(say(program)).contains("'Mill race' was left off air");
        }
    }

    @Test
    void aDamagedDatabaseIsPutAsideAndNothingIsLost() throws Exception {
        long seed;
        try (Program program = new Program(0, data, true)) {
            OpenLook open = program.open("Weir");
            for (int i = 0; i < 20; i++) open.apply(new Edit.Format(960, 540, 30, 100 + i, 96), 0);
            program.get(Journal.class).flush();
            seed = open.look().seed();
        }
        Path database = data.resolve("gloaming.mv.db");
        try (RandomAccessFile file = new RandomAccessFile(database.toFile(), "rw")) {
            byte[] noise = new byte[(int) file.length()];
            new java.util.Random(3).nextBytes(noise);
            file.write(noise);
        }
        try (Program program = new Program(0, data, true)) {
            assertThat(say(program)).contains("The database was damaged and was put aside as damaged-");
            assertThat(program.open("Weir").look().seed()).isEqualTo(seed);
            assertThat(program.get(Shows.class).shows()).hasSize(1);
        }
        try (var files = Files.list(data)) {
            assertThat(files.map(f -> f.getFileName().toString())).anyMatch(f -> f.startsWith("damaged-"));
        }
    }

    @Test
    void aDemoThatWasEndedWhileItsMediaCameHasThemAtTheNextStart() {
        String show;
        try (Program program = new Program(0, data, false)) {
            show = program.get(Shows.class).addShow(DemoShow.NAME);
            program.get(Shows.class).remember("demo-media", show);
        }
        try (Program program = new Program(0, data, false)) {
            assertThat(program.get(Media.class).of(show))
                    .extracting(Media.Row::name)
                    .containsExactlyInAnyOrder("heron.png", "marsh.jpg", "wheel.png");
            assertThat(program.get(Shows.class).remembered("demo-media")).contains("");
            assertThat(program.get(Shows.class).shows()).hasSize(1);
        }
    }

    @Test
    void aMissingMediumAndATakenPortCostASentence() throws Exception {
        try (Program program = new Program(0, data, true)) {
            assertThat(program.get(Shows.class).shows()).hasSize(1);
        }
        try (var files = Files.walk(data.resolve("media"))) {
            for (Path file : files.filter(Files::isRegularFile).toList()) Files.delete(file);
        }
        try (Program program = new Program(0, data, true)) {
            program.put(program.look("Heron").id());
            long made = program.get(House.class).player().readings().made();
            Program.until(
                    "it plays without",
                    () -> program.get(House.class).player().readings().made() > made + 5);
        }
        try (ServerSocket taken = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            assertThatThrownBy(() -> new Program(taken.getLocalPort(), data, true))
                    .cause()
                    .isInstanceOf(Refused.class)
                    .hasMessageContaining("is taken, perhaps by another Gloaming");
        }
    }

    @Test
    void backupsAreMadeKeptApartAndBroughtBackBesideTheShow() throws Exception {
        try (Program program = new Program(0, data, true)) {
            Shows shows = program.get(Shows.class);
            String show = shows.shows().getFirst().id();
            Backups backups = program.get(Backups.class);
            backups.make(show);
            backups.make(show);
            List<Backups.State> states = backups.of(show);
            assertThat(states).as("the same state is not kept twice").hasSize(1);
            OpenLook open = program.open("Weir");
            String before = open.look().name();
            for (int i = 0; i < 14; i++) {
                open.apply(new Edit.Rename("Weir " + i), 0);
                backups.make(show);
            }
            assertThat(backups.of(show)).hasSize(10);
            assertThat(backups.of(show).getLast()).as("the oldest stays").isEqualTo(states.getFirst());
            String back = backups.restore(show, states.getFirst().id());
            assertThat(shows.looks(back)).extracting(Shows.LookRow::name).contains(before);
            assertThat(program.get(Media.class).of(back))
                    .extracting(Media.Row::name)
                    .containsExactly("heron.png", "marsh.jpg", "wheel.png");
            assertThatThrownBy(() -> backups.restore(show, "../../x")).isInstanceOf(Refused.class);
        }
    }
}
