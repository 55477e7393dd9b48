package gloaming.perf;

import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.look.Blend;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Many particles: the engine alone, at 960 by 540. */
final class Clouds {
    private static final int WIDTH = 960;
    private static final int HEIGHT = 540;
    private static final double FRAME = 1000 / 30.0;

    private Clouds() {}

    /** Flow noise, buffeting, drag, colour over age and soft dots, by the number of particles and of threads. */
    static List<Result> particles() {
        List<Result> results = new ArrayList<>();
        for (int threads : new int[] {2, 1}) {
            for (int n : new int[] {500_000, 250_000, 100_000, 25_000}) {
                double ms = frame(threads, swarm(n), 150, 60, threads == 2 && n == 500_000);
                results.add(new Result(
                        "particles: %,d alive, %d threads".formatted(n, threads),
                        ms,
                        "ms a frame",
                        "33.3 ms wanted of 500,000 on 2",
                        ms / FRAME));
            }
        }
        return results;
    }

    private static Look swarm(int n) {
        return look(
                Step.of("s1", "sow")
                        .with("rate", Value.of(n / 5.0))
                        .with("burst", Value.of(Math.min(100_000, n / 5)))
                        .with("life", Value.of(6))
                        .with("lifeSpread", Value.of(0.3))
                        .with("scatter", Value.of(0.9))
                        .with("size", Value.of(0.004))
                        .with("most", Value.of(n)),
                Step.of("s2", "swirl").with("detail", Value.of(2)),
                Step.of("s3", "buffet"),
                Step.of("s4", "drag"),
                Step.of("s5", "age-tint").with("brightness", Value.of(0.1)),
                Step.of("s6", "draw-dots"));
    }

    /** The other crowds that have to hold thirty frames a second. */
    static List<Result> others() {
        record Crowd(String name, Look look, int before) {}
        Step sow = Step.of("s1", "sow").with("life", Value.of(100)).with("size", Value.of(0.005));
        List<Crowd> crowds = List.of(
                new Crowd(
                        "liquid: 20,000",
                        look(
                                Step.of("s1", "grid")
                                        .with("columns", Value.of(200))
                                        .with("rows", Value.of(100))
                                        .with("width", Value.of(3.0))
                                        .with("height", Value.of(1.3)),
                                Step.of("s2", "liquid").with("spacing", Value.of(0.0145)),
                                Step.of("s3", "draw-dots")),
                        150),
                new Crowd(
                        "flock: 5,000",
                        look(
                                sow.with("rate", Value.of(0))
                                        .with("burst", Value.of(5_000))
                                        .with("scatter", Value.of(1)),
                                Step.of("s2", "flock"),
                                Step.of("s3", "draw-dots")),
                        150),
                new Crowd(
                        "links: 8,000 points",
                        look(
                                Step.of("s1", "scatter").with("count", Value.of(8_000)),
                                Step.of("s2", "swirl"),
                                Step.of("s3", "draw-links").with("within", Value.of(0.06))),
                        60),
                new Crowd(
                        "trails: 5,000 of 60 places",
                        look(
                                sow.with("rate", Value.of(1_000))
                                        .with("life", Value.of(5))
                                        .with("lifeSpread", Value.of(0))
                                        .with("scatter", Value.of(1)),
                                Step.of("s2", "swirl"),
                                Step.of("s3", "trails")
                                        .with("most", Value.of(5_000))
                                        .with("places", Value.of(60)),
                                Step.of("s4", "draw-line")
                                        .with("size", Value.of(0.6))
                                        .with("smooth", Value.of(false))),
                        200));
        List<Result> results = new ArrayList<>();
        for (Crowd crowd : crowds) {
            double ms = frame(2, crowd.look, crowd.before, 60, true);
            results.add(new Result(crowd.name, ms, "ms a frame", "33.3 ms wanted", ms / FRAME));
        }
        return results;
    }

    static Look look(Step... steps) {
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

    /** The median of the milliseconds a frame takes, after some to fill up. */
    static double frame(int threads, Look look, int before, int measured, boolean tell) {
        try (Crew crew = new Crew(threads)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look);
            double[] ms = new double[measured];
            int steps = look.lanes().getFirst().steps().size();
            long[] spent = new long[steps];
            for (int i = 0; i < before + measured; i++) {
                boolean counts = i >= before;
                long started = System.nanoTime();
                long[] last = {started};
                player.play(new Moment(i, i / 30.0, 1 / 30.0), WIDTH, HEIGHT, Sound.SILENCE, new Onlooker() {
                    @Override
                    public boolean watches(String lane) {
                        return false;
                    }

                    @Override
                    public boolean wants(int index, String step) {
                        return tell;
                    }

                    @Override
                    public void see(int index, String step, Flow out) {
                        long now = System.nanoTime();
                        if (counts && index < steps) spent[index] += now - last[0];
                        last[0] = now;
                    }
                });
                if (counts) ms[i - before] = (System.nanoTime() - started) / 1e6;
            }
            if (tell) {
                for (int s = 0; s < steps; s++) {
                    System.err.printf(
                            "  %s %.2f ms%n",
                            look.lanes().getFirst().steps().get(s).type(), spent[s] / 1e6 / measured);
                }
            }
            Arrays.sort(ms);
            return ms[measured / 2];
        }
    }
}
