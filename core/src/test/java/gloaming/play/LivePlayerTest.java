package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.step.Catalogue;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** A player as it runs: a real thread in real time. */
class LivePlayerTest {
    private final LivePlayer stage = new LivePlayer(Catalogue.all(), 1);

    @AfterEach
    void stop() {
        stage.close();
    }

    private static Look look(Step... steps) {
        return new Look(
                "Mill race",
                64,
                36,
                120,
                3,
                96,
                List.of(
                        new Lane("l1", "race", Clock.SHOW, List.of(steps)),
                        new Lane("l2", "tide", Clock.SHOW, List.of(Step.of("s9", "sway")))),
                List.of(Layer.of("m1", "l1", Blend.OVER, 1)));
    }

    private static Step fill(double brightness) {
        return Step.of("s1", "fill").with("brightness", Value.of(brightness)).with("colour", Value.of("#ffffff"));
    }

    private static void until(String what, BooleanSupplier is) {
        long end = System.nanoTime() + 30_000_000_000L;
        while (!is.getAsBoolean()) {
            if (System.nanoTime() > end) throw new AssertionError("did not happen: " + what);
            LockSupport.parkNanos(1_000_000);
        }
    }

    private FrameStats board() {
        FrameStats[] board = new FrameStats[1];
        until("a board", () -> {
            board[0] = stage.readings().board();
            if (board[0] == null) return false;
            if (board[0].idle()) board[0].want();
            return board[0].ready();
        });
        return board[0];
    }

    @Test
    void withoutALookItWaitsAndWithOneItPlaysAndClosesAtOnce() {
        stage.start();
        assertThat(stage.readings().board()).isNull();
        stage.show(look(fill(1)));
        until("frames", () -> stage.readings().made() > 5);
        assertThat(board().look.name()).isEqualTo("Mill race");
    }

    @Test
    void itHoldsItsRateWhereFramesAreShortAndNotBeforeTheFirstNorInOneThatLasts() {
        assertThat(stage.readings().holdsRate()).as("nothing plays").isFalse();
        stage.start();
        stage.show(look(fill(1)));
        until("frames at their rate", stage.readings()::holdsRate);

        // A million points are far more than a frame has time for.
        stage.show(look(
                Step.of("s1", "grid").with("columns", Value.of(1000)).with("rows", Value.of(1000)),
                Step.of("s2", "draw-dots")));
        until("a frame that lasts", () -> !stage.readings().holdsRate());
    }

    @Test
    void aLookThatBreaksARuleIsNotPlayedAndTheOneBeforeStays() {
        stage.start();
        stage.show(look(fill(1)));
        until("frames", () -> stage.readings().made() > 2);
        Look twice = look(fill(1))
                .withLanes(List.of(
                        new Lane("l1", "race", Clock.SHOW, List.of(fill(1))),
                        new Lane("l1", "race", Clock.SHOW, List.of(Step.of("s2", "fill")))));
        stage.change(twice);
        until("it is told", () -> !stage.trouble().isEmpty());
        stage.change(look(fill(0.5)));
        long made = stage.readings().made();
        until("it goes on", () -> stage.readings().made() > made + 2);
    }

    @Test
    void anOutletGetsThePictureFittedByItsShapeAndNeverEnlarged() {
        PictureOutput small = new PictureOutput(null, 32);
        PictureOutput large = new PictureOutput(null, 4000);
        PictureOutput step = new PictureOutput("s1", 64);
        stage.scale(1);
        stage.subscribe(new Subscriptions(List.of(small, large, step), List.of(), List.of(), List.of()));
        stage.show(look(fill(1)));
        stage.start();
        for (PictureOutput outlet : List.of(small, large, step)) {
            outlet.want();
            until("a picture", outlet::ready);
        }
        assertThat(List.of(small.width(), small.height())).containsExactly(32, 18);
        assertThat(List.of(large.width(), large.height())).containsExactly(64, 36);
        assertThat(step.rgb()).hasSize(64 * 36 * 3);
        assertThat(step.rgb()[0] & 255).isGreaterThan(180);
        byte[] before = large.rgb().clone();
        stage.show(look(fill(0)));
        large.want();
        until("the next", () -> {
            if (!large.ready()) return false;
            if (large.rgb()[0] == 0) return true;
            large.want();
            return false;
        });
        assertThat(before[0]).isNotZero();
    }

