package gloaming.scene.render;

import static gloaming.scene.render.Shapes.made;
import static gloaming.scene.render.Shapes.under;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Value;
import gloaming.scene.LightSource;
import gloaming.scene.Matter;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** Light that comes through things, and coats that lie over them. */
class WaxTest {
    private static final int W = 160;
    private static final int H = 90;
    private static final int MIDDLE = H / 2 * W + W / 2;
    private static final Crew ALONE = new Crew(1);

    @AfterAll
    static void rest() {
        ALONE.close();
    }

    private static Picture seen(Scene scene) {
        Renderer renderer = new Renderer();
        renderer.view().camera(0, 0, 4, 0.12, 0, 0, 0, true, W, H);
        return renderer.draw(scene, 1, 1_024, new Picture(W, H), ALONE);
    }

    /** A slab that thick before a sun that shines to who looks. */
    private static Scene slab(double thick) {
        Scene scene = under(0);
        Thing slab =
                scene.add(made("block", Map.of("width", Value.of(3), "height", Value.of(2), "depth", Value.of(thick))));
        Matter m = slab.material;
        m.red = m.green = m.blue = 0.8f;
        m.shine = 0;
        m.deep = 0.5f;
        m.deepGreen = 0.5f;
        m.deepBlue = 0;
        LightSource sun = scene.lamp();
        sun.z = -3;
        sun.wide = 0;
        sun.lookAt(0, 0, 0);
        return scene;
    }

    @Test
    void lightComesThroughASlabTheLessTheThickerItIs() {
        for (double thick : new double[] {0.1, 0.4, 0.8}) {
            Picture out = seen(slab(thick));
            double way = thick / 0.5 - 0.05;
            assertThat((double) out.r()[MIDDLE]).isCloseTo(0.8 * Math.exp(-way), within(0.01));
            assertThat((double) out.g()[MIDDLE]).isCloseTo(0.8 * 0.5 * Math.exp(-way / (0.15 + 0.425)), within(0.01));
            assertThat(out.b()[MIDDLE]).isZero();
        }
    }

    /** A slab before whose right half a board keeps the sun from its middle. */
    private static Picture besideABoard(float red, float deep) {
        Scene scene = under(0);
        Matter m = scene.add(made("block", Map.of("width", Value.of(4), "height", Value.of(3), "depth", Value.of(0.2))))
                .material;
        m.red = m.green = m.blue = 0.8f;
        m.shine = 0;
        m.roughness = 1;
        m.deep = deep;
        m.deepRed = red;
        m.deepGreen = m.deepBlue = 0;
        Thing board = scene.add(
                made("block", Map.of("width", Value.of(0.8), "height", Value.of(3), "depth", Value.of(0.01))));
        board.move[3] = 0.4f;
        board.move[11] = 1.1f;
        LightSource sun = scene.lamp();
        sun.x = 3;
        sun.z = 3;
        sun.wide = 0;
        sun.lookAt(0, 0, 0);
        return seen(scene);
    }

    @Test
    void lightGoesSidewaysIntoAShadowAndNoneOfItIsLost() {
        Picture wax = besideABoard(1, 0.3f);
        Picture stone = besideABoard(1, 0);
        double unit = H / 2.0 / (4 * Math.tan(Math.PI * 0.12));
        // The shadow lies from -1 to -0.2.
        int edge = MIDDLE + (int) Math.round(-0.2 * unit);
        int near = edge - (int) (0.1 * unit);
        int far = edge - (int) (0.4 * unit);
        int lit = edge + (int) (0.1 * unit);
        assertThat(stone.r()[near]).isZero();
        assertThat(wax.r()[near]).isBetween(0.02f, 0.3f);
        assertThat(wax.r()[far]).isZero();
        assertThat(wax.r()[lit]).isLessThan(0.97f * stone.r()[lit]);
        assertThat(wax.g()).isEqualTo(stone.g());
        double with = 0;
        double without = 0;
        for (int y = H / 3; y < 2 * H / 3; y++)
            for (int x = (int) (W / 2.0 - 1.4 * unit); x < W / 2.0; x++) {
                with += wax.r()[y * W + x];
                without += stone.r()[y * W + x];
            }
        assertThat(with).isCloseTo(without, within(0.04 * without));
    }

    @Test
    void anEvenlyLitFaceStaysAsItIs() {
        Picture wax = besideABoard(1, 0.3f);
        Picture stone = besideABoard(1, 0);
        double unit = H / 2.0 / (4 * Math.tan(Math.PI * 0.12));
        for (int x = (int) (W / 2.0 + 1.2 * unit); x < W / 2.0 + 1.6 * unit; x++)
            assertThat(wax.r()[H / 2 * W + x]).isCloseTo(stone.r()[H / 2 * W + x], within(1e-4f));
    }

    @Test
    void noLightComesThroughStoneNorWhereNoShadowTellsHowFarItHadToGo() {
        Scene stone = slab(0.2);
        stone.thing(0).material.deep = 0;
        assertThat(seen(stone).r()[MIDDLE]).isZero();
        Scene unknown = slab(0.2);
        unknown.lamp(0).shadow = false;
        assertThat(seen(unknown).r()[MIDDLE]).isZero();
    }

    @Test
    void aCoatOverBlackThrowsBackFourHundredthsOfTheSkyAndMoreAslant() {
        Scene scene = under(1);
        Matter m = scene.add(made("ball", Map.of("radius", Value.of(1), "detail", Value.of(48)))).material;
        m.red = m.green = m.blue = 0;
        m.shine = 0;
        m.roughness = 1;
        assertThat(seen(scene).r()[MIDDLE]).isZero();
        m.coat = 1;
        Picture out = seen(scene);
        assertThat(out.r()[MIDDLE]).isCloseTo(0.04f, within(0.01f));
        double unit = H / 2.0 / (4 * Math.tan(Math.PI * 0.12));
        assertThat(out.r()[H / 2 * W + (int) (W / 2.0 + 0.97 * unit)]).isGreaterThan(0.2f);
        m.coat = 0.5f;
        assertThat(seen(scene).r()[MIDDLE]).isCloseTo(out.r()[MIDDLE] / 2, within(1e-4f));
    }

    @Test
    void whiteUnderACoatGivesBackNoMoreThanTheSkyHasAndNotMuchLess() {
        Scene scene = under(0.5f);
        Matter m = scene.add(made("ball", Map.of("radius", Value.of(1), "detail", Value.of(48)))).material;
        m.red = m.green = m.blue = 1;
        m.roughness = 0.8f;
        m.coat = 1;
        Picture out = seen(scene);
        for (int i = 0; i < W * H; i++)
            if (out.a()[i] == 1) assertThat(out.r()[i]).isBetween(0.42f, 0.51f);
    }

    @Test
    void aCoatHasAHighlightOfItsOwnOverDullStuff() {
        Scene scene = under(0);
        Matter m = scene.add(made("ball", Map.of("radius", Value.of(1), "detail", Value.of(48)))).material;
        m.roughness = 1;
        LightSource sun = scene.lamp();
        sun.shadow = false;
        sun.z = 3;
        sun.lookAt(0, 0, 0);
        Picture bare = seen(scene);
        m.coat = 1;
        m.coatRoughness = 0.2f;
        Picture coated = seen(scene);
        int aside = MIDDLE + H / 4;
        assertThat(coated.r()[MIDDLE]).isGreaterThan(2 * bare.r()[MIDDLE]);
        assertThat(coated.r()[aside]).isLessThan(bare.r()[aside]);
    }
}
