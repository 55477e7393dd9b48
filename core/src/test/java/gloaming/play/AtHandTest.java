package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.step.Catalogue;
import java.util.List;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** What an audience is shown at once when a look comes on air, by a real thread in real time. */
class AtHandTest {
    private static final long SECOND = 1_000_000_000;

    private final LivePlayer air = new LivePlayer(Catalogue.all(), 1);
    private final LivePlayer player = new LivePlayer(Catalogue.all(), 1);
    private final AtHand atHand = new AtHand(player, 4000);

    @BeforeEach
    void start() {
        player.subscribe(new Subscriptions(List.of(atHand.outlet()), List.of(), List.of(), List.of()));
        player.atBench(air, null);
        player.show(look("1"));
        player.start();
    }

    @AfterEach
    void stop() {
        player.close();
        air.close();
    }

    private static Look look(String brightness) {
        Step fill = Step.of("s1", "fill").with("colour", Value.of("#ffffff")).withFormula("brightness", brightness);
        return new Look(
                "Mill race",
                64,
                36,
                60,
                3,
                96,
                List.of(new Lane("l1", "race", Clock.SHOW, List.of(fill))),
                List.of(Layer.of("m1", "l1", Blend.OVER, 1)));
    }

    private int width() {
        AtHand.Kept kept = atHand.of(player, System.nanoTime());
        return kept == null ? 0 : kept.width();
    }

    private int brightness() {
        return atHand.of(player, System.nanoTime()).rgb()[0] & 255;
    }

    private boolean holds() {
        long now = System.nanoTime();
        atHand.round(now);
        return atHand.of(player, now) != null;
    }

    private static void until(String what, BooleanSupplier is) {
        long end = System.nanoTime() + 30 * SECOND;
        while (!is.getAsBoolean()) {
            if (System.nanoTime() > end) throw new AssertionError("did not happen: " + what);
            LockSupport.parkNanos(SECOND / 1000);
        }
    }

    @Test
    void itHoldsAPictureAsLargeAsOnAirOnceThatIsMadeAtTheBenchAndOnlyForItsPlayerAndNotForLong() {
        boolean[] held = {false};
        until("pictures at the bench", () -> {
            held[0] |= holds();
            return player.readings().pictures() > 5;
        });
        assertThat(held[0]).as("while they are smaller").isFalse();
        player.comesNext(true);
        until("one as large as on air", () -> holds() && width() == 64);
        player.onAir();
        long now = System.nanoTime();
        AtHand.Kept kept = atHand.of(player, now);
        assertThat(kept).as("it comes on air").isNotNull();
        assertThat(List.of(kept.width(), kept.height())).containsExactly(64, 36);
        assertThat(kept.rgb()[0] & 255).isGreaterThan(180);
        assertThat(atHand.of(air, now)).as("another comes").isNull();
        assertThat(atHand.of(player, now + 2 * SECOND)).as("two seconds later").isNull();
    }

    @Test
    void itHoldsNothingOfALookThatIsSetOtherwiseOrTakenElsewhereBeforeThatIsSeenInAPicture() {
        player.comesNext(true);
        until("a picture", this::holds);
        player.change(look("0"));
        assertThat(atHand.of(player, System.nanoTime())).as("set otherwise").isNull();
        until("a picture of that", this::holds);
        assertThat(brightness()).isZero();
        player.begin(3);
        assertThat(atHand.of(player, System.nanoTime())).as("taken elsewhere").isNull();
        until("a picture from there on", this::holds);
        player.rewind();
        assertThat(atHand.of(player, System.nanoTime())).as("rewound").isNull();
    }

    @Test
    void theFirstPictureFromItsBeginningIsThereForWhenItIsTakenThereOnceMore() {
        player.change(look("t < 0.01 ? 1 : 0"));
        player.comesNext(true);
        until("a picture", this::holds);
        player.begin(0);
        until("it went on from its beginning", () -> holds() && brightness() == 0);
        // However long it has gone on since.
        until("it is old", () -> {
            atHand.round(System.nanoTime());
            return player.readings().time() > 1.5;
        });
        player.begin(0);
        long now = System.nanoTime() + 2 * SECOND;
        assertThat(atHand.of(player, now)).as("begun anew").isNotNull();
        assertThat(brightness()).isGreaterThan(180);
        player.begin(2);
        assertThat(atHand.of(player, now)).as("taken elsewhere").isNull();
        player.change(look("0.5"));
        player.begin(0);
        assertThat(atHand.of(player, now)).as("set otherwise").isNull();
    }

    @Test
    void whoDoesNotComeNextAnyMoreIsSmallAgainAndHoldsNothing() {
        player.comesNext(true);
        until("a picture", () -> holds() && player.readings().scale() == 1);
        player.comesNext(false);
        until("it is small", () -> player.readings().scale() < 1);
        until("what was large is old", () -> !holds());
        assertThat(player.ready()).isFalse();
    }
}
