package gloaming.perf;

import gloaming.web.command.Server;
import gloaming.web.live.House;
import gloaming.web.store.Shows;
import java.net.http.HttpClient;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/** Pictures a second at an output while one demo look fades into another, against the slower of the two by itself. */
final class Fades {
    private static final long SECOND = 1_000_000_000L;
    private static final int FADE = 4;
    private static final int SLOWEST = 6;

    private Fades() {}

    /** @param own frames a second of the look that comes, of those that it makes by itself afterwards */
    private record Fade(String name, double part, double longest, double own) {}

    static List<Result> run() throws Exception {
        Path data = Files.createTempDirectory("gloaming-perf");
        ConfigurableApplicationContext context = Server.run(0, data, true);
        int port = ((ServletWebServerApplicationContext) context).getWebServer().getPort();
        List<Fade> fades = new ArrayList<>();
        try (HttpClient client = HttpClient.newHttpClient();
                Arrivals output = new Arrivals(client, "http://localhost:" + port)) {
            Shows shows = context.getBean(Shows.class);
            House house = context.getBean(House.class);
            List<Shows.LookRow> looks = shows.looks(shows.shows().getFirst().id());
            // Once through all of them, so that what is measured is the fade and no first sight.
            for (Shows.LookRow look : looks) {
                house.take(look, 0);
                Thread.sleep(4_000);
            }
            for (Shows.LookRow look : looks) {
                Thread.sleep(7_000);
                long from = System.nanoTime();
                house.take(look, FADE);
                double fading = made(house, FADE);
                Thread.sleep(2_000);
                double own = fading / made(house, 3);
                long to = from + FADE * SECOND;
                double alone =
                        Math.min(output.rate(from - 3 * SECOND, from), output.rate(to + 2 * SECOND, to + 5 * SECOND));
                fades.add(new Fade(look.name(), output.rate(from, to) / alone, output.longest(from, to), own));
            }
        } finally {
            context.close();
        }
        return results(fades);
    }

    /** Frames a second of what is on air, over so many seconds. */
    private static double made(House house, int seconds) throws InterruptedException {
        long before = house.player().readings().made();
        Thread.sleep(seconds * 1_000L);
        return (house.player().readings().made() - before) / (double) seconds;
    }

    private static List<Result> results(List<Fade> fades) {
        double[] parts = fades.stream().mapToDouble(Fade::part).sorted().toArray();
        List<Fade> gaps = fades.stream()
                .sorted(Comparator.comparingDouble(Fade::longest).reversed())
                .toList();
        double[] own = fades.stream().mapToDouble(Fade::own).sorted().toArray();
        double longest = gaps.getFirst().longest();
        double usual = gaps.get(gaps.size() / 2).longest();
        List<Result> results = new ArrayList<>(List.of(
                new Result(
                        "rate during a fade, median of " + parts.length,
                        parts[parts.length / 2],
                        "of the slower look's",
                        "1 wanted",
                        1 / parts[parts.length / 2]),
                new Result("the same, the slowest", parts[0], "of the slower look's", "1 wanted", 1 / parts[0]),
                new Result(
                        "longest time without a picture in a fade, to "
                                + gaps.getFirst().name(),
                        longest,
                        "ms",
                        "100 ms wanted",
                        longest / 100),
                new Result("the same, median of " + parts.length, usual, "ms", "100 ms wanted", usual / 100),
                new Result(
                        "frames of the look that comes, in the fade, median",
                        own[own.length / 2],
                        "of its own afterwards",
                        "1 wanted",
                        1 / own[own.length / 2]),
                new Result("the same, the slowest", own[0], "of its own afterwards", "1 wanted", 1 / own[0])));
        fades.stream()
                .sorted(Comparator.comparingDouble(Fade::part))
                .limit(SLOWEST)
                .forEach(f -> results.add(new Result(
                        "  fade to " + f.name(),
                        f.part(),
                        "of the slower look's, %.0f ms at the longest, its own frames %.2f"
                                .formatted(f.longest(), f.own()),
                        "1 wanted",
                        1 / f.part())));
        return results;
    }
}
