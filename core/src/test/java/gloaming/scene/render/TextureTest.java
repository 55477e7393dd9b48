package gloaming.scene.render;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** Pictures on surfaces are never older than what made them. */
class TextureTest {
    private static final Crew ALONE = new Crew(1);
    private static final int SIDE = 8;

    private final Texture texture = new Texture();
    private final Picture picture = new Picture(SIDE, SIDE);

    @AfterAll
    static void rest() {
        ALONE.close();
    }

    private void fill(float light) {
        picture.fill(light, light, light, 1);
    }

    /** What the texture has of it at each size, and as heights. */
    private void isThroughout(float light) {
        texture.take(picture, ALONE);
        texture.carve(ALONE);
        for (int level = 0; level < 4; level++)
            assertThat(texture.pixel(level, 0, 0)).as("size %d", level).isEqualTo(light);
        assertThat(texture.heights().texels[0]).isCloseTo(light, org.assertj.core.api.Assertions.within(1e-6f));
        texture.forget();
    }

    @Test
    void whoDrawsIntoAPictureThatHeKeepsIsSeenAtEverySize() {
        picture.keep();
        for (float light : new float[] {0.25f, 0.75f, 0.5f}) {
            fill(light);
            isThroughout(light);
        }
    }

    @Test
    void whatStandsIsHalvedOnceAndAgainWhenItIsDrawnAgain() {
        fill(0.25f);
        picture.stands();
        isThroughout(0.25f);
        fill(0.75f);
        texture.take(picture, ALONE);
        assertThat(texture.pixel(1, 0, 0))
                .as("nobody has said that it is another")
                .isEqualTo(0.25f);
        texture.forget();
        picture.stands();
        isThroughout(0.75f);
    }

    @Test
    void anotherPictureInItsPlaceIsAnother() {
        fill(0.25f);
        picture.stands();
        isThroughout(0.25f);
        Picture other = new Picture(SIDE, SIDE).fill(0.5f, 0.5f, 0.5f, 1);
        texture.take(other.stands(), ALONE);
        assertThat(texture.pixel(2, 0, 0)).isEqualTo(0.5f);
        texture.forget();
        isThroughout(0.25f);
    }

    @Test
    void shadowsOfHeightsThatStandAreWorkedOutOncePerSunAndAsManyInEachFrame() {
        float[] plane = new float[64 * 64];
        for (int i = 0; i < plane.length; i++) plane[i] = i % 7 / 7f;
        Heights heights = new Heights();
        heights.take(plane, plane, plane, 64, 64, ALONE);
        Horizon first = heights.horizon(20, 5, true);
        heights.again();
        heights.horizon(5, 20, true);
        assertThat(heights.horizon(20, 5, true)).isSameAs(first);
        // Suns that go round: each frame has room for sixteen, whatever was there before.
        for (int frame = 0; frame < 6; frame++) {
            heights.again();
            for (int sun = 0; sun < 16; sun++) {
                float along = 3 + frame + sun;
                Horizon known = heights.horizon(along, 2, true);
                Heights fresh = new Heights();
                fresh.take(plane, plane, plane, 64, 64, ALONE);
                assertThat(known.at(0.3f, 0.6f))
                        .isEqualTo(fresh.horizon(along, 2, true).at(0.3f, 0.6f));
            }
            assertThat(heights.horizon(99, 99, true)).isNull();
        }
        heights.take(plane, plane, plane, 64, 64, ALONE);
        assertThat(heights.horizon(20, 5, true)).isNotNull();
    }
}
