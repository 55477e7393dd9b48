package gloaming.shape;

import static gloaming.shape.Solids.changed;
import static gloaming.shape.Solids.made;
import static gloaming.shape.Solids.normalsGoOutward;
import static gloaming.shape.Solids.step;
import static gloaming.shape.Solids.volume;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.look.Value;
import gloaming.shape.change.Places;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Operation;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Shapes by what geometry says of them. */
class ShapesTest {
    @Test
    void solidsHoldWhatTheirFormulasSayAndTheirNormalsGoOutward() {
        holds(made("block", "width", 0.5, "height", 1, "depth", 2, "detail", 3), 1, 1e-5);
        holds(made("ball", "radius", 1, "detail", 40), 4 * Math.PI / 3, 0.01);
        holds(made("ball", "radius", 1, "detail", 20, "parts", "even"), 4 * Math.PI / 3, 0.03);
        holds(made("cone", "below", 0.5, "above", 0.5, "height", 2, "sides", 200), Math.PI / 2, 0.001);
        holds(made("cone", "below", 0.6, "above", 0, "height", 1, "sides", 200, "detail", 4), Math.PI * 0.12, 0.001);
        holds(made("cone", "below", 1, "above", 1, "height", 1, "sides", 4), 2, 1e-5);
        holds(made("capsule", "radius", 0.5, "length", 1, "detail", 40), Math.PI / 4 + Math.PI / 6, 0.01);
        holds(made("hoop", "radius", 1, "bar", 0.25, "round", 300, "detail", 80), 2 * Math.PI * Math.PI / 16, 0.01);
        // A box with round edges is the box within and a ball rolled round it (Steiner's formula).
        double h = 0.3;
        double steiner =
                Math.pow(2 * h, 3) + 6 * 4 * h * h * 0.2 + 3 * Math.PI * 0.04 * 2 * h + 4 * Math.PI / 3 * 0.008;
        holds(made("block", "width", 1, "height", 1, "depth", 1, "rounding", 0.4), steiner, 0.01);
    }

    private static void holds(Shape shape, double volume, double part) {
        assertThat(volume(shape)).isCloseTo(volume, within(volume * part + 1e-6));
        normalsGoOutward(shape);
    }

    @ParameterizedTest
    @CsvSource({"4, 4, 0.5132", "6, 12, 1.5396", "8, 8, 1.3333", "12, 36, 2.7852", "20, 20, 2.5362"})
    void theFiveRegularSolidsHaveTheirFacesAndVolumes(String faces, int triangles, double volume) {
        Shape shape = made("crystal", "faces", faces, "radius", 1);
        assertThat(shape.triangles()).isEqualTo(triangles);
        assertThat(volume(shape)).isCloseTo(volume, within(1e-3));
        normalsGoOutward(shape);
    }

    @Test
    void whatIsBentAndTwistedKeepsItsNormalsUprightAndWhatItHolds() {
        Shape bar = made("block", "width", 0.2, "height", 1, "depth", 0.2, "detail", 24);
        for (Shape now : new Shape[] {
            changed(bar, "twist-shape", "turns", 0.3), changed(bar, "bend-shape", "bend", 0.2, "from", -0.5)
        }) {
            assertThat(volume(now)).isCloseTo(0.04, within(0.0008));
            normalsGoOutward(now);
        }
        // Bent by a half turn its length, the top looks down.
        Shape half = changed(bar, "bend-shape", "bend", 0.5, "from", -0.5);
        float lowest = 0;
        for (int i = 0; i < half.corners(); i++) if (half.ny()[i] < -0.99) lowest = Math.min(lowest, half.y()[i]);
        assertThat(lowest).isCloseTo(-0.5f, within(1e-3f));
        normalsGoOutward(half);
    }

    @Test
    void piecesThatHaveNotMovedLieWhereTheyWere() {
        Shape ball = made("ball");
        Shape pieces = changed(ball, "pieces", "apart", 0, "turning", 0);
        assertThat(pieces.triangles()).isEqualTo(ball.triangles());
        assertThat(volume(pieces)).isCloseTo(volume(ball), within(1e-5));
    }

    @Test
    void whatHasNotChangedIsNotMadeAgain() {
        Operation<Shape, Shape, Object> make = step("ball");
        Operation<Shape, Shape, Object> twist = step("twist-shape");
        Object made = make.memory();
        Object twisted = twist.memory();
        Moments frame = new Moments();
        long first =
                twist.run(make.run(null, made, frame.next()), twisted, frame).stamp();
        assertThat(twist.run(make.run(null, made, frame.next()), twisted, frame).stamp())
                .isEqualTo(first);
        long other = Solids.<Shape, Shape>step("twist-shape", "turns", 0.5)
                .run(make.run(null, made, frame.next()), twisted, frame)
                .stamp();
        assertThat(other).isNotEqualTo(first);
    }

    @Test
    void aTurnedProfileOfAnEvenCurveIsACylinder() {
        Shape s =
                made("turned-profile", "profile", "0 0.5 linear; 1 0.5 linear", "height", 2, "radius", 1, "parts", 256);
        assertThat(volume(s)).isCloseTo(Math.PI * 0.25 * 2, within(0.002));
        normalsGoOutward(s);
    }