    @Test
    void pauseHoldsTimeWhileFramesGoOnAndRewindGoesBackToTheStart() {
        stage.show(look(fill(1)));
        stage.start();
        until("time runs", () -> stage.readings().now() > 0.1);
        stage.pause(true);
        long made = stage.readings().made();
        until("a frame after the pause", () -> stage.readings().made() > made + 1);
        double held = stage.readings().now();
        until("more frames", () -> stage.readings().made() > made + 10);
        assertThat(stage.readings().now()).isEqualTo(held);
        stage.rewind();
        until("the start", () -> stage.readings().now() == 0);
        stage.pause(false);
        until("time runs again", () -> stage.readings().now() > 0.05);
    }

    @Test
    void theBoardTellsHowFarTheOutputIsFadedUp() {
        OutputFader light = new OutputFader();
        light.fade(0.25, 0);
        try (LivePlayer dimmed = new LivePlayer(
                Catalogue.all(),
                1,
                StolenTime.NONE,
                new gloaming.desk.Inbox(),
                new gloaming.desk.Outbox(),
                light,
                act -> {})) {
            dimmed.show(look(fill(1)));
            dimmed.start();
            until("a board", () -> {
                FrameStats board = dimmed.readings().board();
                if (board == null) return false;
                if (board.idle()) board.want();
                return board.ready() && board.outputLight == 0.25;
            });
        }
    }

    @Test
    void atABenchItMakesHalfTheFramesOfHalfTheSizeAndGoesByTheSoundOfWhatIsOnAir() {
        stage.show(look(fill(1)));
        stage.start();
        until("time runs", () -> stage.readings().now() > 0.3);
        try (LivePlayer bench = new LivePlayer(Catalogue.all(), 2)) {
            bench.atBench(stage, stage);
            bench.show(look(fill(1)).withFormat(640, 360, 60, 1, 96));
            bench.start();
            until(
                    "it goes by the other's sound",
                    () -> bench.readings().made() > 5
                            && Math.abs(bench.readings().now()
                                            - stage.readings().now())
                                    < 0.2);
            // The size is found by what pictures cost, and they are made for somebody.
            PictureOutput output = new PictureOutput(null, 640);
            bench.subscribe(new Subscriptions(List.of(output), List.of(), List.of(), List.of()));
            until("its size", () -> {
                if (!output.idle() && output.ready()) output.rest();
                if (output.idle()) output.want();
                FrameStats board = bench.readings().board();
                if (board.idle() || board.width != 320) board.want();
                return board.ready() && board.width == 320 && !board.onAir;
            });
            assertThat(bench.readings().board().time)
                    .isLessThan(stage.readings().now());
            stage.rewind();
            until(
                    "taken back together",
                    () -> bench.readings().now() < 0.3 && stage.readings().now() < 0.3);
            bench.onAir();
            double sound = stage.readings().now();
            until("full size", () -> {
                if (!output.idle() && output.ready()) output.rest();
                if (output.idle()) output.want();
                FrameStats board = bench.readings().board();
                if (board.idle() || board.width < 640) board.want();
                return board.ready() && board.width == 640 && board.onAir;
            });
            assertThat(bench.readings().now()).isGreaterThan(sound);
        }
    }

    @Test
    void whoeverLooksHasAViewOfTheirOwn() {
        Look look = look(fill(1), Step.of("s2", "blur"));
        Probe left = new Probe(null, 0, 0);
        Probe right = new Probe("s1", 0.99f, 0.99f);
        Tiles one = new Tiles(List.of("s1"), Set.of("l1"), 64 / 36.0);
        Tiles two = new Tiles(List.of("s2", "s1"), Set.of("l1"), 64 / 36.0);
        stage.scale(1);
        stage.subscribe(new Subscriptions(List.of(), List.of(one, two), List.of(left, right), List.of()));
        stage.show(look);
        stage.start();
        List.of(left, right, one, two).forEach(Relay::want);
        until("all four", () -> left.ready() && right.ready() && one.ready() && two.ready());
        assertThat(left.pixel()[0]).isZero();
        assertThat(right.pixel()[0]).isEqualTo(63);
        assertThat(right.pixel()[1]).isEqualTo(35);
    }

    @Test
    void everyCopyThatIsAskedForComesOrEnds() {
        stage.show(new Look(
                "Mill race",
                64,
                36,
                120,
                3,
                96,
                List.of(new Lane("l1", "race", Clock.SHOW, List.of(Step.of("p1", "sow"), Step.of("d1", "draw-dots")))),
                List.of(Layer.of("m1", "l1", Blend.OVER, 1))));
        stage.start();
        var copies = java.util.stream.IntStream.range(0, 40)
                .mapToObj(i -> stage.copy("p1"))
                .toList();
        until("none waits", () -> copies.stream().allMatch(java.util.concurrent.Future::isDone));
        assertThat(copies.stream().filter(c -> !c.isCancelled()).count()).isGreaterThanOrEqualTo(16);
    }

