package gloaming.perf;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Blend;
import gloaming.picture.kernel.Blending;
import gloaming.play.FrameStats;
import gloaming.play.LivePlayer;
import gloaming.web.command.Server;
import gloaming.web.live.House;
import gloaming.web.store.Shows;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.openqa.selenium.WindowType;
import org.openqa.selenium.chrome.ChromeDriver;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/**
 * What the artist sees and not the engine alone: every demo look at full size by hand, with its Bench and an Output open in headless
 * Chromium on the same cores. Everything is told in add-blends of the same size on the same threads too, which last from machine to
 * machine.
 */
final class LiveLooks {
    private static final int WIDTH = 960;
    private static final int HEIGHT = 540;
    private static final int THREADS = Runtime.getRuntime().availableProcessors();
    private static final long WARM_MS = 20_000;
    private static final long SEEN_MS = 6_000;

    private LiveLooks() {}

    static List<Result> run() throws Exception {
        List<Result> results = new ArrayList<>();
        Path data = Files.createTempDirectory("gloaming-perf");
        double blend = blend();
        ConfigurableApplicationContext context = Server.run(0, data, true);
        ChromeDriver browser = Live.browser();
        try {
            String at = "http://localhost:"
                    + ((ServletWebServerApplicationContext) context)
                            .getWebServer()
                            .getPort();
            House house = context.getBean(House.class);
            Shows shows = context.getBean(Shows.class);
            browser.get(at + "/output");
            browser.switchTo().newWindow(WindowType.WINDOW);
            for (Shows.LookRow look : shows.looks(shows.shows().getFirst().id())) {
                house.take(look);
                house.player().scale(1);
                browser.get(at + "/bench/" + look.id());
                Thread.sleep(WARM_MS);
                results.addAll(look(look.name(), house.player(), browser, blend));
            }
        } finally {
            browser.quit();
            context.close();
        }
        return results;
    }

    /** What the first look costs while no page and no output is open. */
    static List<Result> nobody() throws Exception {
        Path data = Files.createTempDirectory("gloaming-perf");
        ConfigurableApplicationContext context = Server.run(0, data, true);
        try {
            Thread.sleep(WARM_MS);
            var system = (com.sun.management.OperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean();
            long cpu = system.getProcessCpuTime();
            long started = System.nanoTime();
            Thread.sleep(10_000);
            double seconds = (System.nanoTime() - started) / 1e9;
            double core = 100 * (system.getProcessCpuTime() - cpu) / 1e9 / seconds;
            return List.of(new Result("nobody looks", core, "% of a core", "10 % wanted", core / 10));
        } finally {
            context.close();
        }
    }

    private static List<Result> look(String name, LivePlayer player, ChromeDriver browser, double blend)
            throws Exception {
        long made = player.readings().made();
        long shown = frames(browser);
        long started = System.nanoTime();
        List<double[]> seen = new ArrayList<>();
        while (System.nanoTime() - started < SEEN_MS * 1_000_000) {
            Thread.sleep(200);
            FrameStats board = player.readings().board();
            seen.add(new double[] {Arrays.stream(board.cost).sum(), board.exitMs, board.frameMs});
        }
        double seconds = (System.nanoTime() - started) / 1e9;
        double steps = median(seen, 0);
        double exit = median(seen, 1);
        double frame = median(seen, 2);
        double most = 1.15 * steps + 2 * blend;
        return List.of(
                new Result(
                        name + ", steps",
                        steps,
                        "ms",
                        "%.1f blends of %.2f ms".formatted(steps / blend, blend),
                        steps / blend),
                new Result(name + ", exit", exit, "ms", "3 blends wanted", exit / (3 * blend)),
                new Result(
                        name + ", frame",
                        frame,
                        "ms",
                        "1.15 steps and 2 blends, %.1f ms".formatted(most),
                        frame / most),
                new Result(
                        name + ", made",
                        (player.readings().made() - made) / seconds,
                        "frames a second",
                        "30 wanted",
                        30 / ((player.readings().made() - made) / seconds)),
                new Result(
                        name + ", shown",
                        (frames(browser) - shown) / seconds,
                        "frames a second",
                        "30 wanted",
                        30 / Math.max(0.1, (frames(browser) - shown) / seconds)));
    }

    /** Milliseconds of an add-blend on these threads, before the program begins. */
    private static double blend() {
        Picture top = new Picture(WIDTH, HEIGHT).fill(0.2f, 0.3f, 0.4f, 0.5f);
        Picture ground = new Picture(WIDTH, HEIGHT).fill(0.1f, 0.1f, 0.1f, 1);
        try (Crew crew = new Crew(THREADS)) {
            return Clocked.medians(
                    300,
                    300,
                    () -> crew.each(
                            HEIGHT, 8, (from, to) -> Blending.rows(Blend.ADD, top, 0.9, null, ground, from, to)))[0];
        }
    }

    private static double median(List<double[]> seen, int which) {
        double[] all = seen.stream().mapToDouble(row -> row[which]).sorted().toArray();
        return all[all.length / 2];
    }

    private static long frames(ChromeDriver browser) {
        return ((Number) browser.executeScript("return Number(document.querySelector('.bench').dataset.frames || 0)"))
                .longValue();
    }
}
