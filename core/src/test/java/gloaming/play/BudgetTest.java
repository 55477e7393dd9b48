package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Id;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.Pipe;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;

/** No step holds the stage for long, whatever it does. */
class BudgetTest {
    private static final String PLAIN = "out vec4 color; void main() { color = vec4(0.25, 0, 0, 1); }";
    private static final String BOMB = """
        out vec4 color;
        void main() {
            float x = gl_FragCoord.x;
            for (int a = 0; a < 2000; a++)
                for (int b = 0; b < 2000; b++)
                    for (int c = 0; c < 2000; c++)
                        for (int d = 0; d < 2000; d++) x = sin(x + float(a + b + c + d));
            color = vec4(x);
        }
        """;

    private enum Mischief {
        NONE,
        SPINS,
        SLEEPS,
        LATE,
        HELPER_SPINS,
        HELPER_SLEEPS,
        HELPER_STARVES,
        NO_MEMORY,
        TOO_DEEP,
        BROKEN
    }

    private static volatile Mischief mischief = Mischief.NONE;
    private static Pipe nothingComes;

    /** A step that behaves as long as no test wants otherwise. */
    @Id("snag")
    @StepInfo(name = "Snag", does = "Stands still on purpose.")
    public record Snag(
            @Id("idle") @Range(min = 0, max = 9, initial = 0, says = "Nothing.")
            double idle) implements Operation<Picture, Picture, Void> {
        @Override
        public Picture run(Picture in, Void memory, Frame frame) {
            if (idle != 9) return in;
            switch (mischief) {
                case NONE -> {}
                case SPINS -> {
                    while (mischief == Mischief.SPINS) Thread.onSpinWait();
                }
                case SLEEPS -> {
                    while (mischief == Mischief.SLEEPS) LockSupport.parkNanos(1_000_000);
                }
                case LATE -> {
                    while (mischief == Mischief.LATE) frame.crew().check();
                }
                case HELPER_SPINS ->
                    byHelper(frame.crew(), () -> {
                        while (mischief == Mischief.HELPER_SPINS) Thread.onSpinWait();
                    });
                case HELPER_SLEEPS ->
                    byHelper(frame.crew(), () -> {
                        while (mischief == Mischief.HELPER_SLEEPS) LockSupport.parkNanos(1_000_000);
                    });
                // A thread that reads what does not come can run and does not: so is one whose core another program
                // has.
                case HELPER_STARVES -> byHelper(frame.crew(), BudgetTest::read);
                case NO_MEMORY -> throw new OutOfMemoryError();
                case TOO_DEEP -> throw new StackOverflowError();
                case BROKEN -> throw new NoClassDefFoundError("gone");
            }
            return in;
        }
    }

    /** Does something in a thread that helps, while the player's own waits for it. */
    private static void byHelper(Crew crew, Runnable what) {
        Thread own = Thread.currentThread();
        CountDownLatch begun = new CountDownLatch(1);
        crew.each(2, 1, (from, to) -> {
            if (Thread.currentThread() == own) {
                while (begun.getCount() > 0) Thread.onSpinWait();
            } else {
                begun.countDown();
                what.run();
            }
        });
    }

