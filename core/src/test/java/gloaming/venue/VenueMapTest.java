package gloaming.venue;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Srgb;
import gloaming.look.Refused;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** How pictures lie on surfaces: against a camera worked out by hand, and against the picture itself. */
class VenueMapTest {
    private static final List<Place> WHOLE = at(0, 0, 1, 0, 1, 1, 0, 1);

    private static List<Place> at(double... all) {
        return List.of(
                new Place(all[0], all[1]),
                new Place(all[2], all[3]),
                new Place(all[4], all[5]),
                new Place(all[6], all[7]));
    }

    private static Venue venue(Surface... surfaces) {
        return new Venue("v1", "Mill", 16, 9, List.of(surfaces), "");
    }

    private static byte[] noise(int width, int height) {
        byte[] rgb = new byte[3 * width * height];
        new Random(4).nextBytes(rgb);
        return rgb;
    }

    private static byte[] laid(Venue venue, byte[] rgb, int width, int height, int wide) {
        VenueMap map = new VenueMap(venue, width, height, wide);
        byte[] out = new byte[3 * map.width * map.height];
        map.lay(rgb, out);
        return out;
    }

    private static int red(byte[] rgb, int width, int x, int y) {
        return rgb[3 * (y * width + x)] & 255;
    }

    @Test
    void overAllOfTheOutputThePictureIsAsItWas() {
        byte[] rgb = noise(64, 36);
        assertThat(laid(venue(Surface.of("f1", "all", WHOLE)), rgb, 64, 36, 64)).isEqualTo(rgb);
    }

    @Test
    void flippedItIsFlipped() {
        byte[] rgb = noise(64, 36);
        Surface across = new Surface("f1", "", WHOLE, List.of(), Part.WHOLE, Flip.ACROSS, 0, 1, List.of(), false);
        Surface down = new Surface("f1", "", WHOLE, List.of(), Part.WHOLE, Flip.DOWN, 0, 1, List.of(), false);
        byte[] mirrored = laid(venue(across), rgb, 64, 36, 64);
        byte[] over = laid(venue(down), rgb, 64, 36, 64);
        for (int y = 0; y < 36; y++) {
            for (int x = 0; x < 64; x++) {
                assertThat(red(mirrored, 64, x, y)).isEqualTo(red(rgb, 64, 63 - x, y));
                assertThat(red(over, 64, x, y)).isEqualTo(red(rgb, 64, x, 35 - y));
            }
        }
    }

    @Test
    void eachPlaceIsWhereACameraSeesItOnTheWall() {
        // A wall of 2 by 1 that goes away to the right, seen through a pinhole: x / z, y / z.
        double turn = 0.7;
        double[][] corners = new double[4][];
        for (int k = 0; k < 4; k++) {
            double u = k == 1 || k == 2 ? 1 : 0;
            double v = k >= 2 ? 1 : 0;
            corners[k] = seen(u, v, turn);
        }
        Homography to = Homography.to(
                at(
                        corners[0][0],
                        corners[0][1],
                        corners[1][0],
                        corners[1][1],
                        corners[2][0],
                        corners[2][1],
                        corners[3][0],
                        corners[3][1]),
                1000,
                500);
        for (double u = 0; u <= 1; u += 0.125) {
            for (double v = 0; v <= 1; v += 0.25) {
                double[] p = seen(u, v, turn);
                assertThat(to.u(p[0] * 1000, p[1] * 500)).isCloseTo(u, within(1e-9));
                assertThat(to.v(p[0] * 1000, p[1] * 500)).isCloseTo(v, within(1e-9));
            }
        }
    }

    private static double[] seen(double u, double v, double turn) {
        double x = -0.8 + 2 * u * Math.cos(turn);
        double y = v - 0.5;
        double z = 2 + 2 * u * Math.sin(turn);
        return new double[] {0.5 + x / z, 0.5 + y / z};
    }

