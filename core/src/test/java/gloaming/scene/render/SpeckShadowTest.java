package gloaming.scene.render;

import static gloaming.scene.render.Shapes.made;
import static gloaming.scene.render.Shapes.under;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.look.Value;
import gloaming.scene.LightSource;
import gloaming.scene.Scene;
import gloaming.scene.Specks;
import gloaming.scene.Thing;
import java.util.Arrays;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The shadows of dots and lines: as large, as dark and as many as what throws them says. */
class SpeckShadowTest {
    private static final int W = 320;
    private static final int H = 180;
    private static final double HIGH = 6;
    private static final Crew ALONE = new Crew(1);
    private static final Crew TWO = new Crew(2);

    @AfterAll
    static void rest() {
        ALONE.close();
        TWO.close();
    }

    /** A wide floor under a small sun straight above it. */
    private static Scene floor() {
        Scene scene = under(0);
        LightSource sun = scene.lamp();
        sun.y = 3;
        sun.wide = 0;
        sun.lookAt(0, 0, 0);
        Thing floor =
                scene.add(made("block", Map.of("width", Value.of(8), "height", Value.of(0.1), "depth", Value.of(8))));
        floor.move[7] = -0.05f;
        return scene;
    }

    private static Specks dots(int n, double radius) {
        Specks dots = new Specks().room(n);
        Arrays.fill(dots.radius, (float) radius);
        Arrays.fill(dots.colour, 1);
        dots.shadow = 1;
        return dots;
    }

    private static void put(Specks specks, int i, double x, double y, double z) {
        for (float[] end : new float[][] {specks.from, specks.to}) {
            end[3 * i] = (float) x;
            end[3 * i + 1] = (float) y;
            end[3 * i + 2] = (float) z;
        }
    }

    /** Seen from straight above, without what is drawn of the specks themselves: they stand behind the eye. */
    private static Picture fromAbove(Scene scene, Crew crew) {
        Renderer renderer = new Renderer();
        renderer.view().camera(0, 0.25, HIGH, 0.12, 0, 0, 0, false, W, H);
        return renderer.draw(scene, 1, 1_024, new Picture(W, H), crew);
    }

    /** Square units of the floor, as seen from above, that the light does not reach. */
    private static double dark(Scene scene) {
        Picture with = fromAbove(scene, ALONE);
        Picture without = fromAbove(floor(), ALONE);
        double unit = 2 * HIGH * Math.tan(Math.PI * 0.12) / H;
        double sum = 0;
        for (int i = 0; i < W * H; i++) if (without.r()[i] > 0) sum += 1 - with.r()[i] / without.r()[i];
        return sum * unit * unit;
    }

    @Test
    void aDotsShadowIsAsLargeAsItIs() {
        for (double radius : new double[] {0.1, 0.4}) {
            Scene scene = floor();
            Specks dot = dots(1, radius);
            put(dot, 0, 0.3, HIGH + 2, -0.2);
            scene.add(dot);
            assertThat(dark(scene) / (Math.PI * radius * radius)).isCloseTo(1, within(0.06));
        }
    }

