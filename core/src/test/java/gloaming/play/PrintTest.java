package gloaming.play;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Picture;
import java.util.HashSet;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

class PrintTest {
    private static final int W = 160;
    private static final int H = 90;

    @Test
    void evenPicturesOfDifferentLightHaveDifferentPrints() {
        Set<Integer> prints = new HashSet<>();
        for (int i = 0; i <= 64; i++) prints.add(Print.of(new Picture(W, H).fill(i / 64f, i / 128f, 0, 1)));
        assertThat(prints).hasSize(65);
    }

    @Test
    void oneBitOfOneColourIsEnough() {
        SplittableRandom random = new SplittableRandom(4);
        Picture picture = new Picture(W, H);
        for (int i = 0; i < picture.pixels(); i++)
            for (int c = 0; c < 3; c++) picture.plane(c)[i] = (float) random.nextDouble();
        int print = Print.of(picture);
        for (int k = 0; k < 500; k++) {
            float[] plane = picture.plane(k % 3);
            int i = random.nextInt(plane.length);
            float was = plane[i];
            plane[i] = Float.intBitsToFloat(Float.floatToRawIntBits(was) ^ 1 << random.nextInt(32));
            assertThat(Print.of(picture)).isNotEqualTo(print);
            plane[i] = was;
        }
        assertThat(Print.of(picture)).isEqualTo(print);
    }

    /** Worked out by hand: recordings that are there go by it. */
    @Test
    void olderRecordingsAreComparedAsTheyWereReckoned() {
        Picture picture = new Picture(2, 1).fill(1, 0, 0.5f, 1);
        int one = Float.floatToRawIntBits(1);
        int half = Float.floatToRawIntBits(0.5f);
        int print = (31 * 2 + 1) * 31 * 31 + one * 31 + one;
        print = print * 31 * 31;
        print = print * 31 * 31 + half * 31 + half;
        assertThat(Print.asBefore(picture)).isEqualTo(print);
    }
}
