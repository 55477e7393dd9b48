package gloaming.web.live;

import gloaming.look.Refused;
import gloaming.media.Shelf;
import gloaming.web.store.Media;
import gloaming.web.store.MediaStore;
import gloaming.web.store.Notices;
import gloaming.web.store.OpenLook;
import jakarta.annotation.PreDestroy;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * A folder of the machine or its network that several programs share: photographs are put there too, and pictures that others put there come
 * into the show on air, into a folder of its name. Which folder that is, only whoever starts the program says.
 */
@Component
public class SharedFolder {
    private static final Logger LOG = LoggerFactory.getLogger(SharedFolder.class);
    private static final long EVERY_MS = 400;
    /** Files that are looked at, at most; of more, those that come first by their names. */
    private static final int MOST = 5_000;
    /** Bytes of one picture. */
    private static final long LARGEST = 64L << 20;

    private static final Set<String> ENDINGS = Set.of("png", "jpg", "jpeg", "webp");
    /** What is being written has a name that nobody looks at. */
    private static final String HALF = ".part";

    private final House house;
    private final Media media;
    private final MediaStore store;
    private final Notices notices;
    // Its own thread's.
    /** Pictures that have come in or cannot be read, and how large they were then: one that has grown since is looked at again. */
    private final Map<String, Long> known = new HashMap<>();
    /** How large those were that may still be being written. */
    private Map<String, Long> growing = new HashMap<>();

    private volatile Path folder;
    private volatile Thread thread;

    SharedFolder(House house, Media media, MediaStore store, Notices notices) {
        this.house = house;
        this.media = media;
        this.store = store;
        this.notices = notices;
    }

    /** From now on this folder is shared; it is made where it is not there. {@link Refused} where it is none. */
    public void begin(Path shared) {
        Path at = shared.toAbsolutePath().normalize();
        try {
            Files.createDirectories(at);
        } catch (IOException e) {
            throw new Refused("The folder " + at + " cannot be shared; choose another with --shared.");
        }
        if (at.getFileName() == null || !Files.isWritable(at))
            throw new Refused("The folder " + at + " cannot be written to; choose another with --shared.");
        folder = at;
        thread = Thread.ofPlatform().name("shared-folder").daemon().start(this::run);
    }

    /** Puts a photograph that is kept already there too, whole or not at all; nothing where no folder is shared. What fails is said. */
    void put(String name, byte[] file) {
        Path at = folder;
        if (at == null) return;
        try {
            Path half = Files.createTempFile(at, "photograph", HALF);
            try {
                Files.write(half, file);
                Files.move(half, at.resolve(name), StandardCopyOption.ATOMIC_MOVE);
            } finally {
                Files.deleteIfExists(half);
            }
        } catch (IOException e) {
            LOG.warn("A photograph could not be put into the shared folder: {}", e.toString());
            notices.say("Photographs are kept, but could not be put into the shared folder " + at + ".");
        }
    }

    private void run() {
        while (folder != null) {
            try {
                Thread.sleep(EVERY_MS);
                look();
            } catch (InterruptedException e) {
                return;
            } catch (IOException | RuntimeException e) {
                LOG.debug("The shared folder cannot be looked at just now.", e);
            }
        }
    }

    /** Takes in what is new and has not grown since it was looked at last. */
    private void look() throws IOException {
        OpenLook on = house.onAir();
        if (on == null) return;
        List<Path> files;
        try (Stream<Path> all = Files.list(folder)) {
            files = all.filter(SharedFolder::picture).sorted().limit(MOST).toList();
        }
        Map<String, Long> seen = new HashMap<>();
        boolean came = false;
        for (Path file : files) {
            String name = file.getFileName().toString();
            long size = Files.size(file);
            if (Long.valueOf(size).equals(known.get(name))) continue;
            seen.put(name, size);
            if (size == 0 || !Long.valueOf(size).equals(growing.get(name))) continue;
            came |= take(on.showId, file, name, size);
        }
        growing = seen;
        known.keySet()
                .retainAll(files.stream().map(f -> f.getFileName().toString()).collect(Collectors.toSet()));
        if (came) house.mediaChanged(on.showId);
    }

    private static boolean picture(Path file) {
        String name = file.getFileName().toString();
        String ending = name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
        return ENDINGS.contains(ending) && Files.isRegularFile(file, LinkOption.NOFOLLOW_LINKS);
    }

    private boolean take(String show, Path file, String name, long size) {
        known.put(name, size);
        String into = folder.getFileName().toString();
        // It is a photograph of this program's own, or came in before a start.
        if (media.of(show).stream().anyMatch(r -> r.name().equals(name))) return false;
        if (size > LARGEST) {
            notices.say("'" + name + "' in the shared folder is larger than a picture may be and was left out.");
            return false;
        }
        try (InputStream bytes = Files.newInputStream(file)) {
            store.add(show, Shelf.refOf(name), name, into, bytes);
            return true;
        } catch (Refused e) {
            notices.say("'" + name + "' in the shared folder was left out: " + e.getMessage());
        } catch (IOException e) {
            LOG.warn("A picture of the shared folder could not be read: {}", e.toString());
        }
        return false;
    }

    @PreDestroy
    void stop() {
        folder = null;
        Thread now = thread;
        if (now != null) now.interrupt();
    }
}
