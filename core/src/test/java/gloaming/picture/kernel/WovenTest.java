package gloaming.picture.kernel;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import java.util.Arrays;
import java.util.SplittableRandom;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Pictures that are woven for scattered places show the same, to the bit. */
class WovenTest {
    private final Crew crew = new Crew(2);
    private final SplittableRandom any = new SplittableRandom(11);

    @AfterEach
    void close() {
        crew.close();
    }

    private Picture noise(int width, int height) {
        Picture picture = new Picture(width, height);
        for (int c = 0; c < 4; c++)
            for (int i = 0; i < picture.pixels(); i++) picture.plane(c)[i] = (float) any.nextDouble(-0.2, 3);
        return picture;
    }

    private static void alike(Picture one, Picture other) {
        for (int c = 0; c < 4; c++)
            assertThat(Arrays.equals(one.plane(c), 0, one.pixels(), other.plane(c), 0, one.pixels()))
                    .as("plane %d", c)
                    .isTrue();
    }

    @ParameterizedTest
    @EnumSource(Border.class)
    void placesThatAreScatteredAreLookedUpWovenFromTheSecondFrameOnAndSeeTheSame(Border border) {
        Picture source = noise(131, 70);
        float[] jumps = new float[2 * 131 * 70];
        for (int i = 0; i < jumps.length; i++) jumps[i] = (float) any.nextDouble(-1.6, 1.6);
        Warp.Places places = (row, x, y, n) -> {
            for (int i = 0; i < n; i++) {
                x[i] += jumps[2 * (row * 131 + i)];
                y[i] += jumps[2 * (row * 131 + i) + 1];
                if (i == 40) x[i] = Float.NaN;
                if (i == 41) y[i] = Float.POSITIVE_INFINITY;
            }
        };
        Woven woven = new Woven();
        Picture first = new Picture(131, 70);
        Picture second = new Picture(131, 70);
        woven.begin(source, crew);
        assertThat(woven.of(source)).isNull();
        for (int row = 0; row < 70; row++) WarpSampler.row(source, woven, places, border, first, row);
        woven.begin(source, crew);
        assertThat(woven.of(source)).isNotNull();
        for (int row = 0; row < 70; row++) WarpSampler.row(source, woven, places, border, second, row);
        alike(first, second);
        // A place by itself, against the plain version.
        float x = (float) (first.worldX(17) + jumps[2 * (33 * 131 + 17)]) * (float) source.scale() + 65;
        float y = (float) (first.worldY(33) + jumps[2 * (33 * 131 + 17) + 1]) * (float) source.scale() + 34.5f;
        assertThat(second.g()[33 * 131 + 17])
                .isCloseTo(Sampler.at(source, source.g(), x, y, border), org.assertj.core.api.Assertions.within(1e-3f));
    }

    @ParameterizedTest
    @EnumSource(Border.class)
    void aPictureThatIsTurnedIsTheSameWoven(Border border) {
        Picture source = noise(150, 84);
        Sampler.Move move = Sampler.move(source, 1.1, 0.13, 0.05, -0.02, border, 0.7, 84);
        Picture plain = move.rows(new Picture(150, 84), 0, 84);
        Woven woven = new Woven();
        woven.begin(source, crew);
        alike(plain, move.rows(new Picture(150, 84), woven, 0, 84));
        woven.begin(source, crew);
        assertThat(woven.of(source)).isNotNull();
        alike(plain, move.rows(new Picture(150, 84), woven, 0, 84));
    }

    @Test
    void nothingIsWovenWherePlacesLieTogetherOrTheyAreOfAnotherPicture() {
        Picture source = noise(128, 72);
        Picture out = new Picture(128, 72);
        Woven woven = new Woven();
        for (int frame = 0; frame < 3; frame++) {
            woven.begin(source, crew);
            for (int row = 0; row < 72; row++)
                WarpSampler.row(source, woven, (r, x, y, n) -> Arrays.fill(x, 0, n, 0.3f), Border.HOLD, out, row);
            assertThat(woven.of(source)).isNull();
        }
        Warp.Places scattered = (row, x, y, n) -> {
            for (int i = 0; i < n; i++) y[i] = (i * 37 % 64) / 32f - 1;
        };
        for (int frame = 0; frame < 2; frame++) {
            woven.begin(source, crew);
            for (int row = 0; row < 72; row++) WarpSampler.row(source, woven, scattered, Border.HOLD, out, row);
        }
        assertThat(woven.of(source)).isNotNull();
        assertThat(woven.of(noise(128, 72))).isNull();
    }
}
