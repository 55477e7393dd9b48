package gloaming.scene.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import gloaming.flow.MapLaying;
import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.flow.SurfaceMap;
import gloaming.scene.LightSource;
import gloaming.scene.Matter;
import gloaming.scene.Scene;
import java.util.Arrays;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.Test;

/** Pictures that lie on a thing, each in its own way: a square of two by two units, seen straight on from edge to edge. */
class LaidMapsTest {
    private static final int SIDE = 64;
    private static final Crew ALONE = new Crew(1);

    private final Scene scene = new Scene().clear();
    private final Matter m = scene.add(square()).material;

    @AfterAll
    static void rest() {
        ALONE.close();
    }

    /** Texture places as it lies; the second set is turned a quarter: across goes up and up goes to the left. */
    private static Shape square() {
        Shape s = new Shape();
        for (int i = 0; i < 4; i++) {
            int u = i == 1 || i == 2 ? 1 : 0;
            int v = i / 2;
            s.corner(2 * u - 1, 2 * v - 1, 0, 0, 0, 1, u, v);
            s.give(Shape.SECOND_U)[i] = v;
            s.give(Shape.SECOND_V)[i] = 1 - u;
        }
        s.square(0, 1, 2, 3);
        return s.done();
    }

    private Picture drawn() {
        Arrays.fill(scene.sky().above, 0);
        Arrays.fill(scene.sky().horizon, 0);
        Arrays.fill(scene.sky().below, 0);
        scene.sky().set = true;
        Renderer renderer = new Renderer();
        renderer.view().camera(0, 0, 1 / Math.tan(Math.PI * 0.12), 0.12, 0, 0, 0, true, SIDE, SIDE);
        return renderer.draw(scene, 1, 64, new Picture(SIDE, SIDE), ALONE);
    }

    /** The middle of a quarter: 0 left below, 1 right below, 2 left above, 3 right above. */
    private static int quarter(int q) {
        return (SIDE / 4 + q / 2 * SIDE / 2) * SIDE + SIDE / 4 + q % 2 * SIDE / 2;
    }

    /** A picture whose four quarters have the light 1, 2, 3 and 4. */
    private static Picture numbered() {
        Picture picture = new Picture(32, 32);
        for (int i = 0; i < 32 * 32; i++) {
            float light = 1 + (i % 32 < 16 ? 0 : 1) + (i / 32 < 16 ? 0 : 2);
            picture.r()[i] = light;
            picture.a()[i] = 1;
        }
        return picture;
    }

    private void sees(MapLaying how, double... quarters) {
        m.model = Matter.Model.UNLIT;
        m.red = 1;
        m.repeats = true;
        m.lay(SurfaceMap.COLOUR, numbered(), how);
        Picture out = drawn();
        for (int q = 0; q < 4; q++) assertThat((double) out.r()[quarter(q)]).isCloseTo(quarters[q], within(1e-3));
    }

    @Test
    void aPictureLiesByTheFirstSetWhereNothingElseIsSaid() {
        sees(MapLaying.PLAIN, 1, 2, 3, 4);
    }

    @Test
    void aPictureLiesByTheSecondSetWhereItsLayingSaysSo() {
        // Left below has the place 0, 1, which is above on the left of the picture.
        sees(new MapLaying(true, 1, 0, 0, 0, 1, 0), 3, 1, 4, 2);
    }

    @Test
    void aPictureIsMovedTurnedAndRepeatedByItsOwnLaying() {
        sees(new MapLaying(false, 1, 0, 0.5f, 0, 1, 0), 2, 1, 4, 3);
        sees(new MapLaying(false, 0, 1, 0, -1, 0, 1), 3, 1, 4, 2);
        // Twice across: each quarter's middle lies where two halves meet, so it is looked at aside from there.
        sees(new MapLaying(false, 2, 0, 0.25f, 0, 1, 0), 2, 2, 4, 4);
    }

    @Test
    void twoPicturesOfOneMatterEachLieInTheirOwnWay() {
        m.model = Matter.Model.UNLIT;
        m.red = 1;
        m.repeats = true;
        m.glowRed = 1;
        Picture picture = numbered();
        m.lay(SurfaceMap.COLOUR, picture);
        m.lay(SurfaceMap.GLOW, picture, new MapLaying(true, 1, 0, 0, 0, 1, 0));
        Picture out = drawn();
        for (int q = 0; q < 4; q++)
            assertThat((double) out.r()[quarter(q)]).isCloseTo(1 + q + new int[] {3, 1, 4, 2}[q], within(1e-3));
    }

