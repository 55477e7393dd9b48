package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.LookJson;
import gloaming.web.command.DemoShow;
import gloaming.web.command.Gloaming;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** The commands as processes of their own: what they say, and the code they end with. */
class CommandTest {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @TempDir
    Path folder;

    record Ended(int code, String out, String err) {}

    private Ended run(String... arguments) throws Exception {
        return run(folder, arguments);
    }

    static Ended run(Path folder, String... arguments) throws Exception {
        Path out = folder.resolve("out.txt");
        Path err = folder.resolve("err.txt");
        Process process = Child.brief(Gloaming.class, arguments)
                .redirectOutput(out.toFile())
                .redirectError(err.toFile())
                .start();
        assertThat(process.waitFor(120, TimeUnit.SECONDS)).isTrue();
        return new Ended(process.exitValue(), Files.readString(out), Files.readString(err));
    }

    private String look(String json) throws Exception {
        Path file = folder.resolve("look.json");
        Files.writeString(file, json);
        return file.toString();
    }

    private void refused(String sentence, String... arguments) throws Exception {
        Ended ended = run(arguments);
        assertThat(ended.code).isNotZero();
        assertThat(ended.err).contains(sentence).doesNotContain("Exception").doesNotContain("\tat ");
    }

    @Test
    void hearTellsTheBeatsOfTheHouseBandAsJsonLines() throws Exception {
        Path wav = folder.resolve("band.wav");
        Files.write(wav, gloaming.media.Wav.bytes(new gloaming.sound.HouseBand(11, 120)));
        Ended ended = run("hear", wav.toString());
        assertThat(ended.code).as(ended.err).isZero();
        List<JsonNode> lines = ended.out.lines().map(JSON::readTree).toList();
        assertThat(lines).hasSize(3_200);
        assertThat(lines.getFirst().propertyNames())
                .containsExactlyInAnyOrder("t", "rms", "low", "mid", "high", "onset", "beat", "tempo");
        assertThat(lines.getLast().path("tempo").asDouble(0)).isBetween(118.0, 122.0);
        List<Double> beats = lines.stream()
                .filter(line -> line.path("beat").asInt(0) == 1)
                .map(line -> line.path("t").asDouble(0))
                .filter(t -> t > 6 && t < 14)
                .toList();
        assertThat(beats).hasSizeBetween(15, 17);
        assertThat(beats)
                .allSatisfy(t -> assertThat(Math.abs(2 * t - Math.rint(2 * t))).isLessThan(0.14));
        refused("There is no file", "hear", folder.resolve("gone.wav").toString());
    }

    @Test
    void renderSaysInASentenceWhatIsWrong() throws Exception {
        String out = folder.resolve("frames").toString();
        String barley = look(LookJson.write(DemoShow.look("barley")));
        refused("There is no file", "render", folder.resolve("gone.json").toString(), "--frames", "0:1", "--out", out);
        refused("holds no frame", "render", barley, "--frames", "5:5", "--out", out);
        refused("--frames takes A:B", "render", barley, "--frames", "all", "--out", out);
        refused("--size takes WxH", "render", barley, "--frames", "0:1", "--size", "big", "--out", out);
        refused("look.json", "render", look("{\"gloaming\": 1"), "--frames", "0:1", "--out", out);
    }

    @Test
    void whatIsAskedWronglyIsExplained() throws Exception {
        refused("Unknown options: '--prot'", "start", "--prot", "8080");
        refused("nonesuch", "nonesuch");
    }

    @Test
    void aPortThatIsTakenIsSaidAtOnce() throws Exception {
        try (java.net.ServerSocket taken = new java.net.ServerSocket(0, 1, java.net.InetAddress.getLoopbackAddress())) {
            refused(
                    String.valueOf(taken.getLocalPort()),
                    "start",
                    "--port",
                    String.valueOf(taken.getLocalPort()),
                    "--data",
                    folder.resolve("data").toString());
        }
    }
}
