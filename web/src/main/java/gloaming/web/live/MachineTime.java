package gloaming.web.live;

import gloaming.play.StolenTime;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.RandomAccessFile;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicBoolean;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * What Linux says that the machine gave to others, the eighth number of each core's line: of the core that it was most on, as the thread that
 * is looked at may have been there. Elsewhere nothing is known of it.
 */
@Component
final class MachineTime implements StolenTime {
    private static final Logger LOG = LoggerFactory.getLogger(MachineTime.class);
    private static final Path STAT = Path.of("/proc/stat");
    private static final int PLACE = 8;
    private static final long TICK_NS = 10_000_000;
    private static final long FRESH_NS = 20_000_000;
    private static final int MOST_CORES = 256;
    private static final int BYTES = 32_768;

    // Whoever asks may be interrupted meanwhile, which would close a channel for all.
    private final RandomAccessFile stat;
    private final byte[] text = new byte[BYTES];
    private final long[] before = new long[MOST_CORES];
    private final long[] now = new long[MOST_CORES];
    private boolean begun;
    private final AtomicBoolean reads = new AtomicBoolean();
    private volatile long nanos;
    private volatile long readAt;

    MachineTime() {
        stat = open();
        readAt = System.nanoTime() - FRESH_NS;
    }

    private static RandomAccessFile open() {
        try {
            return Files.isReadable(STAT) ? new RandomAccessFile(STAT.toFile(), "r") : null;
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
                stat.seek(0);
                int cores = ticks(ByteBuffer.wrap(text, 0, Math.max(0, stat.read(text))), now);
                long most = 0;
                for (int i = 0; i < cores; i++) {
                    most = Math.max(most, now[i] - before[i]);
                    before[i] = now[i];
                }
                if (begun) nanos += most * TICK_NS;
                begun = true;
            } catch (IOException e) {
                LOG.debug("What the machine gives to others was not told.", e);
            } finally {
                readAt = System.nanoTime();
                reads.set(false);
            }
        }
        return nanos;
    }

    @PreDestroy
    void close() throws IOException {
        if (stat != null) stat.close();
    }

    /** Takes the number at its place from the line of each core, in their order; how many there are. */
    static int ticks(ByteBuffer text, long[] into) {
        int cores = 0;
        while (cores < into.length
                && text.remaining() > 3
                && text.get() == 'c'
                && text.get() == 'p'
                && text.get() == 'u') {
            // The first line is that of all cores together.
            boolean one = text.get() != ' ';
            long ticks = line(text);
            if (one) into[cores++] = ticks;
        }
        return cores;
    }

    /** The number at its place behind the name of a line, which is read to its end; 0 where there are not so many. */
    private static long line(ByteBuffer text) {
        long found = 0;
        long number = 0;
        // The name of a core ends in digits too.
        int place = -1;
        boolean digits = true;
        while (text.hasRemaining()) {
            byte c = text.get();
            boolean digit = c >= '0' && c <= '9';
            if (digit) number = digits ? number * 10 + c - '0' : c - '0';
            else if (digits && ++place == PLACE) found = number;
            if (c == '\n') break;
            digits = digit;
        }
        return found;
    }
}
