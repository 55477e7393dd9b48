package gloaming.web.live;

import gloaming.play.StolenTime;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicBoolean;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** What Linux says that the machine gave to others, the eighth number of its cores' first line; elsewhere nothing is known of it. */
@Component
final class MachineTime implements StolenTime {
    private static final Logger LOG = LoggerFactory.getLogger(MachineTime.class);
    private static final Path STAT = Path.of("/proc/stat");
    private static final int PLACE = 8;
    private static final long TICK_NS = 10_000_000;
    private static final long FRESH_NS = 20_000_000;
    private static final int LINE = 256;

    private final int cores = Runtime.getRuntime().availableProcessors();
    private final FileChannel stat;
    private final ByteBuffer line = ByteBuffer.allocateDirect(LINE);
    private final AtomicBoolean reads = new AtomicBoolean();
    private volatile long nanos;
    private volatile long readAt;

    MachineTime() {
        stat = open();
        readAt = System.nanoTime() - FRESH_NS;
    }

    private static FileChannel open() {
        try {
            return Files.isReadable(STAT) ? FileChannel.open(STAT) : null;
        } catch (IOException e) {
            LOG.debug("What the machine gives to others is not known.", e);
            return null;
        }
    }

    @Override
    public long nanos() {
        // Whoever comes while another reads takes what was read before: nobody waits here.
        if (stat != null && System.nanoTime() - readAt >= FRESH_NS && reads.compareAndSet(false, true)) {
            try {
                line.clear();
                stat.read(line, 0);
                nanos = ticks(line.flip()) * TICK_NS / cores;
            } catch (IOException e) {
                LOG.debug("What the machine gives to others was not told.", e);
            } finally {
                readAt = System.nanoTime();
                reads.set(false);
            }
        }
        return nanos;
    }

    /** The number at its place, or 0 where there are not so many. */
    static long ticks(ByteBuffer line) {
        long number = 0;
        int place = 0;
        boolean digits = false;
        while (line.hasRemaining()) {
            byte c = line.get();
            boolean digit = c >= '0' && c <= '9';
            if (digit) number = digits ? number * 10 + c - '0' : c - '0';
            else if (digits && ++place == PLACE) return number;
            if (c == '\n') return 0;
            digits = digit;
        }
        return 0;
    }
}
