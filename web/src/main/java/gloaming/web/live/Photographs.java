package gloaming.web.live;

import gloaming.look.Refused;
import gloaming.media.WebpEncoder;
import gloaming.play.OutputFade;
import gloaming.show.Booth;
import gloaming.web.message.ToPage;
import gloaming.web.store.MediaStore;
import jakarta.annotation.PreDestroy;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.time.LocalDateTime;
import java.time.format.DateTimeFormatter;
import java.util.concurrent.ArrayBlockingQueue;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Consumer;
import javax.imageio.ImageIO;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Takes photographs of the picture as the audience sees it. Each that is asked for gets a picture of its own, on the courier's thread;
 * it is written by another, into a folder of the show's media, whole or not at all.
 */
@Component
class Photographs {
    private static final Logger LOG = LoggerFactory.getLogger(Photographs.class);
    private static final DateTimeFormatter AT = DateTimeFormatter.ofPattern("yyyy-MM-dd HH.mm.ss.SSS");
    /** Photographs that are asked for and not written yet, at most. */
    private static final int MOST = 32;
    /** Seconds that a white flash lasts. */
    private static final double FLASH = 0.12;

    private static final long KEPT_NS = 10_000_000_000L;

    /** How long a photograph waits for a picture of its size; then it takes what there is. */
    private static final long SITS_NS = 1_000_000_000;

    /** One that was asked for, and when it could be taken first. */
    private record Wanted(String show, Booth booth, long since) {}

    /** A picture that is to be written. */
    private record Taken(Wanted as, byte[] rgb, byte[] cover, int width, int height, String name) {}

    private final MediaStore store;
    private final House house;
    private final SharedFolder shared;
    private final ArrayBlockingQueue<Wanted> wanted = new ArrayBlockingQueue<>(MOST);
    private final ArrayBlockingQueue<Taken> taken = new ArrayBlockingQueue<>(MOST);
    private final AtomicInteger under = new AtomicInteger();
    private final Thread writer;
    private volatile long asked = System.nanoTime() - KEPT_NS;
    private volatile int width = Booth.PLAIN.width();
    private volatile String says = "";
    private volatile boolean closed;
    private volatile Consumer<ToPage> outputs = message -> {};
    private long last;

    Photographs(MediaStore store, House house, SharedFolder shared) {
        this.shared = shared;
        this.store = store;
        this.house = house;
        writer = Thread.ofPlatform().name("photographs").daemon().start(this::write);
    }

    /** Who tells the outputs of countdown and flash. */
    void outputs(Consumer<ToPage> tell) {
        outputs = tell;
    }

    /** A photograph is asked for: now, or when it has been counted down to. */
    void ask(String show, Booth booth) {
        if (under.incrementAndGet() > MOST) {
            under.decrementAndGet();
            says = "too many at once";
            throw new Refused("Over " + MOST + " photographs wait to be written; that one was not taken.");
        }
        asked = System.nanoTime();
        width = booth.width();
        if (booth.countdown() == 0) take(show, booth);
        else
            Thread.ofVirtual().name("countdown").start(() -> {
                try {
                    for (int left = booth.countdown(); left > 0; left--) {
                        outputs.accept(new ToPage.Countdown(left));
                        asked = System.nanoTime();
                        Thread.sleep(1_000);
                    }
                } catch (InterruptedException e) {
                    Thread.currentThread().interrupt();
                }
                outputs.accept(new ToPage.Countdown(0));
                take(show, booth);
            });
    }

    private void take(String show, Booth booth) {
        asked = System.nanoTime();
        if (!wanted.offer(new Wanted(show, booth, System.nanoTime()))) under.decrementAndGet();
    }

    /** Whether pictures should be at hand, as one was asked for lately. */
    boolean near() {
        return System.nanoTime() - asked < KEPT_NS;
    }

    /** How wide pictures should be. */
    int width() {
        return width;
    }

    boolean waits() {
        return !wanted.isEmpty();
    }

