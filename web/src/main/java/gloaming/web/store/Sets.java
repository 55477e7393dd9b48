package gloaming.web.store;

import gloaming.look.Refused;
import gloaming.media.ShotFile;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;

/** Recorded sets, a folder of files a show, named by when they began. */
@Component
public class Sets {
    /** Sets that a show keeps, at most. */
    public static final int MOST = 200;

    private static final DateTimeFormatter NAME = DateTimeFormatter.ofPattern("yyyy-MM-dd HH.mm.ss");
    private static final String NAMED = "\\d{4}-\\d\\d-\\d\\d \\d\\d\\.\\d\\d\\.\\d\\d( \\d)?";
    private static final String ENDING = ".set";
    private static final String GONE = ".removed";
    private static final int KEPT_DAYS = 30;

    /**
     * One that was recorded.
     *
     * @param name when it began
     * @param bytes its size
     * @param seconds about how long it is
     * @param camera bytes of what the camera showed, in a file beside; 0 where there is none
     */
    public record Row(String name, long bytes, long seconds, long camera) {}

    private final Folder folder;

    Sets(Folder folder) {
        this.folder = folder;
    }

    /** Those of a show, the newest first. */
    public List<Row> of(String show) {
        Path home = home(show);
        if (!Files.isDirectory(home)) return List.of();
        try (Stream<Path> files = Files.list(home)) {
            return files.map(Sets::row)
                    .flatMap(Optional::stream)
                    .sorted(Comparator.comparing(Row::name).reversed())
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Optional<Row> row(Path file) {
        String name = file.getFileName().toString();
        if (!name.endsWith(ENDING)) return Optional.empty();
        String bare = name.substring(0, name.length() - ENDING.length());
        if (!bare.matches(NAMED)) return Optional.empty();
        try {
            LocalDateTime began = LocalDateTime.parse(bare.substring(0, 19), NAME);
            LocalDateTime last = LocalDateTime.ofInstant(
                    Files.getLastModifiedTime(file).toInstant(), java.time.ZoneId.systemDefault());
            long seconds = Math.max(0, java.time.Duration.between(began, last).toSeconds());
            Path camera = ShotFile.beside(file);
            long shown = Files.isRegularFile(camera) ? Files.size(camera) : 0;
            return Optional.of(new Row(bare, Files.size(file), seconds, shown));
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /** Where a new one is written; {@link Refused} where the show has as many as it keeps. */
    public Path create(String show) throws IOException {
        if (of(show).size() >= MOST)
            throw new Refused("The show keeps " + MOST + " sets already; remove some, and the next one is recorded.");
        Files.createDirectories(home(show));
        String name = NAME.format(LocalDateTime.now());
        for (int i = 1; i < 10; i++) {
            Path file = home(show).resolve(name + (i == 1 ? "" : " " + i) + ENDING);
            if (!Files.exists(file)) return Files.createFile(file);
        }
        throw new IOException("Too many sets begin at once.");
    }

    /** The file of one; {@link Refused} where there is none. */
    public Path file(String show, String name) {
        Path file = name.matches(NAMED) ? home(show).resolve(name + ENDING) : null;
        if (file == null || !Files.isRegularFile(file)) throw new Refused("That set is not there any more.");
        return file;
    }

    /** What the camera showed in one; {@link Refused} where there is nothing. */
    public Path camera(String show, String name) {
        Path camera = ShotFile.beside(file(show, name));
        if (!Files.isRegularFile(camera)) throw new Refused("The camera was not recorded in that set.");
        return camera;
    }

    /** Takes one away, for {@value #KEPT_DAYS} days in a way that can be taken back; those that went before that go for good. */
    public void remove(String show, String name) {
        Path file = file(show, name);
        try {
            forget(show);
            FileTime now = FileTime.from(java.time.Instant.now());
            for (Path each : new Path[] {ShotFile.beside(file), file})
                if (Files.exists(each)) Files.setLastModifiedTime(Files.move(each, gone(each)), now);
        } catch (IOException e) {
            throw new Refused("The set could not be removed: " + e.getMessage());
        }
    }

    /** Brings one back that was taken away. */
    public void bringBack(String show, String name) {
        Path file = name.matches(NAMED) ? home(show).resolve(name + ENDING) : null;
        if (file == null || !Files.isRegularFile(gone(file))) throw new Refused("That set is not there any more.");
        try {
            Path camera = ShotFile.beside(file);
            if (Files.exists(gone(camera))) Files.move(gone(camera), camera);
            Files.move(gone(file), file);
        } catch (IOException e) {
            throw new Refused("The set could not be brought back: " + e.getMessage());
        }
    }

    private static Path gone(Path file) {
        return file.resolveSibling(file.getFileName() + GONE);
    }

    private void forget(String show) throws IOException {
        java.time.Instant old = java.time.Instant.now().minus(java.time.Duration.ofDays(KEPT_DAYS));
        try (Stream<Path> files = Files.list(home(show))) {
            for (Path file : files.filter(f -> f.toString().endsWith(GONE)).toList())
                if (Files.getLastModifiedTime(file).toInstant().isBefore(old)) Files.delete(file);
        }
    }

    private Path home(String show) {
        if (!show.matches("[A-Za-z0-9-]{1,64}")) throw new Refused("That show is not there any more.");
        return folder.path().resolve("sets").resolve(show);
    }
}
