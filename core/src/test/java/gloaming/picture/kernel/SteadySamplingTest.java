package gloaming.picture.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.Garbage;
import gloaming.flow.Picture;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Looking up places in a picture makes no objects, however it is turned and scaled and whatever lies beyond its border. */
class SteadySamplingTest {
    private static final int SIDE = 512;

    /** Turned so that a vector of places lies in one row, in two, or far apart; scaled so that it lies within one vector, or two. */
    @ParameterizedTest
    @CsvSource({
        "EMPTY, 0.9, 0.01",
        "HOLD, 0.9, 0.03",
        "REPEAT, 0.7, 0.04",
        "MIRROR, 0.9, 0.03",
        "HOLD, 1.7, 0.03",
        "REPEAT, 1.4, 0.05",
        "HOLD, 0.4, 0.4"
    })
    void placesAndWhatLiesThere(Border border, float along, float across) {
        Picture from = new Picture(SIDE, SIDE).fill(0.3f, 0.4f, 0.5f, 1);
        Picture to = new Picture(SIDE, SIDE);
        float[] x = new float[SIDE];
        float[] y = new float[SIDE];
        float[] u = new float[SIDE];
        float[] v = new float[SIDE];
        int[] p = new int[SIDE];
        int[] row = {0};
        assertThat(Garbage.least(0, 100, () -> {
                    float begin = row[0]++ % 64 + 0.3f;
                    for (int i = 0; i < SIDE; i++) {
                        x[i] = begin + along * i;
                        y[i] = begin + across * i;
                    }
                    SampleKernels.places(x, y, border, SIDE, SIDE, p, u, v, SIDE);
                    SampleKernels.sample(from, p, u, v, 1, to, 0, 0, SIDE);
                    SampleKernels.places(begin, begin, along, across, border, SIDE, SIDE, p, u, v, 0, SIDE);
                    SampleKernels.sample(from, p, u, v, 1, to, 0, 0, SIDE);
                }))
                .isZero();
    }

    @Test
    void anglesAndDistancesAndBack() {
        float[] x = new float[SIDE];
        float[] y = new float[SIDE];
        for (int i = 0; i < SIDE; i++) {
            x[i] = i - 200.5f;
            y[i] = 0.3f * i - 17;
        }
        assertThat(Garbage.least(0, 100, () -> {
                    SampleKernels.polar(x, y, SIDE);
                    SampleKernels.cartesian(x, y, SIDE);
                }))
                .isZero();
        assertThat(x[300]).isCloseTo(99.5f, within(1f));
        assertThat(y[300]).isCloseTo(73, within(1f));
    }
}