    /** The part of its size at which a look is made for the photograph that comes next; 0 for the one at which it is played. */
    double scale(int width, int height) {
        Wanted next = wanted.peek();
        return next == null ? 0 : next.booth.scale(width, height);
    }

    /** Whether the photograph that comes next waits for a picture that is wider than this. */
    boolean waitsFor(int wider) {
        Wanted next = wanted.peek();
        return next != null && wider > 0 && System.nanoTime() - next.since < SITS_NS;
    }

    /**
     * A picture is there, on the courier's thread: the photograph that was asked for first gets it.
     *
     * @param cover how much each pixel covers, or null where all do
     */
    void picture(byte[] rgb, byte[] cover, int width, int height, double light) {
        Wanted next = wanted.poll();
        if (next == null) return;
        byte[] copy = new byte[rgb.length];
        OutputFade.mix(rgb, width, height, rgb, width, height, 1, copy);
        if (light < 1) OutputFade.mix(new byte[rgb.length], width, height, rgb, width, height, light, copy);
        byte[] covered = cover == null || !next.booth.seeThrough() ? null : cover.clone();
        if (!taken.offer(new Taken(next, copy, covered, width, height, name(next.booth)))) {
            under.decrementAndGet();
            says = "too many at once";
            return;
        }
        if (next.booth.flash() != null) outputs.accept(new ToPage.Flash(next.booth.flash(), FLASH));
    }

    /** By the time, so that names have the order in which they were taken, and no two are alike. */
    private String name(Booth booth) {
        long now = Math.max(last + 1, System.currentTimeMillis());
        last = now;
        LocalDateTime at =
                LocalDateTime.ofInstant(java.time.Instant.ofEpochMilli(now), java.time.ZoneId.systemDefault());
        return AT.format(at) + booth.format().ending();
    }

    private void write() {
        while (!closed) {
            try {
                Taken next = taken.poll(200, TimeUnit.MILLISECONDS);
                if (next == null) continue;
                try {
                    write(next);
                    says = "taken at " + next.name.substring(11, 19).replace('.', ':');
                } catch (Refused e) {
                    says = "not kept";
                    LOG.warn("A photograph was not kept: {}", e.getMessage());
                } catch (IOException | RuntimeException e) {
                    says = "not kept";
                    LOG.warn("A photograph could not be written.", e);
                } finally {
                    under.decrementAndGet();
                }
            } catch (InterruptedException e) {
                return;
            }
        }
    }

    private void write(Taken photograph) throws IOException {
        byte[] file = file(photograph);
        store.addOwn(photograph.as.show, photograph.name, photograph.as.booth.folder(), new ByteArrayInputStream(file));
        house.mediaChanged(photograph.as.show);
        shared.put(photograph.name, file);
    }

    private static byte[] file(Taken photograph) throws IOException {
        if (photograph.as.booth.format() == Booth.Format.WEBP) {
            try (WebpEncoder webp = new WebpEncoder(photograph.width, photograph.height)) {
                return webp.encode(photograph.rgb);
            }
        }
        byte[] cover = photograph.cover;
        if (cover != null) OutputFade.straight(photograph.rgb, cover);
        int bytes = cover == null ? 3 : 4;
        BufferedImage image = new BufferedImage(
                photograph.width,
                photograph.height,
                cover == null ? BufferedImage.TYPE_3BYTE_BGR : BufferedImage.TYPE_4BYTE_ABGR);
        byte[] out = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
        for (int i = 0; i < photograph.rgb.length / 3; i++) {
            int at = bytes * i;
            if (cover != null) out[at++] = cover[i];
            for (int c = 2; c >= 0; c--) out[at++] = photograph.rgb[3 * i + c];
        }
        ByteArrayOutputStream file = new ByteArrayOutputStream();
        ImageIO.write(image, photograph.as.booth.format().id(), file);
        return file.toByteArray();
    }

    /** What became of the last one, in few words, or empty. */
    String says() {
        return near() ? says : "";
    }

    @PreDestroy
    void stop() {
        closed = true;
        writer.interrupt();
    }
}
