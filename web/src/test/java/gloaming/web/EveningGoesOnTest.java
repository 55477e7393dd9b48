package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.again.SetReplay;
import gloaming.flow.Crew;
import gloaming.library.Library;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.show.Cue;
import gloaming.show.RunSheet;
import gloaming.show.Start;
import gloaming.show.Transition;
import gloaming.sound.Sound;
import gloaming.tape.SetFile;
import gloaming.web.command.Gloaming;
import gloaming.web.store.Sheets;
import gloaming.web.store.Shows;
import java.io.BufferedReader;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** The program is killed in the middle of an evening, and the evening goes on where it was. */
class EveningGoesOnTest {
    private static final Pattern OPEN = Pattern.compile("Gloaming is open at http://localhost:(\\d+)/");

    @TempDir
    Path data;

    /** The program in a process of its own. */
    private static final class Running implements AutoCloseable {
        final Process process;
        final int port;

        Running(Path data) throws Exception {
            process = Child.program(Gloaming.class, "start", "--port", "0", "--data", data.toString())
                    .redirectErrorStream(true)
                    .start();
            port = Integer.parseInt(read(process));
        }

        private static String read(Process process) throws Exception {
            BufferedReader out = new BufferedReader(new InputStreamReader(process.getInputStream()));
            StringBuilder all = new StringBuilder();
            for (String line; (line = out.readLine()) != null; ) {
                all.append(line).append('\n');
                Matcher open = OPEN.matcher(line);
                if (!open.find()) continue;
                // Whatever else it says must not fill its pipe.
                Thread.ofVirtual().start(() -> out.lines().forEach(rest -> {}));
                return open.group(1);
            }
            throw new AssertionError("it did not open: " + all);
        }

        SocketPage page(String show) {
            return new SocketPage("localhost", port, "?evening=" + show, null);
        }

        @Override
        public void close() throws Exception {
            process.destroyForcibly().waitFor();
        }
    }

    /** The cues of the set that was recorded last but the one that may be recorded now. */
    private static List<String> marks(Path data, String show) throws Exception {
        List<Path> sets;
        try (Stream<Path> files = Files.list(data.resolve("sets").resolve(show))) {
            sets = files.sorted().toList();
        }
        List<List<String>> all = new ArrayList<>();
        for (Path set : sets) {
            try (InputStream in = Files.newInputStream(set);
                    Crew crew = new Crew(1)) {
                SetReplay replay = new SetReplay(
                        SetFile.read(in), crew, Library.EMPTY, name -> Sound.SILENCE, null, ref -> null, 0, 0);
                replay.at(replay.seconds());
                assertThat(replay.compared().others()).isZero();
                all.add(replay.marks().stream().map(SetReplay.Mark::name).toList());
            }
        }
        return all.stream().filter(marks -> !marks.isEmpty()).toList().get(Math.max(0, all.size() - 2));
    }

    /** A small evening: what is started anew is not to wait for its pictures. */
    private static String prepare(Path data) {
        try (Program program = new Program(0, data, false)) {
            String show = program.get(Shows.class).addShow("Mill rehearsal");
            String oil = look(program, show, "Lamp oil", "#ffb866");
            String bell = look(program, show, "Brass bell", "#66aaff");
            program.get(Sheets.class).put(show, RunSheet.of(List.of(cue("c1", oil, 0.6), cue("c7", bell, 1.0)), "", 0));
            program.put(oil);
            return show;
        }
    }

    private static String look(Program program, String show, String name, String colour) {
        Step fill = Step.of("s1", "fill").with("colour", Value.of(colour));
        return program.get(Shows.class)
                .addLook(
                        show,
                        new Look(
                                name,
                                128,
                                72,
                                30,
                                1,
                                120,
                                List.of(new Lane("l1", "sky", Clock.SHOW, List.of(fill))),
                                List.of(Layer.of("m1", "l1", Blend.OVER, 1))));
    }

    private static Cue cue(String id, String look, double light) {
        return new Cue(
                id,
                "",
                "",
                0,
                look,
                "",
                false,
                light,
                null,
                null,
                Transition.CUT,
                Start.KEY,
                0,
                0.5,
                false,
                "",
                List.of(),
                List.of(),
                "");
    }

    @Test
    void killedMoreThanOnceItIsAtItsCueWithItsTimeItsLightAndItsLook() throws Exception {
        String show = prepare(data);
        double before;
        try (Running running = new Running(data);
                SocketPage page = running.page(show)) {
            page.hear("evening", e -> !e.path("next").asString("").isEmpty());
            before = System.nanoTime() / 1e9;
            page.say("{'do':'go'}");
            page.hear(
                    "evening",
                    e -> e.path("now").asString("").equals("c1")
                            && e.path("section").asDouble() > 1.2);
        }
        // What was recorded until a second before it was killed is there, whole.
        assertThat(marks(data, show)).containsExactly("Lamp oil");
        try (Running running = new Running(data);
                SocketPage page = running.page(show)) {
            JsonNode back =
                    page.hear("evening", e -> !e.path("now").asString("").isEmpty());
            assertThat(back.path("now").asString("")).isEqualTo("c1");
            // The section goes on by the clock while it is dark, and began after the key.
            assertThat(back.path("section").asDouble()).isBetween(1.2, 1 + System.nanoTime() / 1e9 - before);
            assertThat(back.path("show").asDouble())
                    .isGreaterThanOrEqualTo(back.path("section").asDouble());
            assertThat(back.path("wanted").asDouble()).isEqualTo(0.6);
            assertThat(back.path("playing").asString("")).isEqualTo("Lamp oil");
            assertThat(back.path("other").asBoolean(true)).isFalse();
            page.say("{'do':'go-to','cue':'c7'}");
            page.hear("evening", e -> e.path("now").asString("").equals("c7"));
            page.say("{'do':'light','to':0,'seconds':0}");
            double black = page.hear("evening", e -> e.path("wanted").asDouble() == 0)
                    .path("show")
                    .asDouble();
            // What is older than a second is not lost.
            page.hear("evening", e -> e.path("show").asDouble() > black + 1.1);
        }
        try (Running running = new Running(data);
                SocketPage page = running.page(show)) {
            JsonNode back =
                    page.hear("evening", e -> !e.path("now").asString("").isEmpty());
            assertThat(back.path("now").asString("")).isEqualTo("c7");
            assertThat(back.path("playing").asString("")).isEqualTo("Brass bell");
            assertThat(marks(data, show))
                    .as("the set that was going on then")
                    .containsExactly("Lamp oil", "Brass bell");
            // Black stays black: nothing leaps at an audience because the program was started anew.
            assertThat(back.path("wanted").asDouble()).isZero();
        }
    }
}
