package gloaming.web.store;

import jakarta.annotation.PreDestroy;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BiConsumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/** Opens looks and writes their edits to the disk, {@value #DELAY_MS} ms after the first that waits. */
@Component
public class Journal {
    private static final Logger LOG = LoggerFactory.getLogger(Journal.class);
    private static final long DELAY_MS = 150;

    private final Shows shows;
    private final Map<String, OpenLook> open = new ConcurrentHashMap<>();
    private final Thread writer;
    private volatile boolean closed;
    private volatile BiConsumer<OpenLook, Long> saved = (look, version) -> {};
    private volatile String trouble;

    Journal(Shows shows) {
        this.shows = shows;
        writer = Thread.ofPlatform().name("journal").start(this::run);
    }

    /** The one open copy of a look. */
    public OpenLook open(Shows.LookRow row) {
        return open.computeIfAbsent(row.id(), id -> new OpenLook(id, row.showId(), shows, this::wake));
    }

    private void wake(OpenLook look) {
        LockSupport.unpark(writer);
    }

    /** The open copy of a look, or null. */
    public OpenLook opened(String id) {
        return open.get(id);
    }

    /** Who is told that a look is on the disk, and up to which version. */
    public void onSaved(BiConsumer<OpenLook, Long> saved) {
        this.saved = saved;
    }

    /** Why edits cannot be written at the moment, or null. */
    public String trouble() {
        return trouble;
    }

    private void run() {
        while (!closed) {
            if (open.values().stream().noneMatch(OpenLook::waits)) LockSupport.parkNanos(500_000_000L);
            LockSupport.parkNanos(DELAY_MS * 1_000_000);
            flush();
        }
    }

    /** Writes all that waits, now. */
    public synchronized void flush() {
        for (OpenLook look : open.values()) {
            long version;
            OpenLook.Draft draft;
            synchronized (look) {
                version = look.version();
                draft = look.draft();
            }
            if (draft == null) continue;
            try {
                shows.write(draft);
                shows.sync();
                trouble = null;
                saved.accept(look, version);
            } catch (RuntimeException e) {
                LOG.warn("An edit could not be written; trying again.", e);
                look.putBack(draft);
                trouble =
                        "Edits cannot be saved: the disk may be full or the data folder gone. They are kept here and tried again.";
            }
        }
    }

    /** Writes what waits and forgets the open copy, for a look that is deleted or replaced. */
    public void close(String look) {
        flush();
        open.remove(look);
    }

    @PreDestroy
    void stop() {
        closed = true;
        LockSupport.unpark(writer);
        flush();
    }
}
