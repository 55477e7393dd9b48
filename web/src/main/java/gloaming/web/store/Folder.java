package gloaming.web.store;

import java.nio.file.Path;

/** The folder in which one installation keeps everything. */
public record Folder(Path path) {
    public Path media() {
        return path.resolve("media");
    }

    /** What was written to the database, once more; see {@link RedoLog}. */
    public Path journal() {
        return path.resolve("journal");
    }

    /** The last states of each show. */
    public Path backups() {
        return path.resolve("backups");
    }
}
