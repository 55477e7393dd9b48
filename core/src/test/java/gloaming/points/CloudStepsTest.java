package gloaming.points;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Flow;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.flow.Signal;
import gloaming.points.attribute.GiveFormula;
import gloaming.points.layout.Wake;
import gloaming.points.particle.Emit;
import gloaming.points.particle.EmitFromPicture;
import gloaming.points.particle.Trails;
import gloaming.step.Operation;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Layouts, attributes, and what joins and parts points, against closed forms. */
class CloudStepsTest {
    private final Moments frame = new Moments();

    @SuppressWarnings("unchecked")
    private Points run(String id, Points in, Object... settings) {
        Operation<Flow, Points, Object> step =
                (Operation<Flow, Points, Object>) (Operation<?, ?, ?>) ForcesTest.make(id, settings);
        return step.run(in, step.memory(), frame);
    }

    private static Points row(int n) {
        Points points = new Points().n(n);
        for (int i = 0; i < n; i++) {
            points.each(Attribute.X)[i] = n == 1 ? 0 : -1 + 2f * i / (n - 1);
            points.each(Attribute.ID)[i] = i;
        }
        return points;
    }

    private static double far(Points p, int i) {
        return Math.sqrt(Math.pow(p.at(Attribute.X, i), 2)
                + Math.pow(p.at(Attribute.Y, i), 2)
                + Math.pow(p.at(Attribute.Z, i), 2));
    }

    @Test
    void aSphereIsEvenAndHeadsOutward() {
        Points sphere = run("sphere", null, "count", 2_000, "radius", 0.7);
        double[] middle = new double[3];
        double nearest = 9;
        for (int i = 0; i < 2_000; i++) {
            assertThat(far(sphere, i)).isCloseTo(0.7, within(1e-5));
            assertThat(sphere.at(Attribute.HX, i) * 0.7f).isCloseTo(sphere.at(Attribute.X, i), within(1e-5f));
            middle[0] += sphere.at(Attribute.X, i) / 2_000;
            middle[1] += sphere.at(Attribute.Y, i) / 2_000;
            middle[2] += sphere.at(Attribute.Z, i) / 2_000;
            if (i % 100 != 0) continue;
            double least = 9;
            for (int k = 0; k < 2_000; k++) {
                if (k == i) continue;
                double d = Math.hypot(
                        Math.hypot(
                                sphere.at(Attribute.X, i) - sphere.at(Attribute.X, k),
                                sphere.at(Attribute.Y, i) - sphere.at(Attribute.Y, k)),
                        sphere.at(Attribute.Z, i) - sphere.at(Attribute.Z, k));
                least = Math.min(least, d);
            }
            nearest = Math.min(nearest, least);
        }
        for (double m : middle) assertThat(m).isCloseTo(0, within(2e-3));
        // As far apart as two thousand even places on it can nearly be: the root of its area over their number.
        assertThat(nearest).isGreaterThan(0.7 * Math.sqrt(4 * Math.PI * 0.49 / 2_000));
    }

    @Test
    void aFilledSphereHasAnEighthOfItsPointsWithinHalfItsRadius() {
        Points ball = run("sphere", null, "count", 20_000, "radius", 1, "fill", 1);
        int inner = 0;
        for (int i = 0; i < ball.n(); i++) if (far(ball, i) < 0.5) inner++;
        assertThat(inner / 20_000.0).isCloseTo(0.125, within(0.01));
    }

    @Test
    void polygonSidesAreStraightAndStarsAreDented() {
        Points square = run("polygon", null, "corners", 4, "count", 400, "radius", 1, "turn", 0);
        for (int i = 0; i < 400; i++) {
            assertThat(Math.abs(square.at(Attribute.X, i)) + Math.abs(square.at(Attribute.Y, i)))
                    .isCloseTo(1, within(1e-5f));
        }
        Points star = run("polygon", null, "corners", 5, "count", 100, "radius", 1, "dent", 0.5);
        double least = 9;
        for (int i = 0; i < 100; i++) least = Math.min(least, far(star, i));
        assertThat(least).isCloseTo(0.5 * Math.cos(Math.PI / 5), within(1e-4));
    }

