package gloaming.perf;

import gloaming.flow.Crew;
import gloaming.media.Shelf;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import gloaming.step.Catalogue;
import gloaming.web.command.DemoShow;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * How a frame grows with its pixels and shrinks with threads, for four looks, and what each needs of memory.
 *
 * <p>With one thread a frame takes {@code t1}, with two {@code t2}; the part that only one can work on is {@code s = 2 t2 / t1 - 1}
 * (Amdahl 1967), and with n threads it takes {@code t1 (s + (1 - s) / n)} as long as the memory keeps up. What is said of more threads than
 * this machine has is that model and was not measured.
 */
final class Growth {
    private static final String[] LOOKS = {"lantern-moths", "mill-race", "chaff", "weir"};
    private static final int[][] SIZES = {{480, 270}, {680, 382}, {960, 540}, {1920, 1080}, {3840, 2160}};

    private Growth() {}

    static List<Result> run() throws IOException {
        List<Result> results = new ArrayList<>();
        for (String look : LOOKS) {
            double full = 0;
            for (int[] size : SIZES) {
                double one = frame(look, size, 1)[0];
                double[] two = frame(look, size, 2);
                if (size[0] == 960) full = two[0];
                double serial = Math.clamp(2 * two[0] / one - 1, 0.0, 1.0);
                String name = "growth %s %dx%d".formatted(look, size[0], size[1]);
                String model = "1 thread %.1f ms; serial %.0f %%; 8 and 16 threads by the model %.1f and %.1f ms"
                        .formatted(one, 100 * serial, amdahl(one, serial, 8), amdahl(one, serial, 16));
                results.add(new Result(name, two[0], "ms with 2 threads", model, two[0] / one));
                results.add(
                        new Result(name + ", memory", two[1], "MB of heap", "one picture " + picture(size), two[1]));
            }
            results.add(
                    new Result("growth " + look + ", 960x540", full, "ms", "16.7 ms, 60 frames a second", full / 16.7));
        }
        return results;
    }

    private static String picture(int[] size) {
        return "%.1f MB".formatted(size[0] * size[1] * 16 / 1e6);
    }

    private static double amdahl(double one, double serial, int threads) {
        return one * (serial + (1 - serial) / threads);
    }

    /** The median frame in milliseconds, and the heap in megabytes behind it. */
    private static double[] frame(String name, int[] size, int threads) throws IOException {
        int rounds = size[0] > 2_000 ? 12 : 40;
        int warm = size[0] > 2_000 ? 20 : 90;
        double[] ms = new double[rounds];
        HouseBand band = new HouseBand(11, 96);
        try (Crew crew = new Crew(threads);
                Shelf shelf = DemoShow.shelf()) {
            Player player = new Player(Catalogue.all(), crew);
            player.library(shelf);
            player.load(DemoShow.look(name));
            for (int i = -warm; i < rounds; i++) {
                int frame = i + warm;
                long started = System.nanoTime();
                player.play(new Moment(frame, frame / 30.0, 1 / 30.0), size[0], size[1], band, Onlooker.NOBODY);
                if (i >= 0) ms[i] = (System.nanoTime() - started) / 1e6;
            }
            Arrays.sort(ms);
            return new double[] {ms[rounds / 2], Live.heap()};
        }
    }
}
