package gloaming.picture.drawing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Flow;
import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Operation;
import java.util.Arrays;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Links, sprites, filled lines and strands, and odd numbers of points. */
class DrawPointsTest {
    private final Moments frame = new Moments().size(200, 100);

    private static Points at(float... places) {
        Points points = new Points().n(places.length / 2);
        for (int i = 0; i < points.n(); i++) {
            points.each(Attribute.X)[i] = places[2 * i];
            points.each(Attribute.Y)[i] = places[2 * i + 1];
            points.each(Attribute.ID)[i] = i;
        }
        return points;
    }

    private static float alpha(Picture picture, double x, double y) {
        int column = (int) Math.round(x * picture.height / 2.0 + picture.width / 2.0 - 0.5);
        int row = (int) Math.round(y * picture.height / 2.0 + picture.height / 2.0 - 0.5);
        return picture.a()[picture.at(row) + column];
    }

    @Test
    @Timeout(20)
    void manyPointsInOnePlaceDoNotStopTheShow() {
        Points points = new Points().n(500_000);
        DrawLinks links = new DrawLinks(0.4, 6, 0, 1, 1);
        DrawLinks.Memory memory = links.memory();
        for (int i = 0; i < 3; i++) assertThat(links.run(points, memory, frame)).isNotNull();
    }

    @Test
    void everyPairWithinReachIsLinkedOnceAndNoOther() {
        SplittableRandom random = new SplittableRandom(5);
        float[] places = new float[2 * 40];
        for (int i = 0; i < places.length; i++) places[i] = (float) random.nextDouble(-0.9, 0.9);
        Points points = at(places);
        double reach = 0.4;
        DrawLinks links = new DrawLinks(reach, 32, 0, 1, 1);
        DrawLinks.Memory memory = links.memory();
        Picture out = links.run(points, memory, frame);
        int pairs = 0;
        for (int i = 0; i < 40; i++) {
            for (int k = i + 1; k < 40; k++) {
                double dx = places[2 * i] - places[2 * k];
                double dy = places[2 * i + 1] - places[2 * k + 1];
                if (Math.hypot(dx, dy) >= reach) continue;
                pairs++;
                assertThat(alpha(
                                out,
                                (places[2 * i] + places[2 * k]) / 2.0,
                                (places[2 * i + 1] + places[2 * k + 1]) / 2.0))
                        .isGreaterThan(0.05f);
            }
        }
        assertThat(memory.links.lines).isEqualTo(pairs);
        assertThat(new DrawLinks(0.005, 4, 1, 1, 1)
                        .run(points, new DrawLinks.Memory(), frame)
                        .a())
                .containsOnly(0f);
    }

    @Test
    void noPointHasMoreLinksThanItMay() {
        Points points = at(new float[2 * 60]);
        for (int i = 0; i < 60; i++) points.each(Attribute.X)[i] = 0.002f * i;
        DrawLinks links = new DrawLinks(1, 3, 1, 1, 1);
        DrawLinks.Memory memory = links.memory();
        links.run(points, memory, frame);
        int[] begun = new int[60];
        for (int k = 0; k < memory.links.lines; k++) begun[memory.links.pairs[2 * k]]++;
        assertThat(Arrays.stream(begun).max().orElse(0)).isEqualTo(3);
    }

    @ParameterizedTest
    @ValueSource(doubles = {0, 0.25, 0.5})
    void aSpriteIsTurnedToWhereItsPointLooks(double turn) {
        Picture sprite = new Picture(32, 32).fill(0, 1, 0, 1);
        for (int i = 0; i < sprite.pixels(); i++) {
            if (i % 32 >= 16) continue;
            sprite.r()[i] = 1;
            sprite.g()[i] = 0;
        }
        frame.reads.put("sprite", sprite);
        Points one = at(0, 0);
        one.each(Attribute.SIZE)[0] = 0.5f;
        one.each(Attribute.HX)[0] = (float) Math.cos(2 * Math.PI * turn);
        one.each(Attribute.HY)[0] = (float) Math.sin(2 * Math.PI * turn);
        DrawSprites draw = new DrawSprites(
                1, DrawSprites.Turned.LOOKING, 0, 0, 1, DrawDots.Ink.COVER, DrawSprites.Which.IN_TURN, "part", true);
        Picture out = draw.run(one, draw.memory(), frame);
        double ahead = 0.25;
        int front = place(out, ahead * Math.cos(2 * Math.PI * turn), ahead * Math.sin(2 * Math.PI * turn));
        int back = place(out, -ahead * Math.cos(2 * Math.PI * turn), -ahead * Math.sin(2 * Math.PI * turn));
        assertThat(out.g()[front]).isCloseTo(1, within(0.02f));
        assertThat(out.r()[front]).isCloseTo(0, within(0.02f));
        assertThat(out.r()[back]).isCloseTo(1, within(0.02f));
        double covered = 0;
        for (float a : out.a()) covered += a;
        // Twice the radius high and wide: 50 by 50 pixels.
        assertThat(covered).isCloseTo(2_500, within(110.0));
    }