    @Test
    void theBoardTellsOfStepsFollowsAndTheProbe() {
        Look look = look(fill(4).withFollow("cover", new Follow("l2", 0, 1, 0.5, 1, 0, 0)));
        stage.show(look);
        stage.scale(1);
        Probe probe = new Probe(null, 0.5f, 0.5f);
        stage.subscribe(new Subscriptions(List.of(), List.of(), List.of(probe), List.of()));
        probe.want();
        stage.start();
        until("values", () -> {
            FrameStats board = board();
            int sway = board.steps.indexOf("s9");
            boolean whole = probe.ready()
                    && probe.pixel()[2] > 0
                    && !Double.isNaN(board.value[sway])
                    && board.follows.equals(List.of("s1 cover"))
                    && board.followed[0][2] >= 0.5;
            if (whole) {
                assertThat(probe.pixel()[0]).isEqualTo(32);
                assertThat(probe.pixel()[1]).isEqualTo(18);
                assertThat((double) probe.pixel()[5]).isCloseTo(board.followed[0][2], within(0.2));
                assertThat(board.trouble).containsOnlyNulls();
                assertThat(board.width).isEqualTo(64);
            }
            board.rest();
            if (!whole) probe.want();
            return whole;
        });
    }

    @Test
    void whoComesNextIsAsLargeAtItsBenchAsOnAirAndSoIsItsFirstPictureThere() {
        try (LivePlayer first = new LivePlayer(Catalogue.all(), 1)) {
            PictureOutput seen = new PictureOutput(null, 4000);
            PictureOutput audience = PictureOutput.forAudience(4000);
            stage.subscribe(new Subscriptions(List.of(seen, audience), List.of(), List.of(), List.of()));
            stage.atBench(first, null);
            stage.show(look(fill(1)));
            stage.start();
            seen.want();
            audience.want();
            until("a small picture", seen::ready);
            assertThat(seen.width()).isLessThan(64);
            assertThat(stage.ready()).as("nobody awaits it").isFalse();
            stage.comesNext(true);
            until("it is ready", () -> {
                if (seen.ready()) seen.want();
                return stage.ready();
            });
            until("as large as on air", () -> {
                if (seen.ready()) seen.want();
                return stage.readings().scale() == 1;
            });
            stage.onAir();
            until("a picture for the audience", audience::ready);
            assertThat(audience.width()).isEqualTo(64);
        }
    }

    @Test
    void theFirstPictureOnAirComesAsLargeAsItsBenchMadeThemAndTheNextHasItsSize() {
        try (LivePlayer first = new LivePlayer(Catalogue.all(), 1)) {
            PictureOutput bench = new PictureOutput(null, 4000);
            PictureOutput audience = PictureOutput.forAudience(4000);
            stage.subscribe(new Subscriptions(List.of(bench, audience), List.of(), List.of(), List.of()));
            stage.atBench(first, null);
            stage.show(look(fill(1)));
            stage.start();
            audience.want();
            bench.want();
            until("some pictures at the bench", () -> {
                if (bench.ready()) bench.want();
                return stage.readings().pictures() > 4;
            });
            assertThat(audience.ready())
                    .as("an audience sees nothing of a bench")
                    .isFalse();
            stage.onAir();
            until("a picture for the audience", audience::ready);
            int came = audience.width();
            assertThat(came).isBetween(21, 32);
            until("it has its size", () -> {
                if (audience.ready()) audience.want();
                return audience.width() == 64;
            });
        }
    }

    @Test
    void anAudienceThatAsksOnlyAfterTheFirstFrameOnAirDoesNotWaitForTheNextThatIsDue() {
        try (LivePlayer first = new LivePlayer(Catalogue.all(), 1)) {
            PictureOutput audience = PictureOutput.forAudience(4000);
            stage.atBench(first, null);
            // One frame a second.
            stage.show(look(fill(1)).withFormat(64, 36, 1, 3, 96));
            stage.start();
            until("a frame at the bench", () -> stage.readings().made() > 0);
            stage.onAir();
            until(
                    "the first on air, which nobody has asked for",
                    () -> stage.readings().made() > 1);
            stage.subscribe(new Subscriptions(List.of(audience), List.of(), List.of(), List.of()));
            long asked = System.nanoTime();
            audience.want();
            until("a picture", audience::ready);
            assertThat((System.nanoTime() - asked) / 1e9).as("seconds").isLessThan(0.9);
        }
    }

