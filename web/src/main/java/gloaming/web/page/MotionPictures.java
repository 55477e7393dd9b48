package gloaming.web.page;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Look;
import gloaming.media.JpegEncoder;
import gloaming.media.Shelf;
import gloaming.picture.kernel.Exit;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import gloaming.step.Catalogue;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.function.Supplier;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Component;

/**
 * Small looks in motion, for pages: {@value #FRAMES} pictures of some four seconds, one below the other in one JPEG that the page lets run.
 *
 * <p>One is worked out at a time, on one thread that rests as long as it works, so that what is on air has the machine. The last ones are kept.
 */
@Component
public class MotionPictures {
    static final int FRAMES = 24;
    static final int WIDTH = 192;
    static final int HEIGHT = 108;
    private static final double RATE = 30;
    /** Frames before the first picture, so that what grows has grown. */
    private static final int BEFORE = 45;
    /** Frames from a picture to the next. */
    private static final int EVERY = 5;
    /** Strips that are kept, of some 60 KB each. */
    private static final int KEPT = 300;

    static final int MOST_WAITING = 100;
    private static final int QUALITY = 6;
    private static final int LONGEST_REST_MS = 50;
    private static final long LONGEST_NS = 8_000_000_000L;
    private static final long SHORTLY_NS = 60_000_000_000L;

    /** A strip, whether all its pictures are its own, and when it was made. */
    private record Strip(byte[] jpeg, boolean whole, long made) {}

    /** A look that takes longer than this for its strip has fewer pictures of its own, and stands still then. */
    private final long longest;
    /** How long such a strip is kept: on a machine that has just begun it may be the machine and not the look. */
    private final long shortly;

    private final Map<String, Strip> kept = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Strip> eldest) {
            return size() > KEPT;
        }
    };
    /** Pages that wait, the last one first: it is the one that is looked at. */
    private final Deque<CompletableFuture<Boolean>> waiting = new ArrayDeque<>();

    private boolean busy;

    MotionPictures() {
        this(LONGEST_NS, SHORTLY_NS);
    }

    MotionPictures(long longest, long shortly) {
        this.longest = longest;
        this.shortly = shortly;
    }

    /**
     * The strip of a look, or null where too many others are waited for.
     *
     * @param key what it is kept under: another look has another
     * @param media what it may show
     */
    byte[] of(String key, Supplier<Look> look, List<Shelf.Item> media) throws InterruptedException {
        byte[] known = known(key);
        if (known != null) return known;
        if (!turn()) return null;
        try {
            known = known(key);
            if (known != null) return known;
            Strip strip = strip(look.get(), media);
            synchronized (kept) {
                kept.put(key, strip);
            }
            return strip.jpeg;
        } finally {
            next();
        }
    }

    /** Waits until it may work; false where too many came after. */
    private boolean turn() throws InterruptedException {
        CompletableFuture<Boolean> turn = new CompletableFuture<>();
        synchronized (waiting) {
            if (!busy) {
                busy = true;
                return true;
            }
            waiting.push(turn);
            if (waiting.size() > MOST_WAITING) waiting.removeLast().complete(false);
        }
        try {
            return turn.get();
        } catch (ExecutionException e) {
            throw new IllegalStateException(e);
        } catch (InterruptedException e) {
            // Whoever was given the turn just then hands it on.
            if (!turn.complete(false) && turn.getNow(false)) next();
            throw e;
        }
    }

    /** How many wait. */
    int waiting() {
        synchronized (waiting) {
            return waiting.size();
        }
    }

    private void next() {
        synchronized (waiting) {
            while (!waiting.isEmpty()) if (waiting.pop().complete(true)) return;
            busy = false;
        }
    }

    /** A strip as an answer to a page. */
    static ResponseEntity<byte[]> answer(byte[] strip) {
        return strip == null
                ? ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE).build()
                : ResponseEntity.ok()
                        .contentType(MediaType.IMAGE_JPEG)
                        .cacheControl(CacheControl.noCache())
                        .body(strip);
    }

    private byte[] known(String key) {
        synchronized (kept) {
            Strip strip = kept.get(key);
            boolean stays = strip != null && (strip.whole || System.nanoTime() - strip.made < shortly);
            return stays ? strip.jpeg : null;
        }
    }

    private Strip strip(Look look, List<Shelf.Item> media) throws InterruptedException {
        byte[] all = new byte[3 * WIDTH * HEIGHT * FRAMES];
        byte[] one = new byte[3 * WIDTH * HEIGHT];
        try (Crew crew = new Crew(1);
                Shelf shelf = new Shelf(true);
                JpegEncoder encoder = new JpegEncoder(WIDTH, HEIGHT * FRAMES, QUALITY)) {
            shelf.hold(media);
            // A step that takes too long is stopped here too: what came from elsewhere may hold up nobody.
            Player player = new Player(Catalogue.all(), crew).inRealTime();
            player.library(shelf);
            player.load(look);
            HouseBand band = new HouseBand(11, look.tempo());
            long worked = 0;
            for (int i = 0; i < BEFORE + FRAMES * EVERY; i++) {
                int frame = (i - BEFORE) / EVERY;
                boolean shown = i >= BEFORE && (i - BEFORE) % EVERY == 0;
                if (worked <= longest) {
                    long began = System.nanoTime();
                    Picture picture =
                            player.play(new Moment(i, i / RATE, 1 / RATE), WIDTH, HEIGHT, band, Onlooker.NOBODY);
                    if (shown) Exit.rgb(picture, WIDTH, HEIGHT, one, crew);
                    long took = System.nanoTime() - began;
                    worked += took;
                    Thread.sleep(Math.min(LONGEST_REST_MS, took / 1_000_000));
                }
                if (shown) System.arraycopy(one, 0, all, frame * one.length, one.length);
            }
            return new Strip(encoder.encode(all), worked <= longest, System.nanoTime());
        }
    }
}