    @Test
    void rowArcSpiralGridAndBoxLieWhereTheySay() {
        Points row = run("row", null, "count", 3, "length", 2, "turn", 0.25);
        assertThat(row.at(Attribute.Y, 0)).isCloseTo(-1, within(1e-6f));
        assertThat(row.at(Attribute.Y, 2)).isCloseTo(1, within(1e-6f));
        Points arc = run("arcs", null, "arcs", 1, "each", 3, "outer", 0.5, "sweep", 0.5);
        assertThat(arc.at(Attribute.X, 2)).isCloseTo(-0.5f, within(1e-6f));
        Points circle = run("arcs", null, "arcs", 1, "each", 4, "outer", 0.5, "sweep", 1);
        assertThat(circle.at(Attribute.Y, 3)).isCloseTo(-0.5f, within(1e-6f));
        Points spiral = run("spiral", null, "count", 101, "turns", 2, "inner", 0.1, "outer", 0.9, "climb", 1);
        assertThat(spiral.at(Attribute.X, 100)).isCloseTo(0.9f, within(1e-5f));
        assertThat(spiral.at(Attribute.Z, 100)).isCloseTo(0.5f, within(1e-5f));
        assertThat(far(spiral, 50)).isCloseTo(0.5, within(1e-5));
        Points grid = run("grid", null, "columns", 2, "rows", 2, "layers", 3, "depth", 2);
        assertThat(grid.n()).isEqualTo(12);
        assertThat(grid.at(Attribute.Z, 0)).isEqualTo(1f);
        assertThat(grid.at(Attribute.Z, 11)).isEqualTo(-1f);
        Points box = run("box", null, "count", 4_096, "width", 1, "height", 1, "depth", 1, "spread", "evenly");
        int[] eighths = new int[8];
        for (int i = 0; i < box.n(); i++) {
            int which = (box.at(Attribute.X, i) > 0 ? 1 : 0)
                    + (box.at(Attribute.Y, i) > 0 ? 2 : 0)
                    + (box.at(Attribute.Z, i) > 0 ? 4 : 0);
            eighths[which]++;
        }
        for (int count : eighths) assertThat(count).isBetween(490, 534);
        Points sides = run("box", null, "count", 500, "width", 1, "height", 1, "depth", 1, "where", "sides");
        for (int i = 0; i < 500; i++) {
            double most = Math.max(
                    Math.abs(sides.at(Attribute.X, i)),
                    Math.max(Math.abs(sides.at(Attribute.Y, i)), Math.abs(sides.at(Attribute.Z, i))));
            assertThat(most).isCloseTo(0.5, within(1e-5));
        }
    }

    @Test
    void aListOfFiveRepeatsOverAHundredOrIsStretched() {
        Points out = run("give", row(100), "pattern", "list", "list", "1 2 3 4 5", "shorter", "repeat");
        for (int i = 0; i < 100; i++) assertThat(out.at(Attribute.SIZE, i)).isEqualTo(1f + i % 5);
        out = run("give", row(9), "pattern", "list", "list", "1, 2, 3", "shorter", "stretch", "attribute", "warmth");
        assertThat(out.column("warmth").at(4)).isEqualTo(2f);
        assertThat(out.column("warmth").at(1)).isEqualTo(1.25f);
        assertThat(out.column("warmth").at(8)).isEqualTo(3f);
        assertThatThrownBy(() -> run("give", row(9), "pattern", "list", "list", "1 two 3"))
                .hasMessageContaining("two");
        assertThatThrownBy(() -> run("give", row(9), "attribute", "9!")).hasMessageContaining("attribute");
    }