    @Test
    void twoHalvesOnTwoFacesThatMeetAreOnePicture() {
        byte[] rgb = noise(64, 36);
        Surface left = new Surface(
                "f1",
                "",
                at(0, 0, 0.5, 0, 0.5, 1, 0, 1),
                List.of(),
                new Part(0, 0, 0.5, 1),
                Flip.NONE,
                0,
                1,
                List.of(),
                false);
        Surface right = new Surface(
                "f2",
                "",
                at(0.5, 0, 1, 0, 1, 1, 0.5, 1),
                List.of(),
                new Part(0.5, 0, 1, 1),
                Flip.NONE,
                0,
                1,
                List.of(),
                false);
        assertThat(laid(venue(left, right), rgb, 64, 36, 64)).isEqualTo(rgb);
    }

    @Test
    void whatNoSurfaceLightsIsBlackAndAnEdgeThroughAPixelLightsItsPart() {
        byte[] white = new byte[3 * 64 * 36];
        java.util.Arrays.fill(white, (byte) 255);
        // From 16.25 pixels on to 48.
        Surface middle = Surface.of("f1", "", at(16.25 / 64, 0, 0.75, 0, 0.75, 1, 16.25 / 64, 1));
        byte[] out = laid(venue(middle), white, 64, 36, 64);
        assertThat(red(out, 64, 15, 18)).isZero();
        assertThat(red(out, 64, 48, 18)).isZero();
        assertThat(red(out, 64, 30, 18)).isEqualTo(255);
        assertThat(Srgb.ofByte((byte) red(out, 64, 16, 18))).isCloseTo(0.75f, within(0.01f));
    }

    @Test
    void edgesThatLieOverEachOtherAndFadeOppositeWaysGiveEvenLight() {
        byte[] white = new byte[3 * 100 * 50];
        java.util.Arrays.fill(white, (byte) 255);
        // Two machines, whose light adds on the wall: from 0 to 60 and from 40 to 100.
        Surface left = new Surface(
                "f1",
                "",
                at(-0.6, -1, 0.6, -1, 0.6, 2, -0.6, 2),
                List.of(),
                Part.WHOLE,
                Flip.NONE,
                0.2 / 1.2,
                1,
                List.of(),
                false);
        Surface right = new Surface(
                "f1",
                "",
                at(0.4, -1, 1.6, -1, 1.6, 2, 0.4, 2),
                List.of(),
                Part.WHOLE,
                Flip.NONE,
                0.2 / 1.2,
                1,
                List.of(),
                false);
        Venue one = new Venue("v1", "", 2, 1, List.of(left), "");
        Venue two = new Venue("v1", "", 2, 1, List.of(right), "");
        byte[] a = laid(one, white, 100, 50, 100);
        byte[] b = laid(two, white, 100, 50, 100);
        for (int x = 0; x < 100; x++) {
            int p = 3 * (25 * 100 + x);
            assertThat(Srgb.ofByte(a[p]) + Srgb.ofByte(b[p])).as("at %d", x).isCloseTo(1, within(0.012f));
        }
    }

    @Test
    void onlyWhatLiesWithinAnOutlineIsLit() {
        byte[] white = new byte[3 * 64 * 36];
        java.util.Arrays.fill(white, (byte) 255);
        List<Place> triangle = List.of(new Place(0.25, 0.25), new Place(0.75, 0.25), new Place(0.5, 0.75));
        Surface cut = new Surface("f1", "", WHOLE, List.of(), Part.WHOLE, Flip.NONE, 0, 0.5, triangle, false);
        byte[] out = laid(venue(cut), white, 64, 36, 64);
        assertThat(Srgb.ofByte((byte) red(out, 64, 32, 14))).isCloseTo(0.5f, within(0.01f));
        assertThat(red(out, 64, 4, 4)).isZero();
        assertThat(red(out, 64, 18, 25)).isZero();
    }

