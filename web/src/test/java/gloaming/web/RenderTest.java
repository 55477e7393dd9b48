package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class RenderTest {
    @TempDir
    Path out;

    private static int render(Path look, Path out, String... more) throws Exception {
        String[] start = {
            Path.of(System.getProperty("java.home"), "bin", "java").toString(),
            "--add-modules",
            "jdk.incubator.vector",
            "--enable-native-access=ALL-UNNAMED",
            "-cp",
            System.getProperty("java.class.path"),
            "gloaming.web.command.Gloaming",
            "render",
            look.toString(),
            "--out",
            out.toString()
        };
        String[] all = java.util.stream.Stream.concat(
                        java.util.stream.Stream.of(start), java.util.stream.Stream.of(more))
                .toArray(String[]::new);
        Files.createDirectories(out);
        return new ProcessBuilder(all)
                .redirectErrorStream(true)
                .redirectOutput(out.resolve("said.txt").toFile())
                .start()
                .waitFor();
    }

    @ParameterizedTest
    @ValueSource(strings = {"lantern-moths", "mill-race", "reed-bed", "brass-bell"})
    void twoRunsAreTheSameToTheByteAndSoWithOneThreadOrTwo(String name) throws Exception {
        Path look = Path.of("src/main/resources/demo", name + ".json");
        assertThat(render(look, out.resolve("a"), "--frames", "6:8", "--size", "256x144", "--threads", "1"))
                .isZero();
        assertThat(render(look, out.resolve("b"), "--frames", "6:8", "--size", "256x144", "--threads", "2"))
                .isZero();
        for (int i = 6; i < 8; i++) {
            String file = "frame-%06d.png".formatted(i);
            assertThat(Files.mismatch(
                            out.resolve("a").resolve(file), out.resolve("b").resolve(file)))
                    .isEqualTo(-1);
        }
        assertThat(Files.exists(out.resolve("a/frame-000005.png"))).isFalse();
    }

    @Test
    void aBadFileIsRefusedInOneSentenceAndExitsWithOne() throws Exception {
        Path bad = Files.writeString(out.resolve("bad.json"), "{\"format\":\"gloaming-look\",\"version\":9}");
        assertThat(render(bad, out.resolve("c"), "--frames", "0:1")).isEqualTo(1);
        assertThat(Files.readAllLines(out.resolve("c/said.txt")).getLast()).contains("newer Gloaming");
    }
}