    @Test
    void patternsRunFromLowToHighAndMultiplyOrAdd() {
        Points ramp = run("give", row(11), "low", 2, "high", 4);
        for (int i = 0; i < 11; i++) assertThat(ramp.at(Attribute.SIZE, i)).isCloseTo(2 + 0.2f * i, within(1e-5f));
        Points sine = run("give", row(8), "pattern", "sine", "how", "add", "attribute", "x");
        assertThat(sine.at(Attribute.X, 4)).isCloseTo(row(8).at(Attribute.X, 4) + 1, within(1e-5f));
        Points triple = run("give", row(3), "low", 3, "high", 3, "how", "multiply", "attribute", "colour");
        assertThat(triple.at(Attribute.GREEN, 1)).isEqualTo(3f);
    }

    @Test
    void anAttributeFollowsItsCurveOverALife() {
        Points points = row(5);
        for (int i = 0; i < 5; i++) {
            points.each(Attribute.LIFE)[i] = 8;
            points.each(Attribute.AGE)[i] = 2 * i;
            points.each(Attribute.SIZE)[i] = 0.5f;
        }
        // Up to 3 in the first quarter, held, and straight down to 1 in the last: the curve's own length says nothing.
        String keys = "0 0 linear; 1 3 hold; 3 3 linear; 4 1 linear";
        Points out = run("age-curve", points, "keys", keys);
        float[] wanted = {0, 1.5f, 1.5f, 1.5f, 0.5f};
        for (int i = 0; i < 5; i++) assertThat(out.at(Attribute.SIZE, i)).isCloseTo(wanted[i], within(1e-3f));
        points.each(Attribute.AGE)[0] = 7;
        out = run("age-curve", points, "keys", keys, "attribute", "warmth", "how", "set");
        assertThat(out.column("warmth").at(0)).isCloseTo(2, within(1e-2f));
        assertThat(points.column("warmth")).as("what came in is as it was").isNull();
        out = run(
                "age-curve",
                points,
                "keys",
                "0 0 linear; 1 1 linear",
                "attribute",
                "colour",
                "low",
                "#ff0000",
                "high",
                "#0000ff");
        assertThat(out.at(Attribute.RED, 2)).isCloseTo(0.5f, within(1e-3f));
        assertThat(out.at(Attribute.GREEN, 2)).isZero();
        assertThat(out.at(Attribute.BLUE, 2)).isCloseTo(0.5f, within(1e-3f));
        assertThat(out.at(Attribute.BLUE, 4)).isCloseTo(1, within(1e-3f));
    }

    @Test
    void withoutAgesTheCurveRunsOverTheirOrder() {
        Points out = run("age-curve", row(101), "keys", "0 0 linear; 1 1 linear", "how", "set");
        for (int i = 0; i < 101; i++) assertThat(out.at(Attribute.SIZE, i)).isCloseTo((i + 0.5f) / 101, within(1e-3f));
    }

    @Test
    void aSpectrumIsLaidAlongAndAPictureIsReadAtThePoint() {
        Signal numbers = new Signal().size(3);
        for (int i = 0; i < 3; i++) numbers.put(i, i);
        frame.reads.put("by", numbers);
        Points out = run("give-signal", row(5));
        assertThat(out.at(Attribute.SIZE, 1)).isEqualTo(0.5f);
        assertThat(run("give-signal", row(5), "laid", "repeat").at(Attribute.SIZE, 4))
                .isEqualTo(1f);
        assertThat(run("give-signal", row(5), "laid", "mirror").at(Attribute.SIZE, 2))
                .isEqualTo(2f);
        Picture picture = new Picture(64, 32);
        for (int i = 0; i < picture.pixels(); i++) picture.r()[i] = i % 64 / 63f;
        frame.reads.put("by", picture);
        out = run("give-picture", row(5));
        assertThat(out.at(Attribute.RED, 2)).isCloseTo(0.5f, within(0.01f));
        assertThat(out.at(Attribute.RED, 3)).isCloseTo(0.627f, within(0.01f));
    }

