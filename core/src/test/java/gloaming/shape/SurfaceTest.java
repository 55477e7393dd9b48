package gloaming.shape;

import static gloaming.shape.Solids.changed;
import static gloaming.shape.Solids.gives;
import static gloaming.shape.Solids.made;
import static gloaming.shape.Solids.normalsGoOutward;
import static gloaming.shape.Solids.step;
import static gloaming.shape.Solids.volume;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.scene.Scene;
import gloaming.scene.Thing;
import gloaming.step.Operation;
import java.util.Arrays;
import org.junit.jupiter.api.Test;

/** Surfaces divided, pushed, set again and again, laid flat and covered with points. */
class SurfaceTest {
    private final Moments frame = new Moments();

    private static double apart(Points p, int i, int j) {
        double x = p.at(Attribute.X, i) - p.at(Attribute.X, j);
        double y = p.at(Attribute.Y, i) - p.at(Attribute.Y, j);
        double z = p.at(Attribute.Z, i) - p.at(Attribute.Z, j);
        return Math.sqrt(x * x + y * y + z * z);
    }

    private static double nearest(Points points) {
        double least = Double.MAX_VALUE;
        for (int i = 0; i < points.n(); i++) for (int j = 0; j < i; j++) least = Math.min(least, apart(points, i, j));
        return least;
    }

    @Test
    void theCornersOfATetrahedronComeAQuarterAsFarOutAsLoopSays() {
        Shape solid = made("crystal", "faces", "4");
        Shape once = changed(solid, "subdivide", "times", 1);
        assertThat(once.triangles()).isEqualTo(16);
        double out = Math.hypot(Math.hypot(solid.x()[0], solid.y()[0]), solid.z()[0]);
        for (int i = 0; i < solid.corners(); i++) {
            assertThat(once.x()[i]).isCloseTo(solid.x()[i] / 4, within((float) out * 1e-5f));
            assertThat(once.y()[i]).isCloseTo(solid.y()[i] / 4, within((float) out * 1e-5f));
        }
        Shape round = changed(solid, "subdivide", "times", 4);
        normalsGoOutward(round);
        assertThat(volume(round)).isPositive().isLessThan(volume(solid));
    }

    @Test
    void aFlatSheetThatIsDividedStaysFlatAndItsKeptEdgesStayABlock() {
        Shape sheet = made("panel", "detail", 4);
        Shape divided = changed(sheet, "subdivide", "times", 2);
        float depth = sheet.z()[0];
        for (int i = 0; i < divided.corners(); i++) assertThat(divided.z()[i]).isCloseTo(depth, within(1e-6f));
        Shape block = made("block", "width", 1, "height", 1, "depth", 1);
        assertThat(volume(changed(block, "subdivide", "times", 3, "edges", "round")))
                .isLessThan(0.7);
        // Kept edges are borders of their faces, which are rounded at their corners alone and stay flat.
        Shape kept = changed(block, "subdivide", "times", 3, "edges", "kept");
        for (int i = 0; i < kept.corners(); i++) {
            double most = Math.max(Math.abs(kept.x()[i]), Math.max(Math.abs(kept.y()[i]), Math.abs(kept.z()[i])));
            assertThat(most).isCloseTo(0.5, within(1e-5));
        }
    }

    @Test
    void aPointPushesWhatIsNearAwayFromItselfAndNothingElse() {
        Shape sheet = made("panel", "width", 4, "height", 4, "detail", 40);
        Points point = new Points().n(1);
        point.column(Attribute.Z).constant(-0.2f);
        frame.reads.put("points", point);
        Operation<Shape, Shape, Object> push = step("push-by-points", "amount", 0.5, "reach", 1);
        Shape pushed = push.run(sheet, push.memory(), frame);
        float most = 0;
        for (int i = 0; i < pushed.corners(); i++) {
            double off = Math.hypot(pushed.x()[i], pushed.y()[i]);
            if (off > 1.6) assertThat(pushed.z()[i]).isZero();
            most = Math.max(most, pushed.z()[i]);
        }
        // Straight above the point: (1 - 0.2²)² of a half, as nearly all of it goes up.
        assertThat(most).isCloseTo(0.96f * 0.96f * 0.5f, within(0.01f));
        normalsGoOutward(pushed);
        frame.reads.clear();
        Shape alone = push.run(sheet, push.memory(), frame.next());
        assertThat(alone.z()[0]).isZero();
    }

    @Test
    void aRepeatedShapeGoesOnAsItBegan() {
        Shape block = made("block", "width", 0.1, "height", 0.1, "depth", 0.1);
        Shape row = changed(block, "repeat-shape", "count", 5, "x", 1, "size", 0.5);
        double each = Math.pow(0.1, 3);
        assertThat(volume(row)).isCloseTo(each * (1 - Math.pow(1 / 8.0, 5)) / (1 - 1 / 8.0), within(1e-6));
        normalsGoOutward(row);
        // Four quarter turns come back to where the first stands.
        Shape ring = changed(block, "repeat-shape", "count", 5, "x", 1, "turn", 0.25, "axis", "up");
        int n = block.corners();
        for (int i = 0; i < n; i++) {
            assertThat(ring.x()[4 * n + i]).isCloseTo(block.x()[i], within(1e-5f));
            assertThat(ring.z()[4 * n + i]).isCloseTo(block.z()[i], within(1e-5f));
        }
    }

