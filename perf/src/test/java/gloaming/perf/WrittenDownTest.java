package gloaming.perf;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The program as artists start it: from what the build has written down of it, and not from what is looked for at the start. */
class WrittenDownTest {
    private static final List<String> FLAGS = List.of(
            "-XX:TieredStopAtLevel=1",
            "-XX:+UseSerialGC",
            "-Djava.awt.headless=true",
            "-Dspring.aot.enabled=true",
            "--add-modules",
            "jdk.incubator.vector",
            "--enable-native-access=ALL-UNNAMED");

    @TempDir
    Path data;

    @Test
    void itOpens() throws Exception {
        List<String> command = new ArrayList<>();
        command.add(Path.of(System.getProperty("java.home"), "bin", "java").toString());
        command.addAll(FLAGS);
        command.addAll(List.of("-cp", System.getProperty("java.class.path"), "gloaming.web.command.Gloaming"));
        command.addAll(List.of("start", "--port", "0", "--data", data.toString()));
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        // One that never opens and never ends is not waited for.
        Thread.ofVirtual().start(() -> {
            try {
                if (!process.waitFor(2, TimeUnit.MINUTES)) process.destroyForcibly();
            } catch (InterruptedException e) {
                process.destroyForcibly();
            }
        });
        List<String> said = new ArrayList<>();
        try (BufferedReader out = new BufferedReader(new InputStreamReader(process.getInputStream()))) {
            for (String line; (line = out.readLine()) != null; ) {
                said.add(line);
                if (line.startsWith("Gloaming is open at ")) break;
            }
        } finally {
            process.destroyForcibly().waitFor();
        }
        assertThat(said.getLast()).as("%s", said).startsWith("Gloaming is open at ");
    }
}
