package gloaming.perf;

import com.sun.management.ThreadMXBean;
import gloaming.flow.Crew;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Edits;
import gloaming.look.Kit;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Snapshots;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.play.Glide;
import gloaming.play.Moment;
import gloaming.play.Onlooker;
import gloaming.play.Player;
import gloaming.sound.HouseBand;
import gloaming.step.Catalogue;
import gloaming.step.KitUnwrap;
import gloaming.web.command.DemoShow;
import java.lang.management.ManagementFactory;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** What kits and glides cost: uses against copies of their lanes, opening many of them, and two thousand settings on their way. */
final class Kits {
    private static final int ROUNDS = 60;
    private static final int USES = 200;

    private Kits() {}

    static List<Result> run() {
        List<Result> results = new ArrayList<>();
        Look wrapped = DemoShow.look("forty-windows");
        Look free = wrapped;
        while (!free.kits().isEmpty()) free = unwrapped(free);
        double[] both = frames(wrapped, free);
        results.add(new Result(
                "kits, forty uses",
                both[0],
                "ms",
                "%.2f ms as lanes of their own".formatted(both[1]),
                both[0] / both[1]));
        double opening = opening();
        results.add(new Result("kits, a look of 200 uses opened", opening, "ms", "500 ms", opening / 500));
        double[] glide = glide();
        results.add(new Result(
                "glide of 2,000 settings",
                glide[0] - glide[1],
                "ms a frame",
                "%.2f ms with all of them standing; %.0f bytes a frame, %.0f standing"
                        .formatted(glide[1], glide[2], glide[3]),
                (glide[0] - glide[1]) / 0.3));
        return results;
    }

    private static Look unwrapped(Look look) {
        String use = look.steps()
                .filter(s -> look.kitOf(s) != null)
                .findFirst()
                .orElseThrow()
                .id();
        return Edits.apply(look, new KitUnwrap(Catalogue.all()).unwrap(look, use));
    }

    /** Median frames of two looks in milliseconds, turn by turn. */
    private static double[] frames(Look one, Look other) {
        double[][] ms = new double[2][ROUNDS];
        HouseBand band = new HouseBand(11, 96);
        try (Crew crew = new Crew(2)) {
            Player[] players = {new Player(Catalogue.all(), crew), new Player(Catalogue.all(), crew)};
            players[0].load(one);
            players[1].load(other);
            for (int i = -120; i < ROUNDS; i++) {
                for (int k = 0; k < 2; k++) {
                    int frame = i + 120;
                    long started = System.nanoTime();
                    players[k].play(new Moment(frame, frame / 30.0, 1 / 30.0), 960, 540, band, Onlooker.NOBODY);
                    if (i >= 0) ms[k][i] = (System.nanoTime() - started) / 1e6;
                }
            }
        }
        for (double[] each : ms) Arrays.sort(each);
        return new double[] {ms[0][ROUNDS / 2], ms[1][ROUNDS / 2]};
    }

    /** Milliseconds from a look's text to its first frame's plan, the median of eleven. */
    private static double opening() {
        Look windows = DemoShow.look("forty-windows");
        Lane mill = windows.lane("mill").orElseThrow();
        Step use = mill.steps().get(1);
        List<Lane> lanes = new ArrayList<>(windows.lanes());
        int next = 1_000;
        for (int k = 0; k < 3; k++) {
            List<Step> steps = new ArrayList<>();
            steps.add(mill.steps().getFirst().withId("s" + next++));
            while (steps.size() < 60 && (k + 1) * 60 <= USES) steps.add(use.withId("s" + next++));
            lanes.add(new Lane("more-" + k, "more " + k, Clock.SHOW, steps));
        }
        Look many = windows.withLanes(lanes);
        double[] ms = new double[11];
        try (Crew crew = new Crew(1)) {
            for (int i = 0; i < ms.length; i++) {
                Player player = new Player(Catalogue.all(), crew);
                long started = System.nanoTime();
                player.load(many);
                ms[i] = (System.nanoTime() - started) / 1e6;
            }
        }
        long uses = many.steps().filter(s -> Kit.used(s.type()) != null).count();
        if (uses < USES) throw new IllegalStateException(uses + " uses");
        Arrays.sort(ms);
        return ms[ms.length / 2];
    }

    /** Milliseconds and bytes a frame, on the way and standing. */
    private static double[] glide() {
        List<Lane> lanes = new ArrayList<>();
        for (int l = 0; l < 5; l++) {
            List<Step> steps = new ArrayList<>(List.of(Step.of("s" + l, "sway")));
            for (int k = 0; k < 99; k++) steps.add(Step.of("s" + l + "-" + k, "span"));
            lanes.add(new Lane("l" + l, "lane " + l, Clock.SHOW, steps));
        }
        lanes.add(new Lane("p", "p", Clock.SHOW, List.of(Step.of("f", "fill"))));
        List<Layer> mix = new ArrayList<>();
        for (int l = 0; l < 5; l++)
            mix.add(Layer.of("m" + l, "p", Blend.OVER, 1).withFormula("{l" + l + "}"));
        Look from = new Look("Glide", 16, 16, 30, 1, 96, lanes, mix);
        Look to = from;
        for (Lane lane : from.lanes()) {
            for (Step step : lane.steps()) {
                if (!step.type().equals("span")) continue;
                Step set = step;
                for (String setting : List.of("fromLow", "fromHigh", "toLow", "toHigh"))
                    set = set.with(setting, Value.of(setting.endsWith("Low") ? -0.5 : 1.5));
                Step moved = set;
                to = to.withStep(step.id(), s -> moved);
            }
        }
        ThreadMXBean threads = (ThreadMXBean) ManagementFactory.getThreadMXBean();
        double[] result = new double[4];
        HouseBand band = new HouseBand(11, 96);
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(from);
            int frame = 0;
            for (int part = 0; part < 2; part++) {
                if (part == 0) player.load(to, new Glide(100, false, Snapshots.Way.SOFT));
                if (part == 1) player.load(from);
                double[] ms = new double[ROUNDS * 4];
                long bytes = 0;
                for (int i = -600; i < ms.length; i++, frame++) {
                    if (i == 0) bytes = threads.getCurrentThreadAllocatedBytes();
                    long started = System.nanoTime();
                    player.play(new Moment(frame, frame / 30.0, 1 / 30.0), 16, 16, band, Onlooker.NOBODY);
                    if (i >= 0) ms[i] = (System.nanoTime() - started) / 1e6;
                }
                result[2 + part] = (double) (threads.getCurrentThreadAllocatedBytes() - bytes) / ms.length;
                Arrays.sort(ms);
                result[part] = ms[ms.length / 2];
            }
        }
        return result;
    }
}
