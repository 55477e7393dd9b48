package gloaming.web.store;

import gloaming.look.Refused;
import java.io.IOException;
import java.nio.file.Files;
import org.springframework.stereotype.Component;

/** How much of the disk media may take: so many gigabytes in all, and never the last of what is free. */
@Component
public class Quota {
    private static final String KEPT = "quota";
    private static final long USUAL_GB = 20;
    private static final long MOST_GB = 100_000;
    /** Bytes that are left free for what is written all the time. */
    private static final long SPARE = 512L << 20;

    private final Folder folder;
    private final Shows shows;
    private final Media media;

    Quota(Folder folder, Shows shows, Media media) {
        this.folder = folder;
        this.shows = shows;
        this.media = media;
    }

    /** Gigabytes that media may take. */
    public long gigabytes() {
        return shows.remembered(KEPT).map(Long::parseLong).orElse(USUAL_GB);
    }

    public void set(long gigabytes) {
        if (gigabytes < 1 || gigabytes > MOST_GB)
            throw new Refused("Media may take from 1 to " + MOST_GB + " GB of the disk.");
        shows.remember(KEPT, Long.toString(gigabytes));
    }

    /** Bytes that media take, deleted ones that are still kept included. */
    public long used() {
        return media.bytes();
    }

    /** Bytes that may still come in. */
    long room() throws IOException {
        long free = Files.getFileStore(folder.media()).getUsableSpace() - SPARE;
        return Math.max(0, Math.min(free, (gigabytes() << 30) - used()));
    }
}
