package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

/** How previews are spread over frames. */
class TilesTest {
    private final List<String> steps =
            IntStream.range(0, 20).mapToObj(i -> "s" + i).toList();
    private final Tiles tiles = new Tiles(steps, Set.of(), 16 / 9.0);

    private int drawn() {
        tiles.nextFrame();
        return (int) steps.stream().filter(step -> tiles.take(step) >= 0).count();
    }

    private int frames() {
        tiles.begin();
        int frames = 0;
        int drawn = 0;
        while (drawn < steps.size()) {
            drawn += drawn();
            frames++;
        }
        return frames;
    }

    @Test
    void noFrameDrawsAllAndEachIsDrawnOnce() {
        assertThat(drawn()).isEqualTo(5);
        assertThat(drawn()).isEqualTo(5);
        assertThat(frames()).isEqualTo(4);
        assertThat(drawn()).isZero();
        assertThat(tiles.whole()).isTrue();
    }

    @Test
    void overALongerTimeEachFrameDrawsFewer() {
        tiles.over(320_000_000, 30);
        assertThat(drawn()).isEqualTo(3);
        assertThat(frames()).isEqualTo(7);
        tiles.over(160_000_000, 30);
        tiles.begin();
        assertThat(drawn()).isEqualTo(5);
        // Where frames are few, each draws more, up to all.
        tiles.over(160_000_000, 6);
        assertThat(frames()).isEqualTo(1);
        // However long it is, no preview waits for more than twenty frames.
        tiles.over(60_000_000_000L, 30);
        tiles.begin();
        assertThat(drawn()).isEqualTo(2);
    }

    @Test
    void aStepThatDoesNotRunHoldsTheOthersUpForAFrameMoreThanTheyAreSpreadOver() {
        tiles.begin();
        for (String step : steps.subList(1, 20)) {
            tiles.nextFrame();
            tiles.take(step);
        }
        for (int i = 0; i < 6; i++) assertThat(tiles.whole()).as("frame %d", i).isFalse();
        assertThat(tiles.whole()).isTrue();
    }
}
