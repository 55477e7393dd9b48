package gloaming.web.command;

import gloaming.look.Refused;
import gloaming.media.SoundFile;
import gloaming.sound.Band;
import gloaming.sound.Follower;
import gloaming.sound.Hearing;
import gloaming.sound.Sound;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Parameters;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** {@code hear}: what Gloaming hears in a file, a JSON object for each hundredth of a second; levels in dBFS. */
@Command(
        name = "hear",
        description = "Tells what it hears in a sound file: levels, onsets, beats and tempo, as JSON lines.",
        mixinStandardHelpOptions = true)
final class Hear implements Callable<Integer> {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Parameters(paramLabel = "FILE", description = "WAV, FLAC, Ogg or MP3.")
    Path file;

    @Override
    public Integer call() throws Exception {
        if (!Files.isRegularFile(file)) throw new Refused("There is no file " + file + ".");
        Sound sound = SoundFile.read(file, file.getFileName().toString());
        Hearing hearing = new Hearing();
        PrintStream out = new PrintStream(System.out, false);
        for (int hop = 0; hop < Math.floor(sound.seconds() * 100); hop++) {
            hearing.listen(sound, (hop + 1) / 100.0);
            Follower follower = hearing.follower();
            ObjectNode line = JSON.createObjectNode();
            line.put("t", round(follower.seconds(), 1e4));
            line.put("rms", round(follower.rms(), 100));
            line.put("low", round(hearing.decibels(Band.LOW), 100));
            line.put("mid", round(hearing.decibels(Band.MID), 100));
            line.put("high", round(hearing.decibels(Band.HIGH), 100));
            line.put("onset", round(follower.onset(), 1000));
            line.put("beat", follower.beat() ? 1 : 0);
            line.put("tempo", round(follower.tempo(), 100));
            out.println(line);
        }
        out.flush();
        return 0;
    }

    private static double round(double value, double parts) {
        return Math.rint(value * parts) / parts;
    }
}
