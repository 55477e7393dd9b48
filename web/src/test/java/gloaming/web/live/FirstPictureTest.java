package gloaming.web.live;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.look.Blend;
import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Lane;
import gloaming.look.Layer;
import gloaming.look.Look;
import gloaming.look.Step;
import gloaming.look.Value;
import gloaming.play.LivePlayer;
import gloaming.play.Subscriptions;
import gloaming.step.Catalogue;
import java.util.List;
import java.util.function.BooleanSupplier;
import org.junit.jupiter.api.Test;

/** What comes next has its first picture in advance, and only as long as it is the right one. */
class FirstPictureTest {
    private static final Look RED = Edits.apply(
            Look.empty("Door lamp")
                    .withLanes(List.of(new Lane(
                            "l1",
                            "lamp",
                            Clock.SHOW,
                            List.of(Step.of("s1", "fill").with("colour", Value.of("#ff0000"))))))
                    .withMix(List.of(Layer.of("m1", "l1", Blend.OVER, 1))),
            new Edit.Format(320, 180, 30, 1, 96));

    private static void until(FirstPicture first, BooleanSupplier is) throws InterruptedException {
        long end = System.nanoTime() + 20_000_000_000L;
        while (!is.getAsBoolean()) {
            assertThat(System.nanoTime()).as("within 20 seconds").isLessThan(end);
            first.round(System.nanoTime());
            Thread.sleep(5);
        }
    }

    @Test
    void itIsOfWhatPlaysNowOnly() throws Exception {
        try (LivePlayer air = new LivePlayer(Catalogue.all(), 1);
                LivePlayer bench = new LivePlayer(Catalogue.all(), 1)) {
            bench.atBench(air, null);
            bench.show(RED);
            bench.start();
            FirstPicture first = new FirstPicture(bench, 1920);
            assertThat(first.fits(bench, System.nanoTime())).isFalse();
            bench.subscribe(new Subscriptions(List.of(first.outlet()), List.of(), List.of(), List.of()));
            until(first, () -> first.fits(bench, System.nanoTime()));
            assertThat(first.rgb()).hasSize(first.width() * first.height() * 3);
            assertThat(first.rgb()[0] & 255).isGreaterThan(200);
            assertThat(first.rgb()[1] & 255).isLessThan(50);
            assertThat(first.fits(air, System.nanoTime())).as("another's").isFalse();
            assertThat(first.fits(bench, System.nanoTime() + 10_000_000_000L))
                    .as("too old")
                    .isFalse();

            Look green = Edits.apply(RED, new Edit.Set("s1", "colour", Value.of("#00ff00")));
            bench.change(green);
            assertThat(first.fits(bench, System.nanoTime())).as("edited since").isFalse();
            until(first, () -> first.fits(bench, System.nanoTime()));
            assertThat(first.rgb()[1] & 255).isGreaterThan(200);

            bench.begin(0);
            assertThat(first.fits(bench, System.nanoTime()))
                    .as("begun anew since")
                    .isFalse();
        }
    }
}
