package gloaming.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Attribute;
import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.look.Blend;
import gloaming.picture.colour.Levels;
import gloaming.picture.combine.Lay;
import gloaming.picture.drawing.Dots;
import gloaming.picture.drawing.DrawDots;
import gloaming.picture.drawing.WideDots;
import gloaming.picture.feedback.Echo;
import gloaming.picture.filter.Glow;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Exit;
import gloaming.picture.kernel.Sampler;
import gloaming.picture.source.CloudNoise;
import gloaming.picture.source.Gradient;
import gloaming.points.layout.Scatter;
import gloaming.step.ByRows;
import gloaming.step.Colour;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class PictureStepsTest {
    private static final Colour WHITE = Colour.parse("#ffffff");

    private final Moments frame = new Moments();

    private Points one(double x, double y, double size) {
        Points points = new Points().n(1);
        points.column(Attribute.X).constant((float) x);
        points.column(Attribute.Y).constant((float) y);
        points.column(Attribute.SIZE).constant((float) size);
        return points;
    }

    @ParameterizedTest
    @CsvSource({"0.3, 1, ADD", "0.3, 0, ADD", "0.9, 0.5, COVER", "0.05, 1, COVER", "0.012, 0, ADD"})
    void aDotCoversEachPixelAsThePlainVersionSays(double size, double softness, DrawDots.Ink ink) {
        Points points = one(0.13, -0.21, size);
        Picture out = new DrawDots(1, softness, 2, ink).run(points, new WideDots(), frame);
        float r = (float) size * 45;
        float shrink = Math.min(1, r / Dots.LEAST);
        float px = 0.13f * 45 + 80 - 0.5f;
        float py = -0.21f * 45 + 45 - 0.5f;
        for (int y = 0; y < 90; y++) {
            for (int x = 0; x < 160; x++) {
                float d2 = (x - px) * (x - px) + (y - py) * (y - py);
                float cover = Dots.cover(d2, Math.max(Dots.LEAST, r), (float) softness) * shrink * shrink;
                assertThat(out.a()[y * 160 + x]).isCloseTo(cover, offset(2e-4f));
                assertThat(out.g()[y * 160 + x]).isCloseTo(2 * cover, offset(4e-4f));
            }
        }
    }

    @Test
    void dotsAddTheirLightAndCoverOneAnother() {
        Points two = one(0, 0, 0.4).n(2);
        Picture added = new DrawDots(1, 0, 1, DrawDots.Ink.ADD).run(two, new WideDots(), frame);
        Picture covered = new DrawDots(1, 0, 1, DrawDots.Ink.COVER).run(two, new WideDots(), frame);
        int middle = 45 * 160 + 80;
        assertThat(added.r()[middle]).isEqualTo(2f);
        assertThat(added.a()[middle]).isEqualTo(1f);
        assertThat(covered.r()[middle]).isEqualTo(1f);
    }

    @Test
    void manyThreadsDrawTheSamePictureToTheBit() {
        Points points = new Scatter(3000, 3.5, 2, 0, 0, 1, 0.05, 0.9)
                .run(null, new Scatter(1, 1, 1, 0, 0, 0, 1, 0).memory(), frame);
        Picture[] drawn = new Picture[2];
        for (int i = 0; i < 2; i++) {
            try (Crew crew = new Crew(1 + 2 * i)) {
                Picture out = new Picture(160, 90);
                Dots dots = new Dots();
                dots.place(points, 1, 0.7, 1.5, true, 160, 90, crew);
                crew.each(90, ByRows.STRIP, (from, to) -> dots.rows(out, from, to));
                drawn[i] = out;
            }
        }
        for (int c = 0; c < 4; c++) assertThat(drawn[1].plane(c)).isEqualTo(drawn[0].plane(c));
    }

    @ParameterizedTest
    @EnumSource(Border.class)
    void placedPicturesAreSampledAsThePlainVersionSays(Border border) {
        Picture in = new Picture(40, 30);
        for (int i = 0; i < in.pixels(); i++)
            for (int c = 0; c < 4; c++) in.plane(c)[i] = (float) Math.sin(i * 0.7 + c);
        Picture out = new Picture(40, 30);
        for (double[] move :
                new double[][] {{0.9, 0, 0, 0}, {1, 0, 0.31, -0.17}, {0.6, 0.07, 0.2, 0.1}, {3, -0.4, 0, 0.5}}) {
            Sampler.move(in, move[0], move[1], move[2], move[3], border, 0.8, out.height)
                    .rows(out, 0, out.height);
            double cos = Math.cos(2 * Math.PI * move[1]) / move[0];
            double sin = Math.sin(2 * Math.PI * move[1]) / move[0];
            for (int y = 0; y < 30; y++) {
                for (int x = 0; x < 40; x++) {
                    double wx = out.worldX(x) - move[2];
                    double wy = out.worldY(y) - move[3];
                    double sx = (cos * wx + sin * wy) * 15 + 19.5;
                    double sy = (-sin * wx + cos * wy) * 15 + 14.5;
                    float expected = 0.8f * Sampler.at(in, in.g(), sx, sy, border);
                    assertThat(out.g()[y * 40 + x])
                            .as("%d,%d of %s", x, y, move[0])
                            .isCloseTo(expected, offset(2e-4f));
                }
            }
        }
    }

    @Test
    void aHalfLifeIsAHalfLifeAtAnyFrameRate() {
        for (double rate : new double[] {25, 60, 120}) {
            Echo echo = new Echo(0.5, 1, 0, 0, 0, Echo.Meeting.OVER, Border.EMPTY);
            Echo.Memory memory = echo.memory();
            Moments at = new Moments().rate(rate);
            echo.run(at.picture().fill(1, 1, 1, 1), memory, at);
            Picture out = null;
            for (int i = 0; i < rate; i++) out = echo.run(new Picture(160, 90), memory, at.next());
            assertThat(out.r()[6000]).isCloseTo(0.25f, offset(1e-3f));
        }
    }

    @Test
    void levelsAreThePlainVersionAndKeepWhatIsBelowBlack() {
        Levels levels = new Levels(0.2, 0.8, 2.2, 1.5, 1, true);
        Picture in = new Picture(67, 3);
        for (int i = 0; i < in.pixels(); i++) {
            in.r()[i] = i * 0.02f - 1;
            in.a()[i] = 1;
        }
        Picture before = new Picture(67, 3).copyFrom(in);
        Picture out = levels.run(in, null, frame);
        for (int i = 0; i < out.pixels(); i++)
            assertThat(out.r()[i]).isCloseTo(levels.one(before.r()[i], 1), offset(2e-5f));
        assertThat(out.r()[0]).isNegative();
        Levels ends = new Levels(0.2, 0.8, 1, 2, 1, false);
        assertThat(List.of(ends.one(0.1f, 1), ends.one(0.9f, 1), ends.one(0.5f, 1)))
                .as("black, white and between, times the gain")
                .containsExactly(0f, 2f, 1f);
        assertThat(new Levels(0.2, 0.8, 1, 1, 1, true).one(0.8f, 1)).isCloseTo(1f, offset(1e-6f));
    }

    @Test
    void aGradientRunsFromItsFirstColourToItsLast() {
        Gradient gradient = new Gradient(
                Gradient.Shape.LINE,
                Colour.parse("#ff0000"),
                Colour.parse("#00ff00"),
                Colour.parse("#0000ff"),
                0.5,
                0.25,
                2,
                0,
                0,
                2,
                false);
        Picture out = gradient.run(null, gradient.memory(), frame);
        assertThat(out.r()[80]).isCloseTo(2f, offset(0.1f));
        assertThat(out.g()[45 * 160 + 80]).isCloseTo(2f, offset(0.1f));
        assertThat(out.b()[89 * 160 + 80]).isCloseTo(2f, offset(0.1f));
        assertThat(out.a()[0]).isEqualTo(1f);
    }

    @Test
    void glowSpillsLightAroundWhatIsBrightAndLeavesTheRest() {
        Picture in = new DrawDots(1, 0, 4, DrawDots.Ink.ADD).run(one(0, 0, 0.1), new WideDots(), frame);
        float dark = in.r()[45 * 160 + 95];
        Picture out = new Glow(1, 0.4, 0.4, 0.5, WHITE).run(in, new Glow(1, 0.4, 0.4, 0.5, WHITE).memory(), frame);
        assertThat(dark).isZero();
        assertThat(out.r()[45 * 160 + 95]).isGreaterThan(0.01f);
        Picture dim = frame.picture().fill(0.2f, 0.2f, 0.2f, 1);
        Glow tinted = new Glow(1, 0.4, 0.4, 0.5, Colour.parse("#ff0000"));
        Picture red = tinted.run(
                new DrawDots(1, 0, 4, DrawDots.Ink.ADD).run(one(0, 0, 0.1), new WideDots(), frame),
                tinted.memory(),
                frame);
        assertThat(red.r()[45 * 160 + 95]).as("light of the tint").isGreaterThan(0.01f);
        assertThat(red.g()[45 * 160 + 95]).as("and of no other colour").isEqualTo(dark);
        Picture same = new Glow(1, 0.4, 0.4, 0.5, WHITE).run(dim, new Glow(1, 0.4, 0.4, 0.5, WHITE).memory(), frame);
        assertThat(same.r()[300]).isCloseTo(0.2f, offset(1e-4f));
    }

    @Test
    void layReadsAnotherLane() {
        frame.reads.put("with", new Picture(160, 90).fill(0.5f, 0, 0, 0.5f));
        Picture out = new Lay(Blend.OVER, 1).run(frame.picture().fill(0, 1, 0, 1), null, frame);
        assertThat(out.r()[5]).isEqualTo(0.5f);
        assertThat(out.g()[5]).isEqualTo(0.5f);
        frame.reads.clear();
        Picture in = frame.picture();
        assertThat(new Lay(Blend.OVER, 1).run(in, null, frame)).isSameAs(in);
    }

    @Test
    void cloudsAreTheSameAtEveryScaleAndBetweenTheirColours() {
        CloudNoise clouds = new CloudNoise(
                0.8,
                3,
                0.5,
                1,
                0,
                0,
                0,
                1.4,
                0,
                Colour.parse("#000000"),
                Colour.parse("#808080"),
                Colour.parse("#ffffff"),
                1,
                false,
                CloudNoise.Form.SOFT,
                0);
        Picture small = clouds.run(null, clouds.memory(), new Moments().size(160, 90));
        Picture large = clouds.run(null, clouds.memory(), new Moments().size(480, 270));
        for (int y = 5; y < 85; y += 7) {
            for (int x = 5; x < 155; x += 7) {
                assertThat(large.r()[(y * 3 + 1) * 480 + x * 3 + 1]).isCloseTo(small.r()[y * 160 + x], offset(0.02f));
            }
        }
        for (float value : small.r()) assertThat(value).isBetween(0f, 1.001f);
    }

    @Test
    void coloursMeetSrgbAtTheExit() {
        assertThat(Exit.level(0.5)).isCloseTo(0.7354, offset(1e-3));
        assertThat(Exit.level(0)).isZero();
        Picture picture = new Picture(4, 4).fill(0.2140411f, 100, -1, 1);
        byte[] rgb = new byte[48];
        try (Crew crew = new Crew(1)) {
            Exit.rgb(picture, 4, 4, rgb, crew);
        }
        assertThat(rgb[1] & 255).isEqualTo(255);
        Picture nothing = new Picture(2, 2).fill(Float.NaN, 0, -5, 1);
        byte[] black = new byte[12];
        try (Crew crew = new Crew(1)) {
            Exit.rgb(nothing, 2, 2, black, crew);
        }
        assertThat(black).containsOnly(0);
    }

    @Test
    void shrinkingAveragesLight() {
        Picture picture = new Picture(6, 6);
        for (int i = 0; i < 36; i++) picture.r()[i] = (i + i / 6) % 2 == 0 ? 1 : 0;
        byte[] rgb = new byte[27];
        try (Crew crew = new Crew(1)) {
            Exit.rgb(picture, 3, 3, rgb, crew);
        }
        for (int i = 0; i < 9; i++) assertThat(rgb[i * 3] & 255).isBetween(187, 189);
    }
}