    @Test
    void aBallCutThroughItsMiddleIsHalfOfItAndItsRimLiesOnThePlane() {
        Shape ball = made("ball", "radius", 1, "detail", 48);
        Shape half = changed(ball, "cut-shape", "place", 0, "tilt", 0.25);
        float highest = -9;
        for (int i = 0; i < half.corners(); i++) highest = Math.max(highest, half.y()[i]);
        assertThat(highest).isCloseTo(0, within(1e-6f));
        double area = area(half);
        assertThat(area).isCloseTo(area(ball) / 2, within(0.01));
        assertThat(changed(ball, "cut-shape", "place", -2).triangles()).isZero();
        assertThat(changed(ball, "cut-shape", "place", 2).triangles()).isEqualTo(ball.triangles());
    }

    private static double area(Shape s) {
        double sum = 0;
        for (int t = 0; t < s.triangles(); t++) {
            int a = s.of()[3 * t];
            int b = s.of()[3 * t + 1];
            int c = s.of()[3 * t + 2];
            double ux = s.x()[b] - s.x()[a];
            double uy = s.y()[b] - s.y()[a];
            double uz = s.z()[b] - s.z()[a];
            double vx = s.x()[c] - s.x()[a];
            double vy = s.y()[c] - s.y()[a];
            double vz = s.z()[c] - s.z()[a];
            sum += Math.hypot(uy * vz - uz * vy, Math.hypot(uz * vx - ux * vz, ux * vy - uy * vx)) / 2;
        }
        return sum;
    }

    @Test
    void aSheetThatIsThickenedIsAClosedBlock() {
        Shape sheet = made("panel", "width", 2, "height", 1, "detail", 3);
        Shape block = changed(sheet, "thicken", "thickness", 0.5);
        assertThat(volume(block)).isCloseTo(2 * 1 * 0.5, within(1e-4));
        normalsGoOutward(block);
    }

    @Test
    void theMirrorImageOfAShapeHoldsAsMuchAndIsNotInsideOut() {
        Shape ball = made("ball", "radius", 0.5, "detail", 24);
        Shape both = changed(ball, "mirror-shape", "axis", "across", "place", 2);
        assertThat(volume(both)).isCloseTo(2 * volume(ball), within(1e-4));
        normalsGoOutward(both);
        assertThat(both.middle(0)).isCloseTo(2, within(1e-5f));
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 5, 7, 11})
    void aDividedShapeHasNoSeamsWhereItsTrianglesMeet(int parts) {
        for (Shape ball : new Shape[] {
            made("ball"),
            made("ball", "parts", "even"),
            made("hoop"),
            made("cone"),
            made("cone", "sides", 5),
            made("capsule"),
            made("crystal"),
            made("block", "rounding", 0.3)
        }) {
            Shape divided = new Shape().divide(ball, parts).done();
            int[] same = Places.of(divided);
            Set<Long> once = new HashSet<>();
            for (int e = 0; e < 3 * divided.triangles(); e++) {
                int a = same[divided.of()[e]];
                int b = same[divided.of()[e - e % 3 + (e + 1) % 3]];
                long edge = (long) Math.min(a, b) << 32 | Math.max(a, b);
                // Every edge of what is closed is one of two triangles.
                if (a != b && !once.remove(edge)) once.add(edge);
            }
            assertThat(once).as("of %d triangles", ball.triangles()).isEmpty();
        }
    }

    @Test
    void theWiresOfACubeAreItsTwelveEdgesWithoutTheDiagonalsOfItsFaces() {
        Shape cube = made("block", "round", 0);
        Shape wires = changed(cube, "wires", "thickness", 0.01);
        // A rod has three sides of two triangles.
        assertThat(wires.triangles()).isEqualTo(12 * 6);
        assertThat(changed(cube, "wires", "diagonals", true).triangles()).isGreaterThan(12 * 6);
        normalsGoOutward(wires);
    }

    @Test
    void aSkinRoundOnePointIsABallOfItsSizeAndTwoThatTouchRunTogether() {
        Points one = new Points().n(1);
        one.column(Attribute.SIZE).constant(0.5f);
        Operation<Points, Shape, Object> skin = skin(60);
        Shape ball = skin.run(one, skin.memory(), new Moments());
        assertThat(volume(ball)).isCloseTo(4 / 3.0 * Math.PI * 0.125, within(0.02));
        normalsGoOutward(ball);
        Points two = new Points().n(2);
        two.column(Attribute.SIZE).constant(0.5f);
        float[] x = two.column(Attribute.X).length(2).values;
        x[0] = -0.55f;
        x[1] = 0.55f;
        Shape joined = skin.run(two, skin.memory(), new Moments());
        boolean neck = false;
        for (int i = 0; i < joined.corners(); i++) neck |= Math.abs(joined.x()[i]) < 0.03;
        assertThat(neck).isTrue();
        x[0] = -3;
        x[1] = Float.NaN;
        assertThat(volume(skin.run(two, skin.memory(), new Moments()))).isCloseTo(volume(ball), within(0.03));
    }

    @SuppressWarnings("unchecked")
    private static Operation<Points, Shape, Object> skin(double detail) {
        Description description = Catalogue.all().find("skin");
        return (Operation<Points, Shape, Object>)
                description.make(description.arguments(Map.of("detail", Value.of(detail), "thickness", Value.of(1))));
    }
}
