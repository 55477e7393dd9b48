package gloaming.shape;

import static gloaming.shape.Solids.changed;
import static gloaming.shape.Solids.gives;
import static gloaming.shape.Solids.made;
import static gloaming.shape.Solids.step;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.flow.Shape;
import gloaming.step.Operation;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Numbers that corners carry by name: through every change of a shape, to points and from points, by formulas and as colours. */
class NumbersTest {
    private static final String HEAT = "heat";

    /** A ball whose corners carry {@code x + 2 y + 3 z}, and are as red as they are right. */
    private static Shape ball() {
        Shape ball =
                new Shape().copyFrom(made("ball", "radius", 1, "detail", 16)).colours();
        float[] heat = ball.give(HEAT);
        for (int i = 0; i < ball.corners(); i++) {
            heat[i] = ball.x()[i] + 2 * ball.y()[i] + 3 * ball.z()[i];
            ball.red()[i] = ball.x()[i];
        }
        return ball.done();
    }

    private static void fits(Shape s, double near) {
        float[] heat = s.number(HEAT);
        assertThat(heat).isNotNull();
        assertThat(s.corners()).isPositive();
        for (int i = 0; i < s.corners(); i++) {
            assertThat((double) heat[i]).isCloseTo(s.x()[i] + 2 * s.y()[i] + 3 * s.z()[i], within(near));
            assertThat((double) s.red()[i]).isCloseTo(s.x()[i], within(near));
        }
    }

    @Test
    void whatIsCutOrDividedHasAtNewCornersWhatLiesBetweenTheOld() {
        fits(changed(ball(), "cut-shape", "place", 0.13, "tilt", 0.11), 1e-5);
        fits(changed(ball(), "pieces"), 1e-5);
        fits(new Shape().divide(ball(), 3), 1e-5);
        fits(new Shape().copyFrom(ball()).append(ball()), 1e-6);
    }

