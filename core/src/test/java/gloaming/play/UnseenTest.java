package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.flow.Signal;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

/** While nobody looks no pictures are made, and what others go by goes on. */
class UnseenTest {
    /** Notes what left each step, and whether it sees pictures at all. */
    private static final class Noting implements Onlooker {
        boolean sees;
        final Map<String, Object> left = new HashMap<>();
        final List<String> pictures = new ArrayList<>();

        @Override
        public boolean sees() {
            return sees;
        }

        @Override
        public boolean watches(String lane) {
            return true;
        }

        @Override
        public void see(int index, String step, Flow out) {
            if (out instanceof Signal signal) left.put(step, signal.value());
            if (out instanceof Points points) left.put(step, points.n());
            if (out instanceof Picture) pictures.add(step);
        }
    }

    private static Lane lane(String id, Step... steps) {
        return new Lane(id, id, Clock.SHOW, List.of(steps));
    }

    /** Moths that are drawn; a film whose light is measured and which is shown as well; a picture that nobody measures. */
    private static Look look() {
        return new Look(
                "Sluice",
                64,
                36,
                30,
                7,
                96,
                List.of(
                        lane(
                                "moths",
                                Step.of("s1", "sow"),
                                Step.of("s2", "swirl"),
                                Step.of("s3", "draw-dots"),
                                Step.of("s4", "glow")),
                        lane("film", Step.of("s5", "cloud-noise").with("change", Value.of(2)), Step.of("s6", "grade")),
                        lane("light", Step.of("s7", "glance").withRead("at", "film")),
                        lane("wall", Step.of("s8", "cloud-noise"), Step.of("s9", "blur")),
                        lane("slow", Step.of("s10", "sway"))),
                List.of(
                        Layer.of("m1", "moths", Blend.ADD, 1),
                        Layer.of("m2", "film", Blend.OVER, 1),
                        Layer.of("m3", "wall", Blend.ADD, 0.5)));
    }

    private static Picture play(Player player, Onlooker onlooker, int frame) {
        return player.play(new Moment(frame, frame / 30.0, 1 / 30.0), 64, 36, Sound.SILENCE, onlooker);
    }

    @Test
    void particlesSignalsAndWhatIsMeasuredGoOnAndTheNextPictureIsTheOneThatAlwaysWas() {
        try (Crew crew = new Crew(1)) {
            Player watched = new Player(Catalogue.all(), crew);
            Player left = new Player(Catalogue.all(), crew);
            watched.load(look());
            left.load(look());
            Noting all = new Noting();
            Noting some = new Noting();
            all.sees = true;
            for (int i = 0; i < 60; i++) {
                play(watched, all, i);
                some.sees = i < 10;
                if (!some.sees) some.pictures.clear();
                play(left, some, i);
                assertThat(some.left).as("frame %d", i).isEqualTo(all.left);
                if (!some.sees) assertThat(some.pictures).containsOnly("s5", "s6");
            }
            assertThat(some.left).containsKeys("s1", "s2", "s7", "s10");
            some.sees = true;
            Picture expected = play(watched, all, 60);
            Picture seen = play(left, some, 60);
            for (int c = 0; c < 4; c++) assertThat(seen.plane(c)).isEqualTo(expected.plane(c));
        }
    }

    @Test
    void theLastPictureStandsMeanwhile() {
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(look());
            Noting onlooker = new Noting();
            onlooker.sees = true;
            play(player, onlooker, 0);
            float[] last = play(player, onlooker, 1).r().clone();
            onlooker.sees = false;
            for (int i = 2; i < 20; i++)
                assertThat(play(player, onlooker, i).r()).isEqualTo(last);
        }
    }
}
