package gloaming.picture.kernel;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.flow.Picture;
import gloaming.look.Blend;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class BlendingTest {

    /** Straight colour 0.8 at alpha 0.5 on straight 0.5 at alpha 1: worked out by hand. */
    @ParameterizedTest
    @CsvSource({
        "OVER, 0.65",
        "ADD, 0.9",
        "SCREEN, 0.7",
        "MULTIPLY, 0.45",
        "LIGHTEN, 0.65",
        "DARKEN, 0.5",
        "DIFFERENCE, 0.4",
        "SUBTRACT, 0.1",
        "MULTIPLY_OR_SELF, 0.45",
        "DARKEN_OR_SELF, 0.5",
        "SUBTRACT_OR_SELF, 0.1"
    })
    void halfCoveringLightOnAnOpaqueGround(Blend mode, float expected) {
        assertThat(Blending.one(mode, 0.4f, 0.5f, 0.5f, 1f)).isCloseTo(expected, offset(1e-6f));
    }

    /** The same on half a ground, where each is also alone. */
    @ParameterizedTest
    @CsvSource({
        "OVER, 0.525",
        "ADD, 0.65",
        "SCREEN, 0.55",
        "MULTIPLY, 0.225",
        "LIGHTEN, 0.525",
        "DARKEN, 0.25",
        "DIFFERENCE, 0.4",
        "SUBTRACT, 0.05",
        "MULTIPLY_OR_SELF, 0.425",
        "DARKEN_OR_SELF, 0.45",
        "SUBTRACT_OR_SELF, 0.25"
    })
    void halfCoveringLightOnHalfAGround(Blend mode, float expected) {
        assertThat(Blending.one(mode, 0.4f, 0.5f, 0.25f, 0.5f)).isCloseTo(expected, offset(1e-6f));
    }

    @ParameterizedTest
    @EnumSource(Blend.class)
    void nothingLaidOnChangesNothing(Blend mode) {
        assertThat(Blending.one(mode, 0, 0, 0.3f, 0.6f)).isCloseTo(0.3f, offset(1e-6f));
    }

    @ParameterizedTest
    @EnumSource(Blend.class)
    void rowsAreThePlainVersionAtEveryPixelAlsoBrighterThanWhiteAndBelowBlack(Blend mode) {
        SplittableRandom random = new SplittableRandom(mode.ordinal());
        Picture source = random(random, 37, 5);
        Picture target = random(random, 37, 5);
        Picture mask = random(random, 37, 5);
        Picture before = new Picture(37, 5).copyFrom(target);
        Blending.rows(mode, source, 0.7, mask, target, 1, 4);
        for (int i = 0; i < target.pixels(); i++) {
            int row = i / 37;
            float k = 0.7f * Math.clamp(0.2126f * mask.r()[i] + 0.7152f * mask.g()[i] + 0.0722f * mask.b()[i], 0f, 1f);
            boolean inside = row >= 1 && row < 4;
            for (int c = 0; c < 3; c++) {
                float expected = inside
                        ? Blending.one(
                                mode, source.plane(c)[i] * k, source.a()[i] * k, before.plane(c)[i], before.a()[i])
                        : before.plane(c)[i];
                assertThat(target.plane(c)[i]).isCloseTo(expected, offset(1e-5f));
            }
            float sa = source.a()[i] * k;
            assertThat(target.a()[i])
                    .isCloseTo(inside ? Blending.alpha(mode, sa, before.a()[i]) : before.a()[i], offset(1e-5f));
        }
    }

    @Test
    void whatTakesLightAwayLeavesNothingWhereNothingIsSeenAndAddsNoCover() {
        for (Blend mode : Blend.values()) {
            if (!mode.within()) continue;
            assertThat(Blending.one(mode, 0.8f, 1, 0, 0)).as(mode.id()).isZero();
            assertThat(Blending.alpha(mode, 1, 0.25f)).isEqualTo(0.25f);
        }
        assertThat(Blending.one(Blend.MULTIPLY_OR_SELF, 0.8f, 1, 0, 0)).isEqualTo(0.8f);
        assertThat(Blending.alpha(Blend.MULTIPLY_OR_SELF, 1, 0.25f)).isEqualTo(1f);
    }

    @Test
    void screenOfLightAboveWhiteStillAdds() {
        assertThat(Blending.one(Blend.SCREEN, 3, 1, 2, 1)).isEqualTo(4f);
    }

    private static Picture random(SplittableRandom random, int width, int height) {
        Picture picture = new Picture(width, height);
        for (int i = 0; i < picture.pixels(); i++) {
            picture.a()[i] = (float) random.nextDouble();
            for (int c = 0; c < 3; c++) picture.plane(c)[i] = (float) random.nextDouble(-0.5, 3);
        }
        return picture;
    }
}