    /** The priorities of all threads that make its frames. */
    private static List<Integer> priorities(LivePlayer player) {
        List<Long> ids = Arrays.stream(player.loop().threadIds()).boxed().toList();
        return Thread.getAllStackTraces().keySet().stream()
                .filter(thread -> ids.contains(thread.threadId()))
                .map(Thread::getPriority)
                .toList();
    }

    @Test
    void whatLeavesTheAirGivesWayAlreadyInTheFrameThatItIsAt() {
        try (LivePlayer before = new LivePlayer(Catalogue.all(), 2)) {
            before.start();
            // Frames that last.
            before.show(look(
                    Step.of("s1", "grid").with("columns", Value.of(1000)).with("rows", Value.of(1000)),
                    Step.of("s2", "draw-dots")));
            until("a frame", () -> before.readings().made() > 0);
            assertThat(priorities(before)).hasSize(2).containsOnly(Thread.MAX_PRIORITY);
            before.atBench(stage, null);
            assertThat(priorities(before)).hasSize(2).allMatch(priority -> priority < Thread.NORM_PRIORITY);
            before.onAir();
            assertThat(priorities(before)).hasSize(2).containsOnly(Thread.MAX_PRIORITY);
        }
    }

    /** What a probe in the middle tells of space, of a step or of the whole look. */
    private float[] pointedAt(String subject) {
        Probe probe = new Probe(subject, 0.5f, 0.5f);
        stage.subscribe(new Subscriptions(List.of(), List.of(), List.of(probe), List.of()));
        probe.want();
        until("a pixel of " + subject, () -> probe.ready() && probe.pixel()[5] > 0.9);
        return probe.space();
    }

    @Test
    void theProbeTellsWhereInSpaceThatStandsWhichItPointsAt() {
        Step block = Step.of("b1", "block")
                .with("width", Value.of(1))
                .with("height", Value.of(1))
                .with("depth", Value.of(1));
        Step camera = Step.of("c1", "scene-camera")
                .with("round", Value.of(0))
                .with("high", Value.of(0))
                .with("distance", Value.of(3));
        stage.show(look(block, camera, Step.of("g1", "glow")));
        stage.scale(1);
        stage.start();
        for (String subject : new String[] {"c1", "g1", null}) {
            float[] space = pointedAt(subject);
            assertThat(space).as("of %s", subject).isNotNull();
            assertThat(space[0]).isCloseTo(0, within(0.05f));
            assertThat(space[1]).isCloseTo(0, within(0.05f));
            assertThat(space[2]).isCloseTo(0.5f, within(0.001f));
            assertThat(space[3]).isCloseTo(2.5f, within(0.01f));
            assertThat(space[4]).isEqualTo(1);
        }
        stage.show(look(fill(1)));
        assertThat(pointedAt("s1")).as("a picture of no space").isNull();
    }

    @Test
    void tilesShowEveryStepThatIsAskedFor() {
        Look look = look(fill(1), Step.of("s2", "blur"));
        Tiles tiles = new Tiles(List.of("s1", "s2"), Set.of("l1"), 64 / 36.0);
        stage.subscribe(new Subscriptions(List.of(), List.of(tiles), List.of(), List.of()));
        stage.show(look);
        stage.start();
        tiles.want();
        until("all tiles", tiles::ready);
        int middle = (Tiles.HEIGHT / 2 * tiles.width + tiles.tileWidth / 2) * 3;
        assertThat(tiles.rgb()[middle] & 255).isGreaterThan(150);
        assertThat(tiles.rgb()[middle + tiles.tileWidth * 3] & 255).isGreaterThan(150);
    }

    @Test
    void aLookOfAnotherSizeAndRateIsTakenUpWhileItRuns() {
        stage.scale(1);
        stage.show(look(fill(1)));
        stage.start();
        until("frames", () -> stage.readings().made() > 3);
        stage.show(look(fill(1)).withFormat(48, 48, 30, 1, 120));
        until("the new size", () -> {
            FrameStats board = board();
            boolean now = board.width == 48 && board.height == 48;
            board.rest();
            return now;
        });
    }

    @Test
    void aScaleByHandIsOneOfTheSizesAndNothingMeansByItself() {
        stage.scale(0.7);
        assertThat(stage.scaleByHand()).isEqualTo(0.75);
        stage.scale(0.01);
        assertThat(stage.scaleByHand()).isCloseTo(1 / 3.0, within(1e-3));
        stage.scale(0);
        assertThat(stage.scaleByHand()).isZero();
    }
}
