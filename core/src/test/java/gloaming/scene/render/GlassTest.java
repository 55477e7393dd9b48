package gloaming.scene.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.scene.Matrix;
import gloaming.scene.Matter;
import gloaming.scene.Scene;
import gloaming.scene.Specks;
import gloaming.scene.Thing;
import java.util.Arrays;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What is seen through glass, and through several of them. */
class GlassTest {
    private static final int W = 160;
    private static final int H = 90;
    private static final int MIDDLE = H / 2 * W + W / 2;
    private static final Crew ALONE = new Crew(1);

    @AfterAll
    static void rest() {
        ALONE.close();
    }

    private static Thing sheet(Scene scene, double half, double z, float red, float green, float blue) {
        Thing sheet = scene.add(Shapes.wall(half));
        sheet.move[11] = (float) z;
        sheet.material.model = Matter.Model.UNLIT;
        sheet.material.red = red;
        sheet.material.green = green;
        sheet.material.blue = blue;
        return sheet;
    }

    /** One that bends nothing and throws nothing back. */
    private static Thing pane(Scene scene, double z, float red, float green, float blue) {
        Thing pane = sheet(scene, 0.5, z, red, green, blue);
        pane.material.model = Matter.Model.GLASS;
        pane.material.shine = 0;
        pane.material.roughness = 0;
        return pane;
    }

    private static void camera(Renderer renderer) {
        renderer.view().camera(0, 0, 4, 0.125, 0, 0, 0, false, W, H);
    }

    private static Picture drawn(Scene scene, Crew crew) {
        Renderer renderer = new Renderer();
        camera(renderer);
        return renderer.draw(scene, 1, 64, new Picture(W, H), crew);
    }

    private static void middle(Picture out, double red, double green, double blue) {
        assertThat(out.r()[MIDDLE]).isCloseTo((float) red, within(0.005f));
        assertThat(out.g()[MIDDLE]).isCloseTo((float) green, within(0.005f));
        assertThat(out.b()[MIDDLE]).isCloseTo((float) blue, within(0.005f));
    }

    @Test
    void throughClearGlassThatBendsNothingIsSeenWhatIsBehindAndThroughATintedOneLessOfIt() {
        Scene scene = Shapes.under(0);
        Thing back = scene.add(Shapes.wall(4));
        back.move[11] = -1;
        back.material.model = Matter.Model.UNLIT;
        back.material.red = 0.8f;
        back.material.green = 0.4f;
        Thing pane = pane(scene, 0, 1, 0.5f, 1);
        Renderer renderer = new Renderer();
        camera(renderer);
        Picture out = renderer.draw(scene, 1, 64, new Picture(W, H), ALONE);
        int middle = H / 2 * W + W / 2;
        assertThat(out.r()[middle]).isCloseTo(0.8f, within(0.005f));
        assertThat(out.g()[middle]).isCloseTo(0.2f, within(0.005f));
        assertThat(out.g()[H / 2 * W + 2]).isCloseTo(0.4f, within(0.005f));
        // Bent, a pane that is turned shows what lies beside: a white stripe comes over.
        Thing stripe = scene.add(Shapes.wall(0.2));
        stripe.move[3] = 0.5f;
        stripe.move[11] = -0.9f;
        stripe.material.model = Matter.Model.UNLIT;
        stripe.material.red = stripe.material.green = stripe.material.blue = 1;
        Matrix.pose(pane.move, 1, 0, 0, -0.08, 0, 0, 0);
        pane.material.bend = 1.5f;
        camera(renderer);
        Picture bent = renderer.draw(scene, 1, 64, new Picture(W, H), ALONE);
        pane.material.bend = 0;
        camera(renderer);
        Picture straight = renderer.draw(scene, 1, 64, new Picture(W, H), ALONE);
        double most = 0;
        for (int i = 0; i < W * H; i++) most = Math.max(most, Math.abs(bent.b()[i] - straight.b()[i]));
        assertThat(most).isGreaterThan(0.25);
    }

    @ParameterizedTest
    @CsvSource({"0, 1", "1, 0"})
    void throughOneGlassAnotherIsSeenWhicheverWasSetUpFirst(double one, double other) {
        Scene scene = Shapes.under(0);
        sheet(scene, 4, -1, 0.8f, 0.8f, 0.8f);
        pane(scene, one, 1, 0.5f, 1);
        pane(scene, other, 0.25f, 1, 1);
        middle(drawn(scene, ALONE), 0.2, 0.4, 0.8);
    }