    /** How bright the middle is under a sun from a direction, with a picture of normals that lean a way by an angle. */
    private double under(double sunX, double sunY, double leanX, double leanY, MapLaying how) {
        m.model = Matter.Model.LIT;
        m.red = m.green = m.blue = 1;
        m.shine = 0;
        m.repeats = true;
        Picture leaning = new Picture(4, 4);
        double up = Math.sqrt(1 - leanX * leanX - leanY * leanY);
        for (int i = 0; i < 16; i++) {
            leaning.r()[i] = (float) (0.5 + leanX / 2);
            leaning.g()[i] = (float) (0.5 + leanY / 2);
            leaning.b()[i] = (float) (0.5 + up / 2);
            leaning.a()[i] = 1;
        }
        m.lay(SurfaceMap.NORMAL, leaning, how);
        LightSource sun = scene.lamps() == 0 ? scene.lamp() : scene.lamp(0);
        sun.shadow = false;
        sun.x = (float) sunX;
        sun.y = (float) sunY;
        sun.z = 1;
        sun.lookAt(0, 0, 0);
        return drawn().r()[quarter(0)];
    }

    @Test
    void aNormalOfAPictureLeansInTheFrameInWhichThatPictureLies() {
        double lean = Math.sin(Math.PI / 6);
        double fifteen = Math.cos(Math.PI / 4 - Math.PI / 6);
        double half = Math.sqrt(0.5);
        // Towards the sun it is fifteen degrees aside of it; leaning aside of both it has the product of two cosines.
        assertThat(under(1, 0, lean, 0, MapLaying.PLAIN)).isCloseTo(fifteen, within(1e-3));
        assertThat(under(0, 1, 0, lean, MapLaying.PLAIN)).isCloseTo(fifteen, within(1e-3));
        assertThat(under(0, 1, lean, 0, MapLaying.PLAIN)).isCloseTo(half * Math.cos(Math.PI / 6), within(1e-3));
        // In the second set across goes up.
        MapLaying second = new MapLaying(true, 1, 0, 0, 0, 1, 0);
        assertThat(under(0, 1, lean, 0, second)).isCloseTo(fifteen, within(1e-3));
        assertThat(under(-1, 0, 0, lean, second)).isCloseTo(fifteen, within(1e-3));
        // Turned by its laying: across of the picture goes up here.
        MapLaying turned = new MapLaying(false, 0, 1, 0, -1, 0, 1);
        assertThat(under(0, 1, lean, 0, turned)).isCloseTo(fifteen, within(1e-3));
        // However often it lies there.
        MapLaying often = new MapLaying(false, 5, 0, 0, 0, 3, 0);
        assertThat(under(1, 0, lean, 0, often)).isCloseTo(fifteen, within(1e-3));
    }

    /** Under a sun that shines straight on it: dull stuff of some lightness under a clear coat. */
    private void coated(float lightness) {
        m.model = Matter.Model.LIT;
        m.red = m.green = m.blue = lightness;
        m.shine = 0;
        m.coat = 1;
        m.coatRoughness = 0.2f;
        LightSource sun = scene.lamp();
        sun.shadow = false;
        sun.z = 1;
        sun.lookAt(0, 0, 0);
    }

    @Test
    void aCoatIsWhereItsPictureSaysAndAsRoughAsTheOtherOneSays() {
        coated(0.2f);
        float whole = drawn().r()[quarter(0)];
        m.lay(SurfaceMap.COAT, new Picture(2, 2).fill(0, 0, 0, 1));
        float none = drawn().r()[quarter(0)];
        assertThat((double) none).isCloseTo(0.2, within(1e-3));
        assertThat(whole).isGreaterThan(1.5f * none);
        m.lay(SurfaceMap.COAT, null);
        m.lay(SurfaceMap.COAT_ROUGH, new Picture(2, 2).fill(0.5f, 0.5f, 0.5f, 1));
        float smooth = drawn().r()[quarter(0)];
        m.lay(SurfaceMap.COAT_ROUGH, null);
        m.coatRoughness = 0.1f;
        assertThat(drawn().r()[quarter(0)]).isCloseTo(smooth, within(1e-3f * smooth));
    }

    @Test
    void aCoatLiesApartFromWhatIsBentUnderItWhereItsMatterSaysSo() {
        coated(0);
        int middle = SIDE / 2 * SIDE + SIDE / 2;
        float plain = drawn().r()[middle];
        // Thirty degrees aside: what is thrown back goes past the eye.
        Picture bent = new Picture(2, 2).fill(0.75f, 0.5f, 0.5f + 0.25f * (float) Math.sqrt(3), 1);
        m.lay(SurfaceMap.NORMAL, bent);
        float follows = drawn().r()[middle];
        m.coatApart = true;
        assertThat(drawn().r()[middle]).isCloseTo(plain, within(1e-4f * plain));
        assertThat(follows).isLessThan(0.2f * plain);
        // Bent by its own picture, over what is even: as if it followed.
        m.lay(SurfaceMap.NORMAL, null);
        m.lay(SurfaceMap.COAT_NORMAL, bent);
        assertThat(drawn().r()[middle]).isCloseTo(follows, within(1e-4f * plain));
        // What lies under it is lit as it faces itself: as with no bend at all, but for what the coat takes.
        m.red = 0.5f;
        m.coat = 1e-6f;
        float bare = drawn().r()[middle];
        m.lay(SurfaceMap.COAT_NORMAL, null);
        m.coat = 0;
        assertThat(bare).isCloseTo(drawn().r()[middle], within(1e-4f));
    }
}
