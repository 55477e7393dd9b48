package gloaming.web.store;

import java.nio.file.Path;

/** The folder in which one installation keeps everything. */
public record Folder(Path path) {
    public Path media() {
        return path.resolve("media");
    }
}
