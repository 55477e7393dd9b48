package gloaming.perf;

import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.flow.Picture;
import gloaming.look.Blend;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.media.Shelf;
import gloaming.picture.kernel.Blending;
import gloaming.picture.kernel.Exit;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.web.command.DemoShow;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;

/** The engine by itself. */
final class KernelTimes {
    private static final int WIDTH = 960;
    private static final int HEIGHT = 540;
    private static final int THREADS = Math.max(1, Runtime.getRuntime().availableProcessors());

    private KernelTimes() {}

    /** Frames of a look, the same number before them for nothing; and nanoseconds after which fewer are enough. */
    private static final int FRAMES = 300;

    private static final int FEWEST = 30;
    private static final long LOOK_NS = 6_000_000_000L;

    /** A look of the demo show at its own size: median and 99th percentile of a frame. */
    static List<Result> look() throws IOException {
        List<Result> results = new ArrayList<>();
        Sound band = new HouseBand(11, 96);
        for (String name : DemoShow.LOOKS) {
            double[] ms = new double[FRAMES];
            int n = 0;
            try (Crew crew = new Crew(THREADS);
                    Shelf shelf = DemoShow.shelf()) {
                Player player = new Player(Catalogue.all(), crew);
                player.library(shelf);
                player.load(DemoShow.look(name));
                // A look that takes seconds a frame is measured by fewer of them.
                long begun = System.nanoTime();
                long measured = 0;
                for (int i = 0; n < FRAMES; i++) {
                    long started = System.nanoTime();
                    player.play(new Moment(i, i / 30.0, 1 / 30.0), WIDTH, HEIGHT, band, Onlooker.NOBODY);
                    boolean warm = i >= FRAMES || i >= FEWEST && started - begun > LOOK_NS;
                    if (!warm) continue;
                    if (measured == 0) measured = started;
                    ms[n++] = (System.nanoTime() - started) / 1e6;
                    if (n >= FEWEST && System.nanoTime() - measured > LOOK_NS) break;
                }
            }
            Arrays.sort(ms, 0, n);
            double median = ms[n / 2];
            double late = ms[Math.min(n - 1, n * 99 / 100)];
            results.add(new Result("look " + name, median, "ms a frame", "20 ms wanted", median / 20));
            results.add(new Result("look " + name + " p99", late, "ms", "twice its median", late / (2 * median)));
        }
        return results;
    }

    /** Blur of 40 pixels, twice the standard deviation. */
    static List<Result> blur() {
        Picture in = noise();
        try (Crew crew = new Crew(THREADS);
                Peer peer = new Peer("gblur", "sigma=20:steps=2:planes=15", THREADS, in)) {
            Player player = new Player(Catalogue.all(), crew);
            double radius = 40 / (HEIGHT / 2.0);
            Step blur = Step.of("s2", "blur").with("radius", Value.of(radius));
            player.load(look(Step.of("s1", "cloud-noise").with("detail", Value.of(1)), blur));
            double[] own = new double[1];
            int[] frames = new int[1];
            double[] medians = Clocked.medians(60, 60, () -> own[0] = timed(player, frames[0]++, "s2"), peer::run);
            double[] steps = new double[60];
            for (int i = 0; i < steps.length; i++) steps[i] = timed(player, frames[0]++, "s2");
            Arrays.sort(steps);
            return List.of(new Result(
                    "blur radius 40",
                    steps[30],
                    "ms",
                    "FFmpeg gblur %.2f ms".formatted(medians[1]),
                    steps[30] / medians[1]));
        }
    }

