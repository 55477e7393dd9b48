package gloaming.web.command;

import gloaming.again.SetReplay;
import gloaming.again.TapePlayer;
import gloaming.flow.Crew;
import gloaming.look.Limits;
import gloaming.look.Refused;
import gloaming.media.Here;
import gloaming.media.Shelf;
import gloaming.media.ShotFile;
import gloaming.media.SoundFile;
import gloaming.media.Unreadable;
import gloaming.sound.HouseBand;
import gloaming.sound.Sound;
import gloaming.tape.SetFile;
import java.awt.image.BufferedImage;
import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code again}: makes the pictures of a recorded set once more, as PNG files of any size, or only compares them with what they were. */
@Command(
        name = "again",
        description = "Makes the pictures of a recorded set again, and says whether they are the same.",
        mixinStandardHelpOptions = true)
final class Again implements Callable<Integer> {
    @Parameters(paramLabel = "SET.set", description = "The set's file.")
    Path set;

    @Option(
            names = "--out",
            description = "Folder for the files, frame-000000.png and so on; without it pictures are only compared.")
    Path out;

    @Option(names = "--size", paramLabel = "WxH", description = "Size of the pictures; 1920x1080 by default.")
    String size = "1920x1080";

    @Option(names = "--fps", description = "Frames a second; 30 by default.")
    double fps = 30;

    @Option(names = "--from", description = "Seconds from the beginning of the set; 0 by default.")
    double from;

    @Option(names = "--to", description = "Seconds from the beginning of the set; its end by default.")
    double to = Double.POSITIVE_INFINITY;

    @Option(
            names = "--media",
            paramLabel = "DIR",
            description = "Folder with the media and sounds of the show, each named as it is called there.")
    Path media;

    @Option(names = "--threads", description = "Threads to work with; all cores by default.")
    int threads = Math.clamp(Runtime.getRuntime().availableProcessors(), 1, 16);

    private final Map<String, Sound> sounds = new ConcurrentHashMap<>();

    @Override
    public Integer call() throws Exception {
        if (fps < Limits.MIN_RATE || fps > Limits.MAX_RATE) throw new Refused("--fps goes from 1 to 240.");
        if (threads < 1 || threads > 64) throw new Refused("--threads goes from 1 to 64.");
        if (!Files.isRegularFile(set)) throw new Refused("There is no file " + set + ".");
        if (media != null && !Files.isDirectory(media)) throw new Refused("There is no folder " + media + ".");
        int[] box = out == null ? new int[] {0, 0} : box();
        List<SetFile.Piece> pieces;
        try (InputStream in = new BufferedInputStream(Files.newInputStream(set))) {
            pieces = SetFile.read(in);
        }
        try (Crew crew = new Crew(threads);
                Shelf shelf = new Shelf(true)) {
            if (media != null) shelf.hold(Shelf.items(media, System.err::println));
            SetReplay replay = new SetReplay(
                    pieces, crew, shelf, this::sound, ShotFile.of(set, new Here()), ref -> null, box[0], box[1]);
            for (SetReplay.Mark mark : replay.marks()) System.out.println(time(mark.at()) + "  " + mark.name());
            long frames = out == null ? compare(replay) : write(replay);
            say(replay, frames);
            return out == null && replay.compared().others() > 0 ? 1 : 0;
        }
    }

    private int[] box() {
        String[] sides = size.split("x");
        if (sides.length == 2 && size.matches("\\d{1,5}x\\d{1,5}")) {
            int[] box = {Integer.parseInt(sides[0]), Integer.parseInt(sides[1])};
            if (Math.min(box[0], box[1]) >= Limits.MIN_SIDE && Math.max(box[0], box[1]) <= Limits.MAX_SIDE) return box;
        }
        throw new Refused("--size takes WxH, for example 1920x1080, from " + Limits.MIN_SIDE + " to " + Limits.MAX_SIDE
                + " a side.");
    }

    private long compare(SetReplay replay) {
        for (double t = from; t < Math.min(to, replay.seconds()) + 1; t++) replay.at(t);
        return 0;
    }

    private long write(SetReplay replay) throws IOException {
        Files.createDirectories(out);
        long n = 0;
        double end = Math.min(to, replay.seconds());
        for (long i = 0; from + i / fps < end; i++) {
            SetReplay.Shown shown = replay.at(from + i / fps);
            if (shown == null) continue;
            BufferedImage image = new BufferedImage(shown.width(), shown.height(), BufferedImage.TYPE_INT_RGB);
            byte[] rgb = shown.rgb();
            for (int p = 0; p < shown.width() * shown.height(); p++)
                image.setRGB(
                        p % shown.width(),
                        p / shown.width(),
                        (rgb[3 * p] & 255) << 16 | (rgb[3 * p + 1] & 255) << 8 | rgb[3 * p + 2] & 255);
            Path file = out.resolve("frame-%06d.png".formatted(n++));
            if (!ImageIO.write(image, "png", file.toFile())) throw new IOException(file + " cannot be written.");
        }
        return n;
    }

    private void say(SetReplay replay, long frames) {
        if (!replay.exact())
            System.out.println(
                    "Something that was on air began before the recording did, or stood still: from there it is near, not the same.");
        if (out != null) {
            System.out.println(frames + " frames are in " + out);
            return;
        }
        TapePlayer.Compared c = replay.compared();
        System.out.println(
                c.others() == 0
                        ? "All " + c.same() + " pictures that were noted are the same to the bit."
                        : c.others() + " of " + (c.same() + c.others())
                                + " pictures that were noted are others, the first at " + time(c.firstOther())
                                + " of its look.");
    }

    private static String time(double seconds) {
        return "%d:%02d".formatted((int) seconds / 60, (int) seconds % 60);
    }

    private Sound sound(String name) {
        return sounds.computeIfAbsent(name, this::read);
    }

    private Sound read(String name) {
        HouseBand band = new HouseBand(11, 96);
        if (name.equals(band.name())) return band;
        if (name.equals(Sound.SILENCE.name())) return Sound.SILENCE;
        try (Stream<Path> files = media == null ? Stream.empty() : Files.list(media)) {
            Path file = files.filter(f ->
                            bare(f).equals(name) || f.getFileName().toString().equals(name))
                    .findFirst()
                    .orElse(null);
            if (file != null) return SoundFile.read(file, name);
            System.err.println("The sound " + name + " is not in --media; it is silent here.");
        } catch (IOException | Unreadable e) {
            System.err.println("The sound " + name + " cannot be read: " + e.getMessage());
        }
        return Sound.SILENCE;
    }

    private static String bare(Path file) {
        String name = file.getFileName().toString();
        int dot = name.lastIndexOf('.');
        return dot < 0 ? name : name.substring(0, dot);
    }
}
