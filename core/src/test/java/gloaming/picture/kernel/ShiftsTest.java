package gloaming.picture.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Picture;
import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Several copies of a picture laid over one another, and places that lie close together, against looking up one by one. */
class ShiftsTest {
    private static final int W = 83;
    private static final int H = 41;

    private static Picture noise() {
        SplittableRandom random = new SplittableRandom(5);
        Picture picture = new Picture(W, H);
        for (int c = 0; c < 4; c++)
            for (int i = 0; i < picture.pixels(); i++) picture.plane(c)[i] = (float) random.nextDouble(-0.2, 3);
        return picture;
    }

    private static void alike(double[] x, double[] y, Border border) {
        Picture in = noise();
        Picture out = new Picture(W, H);
        Shifts.mean(in, x, y, border, out, 0, H);
        for (int c = 0; c < 4; c++)
            for (int row = 0; row < H; row++)
                for (int column = 0; column < W; column++) {
                    double sum = 0;
                    for (int k = 0; k < x.length; k++)
                        sum += Sampler.at(in, in.plane(c), column + x[k], row + y[k], border) / x.length;
                    assertThat((double) out.plane(c)[out.at(row) + column])
                            .as("%s at %d %d", border, column, row)
                            .isCloseTo(sum, within(2e-5));
                }
    }

    @ParameterizedTest
    @EnumSource(Border.class)
    void theMeanOfCopiesIsThatOfEachLookedUpByItself(Border border) {
        alike(new double[] {-3.3, -1.1, 1.1, 3.3}, new double[] {-1.2, -0.4, 0.4, 1.2}, border);
        alike(new double[] {-70.25, 70.25}, new double[] {50.5, -50.5}, border);
        alike(new double[] {-2, 0, 2}, new double[] {0, 0, 0}, border);
    }

    @ParameterizedTest
    @EnumSource(Border.class)
    void copiesStraightAboveOneAnotherToo(Border border) {
        alike(new double[4], new double[] {-3.75, -1.25, 1.25, 3.75}, border);
        alike(new double[3], new double[] {-1, 0, 1}, border);
        alike(new double[2], new double[] {-45.5, 45.5}, border);
    }

    /** Scaled, mirrored, turned a little and turned much: rows close together, within two rows, and all over the place. */
    @ParameterizedTest
    @EnumSource(Border.class)
    void aPictureThatIsTurnedAndScaledIsThatOfEachPixelLookedUpByItself(Border border) {
        double[][] ways = {{0.7, 0}, {1.3, 0}, {-0.8, 0}, {1.05, 0.004}, {0.9, -0.006}, {1.2, 0.02}, {0.8, 0.13}};
        Picture in = noise();
        for (double[] way : ways) {
            Picture out = new Picture(W, H);
            Sampler.Move move = Sampler.move(in, way[0], way[1], 0.03, -0.02, border, 0.5, H);
            move.rows(out, 0, H);
            for (int row = 0; row < H; row++)
                for (int column = 0; column < W; column++) {
                    double wx = out.worldX(column) - 0.03;
                    double wy = out.worldY(row) + 0.02;
                    double x = (move.cos() * wx + move.sin() * wy) * in.scale() + W / 2.0 - 0.5;
                    double y = (-move.sin() * wx + move.cos() * wy) * in.scale() + H / 2.0 - 0.5;
                    for (int c = 0; c < 4; c++)
                        assertThat((double) out.plane(c)[out.at(row) + column])
                                .as("%s, scale %.2f, turn %.3f, at %d %d", border, way[0], way[1], column, row)
                                .isCloseTo(0.5 * Sampler.at(in, in.plane(c), x, y, border), within(2e-4));
                }
        }
    }
}
