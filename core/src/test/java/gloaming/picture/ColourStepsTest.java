package gloaming.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Picture;
import gloaming.picture.colour.Channels;
import gloaming.picture.colour.ColourKey;
import gloaming.picture.colour.Dither;
import gloaming.picture.colour.Grade;
import gloaming.picture.colour.LightKey;
import gloaming.picture.colour.Posterise;
import gloaming.picture.colour.Ramp;
import gloaming.picture.colour.Recolour;
import gloaming.picture.colour.Threshold;
import gloaming.picture.colour.ToneCurve;
import gloaming.picture.combine.CrossFade;
import gloaming.picture.combine.Dissolve;
import gloaming.picture.combine.Mask;
import gloaming.picture.filter.Halftone;
import gloaming.picture.kernel.Tone;
import gloaming.picture.warp.Crop;
import gloaming.step.Colour;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class ColourStepsTest {
    private final Moments frame = new Moments();

    /** Colours from below black to well above white. */
    private Picture noise() {
        SplittableRandom random = new SplittableRandom(5);
        Picture picture = new Picture(160, 90);
        for (int i = 0; i < picture.pixels(); i++) {
            for (int c = 0; c < 3; c++) picture.plane(c)[i] = (float) random.nextDouble(-0.3, 2.5);
            picture.a()[i] = 1;
        }
        return picture;
    }

    private static Picture flat(double light) {
        return new Picture(160, 90).fill((float) light, (float) light, (float) light, 1);
    }

    private static double mean(float[] plane) {
        double sum = 0;
        for (float v : plane) sum += v;
        return sum / plane.length;
    }

    @ParameterizedTest
    @CsvSource({"0,1,0.18,1,0,0", "1.5,1,0.18,1,0,0", "-1,1.7,0.3,0.4,0.2,0.5", "0,0.6,1,2,-0.4,-1"})
    void aGradeIsThePlainVersionAndClipsNothing(
            double exposure, double contrast, double pivot, double saturation, double hue, double warmth) {
        Grade grade = new Grade(exposure, contrast, pivot, saturation, hue, warmth);
        Picture in = noise();
        Picture out = grade.run(new Picture(160, 90).copyFrom(in), null, frame);
        for (int i = 0; i < in.pixels(); i += 7) {
            float[] expected = grade.one(in.r()[i], in.g()[i], in.b()[i]);
            for (int c = 0; c < 3; c++) {
                assertThat(out.plane(c)[i]).isCloseTo(expected[c], offset(2e-4f * Math.max(1, Math.abs(expected[c]))));
            }
        }
    }

    @Test
    void exposureDoublesContrastKeepsThePivotAndHueKeepsTheLight() {
        assertThat(new Grade(1, 1, 0.18, 1, 0, 0).one(0.3f, 0.2f, 0.1f))
                .containsExactly(new float[] {0.6f, 0.4f, 0.2f}, offset(1e-6f));
        assertThat(new Grade(0, 3, 0.18, 1, 0, 0).one(0.18f, 0.18f, 0.18f)[0]).isCloseTo(0.18f, offset(1e-6f));
        float[] turned = new Grade(0, 1, 0.18, 1, 0.3, 0).one(0.8f, 0.1f, 0.2f);
        assertThat(0.2126f * turned[0] + 0.7152f * turned[1] + 0.0722f * turned[2])
                .isCloseTo(0.2126f * 0.8f + 0.7152f * 0.1f + 0.0722f * 0.2f, offset(1e-5f));
        float[] round = new Grade(0, 1, 0.18, 1, 0.5, 0).one(turned[0], turned[1], turned[2]);
        assertThat(new Grade(0, 1, 0.18, 1, 0.2, 0).one(round[0], round[1], round[2]))
                .containsExactly(new float[] {0.8f, 0.1f, 0.2f}, offset(1e-5f));
    }

    @ParameterizedTest
    @EnumSource(Threshold.Side.class)
    void aThresholdKeepsOneSideWithASoftKnee(Threshold.Side side) {
        Threshold threshold = new Threshold(0.5, 0.2, side, Threshold.Paint.WHITE);
        for (double light : new double[] {0, 0.39, 0.45, 0.5, 0.55, 0.61, 3}) {
            assertThat(threshold.run(flat(light), null, frame).r()[50])
                    .isCloseTo((float) threshold.kept(light), offset(1e-5f));
        }
        boolean above = side == Threshold.Side.ABOVE;
        assertThat(threshold.kept(0.5)).isEqualTo(0.5);
        assertThat(threshold.kept(0.7)).isEqualTo(above ? 1 : 0);
        assertThat(threshold.kept(0.3)).isEqualTo(above ? 0 : 1);
    }

    @Test
    void aToneCurveGoesThroughItsTonesWithoutHillsOfItsOwnAndOnBeyondWhite() {
        float[] at = {0.1f, 0.2f, 0.7f, 0.7f, 0.9f};
        float[] slope = ToneCurve.slopes(at);
        for (int k = 0; k < 5; k++)
            assertThat(ToneCurve.curve(k / 4f, at, slope)).isCloseTo(at[k], offset(1e-6f));
        float before = -1;
        for (int i = 0; i <= 200; i++) {
            float now = ToneCurve.curve(i / 160f, at, slope);
            assertThat(now).isGreaterThanOrEqualTo(before - 1e-6f);
            before = now;
        }
        Picture in = noise();
        Picture out = new ToneCurve(0, 0.25, 0.5, 0.75, 1).run(new Picture(160, 90).copyFrom(in), null, frame);
        for (int i = 0; i < in.pixels(); i += 13) assertThat(out.r()[i]).isCloseTo(in.r()[i], offset(1e-4f));
    }

    @Test
    void channelsAreTakenFromWhereTheyAreSaidToBe() {
        Picture in = new Picture(160, 90).fill(0.1f, 2, -0.5f, 0.25f);
        Picture out = new Channels(
                        Channels.Source.BLUE, Channels.Source.COVER, Channels.Source.LIGHT, Channels.Source.FULL)
                .run(in, null, frame);
        assertThat(out.r()[9]).isEqualTo(-0.5f);
        assertThat(out.g()[9]).isEqualTo(0.25f);
        assertThat(out.b()[9]).isCloseTo(0.02126f + 1.4304f - 0.0361f, offset(1e-5f));
        assertThat(out.a()[9]).isEqualTo(1);
    }

    @Test
    void posterisingLeavesSoManyTones() {
        Picture out = new Posterise(4).run(noise(), null, frame);
        long tones = java.util.stream.IntStream.range(0, out.pixels())
                .mapToObj(i -> out.r()[i])
                .filter(v -> v >= 0 && v <= 1)
                .distinct()
                .count();
        assertThat(tones).isEqualTo(4);
        assertThat(new Posterise(4).run(flat(1), null, frame).r()[3]).isEqualTo(1);
        assertThat(new Posterise(4).run(flat(0), null, frame).r()[3]).isZero();
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3})
    void theThresholdsOfADitherAreEachThereOnceAndTheTwoByTwoIsBayers(int order) {
        int wide = 1 << order;
        double[] all = new double[wide * wide];
        for (int i = 0; i < all.length; i++) all[i] = Dither.threshold(i % wide, i / wide, order);
        assertThat(java.util.Arrays.stream(all).distinct().count()).isEqualTo(all.length);
        assertThat(mean(all)).isCloseTo(0.5, offset(1e-6));
        if (order == 1) assertThat(all).containsExactly(0.125, 0.625, 0.875, 0.375);
    }

    private static double mean(double[] all) {
        return java.util.Arrays.stream(all).average().orElseThrow();
    }

    @Test
    void aDitheredGreyShowsItsToneInWhiteCells() {
        for (double tone : new double[] {0.25, 0.5, 0.75}) {
            Picture out = new Dither(2, 2, 2.0 / 90).run(flat(tone * tone), null, frame);
            assertThat(mean(out.r())).isCloseTo(tone, offset(0.03));
            for (int i = 0; i < 300; i++) assertThat(out.r()[i]).isIn(0f, 1f);
        }
    }

    @ParameterizedTest
    @EnumSource(Halftone.Mark.class)
    void theInkOfARasterCoversAsMuchAsTheToneSays(Halftone.Mark mark) {
        Halftone raster = screen(mark, 0.1, 0.1, 0.05, Halftone.Inks.LIGHT);
        Moments large = new Moments().size(640, 360);
        for (double tone : new double[] {0.3, 0.5, 0.7, 0.9}) {
            Picture grey =
                    new Picture(640, 360).fill((float) (tone * tone), (float) (tone * tone), (float) (tone * tone), 1);
            assertThat(mean(raster.run(grey, null, large).r())).isCloseTo(tone, offset(0.04));
        }
        assertThat(raster.ink(0, 0.2f, 0.4f, 0.1f)).isZero();
        assertThat(raster.ink(1, 0.5f, 0.5f, 0.1f)).isEqualTo(1);
    }

    @Test
    void recolouringRunsFromTheDarkColourToTheLightOne() {
        Recolour recolour =
                new Recolour(Colour.parse("#ff0000"), Colour.parse("#00ff00"), Colour.parse("#0000ff"), 0.5, 1);
        assertThat(recolour.run(flat(0), recolour.memory(), frame).r()[7]).isCloseTo(1, offset(1e-3f));
        assertThat(recolour.run(flat(0.25), recolour.memory(), frame).g()[7]).isCloseTo(1, offset(1e-3f));
        assertThat(recolour.run(flat(9), recolour.memory(), frame).b()[7]).isCloseTo(1, offset(1e-3f));
    }

    @Test
    void theFastRampIsThePlainOne() {
        Ramp ramp = new Ramp(Colour.parse("#204060"), Colour.parse("#e0a030"), Colour.parse("#102000"), 0.3);
        Picture out = new Picture(101, 1).fill(0, 0, 0, 1);
        for (int i = 0; i <= 100; i++) out.r()[i] = i / 100f;
        ramp.paint(out, 0, 101, 2);
        for (int i = 0; i <= 100; i++) {
            float[] expected = ramp.colour(i / 100.0);
            for (int c = 0; c < 3; c++) assertThat(out.plane(c)[i]).isCloseTo(2 * expected[c], offset(1e-4f));
        }
    }

    @Test
    void aColourKeyTakesItsColourAlsoInTheShadowAndLeavesSkin() {
        Colour cloth = Colour.parse("#2fbf4a");
        ColourKey key = new ColourKey(cloth, 0.25, 0.15, 1);
        Picture in = new Picture(160, 90).fill(cloth.r(), cloth.g(), cloth.b(), 1);
        assertThat(key.run(in, null, frame).a()[4]).isZero();
        Picture shadow = new Picture(160, 90).fill(cloth.r() * 0.3f, cloth.g() * 0.3f, cloth.b() * 0.3f, 1);
        assertThat(key.run(shadow, null, frame).a()[4]).isZero();
        Picture skin = new Picture(160, 90).fill(0.6f, 0.35f, 0.25f, 1);
        Picture kept = key.run(skin, null, frame);
        assertThat(kept.a()[4]).isEqualTo(1);
        assertThat(kept.r()[4]).isEqualTo(0.6f);
    }

    @Test
    void aLightKeyClearsTheDarkAndKeepsTheColours() {
        Picture in = new Picture(160, 90).fill(0.9f, 0.4f, 0.2f, 1);
        Picture out = new LightKey(0.2, 0.1, Threshold.Side.ABOVE).run(in, null, frame);
        assertThat(out.r()[2]).isEqualTo(0.9f);
        assertThat(new LightKey(0.2, 0.1, Threshold.Side.BELOW)
                        .run(out, null, frame)
                        .a()[2])
                .isZero();
    }

    @Test
    void aMaskKeepsWhatTheOtherLaneShows() {
        Picture mask = new Picture(160, 90);
        for (int i = 0; i < mask.pixels(); i++) mask.r()[i] = mask.g()[i] = mask.b()[i] = i % 160 < 80 ? 1 : 0.25f;
        frame.reads.put("by", mask);
        Picture out = new Mask(Mask.By.LIGHT, false, 1).run(flat(0.8), null, frame);
        assertThat(out.r()[10]).isCloseTo(0.8f, offset(1e-6f));
        assertThat(out.r()[100]).isCloseTo(0.2f, offset(1e-6f));
        assertThat(new Mask(Mask.By.LIGHT, true, 1).run(flat(0.8), null, frame).r()[10])
                .isCloseTo(0, offset(1e-6f));
        frame.reads.clear();
    }

    /** Light from below black to far above white, under cover from none to whole. */
    private Picture wide(int width) {
        Picture p = new Picture(width, 9);
        for (int c = 0; c < 4; c++) {
            for (int i = 0; i < p.pixels(); i++) {
                double x = Math.sin(i * 1.7 + c) * Math.sin(i * 0.13);
                p.plane(c)[i] = (float) (c == 3 ? Math.clamp(x + 0.6, 0, 1) : i % 11 == 0 ? 0 : 2.5 * x * Math.abs(x));
            }
        }
        return p;
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 7, 16, 33, 160})
    void tonesAreBentPosterisedAndDitheredAsThePlainWayDoes(int width) {
        Picture in = wide(width);
        ToneCurve bent = new ToneCurve(0.1, 0.1, 0.7, 0.6, 1.3);
        Picture a = bent.run(new Picture(width, 9).copyFrom(in), null, frame);
        Picture b = new Posterise(5).run(new Picture(width, 9).copyFrom(in), null, frame);
        Dither dither = new Dither(3, 2, 0.2);
        Picture c = dither.run(new Picture(width, 9).copyFrom(in), null, frame);
        float cell = (float) Math.max(1, 0.2 * frame.height() / 2);
        for (int i = 0; i < in.pixels(); i++) {
            float light = in.g()[i];
            assertThat(a.g()[i]).isCloseTo(bent.one(light, in.a()[i]), offset(2e-6f * (1 + Math.abs(light))));
            assertThat(b.g()[i]).isCloseTo(Tone.linear(Math.round(Tone.seen(light) * 4) / 4f), offset(1e-6f));
            int x = (int) (i % width / cell) & 3;
            int y = (int) (i / width / cell) & 3;
            assertThat(c.g()[i]).isCloseTo(Dither.step(light, 2, Dither.threshold(x, y, 2)), offset(1e-6f));
        }
        assertThat(a.a()).isEqualTo(in.a());
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 7, 16, 33, 160})
    void aColourIsKeyedAsThePlainWayDoes(int width) {
        Picture in = wide(width);
        ColourKey key = new ColourKey(Colour.parse("#2fbf4a"), 0.2, 0.6, 0.8);
        Picture out = key.run(new Picture(width, 9).copyFrom(in), null, frame);
        for (int i = 0; i < in.pixels(); i++) {
            float[] plain = key.one(in.r()[i], in.g()[i], in.b()[i], in.a()[i]);
            for (int c = 0; c < 4; c++) {
                float near = 1e-4f * (1 + Math.abs(plain[c]));
                assertThat(out.plane(c)[i]).isCloseTo(plain[c], offset(near));
            }
        }
    }

    @Test
    void aCropsRowsAreItsDistance() {
        Crop crop = new Crop(1.2, 0.8, 0.1, -0.2, 0.3, 0.15);
        Picture out = crop.run(flat(1), null, frame);
        for (int y = 0; y < out.height; y += 7) {
            for (int x = 0; x < out.width; x += 3) {
                double far = crop.distance(out.worldX(x), out.worldY(y), 0.3);
                double k = Math.clamp(0.5 - far / 0.15, 0.0, 1.0);
                assertThat(out.a()[out.at(y) + x]).isCloseTo((float) k, offset(1e-4f));
            }
        }
    }

    @Test
    void aCropKeepsItsRectangleToThePixel() {
        Picture out = new Crop(1, 0.5, 0.25, 0, 0, 0).run(flat(1), null, frame);
        // World 1 by 0.5 is 45 by 22.5 pixels of a picture 90 high.
        assertThat(mean(out.a()) * out.pixels()).isCloseTo(45 * 22.5, offset(25.0));
        assertThat(new Crop(1, 1, 0, 0, 0.5, 0).distance(0.5, 0, 0.5)).isCloseTo(0, offset(1e-9));
        assertThat(new Crop(1, 1, 0, 0, 0.5, 0).distance(0.5, 0.5, 0.5)).isCloseTo(Math.sqrt(0.5) - 0.5, offset(1e-9));
    }

    @Test
    void aDissolveTakesMoreAndMoreAndAllAtTheEnd() {
        double before = 2;
        for (double amount : new double[] {0, 0.3, 0.6, 1}) {
            Dissolve dissolve = new Dissolve(amount, 0.3, 0.05, 0);
            double now = mean(dissolve.run(flat(1), dissolve.memory(), frame).a());
            assertThat(now).isLessThan(before);
            before = now;
        }
        assertThat(before).isCloseTo(0, offset(1e-6));
    }

    @ParameterizedTest
    @EnumSource(CrossFade.Pattern.class)
    void aCrossFadeBeginsWithOnePictureAndEndsWithTheOther(CrossFade.Pattern pattern) {
        frame.reads.put("to", flat(1));
        Picture none = new CrossFade(0, pattern, 0.1, 0).run(flat(0.2), null, frame);
        Picture half = new CrossFade(0.5, pattern, 0.1, 0).run(flat(0.2), null, frame);
        Picture all = new CrossFade(1, pattern, 0.1, 0).run(flat(0.2), null, frame);
        assertThat(mean(none.r())).isCloseTo(0.2, offset(1e-6));
        assertThat(mean(half.r())).isBetween(0.2, 1.0);
        assertThat(mean(all.r())).isCloseTo(1, offset(1e-6));
        frame.reads.clear();
    }

    private static Halftone screen(Halftone.Mark mark, double pitch, double turn, double feather, Halftone.Inks inks) {
        return new Halftone(
                mark,
                pitch,
                turn,
                feather,
                inks,
                1 / 12.0,
                2 / 12.0,
                new Colour(0, 1, 1),
                new Colour(1, 0, 1),
                new Colour(1, 1, 0),
                new Colour(1, 1, 1));
    }

    @Test
    void threeInksOnPaperComeToTheColourFromFarAndToPaperWhereItIsWhite() {
        Halftone print = screen(Halftone.Mark.DOTS, 0.02, 0.1, 0.05, Halftone.Inks.PRINT);
        // With perfect inks the mean of each channel is what is not covered by its ink.
        Picture out = print.run(new Picture(400, 400).fill(0.25f, 1, 0, 1), null, new Moments().size(400, 400));
        double[] mean = new double[3];
        for (int c = 0; c < 3; c++) {
            for (float v : out.plane(c)) mean[c] += v / out.pixels();
        }
        assertThat(mean[0]).isCloseTo(gloaming.picture.kernel.Tone.seen(0.25f), offset(0.03));
        assertThat(mean[1]).isCloseTo(1, offset(1e-3));
        assertThat(mean[2]).isCloseTo(0, offset(1e-3));
    }
}