    @Test
    void formulasSeeWhatThoseBeforeThemWroteAndAWrongOneIsTold() {
        Points out = run("give-formula", row(11), "formulas", "y = x * x + a; size = y + i; heat = index", "a", 1);
        for (int i = 0; i < 11; i++) {
            float x = row(11).at(Attribute.X, i);
            assertThat(out.at(Attribute.Y, i)).isCloseTo(x * x + 1, within(1e-6f));
            assertThat(out.at(Attribute.SIZE, i)).isCloseTo(x * x + 1 + i / 10f, within(1e-6f));
            assertThat(out.column("heat").at(i)).isEqualTo(i);
        }
        GiveFormula wrong = new GiveFormula("y = x + ", 0, 0, 0, 0);
        GiveFormula.Memory memory = wrong.memory();
        new GiveFormula("y = 2", 0, 0, 0, 0).run(row(3), memory, frame);
        Points held = wrong.run(row(3), memory, frame);
        assertThat(held.at(Attribute.Y, 1)).isEqualTo(2f);
        assertThat(memory.trouble).isNotNull();
    }

    @Test
    void formulasReadAttributesOfTheArtistsOwn() {
        Points in = row(5);
        Column own = new Column(5);
        for (int i = 0; i < 5; i++) own.values[i] = 10 * i;
        in.put("swing", own.length(5));
        Points out = run("give-formula", in, "formulas", "y = swing + part; later = y * 2; z = later");
        for (int i = 0; i < 5; i++) {
            assertThat(out.at(Attribute.Y, i)).isEqualTo(10f * i);
            assertThat(out.at(Attribute.Z, i)).isEqualTo(20f * i);
        }
        assertThat(frame.troubles).anyMatch(t -> t.contains("'part'")).noneMatch(t -> t.contains("'swing'"));
    }

    @Test
    void strandsRunToTheColourOfTheirTipItselfOrOneTintedByIt() {
        Points in = row(1);
        in.column(Attribute.RED).constant(0);
        in.column(Attribute.GREEN).constant(0.5f);
        Points plain = run("strands", in, "places", 3, "tip", "#ffffff");
        Points tinted = run("strands", in, "places", 3, "tip", "#ffffff", "tints", true);
        assertThat(plain.at(Attribute.RED, 2)).isEqualTo(1f);
        assertThat(plain.at(Attribute.GREEN, 1)).isEqualTo(0.75f);
        assertThat(tinted.at(Attribute.RED, 2)).isZero();
        assertThat(tinted.at(Attribute.GREEN, 2)).isEqualTo(0.5f);
    }

    @Test
    void picturesShedWhereLightIsSeenAndNoneBelowBlack() {
        for (boolean beyond : new boolean[] {false, true}) {
            // Left is darker than black and right brighter than white; both change, and nobody sees it.
            EmitFromPicture shed = new EmitFromPicture(
                    EmitFromPicture.Where.BY_CHANGE, 100_000, 40, 2, 0.1, 2, 0, 0, 1, 0, 0.01, 0, 10_000, beyond);
            EmitFromPicture.Memory memory = shed.memory();
            Picture picture = new Picture(40, 20);
            frame.reads.put("of", picture);
            int born = 0;
            for (int i = 0; i < 10; i++) {
                picture.fill(-1 - i, -1 - i, -1 - i, 1);
                for (int row = 0; row < 20; row++)
                    for (int c = 0; c < 3; c++)
                        java.util.Arrays.fill(picture.plane(c), picture.at(row) + 20, picture.at(row) + 40, 2 + i);
                Points out = shed.run(null, memory, frame.next());
                born += out.n();
            }
            if (beyond) assertThat(born).isPositive();
            else assertThat(born).isZero();
        }
        EmitFromPicture shed = new EmitFromPicture(
                EmitFromPicture.Where.BY_COVER, 100_000, 40, 2, 0.1, 2, 0, 0, 1, 0, 0.01, 0, 10_000, false);
        frame.reads.put("of", new Picture(40, 20).fill(-1, 3, 0.5f, 1));
        Points out = shed.run(null, shed.memory(), frame.next());
        assertThat(out.n()).isPositive();
        assertThat(out.at(Attribute.RED, 0)).isZero();
        assertThat(out.at(Attribute.GREEN, 0)).isEqualTo(3f);
    }