    @Test
    void eachPointHasThePictureThatItsAttributePicksCroppedToWhatItCovers() {
        // A red bar low on the left, four times as wide as high, and a green one in the middle.
        Picture low = new Picture(64, 36);
        Picture middle = new Picture(64, 36);
        for (int y = 0; y < 4; y++) {
            for (int x = 0; x < 16; x++) {
                low.r()[low.at(2 + y) + 3 + x] = low.a()[low.at(2 + y) + 3 + x] = 1;
                middle.g()[middle.at(16 + y) + 20 + x] = middle.a()[middle.at(16 + y) + 20 + x] = 1;
            }
        }
        frame.reads.put("sprite", low);
        frame.reads.put("third", middle);
        Points points = at(-0.8f, 0.5f, 0.8f, 0.5f, 0.8f, -0.5f);
        points.column(Attribute.SIZE).constant(0.1f);
        points.put("sort", Column.of(0, 1.5f, 2));
        DrawSprites draw = new DrawSprites(
                1,
                DrawSprites.Turned.UPRIGHT,
                0,
                0,
                1,
                DrawDots.Ink.COVER,
                DrawSprites.Which.BY_ATTRIBUTE,
                "sort",
                true);
        Picture out = draw.run(points, draw.memory(), frame);
        // Each lies round its point, and reaches as far as its own shape: four times as wide as high.
        for (float across : new float[] {-0.35f, 0, 0.35f}) {
            assertThat(out.r()[place(out, -0.8 + across, 0.5)]).isCloseTo(1, within(0.05f));
            assertThat(out.g()[place(out, 0.8 + across, 0.5)]).isCloseTo(1, within(0.05f));
            assertThat(out.r()[place(out, 0.8 + across, -0.5)]).isCloseTo(1, within(0.05f));
        }
        assertThat(out.a()[place(out, -0.8, 0.65)]).isZero();
        assertThat(out.a()[place(out, -0.3, 0.5)]).isZero();
    }

    private static int place(Picture out, double x, double y) {
        return out.at((int) (y * 50 + 50)) + (int) (x * 50 + 100);
    }

    @Test
    void aClosedLineIsFilledAsLargeAsItIs() {
        Points square = at(-0.5f, -0.5f, 0.5f, -0.5f, 0.5f, 0.5f, -0.5f, 0.5f);
        square.column(Attribute.SIZE).constant(0.0001f);
        DrawLine draw = new DrawLine(1, 0, 1, true, false, 1, false);
        Picture out = draw.run(square, draw.memory(), frame);
        double covered = 0;
        for (float a : out.a()) covered += a;
        assertThat(covered).isCloseTo(2_500, within(60.0));
        assertThat(alpha(out, 0, 0)).isCloseTo(1, within(1e-4f));
        assertThat(alpha(out, 0.7, 0)).isZero();
    }

    @Test
    void oneLineIsDrawnAlongEachStrandAndNoneBetween() {
        Points points = at(-0.8f, -0.5f, -0.8f, 0, -0.8f, 0.5f, 0.8f, -0.5f, 0.8f, 0, 0.8f, 0.5f);
        points.column(Attribute.SIZE).constant(0.04f);
        DrawLine draw = new DrawLine(1, 0, 1, false, true, 0, false);
        Picture joined = draw.run(points, draw.memory(), frame);
        points.put("strand", Column.of(1, 1, 1, 2, 2, 2));
        Picture apart = draw.run(points, draw.memory(), frame);
        double across = 0;
        double none = 0;
        for (double y = -0.9; y < 0.9; y += 0.02) {
            across += alpha(joined, 0, y);
            none += alpha(apart, 0, y);
        }
        assertThat(across).isGreaterThan(1);
        assertThat(none).isZero();
        for (double y = -0.45; y < 0.5; y += 0.05) {
            assertThat(alpha(apart, -0.8, y)).isCloseTo(1, within(1e-4f));
            assertThat(alpha(apart, 0.8, y)).isCloseTo(1, within(1e-4f));
        }
    }

    static Stream<String> steps() {
        return Catalogue.all().entries().stream()
                .filter(d -> d.takes() == Kind.POINTS)
                .map(Description::id);
    }

    @ParameterizedTest
    @MethodSource("steps")
    @SuppressWarnings("unchecked")
    void noPointsManyHalfOfThemAndPointsThatAreNoNumbersAreAllTheSameToIt(String id) {
        Description description = Catalogue.all().find(id);
        Operation<Flow, Flow, Object> step =
                (Operation<Flow, Flow, Object>) description.make(description.arguments(Map.of()));
        Object memory = step.memory();
        for (Description.Input input : description.reads()) {
            frame.reads.put(
                    input.name(),
                    input.kind() == Kind.POINTS
                            ? new Points().n(0)
                            : input.kind().sample(1, 1, 0));
        }
        for (boolean loose : new boolean[] {false, true}) {
            for (int n : new int[] {0, 1_000, 500, 1, 0, 900}) {
                Points points = new Points().n(n).loose(loose);
                for (Attribute attribute : new Attribute[] {Attribute.X, Attribute.Y, Attribute.VX, Attribute.SIZE}) {
                    float[] column = points.each(attribute);
                    for (int i = 0; i < n; i++)
                        column[i] = i % 7 == 3 ? Float.NaN : i % 11 == 5 ? Float.NEGATIVE_INFINITY : i * 1e-3f;
                }
                assertThat(step.run(points, memory, frame.next()))
                        .as("%s with %d", id, n)
                        .isNotNull();
            }
        }
    }
}
