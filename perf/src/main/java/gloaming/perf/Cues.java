package gloaming.perf;

import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.show.Cue;
import gloaming.show.RunSheet;
import gloaming.web.command.DemoShow;
import gloaming.web.command.Server;
import gloaming.web.store.Sheets;
import gloaming.web.store.Shows;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.openqa.selenium.chrome.ChromeDriver;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/** From the key of a cue to changed pixels on an output, one cue a second, each to a look that was never played. */
final class Cues {
    private static final int CUES = Integer.getInteger("gloaming.cues", 200);
    /** Seconds between the run sheet's being opened and the first cue: how long an audience takes to come in. */
    private static final int BEFORE_S = Integer.getInteger("gloaming.before", 0);

    private static final int SLOWEST = 12;
    /** Looks far over a frame on two cores at any size say nothing of cues. */
    private static final List<String> HEAVY =
            List.of("dunlin", "gable", "reed-marsh", "open-air", "through-the-mill", "mill-mark");

    private Cues() {}

    static List<Result> run() throws Exception {
        Path data = Files.createTempDirectory("gloaming-perf");
        ConfigurableApplicationContext context = Server.run(0, data, true);
        ChromeDriver browser = Live.browser();
        try {
            int port = ((ServletWebServerApplicationContext) context)
                    .getWebServer()
                    .getPort();
            String show = show(context);
            browser.get("http://localhost:" + port + "/output");
            browser.executeScript(SCRIPT, show, CUES, BEFORE_S);
            List<?> took = List.of();
            // Players and their pictures are there once all looks have played; what comes from then on is growth.
            long before = 0;
            while (took.size() < CUES) {
                Thread.sleep(1_000);
                took = (List<?>) browser.executeScript("return window.took");
                if (before == 0 && took.size() >= looks().size()) before = heap();
            }
            double[] sorted = took.stream()
                    .mapToDouble(one -> ((Number) one).doubleValue())
                    .sorted()
                    .toArray();
            double median = sorted[sorted.length / 2];
            double worst = sorted[sorted.length - 1];
            double late = sorted[(int) (sorted.length * 0.95)];
            double grown = (heap() - before) / 1e6;
            List<Result> results = new ArrayList<>(List.of(
                    new Result("key to pixels of a cue, median of " + CUES, median, "ms", "80 ms wanted", median / 80),
                    new Result("the same, 95 of 100", late, "ms", "120 ms wanted", late / 120),
                    new Result("the same, at worst", worst, "ms", "120 ms wanted", worst / 120),
                    new Result(
                            "looks that the dry run had not been through at the first", untried(browser), "", "0", 0),
                    new Result(
                            "heap after them, against once through all looks", grown, "MB more", "20 MB", grown / 20)));
            results.addAll(slowest(took));
            return results;
        } finally {
            browser.quit();
            context.close();
        }
    }

    private static double untried(ChromeDriver browser) {
        return ((Number) browser.executeScript("return window.untried")).doubleValue();
    }

    /** Those that came last of all, by their looks. */
    private static List<Result> slowest(List<?> took) {
        List<Look> looks = looks();
        return java.util.stream.IntStream.range(0, took.size())
                .boxed()
                .sorted(java.util.Comparator.comparingDouble(i -> -((Number) took.get(i)).doubleValue()))
                .limit(SLOWEST)
                .map(i -> {
                    double ms = ((Number) took.get(i)).doubleValue();
                    String name = looks.get(i % looks.size()).name();
                    return new Result("  cue " + (i + 1) + ", " + name, ms, "ms", "120 ms wanted", ms / 120);
                })
                .toList();
    }

    private static List<Look> looks() {
        return DemoShow.LOOKS.stream()
                .filter(name -> !HEAVY.contains(name))
                .map(DemoShow::look)
                .toList();
    }

    /** Bytes that live on after a collection. */
    private static long heap() {
        System.gc();
        Runtime runtime = Runtime.getRuntime();
        return runtime.totalMemory() - runtime.freeMemory();
    }

    /** A show of copies of the demo's looks, each with a corner that is red or green in turn. */
    private static String show(ConfigurableApplicationContext context) {
        Shows shows = context.getBean(Shows.class);
        String show = shows.addShow("Cues");
        List<Look> looks = looks();
        List<Cue> cues = new ArrayList<>();
        for (int i = 0; i < CUES; i++) {
            String look = shows.addLook(show, marked(looks.get(i % looks.size()), i % 2 == 0 ? "#ff0000" : "#00ff00"));
            cues.add(Cue.of("c" + (i + 1), look));
        }
        context.getBean(Sheets.class).put(show, RunSheet.of(cues, "", 0));
        return show;
    }

    private static Look marked(Look look, String colour) {
        List<Lane> lanes = new ArrayList<>(look.lanes());
        lanes.add(new Lane(
                "cue-mark",
                "cue mark",
                Clock.SHOW,
                List.of(
                        Step.of("cue-fill", "fill")
                                .with("colour", Value.of(colour))
                                .with("brightness", Value.of(1)),
                        Step.of("cue-crop", "crop")
                                .with("width", Value.of(0.4))
                                .with("height", Value.of(0.4))
                                .with("x", Value.of(0))
                                .with("y", Value.of(0)))));
        List<Layer> mix = new ArrayList<>(look.mix());
        mix.addFirst(Layer.of("cue-layer", "cue-mark", Blend.OVER, 1));
        return look.withLanes(lanes).withMix(mix);
    }

    private static final String SCRIPT = """
            const [show, cues, before] = arguments;
            const canvas = document.querySelector('canvas');
            const mark = () => canvas.getContext('2d').getImageData(canvas.width / 2, canvas.height / 2, 1, 1).data;
            const rest = (ms) => new Promise((go) => setTimeout(go, ms));
            const socket = new WebSocket(`ws://${location.host}/live?evening=${show}`);
            let ready = '';
            let untried = 0;
            window.took = [];
            socket.onmessage = (event) => {
              if (typeof event.data !== 'string') { socket.send(JSON.stringify({ do: 'ack' })); return; }
              const m = JSON.parse(event.data);
              if (m.is !== 'evening') return;
              ready = m.ready ? m.next : '';
              untried = m.untried;
            };
            socket.onopen = async () => {
              socket.send(JSON.stringify({ do: 'watch', subject: null, most: 64 }));
              await rest(1000 * before);
              window.untried = untried;
              const took = window.took;
              for (let i = 1; i <= cues; i++) {
                const due = performance.now() + 1000;
                while (ready !== `c${i}` && performance.now() < due + 4000) await rest(5);
                while (performance.now() < due) await rest(5);
                const at = performance.now();
                socket.send(JSON.stringify({ do: 'go' }));
                for (;;) {
                  const [r, g] = mark();
                  if (i % 2 ? r > 150 && g < 90 : g > 150 && r < 90) break;
                  await rest(2);
                  if (performance.now() - at > 5000) break;
                }
                took.push(performance.now() - at);
              }
            };
            """;
}