    @Test
    void whatMovesCornersLeavesThemWhatTheyCarry() {
        // A rod as thick as a hair lies where its edge does; what is thinned or rounded comes near it.
        fits(changed(ball(), "wires", "thickness", 0.0005), 2e-3);
        fits(changed(ball(), "thicken", "thickness", 0.0005), 4e-3);
        fits(changed(ball(), "subdivide", "times", 2, "edges", "kept"), 0.1);
        fits(changed(ball(), "simplify-shape", "detail", 200), 1e-4);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "twist-shape",
                "bend-shape",
                "taper",
                "push-by-noise",
                "mirror-shape",
                "repeat-shape",
                "thicken",
                "wires",
                "subdivide",
                "simplify-shape",
                "pieces",
                "cut-shape"
            })
    void everyChangeCarriesThemOnAndGrowsNoLargerOnes(String id) {
        Shape out = changed(ball(), id);
        assertThat(out.coloured()).isTrue();
        float[] heat = out.number(HEAT);
        for (int i = 0; i < out.corners(); i++) assertThat(Math.abs(heat[i])).isLessThan(3.75f);
    }

    @Test
    void joinedShapesCarryWhatEitherDidAndNothingWhereTheOtherDidNot() {
        Shape block = made("block");
        Shape both = new Shape().copyFrom(block).append(ball());
        for (int i = 0; i < block.corners(); i++) {
            assertThat(both.number(HEAT)[i]).isZero();
            assertThat(both.red()[i]).isEqualTo(1);
        }
        assertThat(both.number(HEAT)[block.corners() + 3]).isEqualTo(ball().number(HEAT)[3]);
        // What is filled anew has forgotten them, and they come back as nothing.
        both.clear().copyFrom(block);
        assertThat(both.numbers()).isZero();
        assertThat(both.give(HEAT)).containsOnly(0);
    }

    @Test
    void moreNamesThanThereIsRoomForAreRefusedInASentence() {
        Shape s = ball();
        for (int i = 1; i < Shape.NAMED; i++) s.give("n" + i);
        assertThatThrownBy(() -> s.give("onemore")).hasMessageContaining("16").hasMessageContaining("onemore");
    }

    @Test
    void pointsOnASurfaceHaveTheNumbersOfTheirPlaceAndATubeHasThoseOfItsPoints() {
        Points points = gives(ball(), "on-surface", "count", 500);
        Column heat = points.column(HEAT);
        for (int i = 0; i < points.n(); i++)
            assertThat(heat.at(i))
                    .isCloseTo(
                            points.at(Attribute.X, i) + 2 * points.at(Attribute.Y, i) + 3 * points.at(Attribute.Z, i),
                            within(1e-4f));
        Points way = new Points().n(3);
        way.put(Attribute.X, Column.of(0, 1, 2));
        way.put(HEAT, Column.of(5, 6, 8));
        Shape tube = gives(way, "tube", "sides", 4);
        for (int i = 0; i < tube.corners(); i++)
            assertThat(tube.number(HEAT)[i]).isEqualTo(i < 5 ? 5 : i < 10 ? 6 : 8);
    }

    @Test
    void aFormulaMovesCornersAndTheirNormalsAndWritesWhatFollowsFromIt() {
        Shape sheet = made("panel", "width", 2, "height", 2, "detail", 30);
        Shape out = changed(
                sheet,
                "shape-formula",
                "formulas",
                "z = a * sin(3 * x); heat = 2 * z; red = heat + y",
                "edges",
                0,
                "a",
                0.2);
        for (int i = 0; i < out.corners(); i++) {
            double x = sheet.x()[i];
            double z = 0.2 * Math.sin(3 * x);
            double slope = 0.6 * Math.cos(3 * x);
            double length = Math.sqrt(1 + slope * slope);
            assertThat((double) out.z()[i]).isCloseTo(z, within(1e-5));
            assertThat((double) out.nx()[i]).isCloseTo(-slope / length, within(3e-3));
            assertThat((double) out.nz()[i]).isCloseTo(1 / length, within(3e-3));
            assertThat((double) out.number(HEAT)[i]).isCloseTo(2 * z, within(1e-5));
            assertThat((double) out.red()[i]).isCloseTo(2 * z + out.y()[i], within(1e-5));
            assertThat(out.green()[i]).isEqualTo(1);
        }
    }

    @Test
    void whatIsCoarseIsDividedBeforeAFormulaMovesIt() {
        Shape sheet = made("panel", "width", 1, "height", 1, "detail", 1);
        Shape out = changed(sheet, "shape-formula", "formulas", "z = 0.1 * sin(9 * x)", "edges", 0.1);
        assertThat(out.triangles()).isGreaterThan(100);
        for (int i = 0; i < out.corners(); i++)
            assertThat((double) out.z()[i]).isCloseTo(0.1 * Math.sin(9 * out.x()[i]), within(1e-5));
    }

    @Test
    void aFormulaIsWorkedOutOnceUnlessItSpeaksOfTime() {
        Moments frame = new Moments();
        Shape sheet = made("panel");
        Operation<Shape, Shape, Object> still = step("shape-formula", "formulas", "z = x");
        Object memory = still.memory();
        long stamp = still.run(sheet, memory, frame.next()).stamp();
        assertThat(still.run(sheet, memory, frame.next()).stamp()).isEqualTo(stamp);
        Operation<Shape, Shape, Object> moving = step("shape-formula", "formulas", "z = x * t");
        Shape out = moving.run(sheet, memory, frame.next());
        stamp = out.stamp();
        assertThat(moving.run(sheet, memory, frame.next()).stamp()).isNotEqualTo(stamp);
    }

    @Test
    void aWrongFormulaIsSaidAndTheOneBeforeGoesOn() {
        Moments frame = new Moments();
        Shape sheet = made("panel");
        Object memory = step("shape-formula").memory();
        Operation<Shape, Shape, Object> right = step("shape-formula", "formulas", "z = 2");
        right.run(sheet, memory, frame.next());
        for (String text : new String[] {"z = 2 +", "z + 2", "t = 3", "z = 1;".repeat(17)}) {
            frame = new Moments();
            Operation<Shape, Shape, Object> wrong = step("shape-formula", "formulas", text);
            assertThat(wrong.run(sheet, memory, frame.next()).z()[0]).isEqualTo(2);
            assertThat(frame.troubles).as(text).isNotEmpty();
        }
        frame = new Moments();
        Operation<Shape, Shape, Object> unknown = step("shape-formula", "formulas", "z = weight + 1");
        assertThat(unknown.run(sheet, memory, frame.next()).z()[0]).isEqualTo(1);
        assertThat(frame.troubles).anyMatch(t -> t.contains("'weight'"));
    }

    @Test
    void aShapeIsColouredFromTheLowEndOfANumberToItsHighEnd() {
        Shape out = changed(
                ball(), "shape-colour", "number", HEAT, "low", 0, "high", 0.001, "colour", "#ff0000", "to", "#0000ff");
        int cold = 0;
        for (int i = 0; i < out.corners(); i++) {
            float heat = out.number(HEAT)[i];
            if (heat > 0 && heat < 0.001f) continue;
            if (heat <= 0) cold++;
            assertThat(out.red()[i]).isCloseTo(heat <= 0 ? 1 : 0, within(1e-3f));
            assertThat(out.blue()[i]).isCloseTo(heat <= 0 ? 0 : 1, within(1e-3f));
        }
        assertThat(cold).isBetween(out.corners() / 3, 2 * out.corners() / 3);
        Moments frame = new Moments();
        Operation<Shape, Shape, Object> missing = step("shape-colour", "number", "weight");
        Shape ball = ball();
        assertThat(missing.run(ball, missing.memory(), frame.next())).isSameAs(ball);
        assertThat(frame.troubles).anyMatch(t -> t.contains("'weight'"));
    }
}
