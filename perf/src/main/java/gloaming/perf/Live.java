package gloaming.perf;

import gloaming.look.Edit;
import gloaming.look.Value;
import gloaming.media.Filming;
import gloaming.web.command.Server;
import gloaming.web.live.House;
import gloaming.web.store.MediaStore;
import gloaming.web.store.Shows;
import java.io.File;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.openqa.selenium.By;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.interactions.Actions;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/** The whole program, with a page open in headless Chromium on the same cores. */
final class Live {
    private Live() {}

    /** From the command to the line that says the first picture is made, built already, with a new data folder. */
    static List<Result> start() throws Exception {
        double[] seconds = new double[3];
        for (int i = 0; i < seconds.length; i++) {
            Path data = Files.createTempDirectory("gloaming-perf");
            List<String> command = List.of(
                    Path.of(System.getProperty("gloaming.home"), "gloaming").toString(),
                    "demo",
                    "--port",
                    "0",
                    "--data",
                    data.toString());
            long started = System.nanoTime();
            Process process = new ProcessBuilder(command)
                    .redirectError(ProcessBuilder.Redirect.DISCARD)
                    .start();
            try (var out = process.inputReader()) {
                while (!out.readLine().startsWith("Gloaming is open")) Thread.onSpinWait();
            }
            seconds[i] = (System.nanoTime() - started) / 1e9;
            process.destroyForcibly().waitFor();
        }
        Arrays.sort(seconds);
        return List.of(new Result("start to first picture", seconds[1], "s", "8 s wanted", seconds[1] / 8));
    }

    /** Frames a second on the Bench's monitor, and from an edit to changed pixels there. */
    static List<Result> monitor() throws Exception {
        Path data = Files.createTempDirectory("gloaming-perf");
        ConfigurableApplicationContext context = Server.run(0, data, true);
        ChromeDriver browser = browser();
        try {
            int port = ((ServletWebServerApplicationContext) context)
                    .getWebServer()
                    .getPort();
            House house = context.getBean(House.class);
            browser.get("http://localhost:" + port + "/bench/" + house.onAir().id);
            Thread.sleep(20_000);
            long before = frames(browser);
            long started = System.nanoTime();
            Thread.sleep(15_000);
            double rate = (frames(browser) - before) / ((System.nanoTime() - started) / 1e9);
            double latency = latency(context, browser, port, FLASH, false);
            double within = latency(context, browser, port, uses(), true);
            return List.of(
                    new Result("monitor in headless Chromium", rate, "frames a second", "25 wanted", 25 / rate),
                    new Result("edit to pixels on the monitor", latency, "ms", "120 ms wanted", latency / 120),
                    new Result(
                            "edit within a kit to pixels of its twenty uses",
                            within,
                            "ms",
                            "120 ms wanted",
                            within / 120));
        } finally {
            browser.quit();
            context.close();
        }
    }

    private static final String HEAD =
            "{\"format\":\"gloaming-look\",\"version\":4,\"name\":\"flash\",\"width\":960,\"height\":540,\"rate\":30,\"seed\":1,\"tempo\":96,";
    private static final String FILL =
            "{\"id\":\"s1\",\"type\":\"fill\",\"settings\":{\"colour\":\"#ffffff\",\"brightness\":0}}";
    private static final String FLASH = HEAD + "\"lanes\":[{\"id\":\"l1\",\"name\":\"fill\",\"steps\":[" + FILL
            + "]}],\"mix\":[{\"id\":\"m1\",\"lane\":\"l1\",\"blend\":\"over\",\"opacity\":1}]}";

    /** The same fill in a kit that stands in twenty lanes. */
    private static String uses() {
        StringBuilder lanes =
                new StringBuilder("{\"id\":\"l1\",\"name\":\"fill\",\"kit\":\"k1\",\"steps\":[" + FILL + "]}");
        StringBuilder mix = new StringBuilder();
        for (int i = 2; i < 22; i++) {
            lanes.append(",{\"id\":\"l%d\",\"name\":\"use %d\",\"steps\":[{\"id\":\"s%d\",\"type\":\"kit-k1\"}]}"
                    .formatted(i, i, i));
            mix.append("%s{\"id\":\"m%d\",\"lane\":\"l%d\",\"blend\":\"over\",\"opacity\":1}"
                    .formatted(i == 2 ? "" : ",", i, i));
        }
        return HEAD + "\"lanes\":[" + lanes + "],\"mix\":[" + mix
                + "],\"kits\":[{\"id\":\"k1\",\"name\":\"flash\",\"says\":\"\",\"lane\":\"l1\",\"knobs\":[],\"inputs\":[],\"outputs\":[]}]}";
    }

    /** Milliseconds from a number typed to the pixels that show it, the median of thirty; {@code within} opens the first kit first. */
    private static double latency(
            ConfigurableApplicationContext context, ChromeDriver browser, int port, String text, boolean within)
            throws Exception {
        Shows shows = context.getBean(Shows.class);
        String look = shows.addLook(shows.shows().getFirst().id(), gloaming.look.LookJson.read(text));
        context.getBean(House.class).take(shows.look(look).orElseThrow());
        browser.get("http://localhost:" + port + "/bench/" + look);
        Thread.sleep(8_000);
        if (within) {
            browser.findElement(By.cssSelector(".step.kit")).click();
            new Actions(browser).sendKeys("o").perform();
            Thread.sleep(1_000);
            browser.findElement(By.cssSelector(".step")).click();
            Thread.sleep(1_000);
        }
        browser.manage().timeouts().scriptTimeout(Duration.ofSeconds(60));
        Object median = browser.executeAsyncScript("""
            const done = arguments[arguments.length - 1];
            const canvas = document.querySelector('canvas.picture');
            const input = document.querySelector("input[aria-label='Brightness as a number']");
            const level = () => canvas.getContext('2d').getImageData(canvas.width / 2, canvas.height / 2, 1, 1).data[0];
            (async () => {
              const took = [];
              for (let i = 0; i < 30; i++) {
                const want = i % 2 ? 0 : 1;
                const at = performance.now();
                input.value = want;
                input.dispatchEvent(new Event('change'));
                while ((level() > 128) !== (want === 1)) await new Promise((go) => setTimeout(go, 2));
                took.push(performance.now() - at);
                await new Promise((go) => setTimeout(go, 150 + 37 * (i % 5)));
              }
              took.sort((a, b) => a - b);
              done(took[15]);
            })();
            """);
        return ((Number) median).doubleValue();
    }

