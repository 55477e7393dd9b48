package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.web.command.Gloaming;
import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

/** The program is killed in the middle of an evening, and the evening goes on where it was. */
class EveningGoesOnTest {
    private static final Pattern OPEN = Pattern.compile("Gloaming is open at http://localhost:(\\d+)/");
    private static final Pattern SHOW = Pattern.compile("data-show=\"([0-9a-f]+)\"");

    @TempDir
    Path data;

    /** The program in a process of its own. */
    private static final class Running implements AutoCloseable {
        final Process process;
        final int port;

        Running(Path data) throws Exception {
            process = new ProcessBuilder(
                            Path.of(System.getProperty("java.home"), "bin", "java")
                                    .toString(),
                            "-Xmx1g",
                            "--add-modules",
                            "jdk.incubator.vector",
                            "--enable-native-access=ALL-UNNAMED",
                            "-cp",
                            System.getProperty("java.class.path"),
                            Gloaming.class.getName(),
                            "demo",
                            "--port",
                            "0",
                            "--data",
                            data.toString())
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

        String show() throws Exception {
            HttpRequest request = HttpRequest.newBuilder(URI.create("http://localhost:" + port + "/"))
                    .build();
            String page = HttpClient.newHttpClient()
                    .send(request, HttpResponse.BodyHandlers.ofString())
                    .body();
            Matcher show = SHOW.matcher(page);
            assertThat(show.find()).isTrue();
            return show.group(1);
        }

        SocketPage page(String show) {
            return new SocketPage("localhost", port, "?evening=" + show, null);
        }

        @Override
        public void close() throws Exception {
            process.destroyForcibly().waitFor();
        }
    }

    @Test
    void killedMoreThanOnceItIsAtItsCueWithItsTimeItsLightAndItsLook() throws Exception {
        String show;
        try (Running running = new Running(data)) {
            show = running.show();
            try (SocketPage page = running.page(show)) {
                page.hear("evening", e -> e.path("ready").asBoolean());
                page.say("{'do':'go'}");
                page.hear(
                        "evening",
                        e -> e.path("now").asString("").equals("c1")
                                && e.path("section").asDouble() > 1.2);
            }
        }
        double before = System.nanoTime() / 1e9;
        try (Running running = new Running(data);
                SocketPage page = running.page(show)) {
            JsonNode back =
                    page.hear("evening", e -> !e.path("now").asString("").isEmpty());
            assertThat(back.path("now").asString("")).isEqualTo("c1");
            assertThat(back.path("section").asDouble()).isBetween(1.2, 3 + System.nanoTime() / 1e9 - before);
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
            // Black stays black: nothing leaps at an audience because the program was started anew.
            assertThat(back.path("wanted").asDouble()).isZero();
        }
    }
}
