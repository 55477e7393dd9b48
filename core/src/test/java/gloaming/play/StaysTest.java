package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Blend;
import gloaming.look.Follow;
import gloaming.look.Id;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.sound.HouseBand;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What was made of a picture that stands is not made again, and is never older than what it was made of. */
class StaysTest {
    private static final Sound BAND = new HouseBand(3, 120);
    private static final AtomicInteger RUNS = new AtomicInteger();

    /** Counts how often it works; what leaves it is what came in, and a little brighter. */
    @Id("toil")
    @StepInfo(name = "Toil", does = "Counts how often it works.")
    public record Toil(
            @Id("more") @Range(min = 0, max = 9, initial = 0, says = "Adds so much light.")
            double more) implements Operation<Picture, Picture, Void> {
        @Override
        public boolean timeless() {
            return true;
        }

        @Override
        public Picture run(Picture in, Void memory, Frame frame) {
            RUNS.incrementAndGet();
            Picture out = frame.picture().copyFrom(in);
            for (int i = 0; i < out.pixels(); i++) out.r()[i] += (float) more;
            return out;
        }
    }

    @BeforeEach
    void none() {
        RUNS.set(0);
    }

    private static Look look(Step... steps) {
        Lane lane = new Lane("l1", "mark", null, List.of(steps));
        Lane tide = new Lane("l2", "tide", null, List.of(Step.of("s9", "sway")));
        return new Look(
                "Mill mark", 64, 48, 30, 1, 96, List.of(lane, tide), List.of(Layer.of("m1", "l1", Blend.OVER, 1)));
    }

    private static Step step(String id, String type, Object... settings) {
        Step step = Step.of(id, type);
        for (int i = 0; i < settings.length; i += 2) {
            Value value = settings[i + 1] instanceof String text ? Value.of(text) : Value.of((Double) settings[i + 1]);
            step = step.with((String) settings[i], value);
        }
        return step;
    }

    private static int hash(Picture picture) {
        int hash = 0;
        for (int c = 0; c < 4; c++) hash = 31 * hash + Arrays.hashCode(picture.plane(c));
        return hash;
    }

    private static Picture play(Player player, int frame, int width, int height) {
        return player.play(new Moment(frame, frame / 30.0, 1 / 30.0), width, height, BAND, Onlooker.NOBODY);
    }