    private static void read() {
        try {
            nothingComes.source().read(ByteBuffer.allocate(1));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /** Counts its frames and shows them as so many points. */
    @Id("tide")
    @StepInfo(name = "Tide", does = "Counts frames.")
    public record Tide(
            @Id("idle") @Range(min = 0, max = 9, initial = 0, says = "Nothing.")
            double idle) implements Operation<Nothing, Points, Points> {
        @Override
        public Points memory() {
            return new Points();
        }

        @Override
        public Points run(Nothing in, Points memory, Frame frame) {
            return memory.n(memory.n() + 1);
        }
    }

    @AfterEach
    void behave() {
        mischief = Mischief.NONE;
    }

    private static Look look(Step... steps) {
        return new Look(
                "Sluice",
                64,
                36,
                60,
                3,
                96,
                List.of(
                        new Lane("l1", "gate", Clock.SHOW, List.of(steps)),
                        new Lane("l2", "tide", Clock.SHOW, List.of(Step.of("t1", "tide"), Step.of("t2", "draw-dots")))),
                List.of(Layer.of("m1", "l1", Blend.OVER, 1), Layer.of("m2", "l2", Blend.ADD, 0.001)));
    }

    private static Step fill() {
        return Step.of("s1", "fill").with("brightness", Value.of(1)).with("colour", Value.of("#ffffff"));
    }

    private static Step snag() {
        return Step.of("s2", "snag").with("idle", Value.of(9));
    }

    private static void until(String what, BooleanSupplier is) {
        long end = System.nanoTime() + 30_000_000_000L;
        while (!is.getAsBoolean()) {
            if (System.nanoTime() > end) throw new AssertionError("did not happen: " + what);
            LockSupport.parkNanos(1_000_000);
        }
    }

    private static int tide(LivePlayer stage) {
        FrameStats board = stage.readings().board();
        if (board == null) return -1;
        if (board.idle()) board.want();
        if (!board.ready()) return -1;
        int count = board.count[board.steps.indexOf("t1")];
        board.rest();
        return count;
    }

    /** What is wrong with a step in the next frame that is told of, or null. */
    private static String trouble(LivePlayer stage, String step) {
        FrameStats board = stage.readings().board();
        if (board.idle()) board.want();
        until("numbers", () -> board.ready() || stage.readings().board() != board);
        if (stage.readings().board() != board) return trouble(stage, step);
        String trouble = board.trouble[board.steps.indexOf(step)];
        board.rest();
        return trouble;
    }

    private static void goesOn(Mischief what) {
        try (LivePlayer stage = new LivePlayer(Catalogue.all(), 2)) {
            stage.subscribe(new Subscriptions(
                    List.of(), List.of(new Tiles(List.of("t1"), java.util.Set.of("l2"), 1.7)), List.of(), List.of()));
            stage.show(look(fill(), snag()));
            stage.start();
            until("frames", () -> stage.readings().made() > 20);
            until("the other lane counts", () -> tide(stage) > 20);
            // On a busy machine it may have been passed over for a while at the start.
            until("the step runs", () -> trouble(stage, "s2") == null);
            mischief = what;
            long before = stage.readings().made();
            // What a busy machine passed over just now stands only once it is tried again.
            until("it is begun anew with " + what, () -> stage.trouble().equals(PlayerWatch.ANEW));
            until("it goes on with " + what, () -> stage.readings().made() > before + 20);
            until("the other lane has gone on, and not begun anew", () -> tide(stage) > 20);
            assertThat(trouble(stage, "s2")).startsWith("is passed over. It takes over a second");
            mischief = Mischief.NONE;
            stage.change(look(fill(), Step.of("s2", "snag").with("idle", Value.of(8))));
            until("a changed setting is tried again", () -> {
                Value idle = stage.readings()
                        .board()
                        .look
                        .step("s2")
                        .orElseThrow()
                        .settings()
                        .get("idle");
                return idle.equals(Value.of(8)) && trouble(stage, "s2") == null;
            });
        }
    }

    @Test
    void aStepThatNeverReturnsIsLeftToItselfAndTheOthersGoOn() {
        goesOn(Mischief.SPINS);
    }

    @Test
    void aStepThatWaitsForEverIsLeftToItself() {
        goesOn(Mischief.SLEEPS);
    }

    @Test
    void aStepThatNeverReturnsInAThreadThatHelpsIsLeftToItself() {
        goesOn(Mischief.HELPER_SPINS);
    }

    @Test
    void aStepThatWaitsForEverInAThreadThatHelpsIsLeftToItself() {
        goesOn(Mischief.HELPER_SLEEPS);
    }

    @Test
    void whoWorksOnWhatTheMachineGaveToOthersIsNotBegunAnew() {
        // All of it, all the time.
        try (LivePlayer stage = new LivePlayer(Catalogue.all(), 2, System::nanoTime)) {
            stage.show(look(fill(), snag()));
            stage.subscribe(new Subscriptions(
                    List.of(), List.of(new Tiles(List.of("t1"), java.util.Set.of("l2"), 1.7)), List.of(), List.of()));
            stage.start();
            until("frames", () -> stage.readings().made() > 20);
            FrameLoop loop = stage.loop();
            mischief = Mischief.SPINS;
            until("it stands for longer than anything may", () -> loop.standing(System.nanoTime()) > 2_500_000_000L);
            mischief = Mischief.NONE;
            assertThat(stage.loop()).isSameAs(loop);
            assertThat(stage.trouble()).isEmpty();
        }
    }

    @Test
    void whoWaitsForAHelperThatTheMachineDoesNotLetRunIsNotBegunAnew() throws IOException {
        nothingComes = Pipe.open();
        try (LivePlayer stage = new LivePlayer(Catalogue.all(), 2)) {
            stage.subscribe(new Subscriptions(
                    List.of(), List.of(new Tiles(List.of("t1"), java.util.Set.of("l2"), 1.7)), List.of(), List.of()));
            stage.show(look(fill(), snag()));
            stage.start();
            until("frames", () -> stage.readings().made() > 20);
            FrameLoop loop = stage.loop();
            mischief = Mischief.HELPER_STARVES;
            until("it stands for longer than anything may", () -> loop.standing(System.nanoTime()) > 2_500_000_000L);
            assertThat(loop.waits()).isFalse();
            mischief = Mischief.NONE;
            nothingComes.sink().write(ByteBuffer.allocate(1));
            long before = stage.readings().made();
            until("it goes on", () -> stage.readings().made() > before + 20);
            assertThat(stage.loop()).isSameAs(loop);
            assertThat(stage.trouble()).isEmpty();
        }
    }

    @Test
    void aStepThatWasOnlySlowAtItsStartComesBackByItself() {
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew).inRealTime();
            player.load(look(fill(), snag()));
            mischief = Mischief.LATE;
            // On a busy machine several late frames come to one strike.
            until("it is passed over for a while", () -> {
                red(player, 3);
                return player.troubles().stream().anyMatch(t -> t.contains("it is tried again"));
            });
            mischief = Mischief.NONE;
            until("it runs again", () -> {
                red(player, 4);
                return player.troubles().isEmpty();
            });
        }
    }

