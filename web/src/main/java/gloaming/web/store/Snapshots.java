package gloaming.web.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import java.util.stream.Stream;

/**
 * The whole database as a script of SQL, called by the number of the last change it holds; the two newest are kept. A script
 * opens in every version of the database, whatever becomes of its file format.
 */
final class Snapshots {
    private static final int KEPT = 2;
    private static final String ENDING = ".sql.gz";

    private final Path folder;

    Snapshots(Path folder) throws IOException {
        this.folder = folder;
        Files.createDirectories(folder);
    }

    /** Writes a snapshot through {@code statement}, while nobody writes to the database, and lets go of the oldest. */
    void take(Statement statement, long last) throws IOException, SQLException {
        Path part = folder.resolve("snapshot.part");
        Files.deleteIfExists(part);
        statement.execute("SCRIPT NOPASSWORDS TO '" + quoted(part) + "' COMPRESSION GZIP CHARSET 'UTF-8'");
        Disk.settle(part, folder.resolve("%019d".formatted(last) + ENDING));
        List<Path> all = all();
        for (Path old : all.subList(0, Math.max(0, all.size() - KEPT))) Files.delete(old);
    }

    /** Notes that the tables are being changed, or that they are whole again. */
    void halt(boolean changing) throws IOException {
        if (changing) Files.write(mark(), new byte[0]);
        else Files.deleteIfExists(mark());
        Disk.sync(folder);
    }

    /** Whether a change of the tables was halted. */
    boolean halted() {
        return Files.exists(mark());
    }

    private Path mark() {
        return folder.resolve("changing-tables");
    }

    static void read(Statement statement, Path script) throws SQLException {
        statement.execute("RUNSCRIPT FROM '" + quoted(script) + "' COMPRESSION GZIP CHARSET 'UTF-8'");
    }

    private static String quoted(Path path) {
        return path.toString().replace("'", "''");
    }

    private List<Path> all() throws IOException {
        try (Stream<Path> files = Files.list(folder)) {
            return files.filter(p -> p.getFileName().toString().matches("\\d{19}\\" + ENDING))
                    .sorted()
                    .toList();
        }
    }

    private static long number(Path path) {
        return Long.parseLong(path.getFileName().toString().substring(0, 19));
    }

    /** The number of the newest snapshot, or -1. */
    long newest() throws IOException {
        List<Path> all = all();
        return all.isEmpty() ? -1 : number(all.getLast());
    }

    Path newestFile() throws IOException {
        return all().getLast();
    }

    /** The number of the older of the kept snapshots: what the log holds up to it is needed no more; -1 while there is one only. */
    long oldest() throws IOException {
        List<Path> all = all();
        return all.size() < KEPT ? -1 : number(all.getFirst());
    }
}
