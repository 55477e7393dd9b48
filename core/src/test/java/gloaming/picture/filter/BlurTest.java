package gloaming.picture.filter;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.picture.kernel.Pyramid;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class BlurTest {

    /** The plain version: a full convolution with the border's colour going on beyond it. */
    private static float plain(Picture in, float[] plane, int x, int y, double sigma) {
        int reach = (int) Math.ceil(4 * sigma);
        double sum = 0;
        double weights = 0;
        for (int dy = -reach; dy <= reach; dy++) {
            for (int dx = -reach; dx <= reach; dx++) {
                double w = Math.exp(-(dx * dx + dy * dy) / (2 * sigma * sigma));
                int px = Math.clamp(x + dx, 0, in.width - 1);
                int py = Math.clamp(y + dy, 0, in.height - 1);
                sum += w * plane[py * in.width + px];
                weights += w;
            }
        }
        return (float) (sum / weights);
    }

    private static Picture edges() {
        Picture picture = new Picture(131, 97);
        SplittableRandom random = new SplittableRandom(3);
        for (int y = 0; y < 97; y++) {
            for (int x = 0; x < 131; x++) {
                int i = y * 131 + x;
                picture.r()[i] = x > 60 ? 1 : 0;
                picture.g()[i] = (x - 40) * (x - 40) + (y - 50) * (y - 50) < 400 ? 4 : 0;
                picture.b()[i] = random.nextInt(9) == 0 ? 1 : 0;
                picture.a()[i] = 1;
            }
        }
        return picture;
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.5, 0.9, 1.6, 2.5, 4, 7, 13})
    void itIsTheGaussianToOnePercentOfTheStepItSmoothsAndTwoNearTheBorder(double sigma) {
        Picture in = edges();
        Picture out = new Picture(131, 97);
        try (Crew crew = new Crew(2)) {
            new Pyramid(4).blur(in, sigma, out, crew);
        }
        for (int y = 0; y < 97; y += 8) {
            for (int x = 0; x < 131; x += 5) {
                int i = y * 131 + x;
                boolean inside = Math.min(Math.min(x, 130 - x), Math.min(y, 96 - y)) > 2 * sigma;
                float most = inside ? 0.01f : 0.02f;
                assertThat(out.r()[i])
                        .as("step at %d,%d", x, y)
                        .isCloseTo(plain(in, in.r(), x, y, sigma), offset(most));
                assertThat(out.g()[i] / 4)
                        .as("disc at %d,%d", x, y)
                        .isCloseTo(plain(in, in.g(), x, y, sigma) / 4, offset(most));
                assertThat(out.a()[i]).isCloseTo(1f, offset(1e-5f));
            }
        }
    }

    @Test
    void theSameLookAtEveryScale() {
        float[] middles = new float[3];
        int[] heights = {90, 180, 360};
        for (int k = 0; k < 3; k++) {
            Moments frame = new Moments().size(heights[k] * 16 / 9, heights[k]);
            Picture in = new Picture(frame.width, frame.height);
            for (int i = 0; i < in.pixels(); i++) in.r()[i] = i % in.width > in.width / 2 ? 1 : 0;
            Picture out = new Blur(0.3).run(in, new Blur(0.3).memory(), frame);
            int x = (int) (in.width * 0.56);
            middles[k] = out.r()[in.height / 2 * in.width + x];
        }
        assertThat(middles[1]).isCloseTo(middles[2], offset(0.02f));
        assertThat(middles[0]).isCloseTo(middles[2], offset(0.03f));
    }
}
