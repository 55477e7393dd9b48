package gloaming.web.command;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Limits;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Refused;
import gloaming.media.Shelf;
import gloaming.media.SoundFile;
import gloaming.picture.kernel.Exit;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import java.awt.image.BufferedImage;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.imageio.ImageIO;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/**
 * {@code render}: writes frames of a look as PNG files, by the same engine that plays it.
 *
 * <p>Frames before the first one asked for are worked out too, so that what grows over time has grown. Equal arguments give
 * equal bytes, with any number of threads.
 */
@Command(name = "render", description = "Writes frames of a look as PNG files.", mixinStandardHelpOptions = true)
final class Render implements Callable<Integer> {
    @Parameters(paramLabel = "LOOK.json", description = "The look's file.")
    Path look;

    @Option(
            names = "--frames",
            required = true,
            paramLabel = "A:B",
            description = "First frame, and the one after the last.")
    String frames;

    @Option(names = "--size", paramLabel = "WxH", description = "Size of the pictures; the look's own by default.")
    String size;

    @Option(names = "--fps", description = "Frames a second; the look's own by default.")
    double fps;

    @Option(names = "--out", required = true, description = "Folder for the files, frame-000000.png and so on.")
    Path out;

    @Option(names = "--sound", description = "Sound file it plays to; the house band by default.")
    Path sound;

    @Option(
            names = "--media",
            paramLabel = "DIR",
            description = "Folder with the media that the look refers to, each named as it is called there.")
    Path media;

    @Option(names = "--seed", description = "Another seed than the look's.")
    Long seed;

    @Option(names = "--threads", description = "Threads to work with; all cores by default.")
    int threads = Math.clamp(Runtime.getRuntime().availableProcessors(), 1, 16);

    @Override
    public Integer call() throws Exception {
        Look read = read();
        long[] range = pair(frames, "(\\d{1,9}):(\\d{1,9})", "--frames takes A:B, for example 0:30");
        if (range[1] <= range[0])
            throw new Refused("--frames " + frames + " holds no frame: the second number must be larger.");
        long[] wh = size == null
                ? new long[] {read.width(), read.height()}
                : pair(size, "(\\d{1,5})x(\\d{1,5})", "--size takes WxH, for example 1920x1080");
        if (Math.min(wh[0], wh[1]) < Limits.MIN_SIDE || Math.max(wh[0], wh[1]) > Limits.MAX_SIDE) {
            throw new Refused("--size goes from " + Limits.MIN_SIDE + " to " + Limits.MAX_SIDE + " a side.");
        }
        double rate = fps == 0 ? read.rate() : fps;
        if (rate < Limits.MIN_RATE || rate > Limits.MAX_RATE) throw new Refused("--fps goes from 1 to 240.");
        if (threads < 1 || threads > 64) throw new Refused("--threads goes from 1 to 64.");
        Sound heard = sound == null
                ? new HouseBand(11, 96)
                : SoundFile.read(sound, sound.getFileName().toString());
        Files.createDirectories(out);
        try (Crew crew = new Crew(threads);
                Shelf shelf = new Shelf(true)) {
            if (media != null) {
                if (!Files.isDirectory(media)) throw new Refused("There is no folder " + media + ".");
                shelf.hold(Shelf.items(media, System.err::println));
            }
            Player player = new Player(Catalogue.all(), crew);
            player.library(shelf);
            player.load(read);
            write(player, crew, range, (int) wh[0], (int) wh[1], rate, heard);
            for (String trouble : player.troubles()) System.err.println(trouble);
        }
        System.out.println((range[1] - range[0]) + " frames are in " + out);
        return 0;
    }

    private Look read() throws IOException {
        if (!Files.isRegularFile(look)) throw new Refused("There is no file " + look + ".");
        if (Files.size(look) > Limits.DOCUMENT) throw new Refused(look + " is larger than a look may be (8 MB).");
        Look read;
        try {
            read = LookJson.read(Files.readString(look));
        } catch (Refused e) {
            throw new Refused(look + ": " + e.getMessage());
        }
        return seed == null ? read : read.withFormat(read.width(), read.height(), read.rate(), seed, read.tempo());
    }

    private void write(Player player, Crew crew, long[] range, int width, int height, double rate, Sound heard)
            throws IOException {
        byte[] rgb = new byte[width * height * 3];
        BufferedImage image = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
        int[] pixels = new int[width * height];
        for (long i = 0; i < range[1]; i++) {
            Picture picture = player.play(new Moment(i, i / rate, 1 / rate), width, height, heard, Onlooker.NOBODY);
            if (i < range[0]) continue;
            Exit.rgb(picture, width, height, rgb, crew);
            for (int p = 0; p < pixels.length; p++) {
                pixels[p] = (rgb[3 * p] & 255) << 16 | (rgb[3 * p + 1] & 255) << 8 | rgb[3 * p + 2] & 255;
            }
            image.setRGB(0, 0, width, height, pixels, 0, width);
            File file = out.resolve("frame-%06d.png".formatted(i)).toFile();
            if (!ImageIO.write(image, "png", file)) throw new IOException(file + " cannot be written.");
        }
    }

    private static long[] pair(String text, String pattern, String help) {
        Matcher m = Pattern.compile(pattern).matcher(text);
        if (!m.matches()) throw new Refused(help + ".");
        return new long[] {Long.parseLong(m.group(1)), Long.parseLong(m.group(2))};
    }
}