    @Test
    void pointsThatLieApartAreMuchFartherFromOneAnotherThanDrawnOnes() {
        Shape ball = made("ball", "radius", 1, "detail", 24);
        Points drawn = gives(ball, "on-surface", "count", 800);
        Points even = gives(ball, "on-surface", "count", 800, "lie", "apart");
        // As far apart as so many could be on so much of a plane, at most.
        double ideal = Math.sqrt(2 / Math.sqrt(3) * 4 * Math.PI / 800);
        assertThat(nearest(even)).isGreaterThan(0.6 * ideal).isGreaterThan(4 * nearest(drawn));
        assertThat(even.n()).isEqualTo(800);
        // The first of them lie apart too.
        even.n(100);
        assertThat(nearest(even)).isGreaterThan(0.5 * Math.sqrt(8) * 0.6 * ideal);
    }

    @Test
    void pointsStayInTheirPlacesWhileTheSurfaceMovesAndGoAsFastAsIt() {
        for (String lie : new String[] {"drawn", "apart"}) {
            Shape ball = made("ball", "radius", 1, "detail", 16);
            Operation<Shape, Points, Object> on = step("on-surface", "count", 300, "lie", lie);
            Object memory = on.memory();
            Points first = new Points().copyFrom(on.run(ball, memory, frame.next()));
            Shape moved = new Shape().copyFrom(ball);
            for (int i = 0; i < moved.corners(); i++) {
                moved.x()[i] = 1.3f * moved.x()[i];
                moved.y()[i] += 0.1f;
            }
            Points then = on.run(moved.done(), memory, frame.next());
            for (int i = 0; i < 300; i++) {
                assertThat(then.at(Attribute.X, i)).isCloseTo(1.3f * first.at(Attribute.X, i), within(1e-5f));
                assertThat(then.at(Attribute.VY, i)).isCloseTo((float) (0.1 / frame.dt), within(1e-3f));
            }
            // A surface whose areas lie elsewhere is covered anew.
            Shape other = new Shape().copyFrom(ball);
            for (int i = 0; i < other.corners(); i++) if (other.x()[i] > 0) other.x()[i] *= 20;
            Points anew = on.run(other.done(), memory, frame.next());
            int far = 0;
            for (int i = 0; i < 300; i++) if (anew.at(Attribute.X, i) > 0) far++;
            assertThat(far).isGreaterThan(240);
        }
    }

    @Test
    void pointsAlongTheEdgesOfABlockLieOnThem() {
        Shape block = made("block", "width", 1, "height", 1, "depth", 1, "detail", 3);
        Points points = gives(block, "on-surface", "where", "edges", "count", 240);
        assertThat(points.n()).isEqualTo(240);
        int[] along = new int[3];
        for (int i = 0; i < points.n(); i++) {
            Attribute[] axes = {Attribute.X, Attribute.Y, Attribute.Z};
            int outer = 0;
            int inner = 0;
            for (int k = 0; k < 3; k++) {
                if (Math.abs(Math.abs(points.at(axes[k], i)) - 0.5) < 1e-5) outer++;
                else inner = k;
            }
            assertThat(outer).isGreaterThanOrEqualTo(2);
            along[inner]++;
        }
        assertThat(Arrays.stream(along).min().orElse(0)).isGreaterThan(70);
        Points none = gives(made("ball", "detail", 20), "on-surface", "where", "edges");
        assertThat(none.n()).isZero();
    }

    @Test
    void pointsAreLeftOutWhereThePictureIsDark() {
        Picture half = new Picture(16, 16).fill(1, 1, 1, 1);
        for (int y = 0; y < 16; y++)
            for (int x = 0; x < 8; x++) for (int c = 0; c < 3; c++) half.plane(c)[16 * y + x] = 0;
        frame.reads.put("light", half);
        Operation<Shape, Points, Object> on = step("on-surface", "count", 2000);
        Points points = on.run(made("panel"), on.memory(), frame);
        assertThat(points.n()).isBetween(900, 1100);
        for (int i = 0; i < points.n(); i++)
            assertThat(points.column("u").at(i)).isGreaterThan(0.46f);
    }

    @Test
    void aSceneBecomesOneShapeInItsColoursAlsoWhereItIsMirrored() {
        Scene scene = new Scene().clear();
        Thing thing = scene.add(made("block", "width", 1, "height", 1, "depth", 1));
        thing.move[0] = -2;
        thing.move[3] = 5;
        thing.material.red = 0.25f;
        Operation<Scene, Shape, Object> make = step("shape-from-scene");
        Object memory = make.memory();
        Shape shape = make.run(scene, memory, frame);
        assertThat(volume(shape)).isCloseTo(2, within(1e-4));
        normalsGoOutward(shape);
        assertThat(shape.middle(0)).isEqualTo(5);
        assertThat(shape.red()[3]).isEqualTo(0.25f);
        long stamp = shape.stamp();
        assertThat(make.run(scene, memory, frame.next()).stamp()).isEqualTo(stamp);
        thing.move[3] = 6;
        assertThat(make.run(scene, memory, frame.next()).middle(0)).isEqualTo(6);
    }

    @Test
    void aSurfaceLaidFlatHasThePlacesThatLieThere() {
        Shape panel = made("panel", "width", 2, "height", 2);
        Picture flat = gives(panel, "unrolled-surface", "shows", "place");
        for (int i : new int[] {0, 45 * 160 + 80, 160 * 90 - 1}) {
            float x = (i % 160 + 0.5f) / 160;
            float y = (i / 160 + 0.5f) / 90;
            assertThat(flat.a()[i]).isEqualTo(1);
            assertThat(flat.r()[i]).isCloseTo(2 * x - 1, within(1e-4f));
            assertThat(flat.g()[i]).isCloseTo(2 * y - 1, within(1e-4f));
        }
    }
}
