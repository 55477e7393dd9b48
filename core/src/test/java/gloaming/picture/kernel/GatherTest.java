package gloaming.picture.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import org.junit.jupiter.api.Test;

/** What is thrown over its neighbours: how far, and how much of it. */
class GatherTest {
    private static final int W = 160;
    private static final int H = 96;

    private static Picture lit(int x, int y) {
        Picture picture = new Picture(W, H).fill(0, 0, 0, 1);
        for (int j = 0; j < 2; j++) for (int i = 0; i < 2; i++) picture.r()[(y + j) * W + x + i] = 100;
        return picture;
    }

    private static double sum(Picture picture) {
        double sum = 0;
        for (float r : picture.r()) sum += r;
        return sum;
    }

    @Test
    void aPointOutOfFocusBecomesADiscOfItsRadiusAndKeepsItsLight() {
        Picture in = lit(80, 48);
        Picture near = new Picture(W, H).fill(0.5f, 0, 0, 1);
        Picture out = new Picture(W, H);
        try (Crew crew = new Crew(2)) {
            new Gather().discs(in, near, i -> 12, out, crew);
        }
        assertThat(sum(out)).isCloseTo(sum(in), within(0.35 * sum(in)));
        for (int i = 0; i < W * H; i++) {
            double far = Math.hypot(i % W - 80.5, i / W - 48.5);
            if (far > 16) assertThat(out.r()[i]).isCloseTo(0, within(1e-4f));
        }
        assertThat(out.r()[48 * W + 88]).isPositive();
    }

    @Test
    void whatIsInFocusStaysToTheBitAlsoBesideWhatIsNotAndBehindIt() {
        Picture in = new Picture(W, H);
        Picture near = new Picture(W, H);
        for (int i = 0; i < W * H; i++) {
            boolean sharp = i % W < 80;
            in.r()[i] = sharp ? (i * 31 % 17) / 17f : 5;
            in.a()[i] = 1;
            // The sharp half stands before the other.
            near.r()[i] = sharp ? 1 : 0.2f;
        }
        Picture out = new Picture(W, H);
        try (Crew crew = new Crew(1)) {
            new Gather().discs(in, near, i -> 10 * Math.abs(near.r()[i] - 1), out, crew);
        }
        for (int y = 20; y < 70; y++)
            for (int x = 0; x < 79; x++) assertThat(out.r()[y * W + x]).isCloseTo(in.r()[y * W + x], within(1e-5f));
    }

    @Test
    void aStreakGoesAsFarToEitherSideAsItIsToldAndNoFarther() {
        Picture in = lit(80, 48);
        Picture way = new Picture(W, H).fill(1, 0, 0, 1);
        Picture out = new Picture(W, H);
        try (Crew crew = new Crew(1)) {
            new Gather().streaks(in, way, i -> 20, out, crew);
        }
        assertThat(out.r()[48 * W + 95]).isPositive();
        assertThat(out.r()[48 * W + 66]).isPositive();
        assertThat(out.r()[48 * W + 110]).isCloseTo(0, within(1e-4f));
        assertThat(out.r()[58 * W + 80]).isCloseTo(0, within(1e-4f));
        assertThat(sum(out)).isCloseTo(sum(in), within(0.3 * sum(in)));
    }

    @Test
    void oddSizesAndOddReachesHarmNothing() {
        for (int[] size : new int[][] {{1, 1}, {3, 17}, {33, 5}}) {
            Picture in = new Picture(size[0], size[1]).fill(1, 1, 1, 1);
            Picture out = new Picture(size[0], size[1]);
            try (Crew crew = new Crew(2)) {
                new Gather().discs(in, in, i -> i % 3 == 0 ? Float.NaN : 1e9f, out, crew);
                new Gather().streaks(in, in, i -> i % 3 == 0 ? Float.NaN : 1e9f, out, crew);
            }
            for (float r : out.r()) assertThat(r).isCloseTo(1, within(1e-4f));
        }
    }
}