    private static long frames(ChromeDriver browser) {
        return ((Number) browser.executeScript("return Number(document.querySelector('.bench').dataset.frames || 0)"))
                .longValue();
    }

    /** A clip of 1920 by 1080 in H.264 with grade and glow in a look of 960 by 540, on the Bench. */
    static List<Result> clip() throws Exception {
        Path data = Files.createTempDirectory("gloaming-perf");
        Path film = Filming.film(
                data.resolve("race.mp4"),
                "libopenh264",
                "yuv420p",
                1920,
                1080,
                150,
                30,
                30,
                (n, x, y) -> race(n, x, y));
        ConfigurableApplicationContext context = Server.run(0, data, true);
        ChromeDriver browser = browser();
        try {
            int port = ((ServletWebServerApplicationContext) context)
                    .getWebServer()
                    .getPort();
            Shows shows = context.getBean(Shows.class);
            String show = shows.shows().getFirst().id();
            try (var in = Files.newInputStream(film)) {
                context.getBean(MediaStore.class).add(show, "race", "race.mp4", "", in);
            }
            String look = shows.addLook(show, gloaming.look.LookJson.read("""
                {"format":"gloaming-look","version":1,"name":"clip","width":960,"height":540,"rate":30,"seed":1,"tempo":96,
                 "lanes":[{"id":"l1","name":"race","steps":[{"id":"s1","type":"clip","settings":{"medium":"race","fit":"fill"}},
                  {"id":"s2","type":"grade","settings":{"exposure":0.3,"contrast":1.2}},{"id":"s3","type":"glow"}]}],
                 "mix":[{"id":"m1","lane":"l1","blend":"over","opacity":1}]}"""));
            House house = context.getBean(House.class);
            house.take(shows.look(look).orElseThrow());
            house.mediaChanged(show);
            house.player().scale(1);
            browser.get("http://localhost:" + port + "/bench/" + look);
            Thread.sleep(15_000);
            long before = frames(browser);
            long made = house.player().readings().made();
            long started = System.nanoTime();
            Thread.sleep(15_000);
            double seconds = (System.nanoTime() - started) / 1e9;
            double shown = (frames(browser) - before) / seconds;
            double played = (house.player().readings().made() - made) / seconds;
            double ms = house.player().readings().board().frameMs;
            return List.of(
                    new Result("clip 1080p, a frame", ms, "ms", "33 ms there are", ms * 30 / 1000),
                    new Result("clip 1080p, frames made", played, "frames a second", "30 wanted", 30 / played),
                    new Result("clip 1080p, on the monitor", shown, "frames a second", "30 wanted", 30 / shown));
        } finally {
            browser.quit();
            context.close();
        }
    }

    /** Water that falls and swirls: nothing a coder could leave out. */
    private static int race(int n, int x, int y) {
        int wave = (int) (60 * Math.sin((x + 9 * n) * 0.013) * Math.cos((y - 14 * n) * 0.021));
        int grain = (x * 7919 ^ (y + 11 * n) * 104_729) >> 6 & 31;
        int blue = Math.clamp(120 + wave + grain, 0, 255);
        return Math.clamp(blue / 3, 0, 255) << 24 | Math.clamp(blue * 2 / 3 + grain, 0, 255) << 16 | blue << 8 | 255;
    }

    /** Ten minutes of the demo: the heap after collection at one minute and at the end. */
    static List<Result> soak() throws Exception {
        Path data = Files.createTempDirectory("gloaming-perf");
        ConfigurableApplicationContext context = Server.run(0, data, true);
        ChromeDriver browser = browser();
        try {
            int port = ((ServletWebServerApplicationContext) context)
                    .getWebServer()
                    .getPort();
            House house = context.getBean(House.class);
            browser.get("http://localhost:" + port + "/bench/" + house.onAir().id);
            Thread.sleep(60_000);
            double first = heap();
            List<Result> results = new ArrayList<>();
            for (int i = 0; i < 540; i++) {
                house.onAir().apply(new Edit.Set("s1", "gain", Value.of(1 + i % 2 * 0.1)), 0);
                Thread.sleep(1_000);
                // On the way too, so that what fills up can be told from what grows.
                if (i % 180 == 179) {
                    double now = heap();
                    String name = "heap after %d minutes".formatted(1 + (i + 1) / 60);
                    results.add(new Result(name, now, "MB", "%.1f MB at one minute".formatted(first), now / first));
                }
            }
            return results;
        } finally {
            browser.quit();
            context.close();
        }
    }

    static double heap() {
        for (int i = 0; i < 3; i++) System.gc();
        return (Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory()) / 1e6;
    }

    static ChromeDriver browser() {
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-gpu",
                "--disable-quic",
                "--no-first-run",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--window-size=1280,800");
        return new ChromeDriver(
                new ChromeDriverService.Builder()
                        .usingDriverExecutable(new File("/usr/bin/chromedriver"))
                        .build(),
                options);
    }
}
