package gloaming.web;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.web.command.Gloaming;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RenderTest {
    private static final List<String> LOOKS = List.of("lantern-moths", "mill-race", "reed-bed", "brass-bell");

    @TempDir
    Path out;

    /** Renders several looks one after the other, each as the command would: most of a run is its start. */
    static final class All {
        public static void main(String[] args) throws Exception {
            for (String name : LOOKS) {
                String look = Path.of("src/main/resources/demo", name + ".json").toString();
                String to = Path.of(args[0], name).toString();
                Gloaming.main(new String[] {
                    "render", look, "--out", to, "--frames", "6:8", "--size", "256x144", "--threads", args[1]
                });
            }
        }
    }

    @Test
    void twoRunsAreTheSameToTheByteAndSoWithOneThreadOrTwo() throws Exception {
        for (String threads : List.of("1", "2"))
            assertThat(Child.playing(All.class, out.resolve(threads).toString(), threads)
                            .inheritIO()
                            .start()
                            .waitFor())
                    .isZero();
        for (String look : LOOKS) {
            Path one = out.resolve("1").resolve(look);
            for (int i = 6; i < 8; i++) {
                String file = "frame-%06d.png".formatted(i);
                assertThat(Files.mismatch(
                                one.resolve(file),
                                out.resolve("2").resolve(look).resolve(file)))
                        .as("%s of %s", file, look)
                        .isEqualTo(-1);
            }
            assertThat(one.resolve("frame-000005.png")).doesNotExist();
        }
    }

    @Test
    void aBadFileIsRefusedInOneSentenceAndExitsWithOne() throws Exception {
        Path bad = Files.writeString(out.resolve("bad.json"), "{\"format\":\"gloaming-look\",\"version\":9}");
        CommandTest.Ended ended = CommandTest.run(
                out, "render", bad.toString(), "--out", out.resolve("c").toString(), "--frames", "0:1");
        assertThat(ended.code()).isEqualTo(1);
        assertThat(ended.err().lines().toList().getLast()).contains("newer Gloaming");
    }
}
