package gloaming.shape;

import static gloaming.shape.Solids.volume;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.Moments;
import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.look.Value;
import gloaming.shape.outline.Outlines;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Operation;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;

/** Solids drawn out of pictures. */
class ExtrudeTest {
    private static Picture drawn(int width, int height, java.util.function.DoubleBinaryOperator cover) {
        Picture picture = new Picture(width, height);
        for (int y = 0; y < height; y++)
            for (int x = 0; x < width; x++)
                picture.a()[y * width + x] = (float) Math.clamp(cover.applyAsDouble(x + 0.5, y + 0.5), 0, 1);
        return picture;
    }

    private static Shape extruded(Picture picture, Object... settings) {
        return Solids.changed(picture, "extrude", settings);
    }

    /** How far a place lies within a round disc, with an edge as soft as a pixel. */
    private static double disc(double x, double y, double cx, double cy, double r) {
        return r - Math.hypot(x - cx, y - cy) + 0.5;
    }

    @Test
    void aRingHoldsWhatTheFormulaSaysAndItsHoleIsOpen() {
        Picture ring = drawn(200, 100, (x, y) -> Math.min(disc(x, y, 100, 50, 40), 1 - disc(x, y, 100, 50, 20)));
        Shape s = extruded(ring, "depth", 0.4, "bevel", 0, "exact", 0.1);
        // A pixel is 0.02 units.
        double expected = Math.PI * (0.8 * 0.8 - 0.4 * 0.4) * 0.4;
        assertThat(volume(s)).isCloseTo(expected, within(0.01 * expected));
        Shape rounded = extruded(ring, "depth", 0.4, "bevel", 0.1, "exact", 0.1);
        assertThat(volume(rounded)).isBetween(0.85 * expected, 0.99 * expected);
    }

    @Test
    void thinPlacesAreRoundedLessAndNothingTurnsInsideOut() {
        Picture bar = drawn(200, 100, (x, y) -> Math.min(Math.min(x - 20, 180 - x), Math.min(y - 48, 52 - y)));
        Shape s = extruded(bar, "depth", 1, "bevel", 0.5);
        assertThat(volume(s)).isPositive();
        for (int i = 0; i < s.corners(); i++) assertThat(Math.abs(s.y()[i])).isLessThan(0.06f);
    }

    @Test
    void loopsCloseAndHolesRunTheOtherWayInAnyPicture() {
        SplittableRandom any = new SplittableRandom(5);
        for (int round = 0; round < 30; round++) {
            int w = any.nextInt(1, 40);
            int h = any.nextInt(1, 40);
            float[] plane = new float[w * h];
            double inside = 0;
            for (int i = 0; i < plane.length; i++) {
                plane[i] = any.nextInt(9) == 0 ? Float.NaN : any.nextInt(2);
                if (plane[i] > 0.5f) inside++;
            }
            List<Outlines.Loop> loops = new Outlines().of(plane, w, h, 0.5f, 0.01);
            double area = 0;
            for (Outlines.Loop loop : loops) {
                assertThat(loop.n()).isGreaterThanOrEqualTo(3);
                area += loop.area() / 2;
            }
            assertThat(area).isBetween(-1.0, 1.0 * w * h);
            assertThat(inside).isLessThanOrEqualTo(w * h);
        }
    }

    @Test
    void anUnchangedPictureKeepsItsSolid() {
        Description description = Catalogue.all().find("extrude");
        @SuppressWarnings("unchecked")
        Operation<Picture, Shape, Object> step =
                (Operation<Picture, Shape, Object>) description.make(description.arguments(Map.of()));
        Object memory = step.memory();
        Picture disc = drawn(60, 60, (x, y) -> disc(x, y, 30, 30, 20));
        long stamp = step.run(disc, memory, new Moments()).stamp();
        assertThat(step.run(disc, memory, new Moments()).stamp()).isEqualTo(stamp);
        disc.a()[30 * 60 + 30] = 0;
        assertThat(step.run(disc, memory, new Moments()).stamp()).isNotEqualTo(stamp);
    }

    @Test
    void anEmptyPictureGivesNoTriangles() {
        assertThat(extruded(new Picture(16, 16)).triangles()).isZero();
    }

    @Test
    void anOutlineThatIsTooLongIsSaidInEveryFrameAndTheSolidStaysAsItWas() {
        Description description = Catalogue.all().find("extrude");
        @SuppressWarnings("unchecked")
        Operation<Picture, Shape, Object> step = (Operation<Picture, Shape, Object>)
                description.make(description.arguments(Map.of("exact", Value.of(0.1))));
        Object memory = step.memory();
        Moments frame = new Moments();
        Shape disc = step.run(drawn(400, 400, (x, y) -> disc(x, y, 200, 200, 90)), memory, frame);
        int triangles = disc.triangles();
        assertThat(triangles).isPositive();
        Picture noise = drawn(400, 400, (x, y) -> ((int) x / 2 + (int) y / 2) % 2);
        for (int k = 0; k < 3; k++) {
            frame.troubles.clear();
            assertThat(step.run(noise, memory, frame).triangles()).isEqualTo(triangles);
            assertThat(frame.troubles)
                    .singleElement()
                    .asString()
                    .contains("goes on as it was: its outline has more than");
        }
    }
}