    @Test
    void codeOverPointsAgreesWithWhatItSays() {
        String code = """
                #version 300 es
                precision highp float;
                in vec3 place; in float size; in float part; in float index; in float warmth;
                out vec3 newPlace; out float newSize; out float newWarmth; out vec3 newColour;
                uniform float grow; // 3 (0 to 4) how much
                void main() {
                  newPlace = vec3(sin(place.x), place.y + part, -place.z);
                  newSize = size * grow;
                  newWarmth = warmth + index;
                  newColour = index < 3.0 ? vec3(1.0, 0.0, 0.0) : vec3(0.0, part, 1.0);
                }
                """;
        Points in = row(1_500);
        in.put("warmth", Column.of(1, 2));
        Points out = run("point-shader", in, "code", code);
        for (int i : new int[] {0, 2, 3, 511, 512, 1_499}) {
            assertThat(out.at(Attribute.X, i)).isCloseTo((float) Math.sin(in.at(Attribute.X, i)), within(1e-5f));
            assertThat(out.at(Attribute.Y, i)).isCloseTo(i / 1_499f, within(1e-5f));
            assertThat(out.at(Attribute.SIZE, i)).isCloseTo(0.036f, within(1e-6f));
            assertThat(out.column("warmth").at(i)).isEqualTo(1 + i % 2 + i);
            assertThat(out.at(Attribute.RED, i)).isEqualTo(i < 3 ? 1f : 0f);
        }
        assertThatThrownBy(() -> run("point-shader", row(3), "code", "void main() {}"))
                .hasMessageContaining("line");
    }

    @Test
    void thinSortReflectRepeatAndPoseKeepWhatTheySay() {
        assertThat(run("thin", row(10), "every", 3, "first", 1).at(Attribute.ID, 2))
                .isEqualTo(7f);
        assertThat(run("thin", row(2_000), "by", "random", "part", 0.25).n()).isBetween(440, 560);
        Points range = run("thin", row(11), "by", "range", "attribute", "x", "low", 0, "high", 0.5);
        assertThat(range.n()).isEqualTo(3);
        assertThatThrownBy(() -> run("thin", row(3), "by", "range", "attribute", "nothing"))
                .hasMessageContaining("nothing");
        Points sorted = run("sort", row(11), "x", 1, "first", 4);
        assertThat(sorted.n()).isEqualTo(4);
        assertThat(sorted.at(Attribute.ID, 0)).isEqualTo(10f);
        Points shuffled = run("sort", row(100), "by", "chance");
        Set<Float> ids = new HashSet<>();
        for (int i = 0; i < 100; i++) ids.add(shuffled.at(Attribute.ID, i));
        assertThat(ids).hasSize(100);
        Points both = run("reflect", row(3), "turn", 0.25);
        assertThat(both.n()).isEqualTo(6);
        assertThat(both.at(Attribute.X, 3)).isCloseTo(1, within(1e-6f));
        Points copies = run("repeat", row(1), "times", 4, "x", 0.5, "turn", 0, "scale", 1);
        assertThat(copies.at(Attribute.X, 3)).isCloseTo(1.5f, within(1e-6f));
        Points posed = run("pose", row(3), "turn", 0.25, "scale", 2, "z", 1);
        assertThat(posed.at(Attribute.Y, 2)).isCloseTo(2, within(1e-6f));
        assertThat(posed.at(Attribute.Z, 2)).isCloseTo(1, within(1e-6f));
        assertThat(posed.at(Attribute.HY, 2)).isCloseTo(1, within(1e-6f));
        Points snapped = run("snap", row(11), "step", 0.5);
        assertThat(snapped.at(Attribute.X, 4)).isEqualTo(0f);
    }

