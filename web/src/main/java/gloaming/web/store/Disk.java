package gloaming.web.store;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;

/** Brings files, and the names of files, onto the disk. */
final class Disk {
    private Disk() {}

    /** The bytes of a file, or the names in a folder, are on the disk when this returns. */
    static void sync(Path path) throws IOException {
        boolean folder = Files.isDirectory(path);
        // A folder can be opened for reading only, and on some systems not at all; its names are then the system's
        // matter.
        try (FileChannel channel =
                FileChannel.open(path, folder ? StandardOpenOption.READ : StandardOpenOption.WRITE)) {
            channel.force(true);
        } catch (IOException e) {
            if (!folder) throw e;
        }
    }

    /** Gives a file that was written its name, whole or not at all. */
    static void settle(Path written, Path home) throws IOException {
        sync(written);
        Files.move(written, home, StandardCopyOption.REPLACE_EXISTING, StandardCopyOption.ATOMIC_MOVE);
        sync(home.getParent());
    }
}
