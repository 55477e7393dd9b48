package gloaming.web.live;

import gloaming.again.SetReplay;
import gloaming.flow.Crew;
import gloaming.look.Limits;
import gloaming.look.Refused;
import gloaming.web.store.Sets;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferByte;
import java.io.IOException;
import java.io.OutputStream;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicReference;
import java.util.zip.Deflater;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.imageio.ImageIO;
import org.springframework.stereotype.Component;

/**
 * The frames of a recorded set at any size, as PNG files in a ZIP that is made while it is fetched: whoever stops fetching stops the making. On
 * one thread behind all others, so that what is on air goes first.
 */
@Component
public class SetFrames {
    /** Frames of one fetch, at most: two hours at thirty a second. */
    private static final long MOST = 216_000;

    private final Sets sets;
    private final SetReplays replays;
    private final AtomicBoolean busy = new AtomicBoolean();

    SetFrames(Sets sets, SetReplays replays) {
        this.sets = sets;
        this.replays = replays;
    }

    /**
     * Which frames are wanted.
     *
     * @param width pictures are as large as fits into {@code width} times {@code height}, by their own shape
     * @param rate frames a second
     * @param from seconds from the beginning of the set
     * @param to seconds from the beginning of the set, or null for its end
     */
    public record Wanted(String show, String set, int width, int height, double rate, double from, Double to) {
        public Wanted {
            if (Math.min(width, height) < Limits.MIN_SIDE || Math.max(width, height) > Limits.MAX_SIDE)
                throw new Refused("Frames have " + Limits.MIN_SIDE + " to " + Limits.MAX_SIDE + " pixels a side.");
            if (!(rate >= Limits.MIN_RATE && rate <= Limits.MAX_RATE))
                throw new Refused("There are 1 to 240 frames a second.");
            if (!(from >= 0) || to != null && !(to > from)) throw new Refused("The frames end after they begin.");
        }
    }

    /** Whether a set is there and its frames can be made; {@link Refused} with the reason where not. */
    public void check(Wanted wanted) {
        sets.file(wanted.show, wanted.set);
        if (busy.get()) throw new Refused("The frames of a set are being made; fetch these when those are there.");
    }

    /** Makes the frames; returns when the last is written. {@link IOException} where nobody takes them any more. */
    public void write(Wanted wanted, OutputStream out) throws IOException {
        if (!busy.compareAndSet(false, true))
            throw new Refused("The frames of a set are being made; fetch these when those are there.");
        AtomicReference<Exception> failed = new AtomicReference<>();
        try {
            Thread maker = Thread.ofPlatform()
                    .name("set-frames")
                    .priority(Thread.MIN_PRIORITY)
                    .daemon()
                    .start(() -> {
                        try {
                            make(wanted, out);
                        } catch (IOException | RuntimeException e) {
                            failed.set(e);
                        }
                    });
            maker.join();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        } finally {
            busy.set(false);
        }
        switch (failed.get()) {
            case IOException e -> throw e;
            case RuntimeException e -> throw e;
            case null, default -> {}
        }
    }

    private void make(Wanted wanted, OutputStream out) throws IOException {
        try (Crew crew = new Crew(1);
                ZipOutputStream zip = new ZipOutputStream(out)) {
            // The pictures are packed as they are.
            zip.setLevel(Deflater.NO_COMPRESSION);
            SetReplay replay = replays.open(wanted.show, wanted.set, crew, wanted.width, wanted.height);
            double end = wanted.to == null ? replay.seconds() : Math.min(wanted.to, replay.seconds());
            long n = 0;
            for (long i = 0; i < MOST && wanted.from + i / wanted.rate < end; i++) {
                SetReplay.Shown shown = replay.at(wanted.from + i / wanted.rate);
                if (shown == null) continue;
                zip.putNextEntry(new ZipEntry("frame-%06d.png".formatted(n++)));
                ImageIO.write(image(shown), "png", zip);
                zip.closeEntry();
                zip.flush();
            }
        }
    }

    private static BufferedImage image(SetReplay.Shown shown) {
        BufferedImage image = new BufferedImage(shown.width(), shown.height(), BufferedImage.TYPE_3BYTE_BGR);
        byte[] into = ((DataBufferByte) image.getRaster().getDataBuffer()).getData();
        byte[] rgb = shown.rgb();
        for (int i = 0; i < shown.width() * shown.height(); i++) {
            for (int c = 0; c < 3; c++) into[3 * i + c] = rgb[3 * i + 2 - c];
        }
        return image;
    }
}
