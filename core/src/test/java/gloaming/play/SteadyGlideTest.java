package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.Garbage;
import gloaming.flow.Crew;
import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Follow;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Snapshots;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.sound.Sound;
import gloaming.step.Catalogue;
import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;

/** Numbers that move from frame to frame have one place each: of a step nothing is made anew but its record. */
class SteadyGlideTest {
    private static final int STEPS = 99;
    /** A record of four numbers and a switch takes 48 bytes; each number as an object of its own would be 16 more. */
    private static final long BYTES = STEPS * 56 + 400;

    private int frame;

    private static Look look(UnaryOperator<Step> each) {
        List<Step> steps = new ArrayList<>(List.of(Step.of("s", "sway")));
        for (int i = 0; i < STEPS; i++) steps.add(each.apply(Step.of("s" + i, "span")));
        return new Look(
                "Glide",
                16,
                16,
                30,
                1,
                96,
                List.of(
                        new Lane("l0", "level", Clock.SHOW, List.of(Step.of("t", "sway"))),
                        new Lane("l1", "numbers", Clock.SHOW, steps),
                        new Lane("l2", "fill", Clock.SHOW, List.of(Step.of("f", "fill")))),
                List.of(Layer.of("m", "l2", Blend.OVER, 1).withFormula("{l1}")));
    }

    private static Step set(Step step) {
        return step.with("fromLow", Value.of(-0.5))
                .with("fromHigh", Value.of(1.5))
                .with("toLow", Value.of(-0.5))
                .with("toHigh", Value.of(1.5));
    }

    private long bytes(Look from, Look to) {
        try (Crew crew = new Crew(1)) {
            Player player = new Player(Catalogue.all(), crew);
            player.load(from);
            play(player);
            if (to != null) player.load(to, new Glide(1e6, false, Snapshots.Way.SOFT));
            return Garbage.least(BYTES, 30, () -> play(player));
        }
    }

    private void play(Player player) {
        player.play(new Moment(frame, frame++ / 30.0, 1 / 30.0), 16, 16, Sound.SILENCE, Onlooker.NOBODY);
    }

    @Test
    void onTheWayToASnapshot() {
        assertThat(bytes(look(step -> step), look(SteadyGlideTest::set))).isLessThanOrEqualTo(BYTES);
    }

    @Test
    void behindASignal() {
        Look follows = look(step -> step.withFollow("toHigh", new Follow("l0", 0, 1, -1, 1, 0, 0)));
        assertThat(bytes(follows, null)).isLessThanOrEqualTo(BYTES);
    }
}
