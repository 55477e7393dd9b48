package gloaming.media;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.library.Cut;
import gloaming.library.Fit;
import gloaming.picture.kernel.Exit;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.ImageIO;

/**
 * What a file is, found out by reading it: its name is not believed.
 *
 * @param width pixels as shown, 0 for what has none
 * @param frames pictures in it, 1 for a still, 0 for sounds and fonts
 * @param rate frames a second, for clips
 * @param coding how it is coded, in a word
 * @param preview a small JPEG, or null
 */
public record Facts(
        Kind kind,
        int width,
        int height,
        int frames,
        double rate,
        double seconds,
        boolean alpha,
        String coding,
        byte[] preview) {

    /** Kinds of media. */
    public enum Kind {
        PICTURE,
        CLIP,
        SOUND,
        FONT,
        CLOUD,
        MODEL;

        public String id() {
            return name().toLowerCase(java.util.Locale.ROOT);
        }
    }

    public Facts withPreview(byte[] jpeg) {
        return new Facts(kind, width, height, frames, rate, seconds, alpha, coding, jpeg);
    }

    /** Bytes from the beginning of a file by which it is known. */
    static final int HEAD = 2_048;
    /** Width and height of a preview. */
    private static final Cut PREVIEW = new Cut(320, 180, 1, Fit.FIT);
    /** A clip that holds less than this part of what it says it lasts was cut off. */
    private static final double WHOLE = 0.9;

    /** Reads a file; {@link Unreadable} with one sentence when it is none that can be used. */
    public static Facts of(Path file, String name) throws Unreadable, IOException {
        byte[] head = new byte[12];
        byte[] more;
        try (var in = Files.newInputStream(file)) {
            more = in.readNBytes(HEAD);
        }
        System.arraycopy(more, 0, head, 0, Math.min(head.length, more.length));
        if (Files.size(file) == 0) throw new Unreadable("'" + name + "' is empty.");
        if (FontFile.looksLikeOne(head)) return font(file, name);
        if (ModelFile.looksLikeOne(more, Files.size(file))) return model(file, name);
        if (CloudFile.looksLikeOne(head)) return cloud(file, name);
        if (sounds(head)) return sound(file, name);
        try {
            return pictures(file, name);
        } catch (Unreadable none) {
            // It may still be a sound in a film's container, or an MP3 that begins with nothing to know it by.
            try {
                return sound(file, name);
            } catch (Unreadable e) {
                throw none;
            }
        }
    }

    /** Whether a file begins as a still picture does. */
    static boolean still(Path file) {
        byte[] head = new byte[12];
        try (var in = Files.newInputStream(file)) {
            in.readNBytes(head, 0, head.length);
        } catch (IOException e) {
            return false;
        }
        String start = new String(head, java.nio.charset.StandardCharsets.ISO_8859_1);
        return start.startsWith("\u0089PNG")
                || start.startsWith("\u00ff\u00d8\u00ff")
                || start.startsWith("II*\0")
                || start.startsWith("MM\0*")
                || start.startsWith("#?R")
                || start.startsWith("RIFF") && start.startsWith("WEBP", 8);
    }

    /** Bytes of a file, and pixels where it begins by saying how many, from which on a picture is large. */
    private static final long LARGE_BYTES = 3 << 20;

    private static final long LARGE_PIXELS = 8_000_000;

    /** Whether a picture is a large one, as far as it can be told without reading it. */
    static boolean large(Path file) {
        try (var in = Files.newInputStream(file)) {
            ByteBuffer head = ByteBuffer.wrap(in.readNBytes(24));
            boolean png = head.limit() == 24 && head.getInt(0) == 0x89504e47;
            if (png && (head.getInt(16) & 0xFFFFFFFFL) * (head.getInt(20) & 0xFFFFFFFFL) > LARGE_PIXELS) return true;
            return Files.size(file) > LARGE_BYTES;
        } catch (IOException e) {
            return false;
        }
    }

    private static boolean sounds(byte[] head) {
        String start = new String(head, java.nio.charset.StandardCharsets.ISO_8859_1);
        return start.startsWith("fLaC")
                || start.startsWith("OggS")
                || start.startsWith("ID3")
                || start.startsWith("RIFF") && start.startsWith("WAVE", 8);
    }

    private static Facts sound(Path file, String name) throws Unreadable {
        return new Facts(Kind.SOUND, 0, 0, 0, 0, SoundFile.read(file, name).seconds(), false, "", null);
    }

    private static Facts font(Path file, String name) throws Unreadable {
        FontFile font = FontFile.read(file, name);
        return new Facts(Kind.FONT, 0, 0, 0, 0, 0, false, font.family(), null);
    }

    private static Facts cloud(Path file, String name) throws Unreadable {
        gloaming.flow.Points points = CloudFile.read(file, name);
        String coding = "%,d points".formatted(points.n());
        byte[] preview = jpeg(CloudSketch.of(points, PREVIEW.width(), PREVIEW.height()));
        return new Facts(Kind.CLOUD, 0, 0, 0, 0, 0, false, coding, preview);
    }

    private static Facts model(Path file, String name) throws Unreadable {
        gloaming.flow.Shape shape = ModelFile.read(file, name);
        int animations = ModelFile.sculpture(file, name).animations().size();
        String coding = "%,d triangles".formatted(shape.triangles())
                + (animations == 0 ? "" : animations == 1 ? ", 1 animation" : ", " + animations + " animations");
        byte[] preview = jpeg(ModelSketch.of(shape, PREVIEW.width(), PREVIEW.height()));
        return new Facts(Kind.MODEL, 0, 0, 0, 0, 0, false, coding, preview);
    }

    private static Facts pictures(Path file, String name) throws Unreadable {
        boolean still;
        int frames;
        double rate;
        double said;
        try (Film film = new Film(file, name, false)) {
            still = film.still();
            rate = film.rate();
            said = film.seconds();
            frames = still ? 1 : film.count();
        }
        if (!still && frames > 1 && said > 0 && frames / rate < said * WHOLE - 1) {
            throw new Unreadable("'" + name + "' is cut off: it should last " + Math.round(said) + " seconds and holds "
                    + Math.round(frames / rate) + ". Copy it again.");
        }
        boolean clip = !still && frames > 1;
        try (Film film = new Film(file, name, !clip)) {
            var frame = film.first();
            boolean across = PixelConverter.turns(frame) % 2 == 1;
            int width = (int) Math.round(frame.width() * film.pixelShape());
            Picture small = StillFile.lay(frame, film.pixelShape(), PREVIEW);
            return new Facts(
                    clip ? Kind.CLIP : Kind.PICTURE,
                    across ? frame.height() : width,
                    across ? width : frame.height(),
                    clip ? frames : 1,
                    clip ? rate : 0,
                    clip ? frames / rate : 0,
                    PixelConverter.alpha(frame.format()),
                    film.coding().equals("mjpeg") && !clip ? "jpeg" : film.coding(),
                    jpeg(small));
        } catch (IllegalArgumentException e) {
            throw new Unreadable("'" + name + "' cannot be shown: " + e.getMessage() + ".");
        }
    }

    private static byte[] jpeg(Picture picture) {
        byte[] rgb = new byte[picture.pixels() * 3];
        try (Crew crew = new Crew(1)) {
            Exit.rgb(picture, picture.width, picture.height, rgb, crew);
        }
        BufferedImage image = new BufferedImage(picture.width, picture.height, BufferedImage.TYPE_3BYTE_BGR);
        for (int i = 0; i < picture.pixels(); i++) {
            int p = (rgb[3 * i] & 255) << 16 | (rgb[3 * i + 1] & 255) << 8 | rgb[3 * i + 2] & 255;
            image.setRGB(i % picture.width, i / picture.width, p);
        }
        try (ByteArrayOutputStream out = new ByteArrayOutputStream()) {
            ImageIO.write(image, "jpeg", out);
            return out.toByteArray();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
