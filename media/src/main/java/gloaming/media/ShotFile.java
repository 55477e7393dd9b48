package gloaming.media;

import gloaming.again.CameraFile;
import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.tape.CameraShot;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;

/** The pictures of the camera in the file beside a set, read as they are asked for. */
public final class ShotFile implements CameraFile {
    private final Path file;
    private final Decoder decoder;

    private ShotFile(Path file, Decoder decoder) {
        this.file = file;
        this.decoder = decoder;
    }

    /** The file of the pictures beside a set. */
    public static Path beside(Path set) {
        String name = set.getFileName().toString();
        return set.resolveSibling(name.replaceFirst("\\.set$", "") + ".mjpeg");
    }

    /** Those of a set, or null where it has none. */
    public static CameraFile of(Path set, Decoder decoder) {
        Path file = beside(set);
        return Files.isRegularFile(file) ? new ShotFile(file, decoder) : null;
    }

    @Override
    public Picture picture(CameraShot shot, Cut cut) {
        try (FileChannel channel = FileChannel.open(file)) {
            if (shot.at() > channel.size() - shot.length()) return null;
            ByteBuffer bytes = ByteBuffer.allocate(shot.length());
            while (bytes.hasRemaining()) if (channel.read(bytes, shot.at() + bytes.position()) < 0) return null;
            Picture picture = decoder.jpeg(bytes.array(), cut);
            if (picture != null) picture.stands();
            return picture;
        } catch (IOException | Unreadable e) {
            return null;
        }
    }
}