    /** What a player makes that has played nothing before. */
    private static int fresh(Look look, int frame, int width, int height) {
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look);
            return hash(play(player, frame, width, height));
        }
    }

    @Test
    void whatStandsIsMadeForHalfASecondAndThenKept() {
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look(step("s1", "fill", "brightness", 0.5), step("s2", "toil"), step("s3", "toil")));
            for (int i = 0; i < 100; i++) play(player, i, 64, 48);
            // The second begins to count when the first is kept.
            assertThat(RUNS).hasValue(16 + 15 + 16);
        }
    }

    @Test
    void everyChangeIsSeenInTheFrameInWhichItComes() {
        Step gradient = step("s1", "gradient", "low", "#ff8040");
        Step[] rest = {
            step("s2", "blur", "radius", 0.1),
            step("s3", "place", "turn", 0.05),
            step("s4", "glow", "threshold", 0.1),
            step("s5", "grade", "contrast", 1.2),
            step("s6", "toil")
        };
        Look before = look(gradient, rest[0], rest[1], rest[2], rest[3], rest[4]);
        Look blurred = look(gradient, step("s2", "blur", "radius", 0.3), rest[1], rest[2], rest[3], rest[4]);
        Look coloured = look(
                step("s1", "gradient", "low", "#40ff80"),
                step("s2", "blur", "radius", 0.3),
                rest[1],
                rest[2],
                rest[3],
                rest[4]);
        try (Crew crew = new Crew(2)) {
            Player player = new Player(Catalogue.all(), crew);
            Look now = before;
            player.load(now);
            for (int i = 0; i < 480; i++) {
                if (i == 120) player.load(now = blurred);
                if (i == 240) player.load(now = coloured);
                if (i == 420) player.load(now = before);
                int width = i < 300 ? 64 : 40;
                int height = i < 300 ? 48 : 30;
                int seen = hash(play(player, i, width, height));
                // Around each change, and now and then where nothing does.
                if (i % 60 < 3 || i % 60 == 59)
                    assertThat(seen).as("frame %d", i).isEqualTo(fresh(now, i, width, height));
            }
            assertThat(RUNS.get()).as("frames in which the last step worked").isLessThan(480);
        }
    }

    @Test
    void whatIsReadCountsAsWhatComesIn() {
        Look still = masked(0);
        Look moving = masked(1);
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(still);
            int before = 0;
            for (int i = 0; i < 60; i++) before = hash(play(player, i, 64, 48));
            assertThat(RUNS).as("behind the mask, which is kept first").hasValue(15 + 16);
            player.load(moving);
            RUNS.set(0);
            for (int i = 60; i < 90; i++) play(player, i, 64, 48);
            assertThat(RUNS).hasValue(30);
            // The clouds stand again, elsewhere than before.
            player.load(still);
            int again = hash(play(player, 90, 64, 48));
            assertThat(again).isNotEqualTo(before);
            for (int i = 91; i < 150; i++)
                assertThat(hash(play(player, i, 64, 48))).isEqualTo(again);
        }
    }

    /** A colour behind a mask of clouds, which move or stand. */
    private static Look masked(double change) {
        Lane mask = new Lane("l1", "mask", null, List.of(step("s1", "cloud-noise", "change", change, "across", 0.0)));
        Lane lane = new Lane(
                "l2",
                "mark",
                null,
                List.of(step("s2", "fill"), Step.of("s3", "mask").withRead("by", "l1"), step("s4", "toil")));
        return new Look(
                "Mill mark", 64, 48, 30, 1, 96, List.of(mask, lane), List.of(Layer.of("m1", "l2", Blend.OVER, 1)));
    }

    /** A colour that lies on a small square in space, seen from afar. */
    private static Look inSpace(String colour) {
        Lane film = new Lane("l1", "film", null, List.of(step("s1", "gradient", "low", colour, "middle", colour)));
        Lane square = new Lane(
                "l2",
                "square",
                null,
                List.of(
                        step("s2", "panel", "width", 0.5, "height", 0.5),
                        Step.of("s3", "unlit").withRead("picture", "l1"),
                        step("s4", "scene-camera")));
        return new Look(
                "Sluice", 64, 48, 30, 1, 96, List.of(film, square), List.of(Layer.of("m1", "l2", Blend.OVER, 1)));
    }

    @Test
    void whatLiesOnAThingIsNeverOlderThanItsLane() {
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(inSpace("#ff8040"));
            for (int i = 0; i < 5; i++) play(player, i, 64, 48);
            player.load(inSpace("#40ff80"));
            assertThat(hash(play(player, 5, 64, 48))).isEqualTo(fresh(inSpace("#40ff80"), 5, 64, 48));
        }
    }

    @Test
    void whatMovesIsNeverKept() {
        Step moves = step("s1", "fill").withFollow("brightness", new Follow("l2", 0, 1, 0.2, 0.8, 0, 0));
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look(moves, step("s2", "toil")));
            for (int i = 0; i < 60; i++) play(player, i, 64, 48);
            assertThat(RUNS).hasValue(60);
        }
    }

    @Test
    void noMoreIsKeptThanThereIsRoomFor() {
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look(step("s1", "fill"), step("s2", "toil"), step("s3", "toil")));
            for (int i = 0; i < 60; i++) play(player, i, 2_048, 1_100);
            // The first is kept; beside it there is no room for the second.
            assertThat(RUNS).hasValue(16 + 60);
            assertThat(player.plan().steps.stream()
                            .mapToInt(s -> s.stays.pixels())
                            .sum())
                    .isEqualTo(2_048 * 1_100);
        }
    }
}
