package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.step.Catalogue;
import java.util.Arrays;
import java.util.concurrent.locks.LockSupport;
import org.junit.jupiter.api.Test;

/** What is on air, how one follows on the other, and how the output fades. */
class ProgrammeTest {

    @Test
    void aTakeKeepsWhoWasBeforeUntilItIsSettledAndInTheMiddleOfAFadeAStill() {
        try (LivePlayer one = new LivePlayer(Catalogue.all(), 1);
                LivePlayer two = new LivePlayer(Catalogue.all(), 1);
                LivePlayer three = new LivePlayer(Catalogue.all(), 1)) {
            Programme programme = new Programme(one);
            assertThat(programme.player()).isSameAs(one);
            programme.take(two, 30);
            Programme.State fading = programme.state();
            assertThat(fading.before()).isSameAs(one);
            assertThat(fading.weight(fading.since())).isZero();
            assertThat(fading.weight(fading.since() + 15_000_000_000L)).isCloseTo(0.5, within(1e-9));
            assertThat(fading.whole(fading.since() + 30_000_000_000L)).isTrue();
            programme.take(three, 0);
            assertThat(programme.state().before()).isNull();
            assertThat(programme.state().weight(System.nanoTime())).isEqualTo(1);
            // The end of a fade that another take has overtaken says nothing any more.
            programme.settled(fading.number());
            assertThat(programme.player()).isSameAs(three);
        }
    }

    @Test
    void theOutputFadesFromWhereItIsAndTurnsRound() {
        OutputFader light = new OutputFader();
        assertThat(light.now()).isEqualTo(1);
        light.fade(0, 0.2);
        assertThat(light.wanted()).isZero();
        double last = 1;
        while (light.now() > 0) {
            double now = light.now();
            assertThat(now).isBetween(0.0, last);
            last = now;
            LockSupport.parkNanos(1_000_000);
        }
        light.turn(0);
        assertThat(light.now()).isEqualTo(1);
        light.fade(7, -3);
        assertThat(light.now()).isEqualTo(1);
    }

    @Test
    void picturesMixInLinearLight() {
        byte[] white = filled(4 * 4, 255);
        byte[] black = filled(4 * 4, 0);
        byte[] out = new byte[4 * 4 * 3];
        OutputFade.mix(black, 4, 4, white, 4, 4, 0.5, out);
        // Half of the light is code 188 of sRGB (IEC 61966-2-1).
        assertThat(out[0] & 255).isBetween(187, 189);
        for (int code = 0; code < 256; code++) {
            byte[] same = filled(4 * 4, code);
            OutputFade.mix(black, 4, 4, same, 4, 4, 1, out);
            assertThat(out[5] & 255).isCloseTo(code, within(1));
            OutputFade.mix(same, 4, 4, white, 4, 4, 0, out);
            assertThat(out[5] & 255).isCloseTo(code, within(1));
        }
    }

    @Test
    void aPictureOfAnotherShapeStandsInTheMiddleWithBlackAroundIt() {
        byte[] out = new byte[8 * 4 * 3];
        OutputFade.mix(filled(2 * 2, 255), 2, 2, filled(8 * 4, 0), 8, 4, 0, out);
        assertThat(out[0]).isZero();
        assertThat(out[(8 + 1) * 3]).isZero();
        assertThat(out[(8 + 4) * 3] & 255).isEqualTo(255);
        assertThat(out[(8 + 6) * 3]).isZero();
        // In place is as good.
        byte[] next = filled(8 * 4, 0);
        OutputFade.mix(filled(2 * 2, 255), 2, 2, next, 8, 4, 0, next);
        assertThat(next).isEqualTo(out);
    }

    private static byte[] filled(int pixels, int code) {
        byte[] all = new byte[pixels * 3];
        Arrays.fill(all, (byte) code);
        return all;
    }
}
