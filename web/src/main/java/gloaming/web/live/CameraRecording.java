package gloaming.web.live;

import gloaming.media.CameraFeed;
import gloaming.media.ShotFile;
import gloaming.tape.CameraShot;
import gloaming.tape.SetFile;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.concurrent.ArrayBlockingQueue;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/** The pictures of the camera beside a set, a JPEG after the other as it came; the set says where each lies. */
final class CameraRecording implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(CameraRecording.class);
    /** Bytes of one, at most. */
    private static final long MOST = 8L << 30;
    /** Pictures that wait to be written; what comes beyond is left out. */
    private static final int MOST_WAITING = 64;

    private final ArrayBlockingQueue<CameraFeed.Shot> waiting = new ArrayBlockingQueue<>(MOST_WAITING);
    private final Path file;
    /** Null before the first picture. */
    private FileChannel channel;

    private volatile boolean over;
    private volatile long size;

    /** Beside a set that begins. */
    CameraRecording(Path set) {
        file = ShotFile.beside(set);
    }

    /** Takes a picture that came; on any thread, and nobody waits. */
    void take(CameraFeed.Shot shot) {
        if (!over && shot.jpeg().length <= CameraShot.LONGEST) waiting.offer(shot);
    }

    /** Writes what came, and tells the set of it. What cannot be written ends the camera's recording alone. */
    void write(SetFile.Writer set) {
        try {
            for (CameraFeed.Shot shot = waiting.poll(); shot != null && !over; shot = waiting.poll()) {
                if (channel == null)
                    channel = FileChannel.open(file, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE);
                long at = size;
                for (ByteBuffer bytes = ByteBuffer.wrap(shot.jpeg()); bytes.hasRemaining(); ) channel.write(bytes);
                size = at + shot.jpeg().length;
                set.camera(new CameraShot(shot.number(), at, shot.jpeg().length, shot.cut()));
                over = size >= MOST;
            }
        } catch (IOException e) {
            LOG.warn("The camera is not recorded any more: {}", e.toString());
            over = true;
        }
    }

    void sync() throws IOException {
        if (channel != null) channel.force(false);
    }

    /** Bytes so far. */
    long size() {
        return size;
    }

    /** Whether it ended before its set. */
    boolean over() {
        return over;
    }

    @Override
    public void close() throws IOException {
        over = true;
        if (channel != null) channel.close();
    }
}
