package gloaming.perf.soak.fuzz;

import gloaming.media.CloudFile;
import gloaming.media.Unreadable;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;

/** Clouds of points in files: any bytes are a cloud of at most a million points, or unreadable with a sentence. */
public final class CloudFuzz {
    private static final Path FILE = file();

    private CloudFuzz() {}

    private static Path file() {
        try {
            return Files.createTempFile("gloaming-fuzz", ".ply");
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    public static void fuzzerTestOneInput(byte[] data) throws IOException {
        Files.write(FILE, data);
        try {
            if (CloudFile.read(FILE, "a cloud").n() > CloudFile.MOST) throw new AssertionError("too many points");
        } catch (Unreadable e) {
            if (!e.getMessage().endsWith(".")) throw new AssertionError("no sentence: " + e.getMessage(), e);
        }
    }
}