    @Test
    void resamplingIsEvenAlongTheLineAndHeadsAlongIt() {
        Points corner = new Points().n(3);
        corner.each(Attribute.X)[1] = 3;
        corner.each(Attribute.X)[2] = 3;
        corner.each(Attribute.Y)[2] = 1;
        Points out = run("resample", corner, "count", 5, "rule", "straight");
        assertThat(out.at(Attribute.X, 2)).isCloseTo(2, within(1e-5f));
        assertThat(out.at(Attribute.Y, 4)).isCloseTo(1, within(1e-5f));
        assertThat(out.at(Attribute.HX, 1)).isCloseTo(1, within(1e-5f));
        assertThat(out.at(Attribute.HY, 4)).isCloseTo(1, within(1e-5f));
        Points repeated = run("resample", row(5), "count", 100, "rule", "repeat");
        assertThat(repeated.at(Attribute.X, 57)).isEqualTo(row(5).at(Attribute.X, 2));
        Points ring = run("resample", run("ring", null, "count", 12), "count", 300, "closed", true);
        for (int i = 0; i < 300; i++) assertThat(far(ring, i)).isCloseTo(0.7, within(0.01));
    }

    @Test
    void aWakeLiesWhereTheSignalWas() {
        Wake wake = new Wake(11, 1, 0.02, 1);
        Wake.Memory memory = wake.memory();
        Points out = null;
        for (int i = 0; i < 90; i++) {
            frame.next();
            frame.reads.put("x", Signal.of(frame.time()));
            out = wake.run(null, memory, frame);
        }
        for (int i = 0; i < 11; i++) {
            assertThat(out.at(Attribute.X, i)).isCloseTo((float) (frame.time() - 0.1 * i), within(1e-3f));
            assertThat(out.at(Attribute.HX, i)).isCloseTo(1, within(1e-3f));
        }
    }

    @Test
    void pixelsLieWhereThePictureIsBrightAndHaveItsColours() {
        Picture picture = new Picture(80, 40);
        for (int i = 0; i < picture.pixels(); i++) {
            if (i % 80 < 40) continue;
            picture.r()[i] = picture.g()[i] = picture.b()[i] = picture.a()[i] = 0.8f;
            picture.b()[i] = 0.2f;
        }
        frame.reads.put("of", picture);
        Points out = run("pixels", null, "cells", 80, "full", 0.5);
        assertThat(out.n()).isEqualTo(1_600);
        for (int i = 0; i < out.n(); i++) assertThat(out.at(Attribute.X, i)).isGreaterThan(-0.01f);
        assertThat(out.at(Attribute.RED, 7)).isCloseTo(1, within(1e-5f));
        assertThat(out.at(Attribute.BLUE, 7)).isCloseTo(0.25f, within(1e-5f));
        Points edges = run("pixels", null, "cells", 80, "where", "edges", "least", 0.3, "full", 0.1);
        for (int i = 0; i < edges.n(); i++)
            assertThat(Math.abs(edges.at(Attribute.X, i))).isLessThan(0.08f);
        assertThat(edges.n()).isGreaterThan(40);
    }

    @ParameterizedTest
    @ValueSource(doubles = {7.3, 250, 33_333.3})
    void birthsOfTenMinutesAreExactAtAnyRate(double rate) {
        Emit sow = new Emit(
                rate,
                0,
                0.05,
                0,
                0,
                0,
                0,
                0,
                0.01,
                0,
                500_000,
                Emit.Full.OLDEST_GO,
                Emit.Order.IN_TURN,
                0,
                false,
                true);
        for (double frames : new double[] {24, 30}) {
            Emit.Memory memory = sow.memory();
            Moments at = new Moments().rate(frames);
            for (int i = 0; i < 600 * frames; i++) sow.run(null, memory, at.next());
            assertThat(memory.born())
                    .isBetween((long) Math.floor(rate * 600 - 1e-3), (long) Math.floor(rate * 600 + 1e-3));
        }
    }