    @Test
    void laidDownMuchSmallerItsLightIsTheMeanOfThePicture() {
        byte[] stripes = new byte[3 * 256 * 144];
        for (int i = 0; i < 256 * 144; i++) if (i % 2 == 0) for (int c = 0; c < 3; c++) stripes[3 * i + c] = (byte) 255;
        Surface small = Surface.of("f1", "", at(0.25, 0.25, 0.5, 0.25, 0.5, 0.5, 0.25, 0.5));
        byte[] out = laid(venue(small), stripes, 256, 144, 256);
        assertThat(Srgb.ofByte((byte) red(out, 256, 96, 54))).isCloseTo(0.5f, within(0.02f));
    }

    @Test
    void aDarkSurfaceIsNotThereAndTheLaterOneLiesOver() {
        byte[] rgb = noise(64, 36);
        Surface all = Surface.of("f1", "", WHOLE);
        Surface off = new Surface("f2", "", WHOLE, List.of(), Part.WHOLE, Flip.ACROSS, 0, 1, List.of(), true);
        Surface over = new Surface("f3", "", WHOLE, List.of(), Part.WHOLE, Flip.NONE, 0, 0, List.of(), false);
        assertThat(laid(venue(all, off), rgb, 64, 36, 64)).isEqualTo(rgb);
        assertThat(laid(venue(all, over), rgb, 64, 36, 64)).containsOnly(0);
        assertThat(laid(venue(), rgb, 64, 36, 64)).containsOnly(0);
    }

    @Test
    void whatLeavesHasTheVenuesShapeWhateverThePicturesIs() {
        VenueMap tall = new VenueMap(new Venue("v1", "", 9, 16, List.of(), ""), 960, 540, 540);
        assertThat(tall.width).isEqualTo(540);
        assertThat(tall.height).isEqualTo(960);
        VenueMap huge = new VenueMap(new Venue("v1", "", 1, 8, List.of(), ""), 960, 540, 8192);
        assertThat(huge.height).isLessThanOrEqualTo(VenueMap.LARGEST);
    }

    @Test
    void whateverCornersAHandLeavesThePictureIsLaidOrRefused() {
        Random random = new Random(7);
        byte[] rgb = noise(40, 30);
        int laid = 0;
        for (int i = 0; i < 3_000; i++) {
            double[] all = new double[8];
            for (int k = 0; k < 8; k++) all[k] = -1 + 3 * random.nextDouble();
            Venue venue;
            try {
                venue = venue(Surface.of("f1", "a sail", at(all)));
            } catch (Refused e) {
                assertThat(e.getMessage()).contains("'a sail'");
                continue;
            }
            laid(venue, rgb, 40, 30, 32);
            laid++;
        }
        assertThat(laid).isGreaterThan(300);
    }

    @Test
    void cornersThatCrossAreRefused() {
        assertThatThrownBy(() -> Surface.of("f1", "sail", at(0, 0, 1, 1, 1, 0, 0, 1)))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("cross");
        assertThatThrownBy(() -> Surface.of("f1", "", at(0, 0, 0.5, 0, 1, 0, 0, 1)))
                .isInstanceOf(Refused.class);
        assertThatThrownBy(() -> new Place(Double.NaN, 0)).isInstanceOf(Refused.class);
        assertThatThrownBy(() -> new Part(0.5, 0, 0.5, 1)).isInstanceOf(Refused.class);
    }

    @Test
    void theTestPictureTellsLeftFromRightAndUpFromDown() {
        byte[] rgb = TestPicture.of(320, 180);
        byte[] mirrored = rgb.clone();
        for (int y = 0; y < 180; y++)
            for (int x = 0; x < 320; x++)
                for (int c = 0; c < 3; c++) mirrored[3 * (y * 320 + x) + c] = rgb[3 * (y * 320 + 319 - x) + c];
        assertThat(mirrored).isNotEqualTo(rgb);
        assertThat(red(rgb, 320, 290, 82)).isGreaterThan(red(rgb, 320, 10, 82));
    }
}
