package gloaming.web.live;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Srgb;
import gloaming.look.Snapshots;
import gloaming.play.Crossing;
import gloaming.play.Programme;
import gloaming.show.Transition;
import gloaming.venue.Place;
import gloaming.venue.Surface;
import gloaming.venue.Venue;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import org.junit.jupiter.api.Test;

/** From one venue to another, as the pictures go. */
class OnVenueTest {
    private static final int W = 64;
    private static final int H = 36;
    private static final Programme.Shown LEFT = shown("v1", 0, 0.5);
    private static final Programme.Shown RIGHT = shown("v2", 0.5, 1);
    private static final Programme.Shown NOWHERE = new Programme.Shown(null, false, "");

    private final OnVenue venue = new OnVenue();
    private final byte[] white = new byte[3 * W * H];

    private static Programme.Shown shown(String id, double from, double to) {
        List<Place> corners = List.of(new Place(from, 0), new Place(to, 0), new Place(to, 1), new Place(from, 1));
        Venue venue = new Venue(id, "", 16, 9, List.of(Surface.of("f1", "", corners)), "");
        return new Programme.Shown(venue, false, "");
    }

    private static Programme.State at(Transition.Way way, double weight) {
        Crossing crossing = new Crossing(way, Snapshots.Way.EVEN, 1, "", null, null);
        return new Programme.State(null, null, 0, 0, 0, crossing, new AtomicReference<>(weight));
    }

    /** The light at a quarter and at three quarters of what leaves. */
    private double[] light(Programme.Shown shown, Programme.State state) {
        Arrays.fill(white, (byte) 255);
        byte[] out = venue.lay(shown, white, W, H, W, state);
        int middle = venue.height() / 2 * venue.width();
        return new double[] {
            Srgb.ofByte(out[3 * (middle + venue.width() / 4)]), Srgb.ofByte(out[3 * (middle + venue.width() * 3 / 4)])
        };
    }

    @Test
    void whileTheirPicturesFadeVenuesFadeWithThem() {
        assertThat(light(LEFT, at(Transition.Way.FADE, 1))).containsExactly(1, 0);
        assertThat(light(RIGHT, at(Transition.Way.FADE, 0.25)))
                .containsExactly(new double[] {0.75, 0.25}, within(0.01));
        assertThat(light(RIGHT, at(Transition.Way.FADE, 0.75)))
                .containsExactly(new double[] {0.25, 0.75}, within(0.01));
        assertThat(light(RIGHT, at(Transition.Way.FADE, 1))).containsExactly(0, 1);
        assertThat(light(NOWHERE, at(Transition.Way.FADE, 0.5))).containsExactly(new double[] {0.5, 1}, within(0.01));
        assertThat(light(NOWHERE, at(Transition.Way.FADE, 1))).containsExactly(1, 1);
    }

    @Test
    void throughBlackTheyChangeInTheDarkAndWithACutAtOnce() {
        light(LEFT, at(Transition.Way.BLACK, 1));
        assertThat(light(RIGHT, at(Transition.Way.BLACK, 0.4))).containsExactly(1, 0);
        assertThat(light(RIGHT, at(Transition.Way.BLACK, 0.6))).containsExactly(0, 1);
        assertThat(light(LEFT, at(Transition.Way.CUT, 1))).containsExactly(1, 0);
    }

    @Test
    void aVenueThatAHandMovesDoesNotFade() {
        light(LEFT, at(Transition.Way.FADE, 1));
        assertThat(light(shown("v1", 0.5, 1), at(Transition.Way.FADE, 0.5))).containsExactly(0, 1);
    }
}