    @Test
    void whenItIsFullNoneComeWhereThatIsWantedAndATriggerBringsTheBurst() {
        Emit sow = new Emit(
                1_000, 0, 9, 0, 0, 0, 0, 0, 0.01, 0, 50, Emit.Full.NONE_COME, Emit.Order.IN_TURN, 0, true, false);
        Emit.Memory memory = sow.memory();
        for (int i = 0; i < 30; i++) sow.run(null, memory, frame.next());
        assertThat(memory.born()).isEqualTo(50);
        Emit burst = new Emit(
                0, 20, 9, 0, 0, 0, 0, 0, 0.01, 0, 500, Emit.Full.OLDEST_GO, Emit.Order.IN_TURN, 0, true, false);
        Emit.Memory other = burst.memory();
        for (double value : new double[] {0, 1, 1, 0, 1}) {
            frame.reads.put("when", Signal.of(value));
            burst.run(null, other, frame.next());
        }
        assertThat(other.born()).isEqualTo(40);
    }

    @Test
    void namedColumnsGoWithTheirParticlesAsOthersDie() {
        Emit sow = new Emit(
                300, 0, 1, 0.8, 0, 0, 0, 0, 0.01, 0, 200, Emit.Full.OLDEST_GO, Emit.Order.AT_RANDOM, 0, false, false);
        Emit.Memory memory = sow.memory();
        for (int i = 0; i < 200; i++) {
            Points alive = sow.run(null, memory, frame.next());
            float[] mine = alive.kept(".mine");
            for (int k = 0; k < alive.n(); k++) {
                if (Float.isNaN(mine[k])) mine[k] = alive.at(Attribute.ID, k);
                assertThat(mine[k]).isEqualTo(alive.at(Attribute.ID, k));
            }
        }
    }

    @ParameterizedTest
    @CsvSource({"true", "false"})
    void trailsNeverConnectTwoLives(boolean runOut) {
        // Particles that are far apart and stand still: a trail that reaches from one to another would show.
        Emit sow = new Emit(
                90, 0, 0.7, 0.9, 0, 0, 0, 1, 0.01, 0, 40, Emit.Full.OLDEST_GO, Emit.Order.AT_RANDOM, 0, false, false);
        Emit.Memory sown = sow.memory();
        Trails trails = new Trails(0.5, 12, 30, 1, 1, gloaming.step.Colour.parse("#ffffff"), true, runOut);
        Trails.Memory memory = trails.memory();
        Map<Float, float[]> born = new HashMap<>();
        for (int i = 0; i < 400; i++) {
            Points alive = sow.run(null, sown, frame.next());
            for (int k = 0; k < alive.n(); k++) {
                born.putIfAbsent(
                        alive.at(Attribute.ID, k), new float[] {alive.at(Attribute.X, k), alive.at(Attribute.Y, k)});
            }
            Points out = trails.run(alive, memory, frame);
            Set<Float> strands = new HashSet<>();
            for (int k = 0; k < out.n(); k++) {
                float strand = out.column("strand").at(k);
                boolean first = k == 0 || out.column("strand").at(k - 1) != strand;
                if (first)
                    assertThat(strands.add(strand)).as("one run for each").isTrue();
                assertThat(out.at(Attribute.X, k)).isEqualTo(born.get(strand)[0]);
                assertThat(out.at(Attribute.Y, k)).isEqualTo(born.get(strand)[1]);
            }
            assertThat(strands.size()).isLessThanOrEqualTo(30);
        }
    }