    @Test
    void aLinesShadowIsAsLongAndAsThickAsItIs() {
        Scene scene = floor();
        Specks line = dots(1, 0.04);
        put(line, 0, -0.8, HIGH + 2, 0);
        line.to[0] = 0.8f;
        line.to[2] = 0.5f;
        scene.add(line);
        assertThat(dark(scene) / (0.08 * Math.hypot(1.6, 0.5) + Math.PI * 0.04 * 0.04))
                .isCloseTo(1, within(0.08));
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.25, 0.5, 0.8})
    void whatIsSeeThroughKeepsSoMuchOfTheLight(double cover) {
        Scene scene = floor();
        Specks dot = dots(1, 0.5);
        dot.colour[3] = (float) cover;
        put(dot, 0, 0, HIGH + 2, 0);
        scene.add(dot);
        assertThat(dark(scene) / (Math.PI * 0.25)).isCloseTo(cover, within(0.04));
        dot.colour[3] = 1;
        scene.specks(0).shadow = (float) cover;
        assertThat(dark(scene) / (Math.PI * 0.25)).isCloseTo(cover, within(0.04));
    }

    @Test
    void dustThinnerThanATexelDarkensAsMuchAsItCovers() {
        int n = 20_000;
        double radius = 0.002;
        Scene scene = floor();
        Specks dust = dots(n, radius);
        SplittableRandom any = new SplittableRandom(5);
        for (int i = 0; i < n; i++)
            put(dust, i, any.nextDouble(-1, 1), HIGH + 2 + any.nextDouble(), any.nextDouble(-1, 1));
        scene.add(dust);
        // Of four square units, so much is left where so many lie by chance.
        assertThat(dark(scene)).isCloseTo(4 * (1 - Math.exp(-n * Math.PI * radius * radius / 4)), within(0.02));
    }

    @Test
    void aDotDoesNotStandInItsOwnLightButInThatOfTheNextOne() {
        float alone = lit(dots(1, 0.3), 0);
        assertThat(lit(dots(1, 0.3), 1)).isEqualTo(alone);
        Specks two = dots(2, 0.3);
        put(two, 1, 0, 1, 0);
        assertThat(lit(two, 1)).isLessThan(0.3f * alone);
    }

    /** How bright a lit dot in the middle is, whose neighbours throw shadows or not. */
    private static float lit(Specks dots, float shadow) {
        Scene scene = floor();
        scene.thing(0).move[7] = -2;
        dots.lit = 1;
        dots.shadow = shadow;
        scene.add(dots);
        Renderer renderer = new Renderer();
        renderer.view().camera(0, 0, HIGH, 0.12, 0, 0, 0, false, W, H);
        Picture out = renderer.draw(scene, 1, 1_024, new Picture(W, H), ALONE);
        return out.r()[out.at(H / 2) + W / 2];
    }

    @Test
    void nothingChangesWhereNoneIsThrownAndAllIsTheSameWithOneThreadAndTwo() {
        Scene scene = floor();
        Specks dots = dots(3_000, 0.02);
        SplittableRandom any = new SplittableRandom(9);
        for (int i = 0; i < dots.n; i++)
            put(dots, i, any.nextDouble(-1, 1), any.nextDouble(0.1, 2), any.nextDouble(-1, 1));
        dots.shadow = 0.7f;
        dots.soft = 0.5f;
        scene.add(dots);
        LightSource lamp = scene.lamp();
        lamp.form = LightSource.Form.LAMP;
        lamp.y = 1.2f;
        Picture one = fromAbove(scene, ALONE);
        Picture two = fromAbove(scene, TWO);
        for (int c = 0; c < 4; c++) assertThat(two.plane(c)).isEqualTo(one.plane(c));
        // A renderer that has drawn shadows of dots forgets them when they throw none any more.
        Renderer renderer = new Renderer();
        renderer.view().camera(0, 0.25, HIGH, 0.12, 0, 0, 0, false, W, H);
        Scene bare = floor();
        Picture never = renderer.draw(bare, 1, 512, new Picture(W, H), ALONE);
        bare.add(dots);
        Picture shaded = renderer.draw(bare, 1, 512, new Picture(W, H), ALONE);
        bare.specks(0).n = 0;
        assertThat(shaded.r()).isNotEqualTo(never.r());
        assertThat(renderer.draw(bare, 1, 512, new Picture(W, H), ALONE).r()).isEqualTo(never.r());
    }

    @Test
    void oddDotsThrowNothingThatIsNoNumber() {
        Scene scene = floor();
        Specks odd = dots(6, 0.2);
        for (int i = 0; i < 18; i++) odd.from[i] = i % 5 == 0 ? Float.NaN : i % 4 == 0 ? 1e30f : i % 3;
        for (int i = 0; i < 18; i++) odd.to[i] = i % 7 == 0 ? Float.NEGATIVE_INFINITY : 0.1f * i;
        odd.radius[1] = Float.NaN;
        odd.radius[2] = 1e9f;
        odd.colour[15] = Float.NaN;
        scene.add(odd);
        LightSource inside = scene.lamp();
        inside.form = LightSource.Form.LAMP;
        for (float v : fromAbove(scene, TWO).r()) assertThat(v).isFinite();
    }
}
