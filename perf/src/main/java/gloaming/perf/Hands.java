package gloaming.perf;

import gloaming.desk.Osc;
import gloaming.flow.Crew;
import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.LookJson;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.Hearing;
import gloaming.sound.HouseBand;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.web.command.Server;
import gloaming.web.live.Devices;
import gloaming.web.live.House;
import gloaming.web.store.Shows;
import java.net.DatagramPacket;
import java.net.DatagramSocket;
import java.net.InetAddress;
import java.nio.file.Files;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.openqa.selenium.chrome.ChromeDriver;
import org.springframework.boot.web.server.servlet.context.ServletWebServerApplicationContext;
import org.springframework.context.ConfigurableApplicationContext;

/** Sound, signals and hands: what they cost, and how soon they are seen. */
final class Hands {
    private static final int STEPS = 300;

    private Hands() {}

    /** What three hundred signal steps add to a frame, against the same look without them. */
    static List<Result> signals() {
        List<String> types = List.of(
                "ease", "span", "bend", "bounds", "glide", "spring", "speed", "crest", "late", "notches", "formula",
                "compare");
        List<Lane> lanes = new ArrayList<>();
        for (int l = 0; l < STEPS / 10; l++) {
            List<Step> steps = new ArrayList<>();
            steps.add(Step.of("s" + l + "x0", l % 3 == 0 ? "listen" : l % 3 == 1 ? "sway" : "wander"));
            for (int i = 1; i < 10; i++) {
                Step step = Step.of("s" + l + "x" + i, types.get((l + i) % types.size()));
                if (step.type().equals("formula"))
                    step = step.with("text", Value.of("x > 0.5 ? sin(t * 3) : x * 0.5 + noise(beat)"));
                steps.add(step);
            }
            lanes.add(new Lane("l" + l, "signal " + l, Clock.SHOW, steps));
        }
        Lane fill = new Lane("p", "fill", Clock.SHOW, List.of(Step.of("f", "fill")));
        Look bare = look(List.of(fill));
        List<Lane> all = new ArrayList<>(lanes);
        all.add(fill);
        double[] rounds = new double[7];
        Sound band = new HouseBand(11, 96);
        try (Crew crew = new Crew(1)) {
            Player without = new Player(Catalogue.all(), crew);
            without.load(bare);
            Player with = new Player(Catalogue.all(), crew);
            with.load(look(all));
            for (int i = 0; i < rounds.length; i++) {
                double plain = play(without, band, 400);
                rounds[i] = play(with, band, 400) - plain;
            }
        }
        Arrays.sort(rounds);
        double ms = rounds[rounds.length / 2];
        return List.of(new Result(STEPS + " signal steps", ms, "ms a frame", "1 ms wanted", ms));
    }

    private static Look look(List<Lane> lanes) {
        return new Look("signals", 64, 36, 30, 1, 96, lanes, List.of(Layer.of("m", "p", gloaming.look.Blend.OVER, 1)));
    }

    private static double play(Player player, Sound band, int frames) {
        Onlooker all = new Onlooker() {
            @Override
            public boolean watches(String lane) {
                return true;
            }

            @Override
            public boolean wants(int index, String step) {
                return false;
            }

            @Override
            public void see(int index, String step, gloaming.flow.Flow out) {}
        };
        player.rewind();
        long started = System.nanoTime();
        for (int i = 0; i < frames; i++) player.play(new Moment(i, i / 30.0, 1 / 30.0), 64, 36, band, all);
        return (System.nanoTime() - started) / 1e6 / frames;
    }

    /** How much of a core spectrum, onsets and beats take at thirty frames a second. */
    static List<Result> hearing() {
        Sound band = new HouseBand(11, 96);
        double[] rounds = new double[5];
        for (int r = 0; r < rounds.length; r++) {
            Hearing hearing = new Hearing();
            long started = System.nanoTime();
            for (int i = 0; i < 30 * 40; i++) hearing.listen(band, i / 30.0);
            rounds[r] = (System.nanoTime() - started) / 1e9 / 40 * 100;
        }
        Arrays.sort(rounds);
        return List.of(new Result(
                "hearing: spectrum, onsets and beats", rounds[2], "% of a core", "5 % wanted", rounds[2] / 5));
    }

