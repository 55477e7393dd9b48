package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** Sequences made just below and just above what WCAG 2.2 allows. */
class FlashMeterTest {
    private static final int WIDTH = 320;
    private static final int HEIGHT = 180;
    private static final double RATE = 60;

    /** A colour over a part of the picture, the rest black; whichever is on. */
    private static byte[] picture(int rgb, double part) {
        byte[] all = new byte[WIDTH * HEIGHT * 3];
        for (int y = 0; y < HEIGHT; y++) {
            for (int x = 0; x < WIDTH * part; x++) {
                int p = (y * WIDTH + x) * 3;
                all[p] = (byte) (rgb >> 16);
                all[p + 1] = (byte) (rgb >> 8);
                all[p + 2] = (byte) rgb;
            }
        }
        return all;
    }

    /** The most flashes, general and red, while two pictures take turns so many times a second for two seconds. */
    private static int[] most(byte[] one, byte[] other, double hertz) {
        FlashMeter meter = new FlashMeter();
        int general = 0;
        int red = 0;
        for (int i = 0; i < 2 * RATE; i++) {
            boolean first = (long) (2 * hertz * i / RATE) % 2 == 0;
            meter.shown(first ? one : other, WIDTH, HEIGHT, 1, Math.round(i * 1e9 / RATE));
            general = Math.max(general, meter.general());
            red = Math.max(red, meter.red());
        }
        return new int[] {general, red};
    }

    @Test
    void threeFlashesOfASecondAreAllowedAndFourAreCounted() {
        byte[] white = picture(0xffffff, 1);
        byte[] black = picture(0, 1);
        assertThat(most(white, black, 3)[0]).isEqualTo(3);
        assertThat(most(white, black, 4)[0]).isEqualTo(4);
        assertThat(most(white, black, 7)[0]).isGreaterThanOrEqualTo(7);
        assertThat(most(white, white, 10)[0]).isZero();
    }

    @Test
    void aChangeCountsFromATenthOfTheLightOnAndWhereTheDarkerIsNotTooBright() {
        // sRGB code 89 has a light of 0.100 (IEC 61966-2-1), 88 of 0.098.
        assertThat(most(picture(0x5a5a5a, 1), picture(0, 1), 5)[0]).isEqualTo(5);
        assertThat(most(picture(0x575757, 1), picture(0, 1), 5)[0]).isZero();
        // 231 has a light of 0.80: from there to white is no flash, from 0.78 it is.
        assertThat(most(picture(0xffffff, 1), picture(0xe8e8e8, 1), 5)[0]).isZero();
        assertThat(most(picture(0xffffff, 1), picture(0xe3e3e3, 1), 5)[0]).isEqualTo(5);
    }

    @Test
    void whatFlashesOverLessThanAQuarterOfAFieldOfTenDegreesDoesNotCount() {
        // A field is a third of the width across and 256 of 576 rows: a strip of the whole height has a quarter of it
        // at a twelfth.
        assertThat(most(picture(0xffffff, 0.07), picture(0, 1), 6)[0]).isZero();
        assertThat(most(picture(0xffffff, 0.10), picture(0, 1), 6)[0]).isEqualTo(6);
    }

    @Test
    void saturatedRedCountsByItsColourAndNotByItsLight() {
        // Red and a blue of about its light.
        int[] of = most(picture(0x8c0000, 1), picture(0x0000ea, 1), 5);
        assertThat(of[0]).isZero();
        assertThat(of[1]).isEqualTo(5);
        // A red that is none by that definition, and two blues.
        assertThat(most(picture(0x8c5050, 1), picture(0x505050, 1), 5)[1]).isZero();
        assertThat(most(picture(0x0000ea, 1), picture(0x004060, 1), 5)[1]).isZero();
    }

    @Test
    void aSlowRiseAndFallIsAsManyFlashesAsItHasPairsHoweverSmoothItIs() {
        FlashMeter meter = new FlashMeter();
        int most = 0;
        for (int i = 0; i < 3 * RATE; i++) {
            int code = (int) (127 + 127 * Math.sin(2 * Math.PI * 2 * i / RATE));
            meter.shown(picture(code * 0x010101, 1), WIDTH, HEIGHT, 1, Math.round(i * 1e9 / RATE));
            most = Math.max(most, meter.general());
        }
        assertThat(most).isEqualTo(2);
    }

    @Test
    void theLightOfTheOutputIsPartOfThePicture() {
        FlashMeter meter = new FlashMeter();
        byte[] white = picture(0xffffff, 1);
        int most = 0;
        for (int i = 0; i < 2 * RATE; i++) {
            meter.shown(white, WIDTH, HEIGHT, (i / 6) % 2, Math.round(i * 1e9 / RATE));
            most = Math.max(most, meter.general());
        }
        assertThat(most).isGreaterThanOrEqualTo(4);
    }

    @Test
    void askingChangesNothingAndWhoHeedsItNeverShowsTooMany() {
        FlashMeter meter = new FlashMeter();
        byte[] white = picture(0xffffff, 1);
        byte[] black = picture(0, 1);
        byte[] shown = black;
        int held = 0;
        for (int i = 0; i < 4 * RATE; i++) {
            byte[] next = (i / 3) % 2 == 0 ? white : black;
            long now = Math.round(i * 1e9 / RATE);
            boolean may = meter.mayShow(next, WIDTH, HEIGHT, 1, now);
            assertThat(meter.mayShow(next, WIDTH, HEIGHT, 1, now)).isEqualTo(may);
            if (may) shown = next;
            else held++;
            meter.shown(shown, WIDTH, HEIGHT, 1, now);
            assertThat(meter.general()).isLessThanOrEqualTo(FlashMeter.ALLOWED);
        }
        assertThat(held).isPositive();
    }
}
