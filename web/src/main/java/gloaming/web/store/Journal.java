package gloaming.web.store;

import jakarta.annotation.PreDestroy;
import java.lang.ref.WeakReference;
import java.util.Comparator;
import java.util.Iterator;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Opens looks and writes their edits to the disk, {@value #DELAY_MS} ms after the first that waits.
 *
 * <p>The last {@value #MOST_OPEN} that were asked for stay open, and whatever waits to be written; another stays the one copy of its look for
 * as long as anybody holds it.
 */
@Component
public class Journal {
    private static final Logger LOG = LoggerFactory.getLogger(Journal.class);
    private static final long DELAY_MS = 150;
    /** After a write that failed. */
    private static final long AGAIN_MS = 1_000;

    static final int MOST_OPEN = 64;

    private final Shows shows;
    private final EditLog log;
    private final Map<String, OpenLook> open = new ConcurrentHashMap<>();
    /** All that are open, those too that only others hold. */
    private final Map<String, WeakReference<OpenLook>> known = new ConcurrentHashMap<>();
    /** The newest picture of each look that is not written. */
    private final Map<String, byte[]> pictures = new ConcurrentHashMap<>();

    private volatile Thread writer;
    private volatile boolean closed;
    private volatile Consumer<OpenLook> saved = look -> {};
    private volatile String trouble;

    Journal(Shows shows, EditLog log) {
        this.log = log;
        this.shows = shows;
        revive();
    }

    /** Starts the writing thread, or another one where it has ended. */
    public final void revive() {
        writer = Thread.ofPlatform().name("journal").daemon().unstarted(this::run);
        writer.start();
    }

    /** Whether the thread that writes has ended and should not have. */
    public boolean dead() {
        return !closed && !writer.isAlive();
    }

    /** The one open copy of a look. */
    public OpenLook open(Shows.LookRow row) {
        OpenLook look = open.computeIfAbsent(row.id(), id -> {
            WeakReference<OpenLook> held = known.get(id);
            OpenLook is = held == null ? null : held.get();
            if (is != null) return is;
            OpenLook made = new OpenLook(id, row.showId(), shows, log, this::wake);
            known.put(id, new WeakReference<>(made));
            return made;
        });
        look.used = System.nanoTime();
        if (open.size() > MOST_OPEN) letGo();
        return look;
    }

    private record Asked(String id, long when) {}

    /** Holds no longer what was asked for longest ago, unless it waits to be written. */
    private void letGo() {
        // Sorted by when it was as of now: others go on asking meanwhile.
        open.values().stream()
                .map(look -> new Asked(look.id, look.used))
                .sorted(Comparator.comparingLong(Asked::when))
                .limit(Math.max(0, open.size() - MOST_OPEN))
                .forEach(old -> open.computeIfPresent(old.id, (id, is) -> is.waits() ? is : null));
        known.values().removeIf(held -> held.get() == null);
    }

    /** What is edited is held until it is written, whoever held it before. */
    private void wake(OpenLook look) {
        open.put(look.id, look);
        LockSupport.unpark(writer);
    }

    /** The open copy of a look, or null. */
    public OpenLook opened(String id) {
        OpenLook look = open.get(id);
        if (look == null) {
            WeakReference<OpenLook> held = known.get(id);
            look = held == null ? null : held.get();
        }
        if (look != null) look.used = System.nanoTime();
        return look;
    }

    /** Who is told that a look is on the disk, up to its saved version. */
    public void onSaved(Consumer<OpenLook> saved) {
        this.saved = saved;
    }

    /** Keeps a picture of a look, soon. */
    public void picture(String look, byte[] jpeg) {
        pictures.put(look, jpeg);
    }

    /** Why edits cannot be written at the moment, or null. */
    public String trouble() {
        return trouble;
    }

    private void run() {
        Thread own = Thread.currentThread();
        while (!closed && writer == own) {
            if (open.values().stream().noneMatch(OpenLook::waits)) LockSupport.parkNanos(500_000_000L);
            LockSupport.parkNanos((trouble == null ? DELAY_MS : AGAIN_MS) * 1_000_000);
            flush();
        }
    }

    /** Writes all that waits, now. */
    public synchronized void flush() {
        for (OpenLook look : open.values()) write(look);
        for (Iterator<Map.Entry<String, byte[]>> all = pictures.entrySet().iterator(); all.hasNext(); ) {
            Map.Entry<String, byte[]> picture = all.next();
            all.remove();
            try {
                shows.setPicture(picture.getKey(), picture.getValue());
            } catch (RuntimeException e) {
                LOG.debug("A picture of a look could not be kept.", e);
            }
        }
    }

    private void write(OpenLook look) {
        OpenLook.Draft draft = look.draft();
        if (draft == null) return;
        try {
            log.write(draft);
            look.written(draft);
            trouble = null;
            saved.accept(look);
        } catch (RuntimeException | Error e) {
            if (trouble == null) LOG.warn("An edit could not be written; trying again: {}", e.getMessage());
            look.putBack(draft);
            // It may have been let go while it was being written.
            open.put(look.id, look);
            trouble =
                    "Edits cannot be saved: the disk may be full or the data folder gone. They are kept here and tried again.";
        }
    }

    @PreDestroy
    void stop() {
        closed = true;
        LockSupport.unpark(writer);
        flush();
    }
}