    /** From an OSC packet of another program to a changed pixel on the Bench's monitor: the median of forty. */
    static List<Result> osc() throws Exception {
        ConfigurableApplicationContext context = Server.run(0, Files.createTempDirectory("gloaming-perf"), true);
        ChromeDriver browser = Live.browser();
        try (DatagramSocket socket = new DatagramSocket()) {
            int port = ((ServletWebServerApplicationContext) context)
                    .getWebServer()
                    .getPort();
            Shows shows = context.getBean(Shows.class);
            String look = shows.addLook(shows.shows().getFirst().id(), LookJson.read("""
                {"format":"gloaming-look","version":1,"name":"flash","width":960,"height":540,"rate":30,"seed":1,"tempo":96,
                 "lanes":[{"id":"l1","name":"fill","steps":[{"id":"s1","type":"fill","settings":{"colour":"#ffffff","brightness":0}}]}],
                 "mix":[{"id":"m1","lane":"l1","blend":"over","opacity":1}],
                 "desk":{"bindings":[{"id":"b1","control":"osc /flash","of":"s1","setting":"brightness","inLow":0,"inHigh":1,"low":0,"high":1,
                  "bend":1,"ease":0,"mode":"value","pickUp":false}],"strip":[]}}"""));
            context.getBean(gloaming.web.live.House.class).take(shows.look(look).orElseThrow());
            browser.get("http://localhost:" + port + "/bench/" + look);
            Thread.sleep(8_000);
            browser.manage().timeouts().scriptTimeout(Duration.ofSeconds(60));
            browser.executeScript("""
                const canvas = document.querySelector('canvas.picture');
                window.flips = [];
                let was = false;
                setInterval(() => {
                  const is = canvas.getContext('2d').getImageData(canvas.width / 2, canvas.height / 2, 1, 1).data[0] > 128;
                  if (is !== was) window.flips.push(performance.timeOrigin + performance.now());
                  was = is;
                }, 2);
                """);
            double[] sent = new double[40];
            for (int i = 0; i < sent.length; i++) {
                byte[] packet = Osc.message("/flash", i % 2 == 0 ? 1f : 0f);
                var now = java.time.Instant.now();
                sent[i] = now.getEpochSecond() * 1e3 + now.getNano() / 1e6;
                socket.send(new DatagramPacket(
                        packet,
                        packet.length,
                        InetAddress.getLoopbackAddress(),
                        context.getBean(Devices.class).oscPort()));
                Thread.sleep(230 + 37 * (i % 5));
            }
            @SuppressWarnings("unchecked")
            List<Number> flips = (List<Number>) browser.executeScript("return window.flips");
            if (flips.size() != sent.length)
                throw new IllegalStateException(flips.size() + " of " + sent.length + " were seen");
            double[] took = new double[sent.length];
            for (int i = 0; i < took.length; i++) took[i] = flips.get(i).doubleValue() - sent[i];
            Arrays.sort(took);
            double median = took[took.length / 2];
            return List.of(
                    new Result("OSC packet to pixels on the monitor", median, "ms", "80 ms wanted", median / 80));
        } finally {
            browser.quit();
            context.close();
        }
    }

    /** Frames a second, the longest wait for one, and heap, while twenty thousand packets a second come, every address another one. */
    static List<Result> flood() throws Exception {
        ConfigurableApplicationContext context = Server.run(0, Files.createTempDirectory("gloaming-perf"), true);
        try {
            Thread.sleep(20_000);
            House house = context.getBean(House.class);
            int port = context.getBean(Devices.class).oscPort();
            double[] still = frames(house, 0, port);
            long heap = heap();
            double[] flood = frames(house, 20_000, port);
            double grown = (heap() - heap) / 1e6;
            String all = "%.1f a second without, longest wait %.0f ms".formatted(still[0], still[1]);
            return List.of(
                    new Result("flood: frames", flood[0], "a second", all, still[0] / flood[0]),
                    new Result("flood: longest wait for a frame", flood[1], "ms", all, flood[1] / still[1]),
                    new Result("flood: packets", flood[2], "a second", "20000 wanted", 20_000 / flood[2]),
                    new Result("flood: heap", grown, "MB more", "after collection", 0));
        } finally {
            context.close();
        }
    }

    private static double[] frames(House house, int packets, int port) throws Exception {
        try (DatagramSocket socket = new DatagramSocket()) {
            long sent = 0;
            long before = house.player().readings().made();
            long made = before;
            long started = System.nanoTime();
            long last = started;
            long longest = 0;
            long now = started;
            while (now - started < 10_000_000_000L) {
                for (long due = (now - started) * packets / 1_000_000_000L; sent < due; sent++) {
                    byte[] packet = Osc.message("/flood/" + sent, 0.5f);
                    socket.send(new DatagramPacket(packet, packet.length, InetAddress.getLoopbackAddress(), port));
                }
                Thread.sleep(1);
                now = System.nanoTime();
                if (house.player().readings().made() == made) continue;
                made = house.player().readings().made();
                longest = Math.max(longest, now - last);
                last = now;
            }
            double seconds = (now - started) / 1e9;
            return new double[] {(made - before) / seconds, longest / 1e6, sent / seconds};
        }
    }

    private static long heap() throws InterruptedException {
        System.gc();
        Thread.sleep(500);
        return Runtime.getRuntime().totalMemory() - Runtime.getRuntime().freeMemory();
    }
}
