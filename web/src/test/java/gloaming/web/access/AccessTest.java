package gloaming.web.access;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.web.message.FromPage;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Who may do what, and how fast passphrases may be tried. */
class AccessTest {
    @ParameterizedTest
    @CsvSource({
        // role, method, path, may
        "EVERYTHING, GET, /bench/x, true",
        "EVERYTHING, POST, /shows, true",
        "EVERYTHING, GET, /network, false",
        "EVERYTHING, POST, /network/passphrase, false",
        "DESK, GET, /desk/x, true",
        "DESK, GET, /phone/x, true",
        "DESK, GET, /playing/x, true",
        "DESK, GET, /sheet/x, false",
        "OUTPUT, GET, /playing/x, false",
        "DESK, GET, /live, true",
        "DESK, GET, /js/desk.js, true",
        "DESK, GET, /bench/x, false",
        "DESK, GET, /, false",
        "DESK, GET, /shows/x/export, false",
        "DESK, POST, /desk/x, false",
        "DESK, GET, /camera, false",
        "OUTPUT, GET, /output, true",
        "OUTPUT, GET, /live, true",
        "OUTPUT, GET, /desk/x, false",
        "OUTPUT, GET, /touch, false",
        "OUTPUT, POST, /output, false",
        "OUTPUT, GET, /network, false",
    })
    void aRoleSaysWhichPagesAndPosts(Role role, String method, String path, boolean may) {
        assertThat(role.may(method, path)).isEqualTo(may);
    }

    @Test
    void aDeskPlaysAndDoesNotBuildAndAnOutputSaysNothing() {
        assertThat(List.<Class<?>>of(
                        FromPage.Edit.class,
                        FromPage.Undo.class,
                        FromPage.Bind.class,
                        FromPage.Tap.class,
                        FromPage.Fade.class,
                        FromPage.Take.class))
                .noneMatch(FromPage.Builds.class::isAssignableFrom);
        assertThat(List.<Class<?>>of(
                        FromPage.AddStep.class,
                        FromPage.Write.class,
                        FromPage.Follow.class,
                        FromPage.Tiles.class,
                        FromPage.GoBack.class))
                .allMatch(FromPage.Builds.class::isAssignableFrom);
        assertThat(Role.DESK.maySay(false)).isTrue();
        assertThat(Role.DESK.maySay(true)).isFalse();
        assertThat(Role.OUTPUT.maySay(false)).isFalse();
        assertThat(Role.EVERYTHING.maySay(true)).isTrue();
        assertThat(Role.OUTPUT.maySeeLooks()).isFalse();
    }

    @Test
    void fiveAreTriedFreelyAndThenEachWaitsTwiceAsLongAsTheOneBefore() {
        AtomicLong now = new AtomicLong(1_000_000);
        Throttle throttle = new Throttle(now::get);
        for (int i = 0; i < 5; i++) assertThat(throttle.wait("a")).isZero();
        List<Long> waits = new ArrayList<>();
        for (int i = 0; i < 8; i++) {
            long wait = throttle.wait("a");
            waits.add(wait);
            assertThat(throttle.wait("a")).as("asking does not make it longer").isEqualTo(wait);
            now.addAndGet(wait);
            assertThat(throttle.wait("a")).isZero();
        }
        assertThat(waits).containsExactly(1_000L, 2_000L, 4_000L, 8_000L, 16_000L, 32_000L, 60_000L, 60_000L);
        assertThat(throttle.wait("b")).as("another place").isZero();
        throttle.right("a");
        assertThat(throttle.wait("a")).as("after the right one").isZero();
    }

    @Test
    void fromVeryManyPlacesTogetherOneInTwoSecondsIsTried() {
        AtomicLong now = new AtomicLong(1_000_000);
        Throttle throttle = new Throttle(now::get);
        int tried = 0;
        for (int i = 0; i < 5_000; i++) {
            if (throttle.wait("place " + i) == 0) tried++;
            now.addAndGet(10);
        }
        // Fifty seconds: twenty freely and then one in two.
        assertThat(tried).isBetween(40, 46);
    }

    @Test
    void guestsAreFoundByTheirTokenSentAwayByTheirNameAndNeverTooMany() {
        Guests guests = new Guests();
        List<Guests.Guest> left = new ArrayList<>();
        guests.onLeft(left::add);
        String token = guests.come(Role.DESK, "here");
        assertThat(guests.find(token)).map(Guests.Guest::role).contains(Role.DESK);
        assertThat(guests.find("x" + token)).isEmpty();
        assertThat(guests.find(null)).isEmpty();
        guests.endGuest(guests.all().getFirst().id());
        assertThat(guests.find(token)).isEmpty();
        assertThat(left).extracting(Guests.Guest::address).containsExactly("here");
        for (int i = 0; i < 200; i++) guests.come(Role.OUTPUT, "place " + i);
        assertThat(guests.all()).hasSize(64);
        guests.endAll();
        assertThat(guests.all()).isEmpty();
    }
}