    @Test
    void errorsOfAnyKindCostASentence() {
        try (LivePlayer stage = new LivePlayer(Catalogue.all(), 1)) {
            stage.show(look(fill(), snag()));
            stage.start();
            for (Mischief each : List.of(Mischief.NO_MEMORY, Mischief.TOO_DEEP, Mischief.BROKEN)) {
                mischief = each;
                long before = stage.readings().made();
                until("it goes on with " + each, () -> stage.readings().made() > before + 20);
                FrameStats board = stage.readings().board();
                board.want();
                until("numbers", board::ready);
                assertThat(board.trouble[board.steps.indexOf("s2")]).startsWith("is passed over: ");
                board.rest();
            }
        }
    }

    private static float red(Player player, int frame) {
        Picture mix = player.play(new Moment(frame, frame / 30.0, 1 / 30.0), 64, 36, Sound.SILENCE, Onlooker.NOBODY);
        return mix.r()[mix.pixels() / 2];
    }

    private static Look shader(String code) {
        return look(Step.of("s1", "shader-source").with("code", Value.of(code)));
    }

    @Test
    void aShaderThatTakesTooLongGivesWayToItsTextFromBefore() {
        try (Crew crew = new Crew(2)) {
            Player player = new Player(Catalogue.all(), crew).inRealTime();
            player.load(shader(PLAIN));
            assertThat(red(player, 0)).isCloseTo(0.25f, within(1e-3f));
            player.load(shader(BOMB));
            long began = System.nanoTime();
            int frame = 1;
            while (red(player, frame) < 0.2f)
                assertThat(++frame).as("frames without a picture").isLessThan(30);
            assertThat((System.nanoTime() - began) / 1e9).isLessThan(20);
            red(player, frame + 1);
            // It is stopped in the loop, or behind it, whichever comes first.
            assertThat(player.troubles()).hasSize(1);
            assertThat(player.troubles().getFirst())
                    .startsWith("s1: goes on with its text from before. ")
                    .containsAnyOf(
                            "line 7: a loop takes too long for a frame.",
                            "it works out more than there is time for in a frame.")
                    .endsWith("The new one takes too long for a frame; change it to try again.");
            player.load(shader(PLAIN.replace("0.25", "0.75")));
            assertThat(red(player, frame + 2)).isCloseTo(0.75f, within(1e-3f));
            assertThat(player.troubles()).isEmpty();
        }
    }

    @Test
    void withoutATextFromBeforeItIsPassedOver() {
        try (Crew crew = new Crew(2)) {
            Player player = new Player(Catalogue.all(), crew).inRealTime();
            player.load(shader(BOMB));
            for (int i = 0; i < 30 && !player.troubles().toString().contains("is passed over"); i++) red(player, i);
            // It is stopped in the loop, or behind it, whichever comes first.
            assertThat(player.troubles().toString())
                    .contains("is passed over. ")
                    .containsAnyOf(
                            "line 7: a loop takes too long", "it works out more than there is time for in a frame");
            long began = System.nanoTime();
            for (int i = 0; i < 10; i++) red(player, 100 + i);
            assertThat((System.nanoTime() - began) / 1e9)
                    .as("seconds of ten frames")
                    .isLessThan(5);
        }
    }

    @Test
    void workIsEndedFromOutside() throws Exception {
        try (Crew crew = new Crew(2)) {
            CountDownLatch begun = new CountDownLatch(2);
            Thread outside = Thread.ofPlatform().start(() -> {
                try {
                    begun.await();
                } catch (InterruptedException e) {
                    return;
                }
                crew.halt();
            });
            crew.limit(60_000_000_000L);
            boolean ended = false;
            try {
                crew.each(1_000_000, 1, (from, to) -> {
                    begun.countDown();
                    LockSupport.parkNanos(1_000_000);
                });
            } catch (Crew.Overtime e) {
                ended = true;
            }
            outside.join();
            assertThat(ended).isTrue();
            crew.unlimited();
            crew.each(100, 1, (from, to) -> {});
        }
    }
}
