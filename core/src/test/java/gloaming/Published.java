package gloaming;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** Files of the project that are made from its code: they are as the code is now, or the build says from which line on they are not. */
public final class Published {
    private Published() {}

    /**
     * Holds a file against what the code gives now; with {@code JAVA_TOOL_OPTIONS=-Dgloaming.publish=true} writes it anew.
     *
     * <p>The whole text would be many thousand lines of output that hide every other failure.
     */
    public static void asItIs(Path file, String now) throws IOException {
        if (Boolean.getBoolean("gloaming.publish")) Files.writeString(file, now);
        List<String> there = Files.readString(file).lines().toList();
        List<String> wanted = now.lines().toList();
        for (int line = 0; line < Math.min(there.size(), wanted.size()); line++)
            assertThat(there.get(line))
                    .as("%s, line %d (write it anew with -Dgloaming.publish=true)", file.getFileName(), line + 1)
                    .isEqualTo(wanted.get(line));
        assertThat(there.size()).as("lines of %s", file.getFileName()).isEqualTo(wanted.size());
    }
}