    @Test
    void throughGlassAFilmThatIsSeenThroughIsSeen() {
        Scene scene = Shapes.under(0);
        sheet(scene, 4, -1, 0.8f, 0.8f, 0.8f);
        sheet(scene, 0.5, 0, 1, 0, 0).material.cover = 0.5f;
        pane(scene, 1, 0.5f, 0.5f, 1);
        middle(drawn(scene, ALONE), 0.45, 0.2, 0.4);
    }

    @Test
    void aFilmBeforeTwoGlassesLiesOverBoth() {
        Scene scene = Shapes.under(0);
        sheet(scene, 0.5, 1.5, 1, 0, 0).material.cover = 0.5f;
        sheet(scene, 4, -1, 0.8f, 0.8f, 0.8f);
        pane(scene, 0, 1, 0.5f, 1);
        pane(scene, 1, 1, 1, 0.5f);
        middle(drawn(scene, ALONE), 0.9, 0.2, 0.2);
    }

    /** Of so many in a row six are seen through one another; the nearest is always there. */
    @ParameterizedTest
    @ValueSource(ints = {2, 5, 6, 7, 9})
    void sixGlassesAreSeenThroughOneAnother(int panes) {
        Scene scene = Shapes.under(0);
        sheet(scene, 4, -1, 0.8f, 0.8f, 0.8f);
        for (int i = 0; i < panes; i++) pane(scene, 0.2 * i, 0.7f, 1, i == panes - 1 ? 0.5f : 1);
        middle(drawn(scene, ALONE), 0.8 * Math.pow(0.7, Math.min(6, panes)), 0.8, 0.4);
    }

    @Test
    void aCopyBehindAnotherOfTheSameThingIsSeenThroughIt() {
        Scene scene = Shapes.under(0);
        sheet(scene, 4, -1, 0.8f, 0.8f, 0.8f);
        Thing panes = pane(scene, 0, 0.5f, 1, 1);
        panes.copies = 2;
        panes.at = new float[2 * Thing.FLOATS];
        for (int c = 0; c < 2; c++) {
            for (int k = 0; k < Thing.FLOATS; k++)
                panes.at[c * Thing.FLOATS + k] = k % 5 == 0 || k >= Matrix.SIZE ? 1 : 0;
            panes.at[c * Thing.FLOATS + 11] = c;
        }
        middle(drawn(scene, ALONE), 0.2, 0.8, 0.8);
    }

    @ParameterizedTest
    @CsvSource({"0, 0.5", "1, 1"})
    void aDotBehindGlassIsTintedByItAndOneBeforeItIsNot(double z, double left) {
        Scene scene = Shapes.under(0);
        sheet(scene, 4, -1, 0, 0, 0);
        pane(scene, 0.5, 0.5f, 0.5f, 0.5f);
        Specks dot = new Specks().room(1);
        dot.from[2] = dot.to[2] = (float) z;
        dot.radius[0] = 0.2f;
        Arrays.fill(dot.colour, 1);
        scene.add(dot);
        middle(drawn(scene, ALONE), left, left, left);
    }

    @Test
    void glassesAreTheSameToTheBitWithTwoThreads() {
        Scene scene = Shapes.under(0.3f);
        sheet(scene, 4, -1, 0.8f, 0.4f, 0.1f);
        for (int i = 0; i < 5; i++) {
            Thing pane = pane(scene, 0.3 * i, 0.9f, 0.8f, 1);
            Matrix.pose(pane.move, 1, 0.03 * i, 0.02 * i, 0, 0.1 * i - 0.2, 0, 0.3 * i);
            pane.material.bend = 0.8f;
            pane.material.shine = 0.06f;
            pane.material.roughness = 0.2f * (i % 2);
        }
        try (Crew two = new Crew(2)) {
            Picture one = drawn(scene, ALONE);
            Picture other = drawn(scene, two);
            for (int c = 0; c < 4; c++) assertThat(one.plane(c)).isEqualTo(other.plane(c));
        }
    }
}