    /** From light to bytes, for an output of the full size and a monitor of 640 pixels, in add-blends of the same size. */
    static List<Result> exit() {
        Picture in = noise();
        Picture ground = noise();
        byte[] large = new byte[WIDTH * HEIGHT * 3];
        byte[] small = new byte[640 * 360 * 3];
        Exit.Leaving both = new Exit.Leaving();
        both.add(WIDTH, HEIGHT, large);
        both.add(640, 360, small);
        try (Crew crew = new Crew(THREADS)) {
            double[] ms = Clocked.medians(
                    200,
                    200,
                    () -> crew.each(HEIGHT, 8, (from, to) -> Blending.rows(Blend.ADD, in, 0.9, null, ground, from, to)),
                    () -> Exit.rgb(in, WIDTH, HEIGHT, large, crew),
                    () -> Exit.rgb(in, 640, 360, small, crew),
                    () -> Exit.rgb(in, both, crew));
            String peer = "an add-blend, %.2f ms".formatted(ms[0]);
            return List.of(
                    new Result("exit at 960x540", ms[1], "ms", peer, ms[1] / ms[0]),
                    new Result("exit at 640x360", ms[2], "ms", peer, ms[2] / ms[0]),
                    new Result("exit at both", ms[3], "ms", "3 blends wanted", ms[3] / (3 * ms[0])));
        }
    }

    static List<Result> blends() {
        List<Result> results = new ArrayList<>();
        Picture top = noise();
        Picture ground = noise();
        try (Crew crew = new Crew(THREADS)) {
            Picture out = new Picture(WIDTH, HEIGHT).copyFrom(ground);
            for (Blend mode : Blend.values()) {
                // The peer knows no cover, and so no "or itself".
                if (mode.orSelf()) continue;
                String name = mode == Blend.OVER ? "normal" : mode == Blend.ADD ? "addition" : mode.id();
                try (Peer peer = new Peer("blend", "all_mode=" + name + ":all_opacity=0.9", THREADS, top, ground)) {
                    double[] ms = Clocked.medians(
                            60,
                            60,
                            () -> crew.each(
                                    HEIGHT, 8, (from, to) -> Blending.rows(mode, top, 0.9, null, out, from, to)),
                            peer::run);
                    results.add(new Result(
                            "blend " + mode.id(), ms[0], "ms", "FFmpeg blend %.2f ms".formatted(ms[1]), ms[0] / ms[1]));
                    out.copyFrom(ground);
                }
            }
        }
        return results;
    }

    /** 200,000 points carried by a flow of two octaves. */
    static List<Result> swirl() {
        try (Crew crew = new Crew(THREADS)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look(
                    Step.of("s1", "scatter").with("count", Value.of(200_000)),
                    Step.of("s2", "swirl"),
                    Step.of("s3", "draw-dots").with("size", Value.of(0.2))));
            double[] ms = new double[120];
            for (int i = -120; i < ms.length; i++) {
                double took = timed(player, i + 120, "s2");
                if (i >= 0) ms[i] = took;
            }
            Arrays.sort(ms);
            return List.of(new Result("swirl 200,000 points", ms[60], "ms", "8 ms wanted", ms[60] / 8));
        }
    }

    private static Look look(Step... steps) {
        return new Look(
                "perf",
                WIDTH,
                HEIGHT,
                30,
                1,
                96,
                List.of(new Lane("l1", "lane", null, List.of(steps))),
                List.of(Layer.of("m1", "l1", Blend.OVER, 1)));
    }

    /** Plays a frame and tells how long one step took, from the step before it to its own end. */
    private static double timed(Player player, int i, String step) {
        long[] at = new long[2];
        player.play(new Moment(i, i / 30.0, 1 / 30.0), WIDTH, HEIGHT, Sound.SILENCE, new Onlooker() {
            @Override
            public boolean watches(String lane) {
                return false;
            }

            @Override
            public void see(int index, String id, Flow out) {
                if (id.equals(step)) at[1] = System.nanoTime();
                else if (at[1] == 0) at[0] = System.nanoTime();
            }
        });
        return (at[1] - at[0]) / 1e6;
    }

    private static Picture noise() {
        Picture picture = new Picture(WIDTH, HEIGHT);
        SplittableRandom random = new SplittableRandom(1);
        for (int c = 0; c < 4; c++)
            for (int i = 0; i < picture.pixels(); i++) picture.plane(c)[i] = (float) random.nextDouble();
        return picture;
    }
}