    @Test
    void atTheSameShapeTheEyeSeesStraightOnWhatWasThere() {
        Points in = row(5);
        // At a distance of one over the tangent of half the view, a unit is a unit.
        double distance = 1 / Math.tan(Math.PI * 0.12);
        Points out = run("eye", in, "round", 0, "high", 0, "distance", distance, "view", 0.12);
        for (int i = 0; i < 5; i++) {
            assertThat(out.at(Attribute.X, i)).isCloseTo(in.at(Attribute.X, i), within(1e-4f));
            assertThat(out.at(Attribute.SIZE, i)).isCloseTo(in.at(Attribute.SIZE, i), within(1e-6f));
        }
        Points side = run("eye", in, "round", 0.25, "high", 0, "distance", distance, "view", 0.12);
        assertThat(side.at(Attribute.X, 0)).isCloseTo(0, within(1e-4f));
        assertThat(Math.abs(side.at(Attribute.Z, 0))).isCloseTo(1, within(1e-4f));
        Points far = row(1);
        far.each(Attribute.Z)[0] = -(float) distance;
        far.each(Attribute.Y)[0] = 0.5f;
        Points half = run("eye", far, "round", 0, "high", 0, "distance", distance, "fog", 1, "fogDepth", 2 * distance);
        assertThat(half.at(Attribute.Y, 0)).isCloseTo(0.25f, within(1e-4f));
        assertThat(half.at(Attribute.ALPHA, 0)).isCloseTo(0.5f, within(1e-4f));
        Points behind = row(1);
        behind.each(Attribute.Z)[0] = 50;
        assertThat(run("eye", behind).at(Attribute.ALPHA, 0)).isZero();
    }

    @Test
    void strandsAreAsLongAsTheySayAndStartAtTheirPoints() {
        Points out = run("strands", row(7), "places", 10, "length", 0.5, "uneven", 0, "bend", 0);
        assertThat(out.n()).isEqualTo(70);
        for (int s = 0; s < 7; s++) {
            assertThat(out.at(Attribute.X, 10 * s)).isEqualTo(row(7).at(Attribute.X, s));
            assertThat(out.at(Attribute.X, 10 * s + 9)).isCloseTo(row(7).at(Attribute.X, s) + 0.5f, within(1e-5f));
            assertThat(out.column("strand").at(10 * s + 9)).isEqualTo(s);
        }
    }

    @Test
    void onlyWhatChangesShedsAndNoPixelMoreThanItMay() {
        EmitFromPicture shed = new EmitFromPicture(
                EmitFromPicture.Where.BY_CHANGE, 100_000, 40, 2, 0.1, 2, 0, 0, 1, 0, 0.01, 0, 10_000, false);
        EmitFromPicture.Memory memory = shed.memory();
        Picture picture = new Picture(40, 20).fill(0.2f, 0.2f, 0.2f, 1);
        frame.reads.put("of", picture);
        for (int i = 0; i < 10; i++)
            assertThat(shed.run(null, memory, frame.next()).n()).isZero();
        picture.r()[picture.at(10) + 30] = 1;
        Points out = null;
        for (int i = 0; i < 5; i++) {
            picture.g()[picture.at(10) + 30] = i % 2;
            out = shed.run(null, memory, frame.next());
        }
        assertThat(out.n()).isBetween(1, 2);
        for (int i = 0; i < out.n(); i++) {
            assertThat(out.at(Attribute.X, i)).isCloseTo((float) picture.worldX(30), within(0.06f));
        }
    }

    @Test
    void aCameraThatSortsKeepsStrandsWhole() {
        Points lines = new Points().n(9);
        Column strand = new Column(16);
        float[] which = strand.length(9).values;
        for (int i = 0; i < 9; i++) {
            which[i] = i / 3;
            // The middle strand stands nearest, and each reaches through all depths.
            lines.each(Attribute.Z)[i] = i % 3 + (i / 3 == 1 ? 0.5f : -0.2f * (i / 3));
            lines.each(Attribute.ID)[i] = i;
        }
        lines.put("strand", strand);
        Points seen = run("eye", lines, "sorted", true);
        List<Integer> order = new ArrayList<>();
        for (int i = 0; i < 9; i++) order.add((int) seen.at(Attribute.ID, i));
        assertThat(order).containsExactly(6, 7, 8, 0, 1, 2, 3, 4, 5);
    }
}
