package gloaming.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Picture;
import gloaming.picture.colour.Threshold;
import gloaming.picture.feedback.Background;
import gloaming.picture.feedback.Delay;
import gloaming.picture.feedback.LongExposure;
import gloaming.picture.filter.Edges;
import gloaming.picture.filter.Emboss;
import gloaming.picture.filter.Grow;
import gloaming.picture.filter.HeightToNormal;
import gloaming.picture.filter.Median;
import gloaming.picture.filter.Sharpen;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Past;
import gloaming.picture.kernel.Pyramid;
import gloaming.picture.source.CellNoise;
import gloaming.picture.warp.ColourOffset;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Steps that look at neighbours or at what was. */
class AroundStepsTest {
    private static final int W = 160;
    private static final int H = 90;
    private final Moments frame = new Moments();

    private static Picture noise(int seed) {
        SplittableRandom random = new SplittableRandom(seed);
        Picture p = new Picture(W, H);
        for (int i = 0; i < p.pixels(); i++) for (int c = 0; c < 4; c++) p.plane(c)[i] = (float) random.nextDouble();
        return p;
    }

    private static Picture slope(double acrossAPixel, double upAPixel) {
        Picture p = new Picture(W, H);
        for (int i = 0; i < p.pixels(); i++) {
            float v = (float) (i % W * acrossAPixel + i / W * upAPixel);
            for (int c = 0; c < 3; c++) p.plane(c)[i] = v;
            p.a()[i] = 1;
        }
        return p;
    }

    private static Picture flat(float v) {
        return new Picture(W, H).fill(v, v, v, 1);
    }

    @ParameterizedTest
    @EnumSource(Edges.Of.class)
    void theEdgesOfASlopeAreItsSteepnessAndOfAFlatPictureNothing(Edges.Of of) {
        Picture out = new Edges(0.002, 1, of).run(slope(0.03, 0.04), null, frame);
        assertThat(out.g()[40 * W + 80]).isCloseTo(0.05f, offset(1e-5f));
        assertThat(new Edges(0.01, 5, of).run(flat(3), null, frame).r()[77]).isZero();
    }

    @Test
    void aReliefIsHalfGreyWhereItIsFlatAndLightWhereItFacesTheLamp() {
        assertThat(new Emboss(0.25, 0.002, 3, 0).run(flat(0.9f), null, frame).r()[900])
                .isEqualTo(0.5f);
        // The lamp is above, and a slope that falls upward faces it.
        assertThat(new Emboss(0.25, 0.002, 3, 0)
                        .run(slope(0, -0.02), null, frame)
                        .r()[40 * W + 9])
                .isGreaterThan(0.52f);
        assertThat(new Emboss(0.25, 0.002, 3, 0)
                        .run(slope(0, 0.02), null, frame)
                        .r()[40 * W + 9])
                .isLessThan(0.48f);
    }

    @Test
    void aNormalFacesAwayFromTheRise() {
        Picture out = new HeightToNormal(1).run(slope(1 / 45.0, 0), null, frame);
        // Height rises one unit a unit: the surface leans 45 degrees to the left.
        assertThat(out.r()[40 * W + 50]).isCloseTo(0.5f - 0.5f * (float) Math.sqrt(0.5), offset(1e-4f));
        assertThat(out.g()[40 * W + 50]).isCloseTo(0.5f, offset(1e-4f));
        assertThat(out.b()[40 * W + 50]).isCloseTo(0.5f + 0.5f * (float) Math.sqrt(0.5), offset(1e-4f));
    }

    @Test
    void sharpeningAddsWhatABlurTakesAway() {
        Picture in = noise(3);
        Picture soft = new Picture(W, H);
        try (gloaming.flow.Crew crew = new gloaming.flow.Crew(1)) {
            new Pyramid(4).blur(in, 0.05 / 2 * 45, soft, crew);
        }
        Sharpen sharpen = new Sharpen(1.5, 0.05);
        Picture out = sharpen.run(new Picture(W, H).copyFrom(in), sharpen.memory(), frame);
        for (int i = 0; i < in.pixels(); i += 11) {
            assertThat(out.g()[i]).isCloseTo(in.g()[i] + 1.5f * (in.g()[i] - soft.g()[i]), offset(1e-4f));
        }
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.05, -0.1, 0.3})
    void growingTakesTheLargestOfTheNeighboursAndShrinkingTheSmallest(double reach) {
        Picture in = noise(8);
        Picture out = new Grow(reach).run(in, null, frame);
        int r = (int) Math.round(Math.abs(reach) * 45);
        for (int y = 0; y < H; y += 11) {
            for (int x = 0; x < W; x += 13) {
                float best = reach > 0 ? -1 : 2;
                for (int j = Math.max(0, y - r); j <= Math.min(H - 1, y + r); j++) {
                    for (int i = Math.max(0, x - r); i <= Math.min(W - 1, x + r); i++) {
                        float v = in.b()[j * W + i];
                        best = reach > 0 ? Math.max(best, v) : Math.min(best, v);
                    }
                }
                assertThat(out.b()[y * W + x]).isEqualTo(best);
            }
        }
    }

    @Test
    void theMedianIsTheFifthLargestOfNine() {
        SplittableRandom random = new SplittableRandom(1);
        for (int i = 0; i < 2000; i++) {
            float[] nine = new float[9];
            for (int k = 0; k < 9; k++) nine[k] = random.nextInt(5) + (float) random.nextDouble();
            float[] sorted = nine.clone();
            java.util.Arrays.sort(sorted);
            assertThat(Median.middle(nine)).isEqualTo(sorted[4]);
        }
        Picture specks = flat(0.3f);
        specks.r()[40 * W + 40] = 9;
        assertThat(new Median(0.004).run(specks, null, frame).r()[40 * W + 40]).isEqualTo(0.3f);
    }

    @Test
    void aDelayHandsOutTheFrameOfThen() {
        Delay delay = new Delay(7);
        Past past = delay.memory();
        for (int i = 0; i < 80; i++) {
            Picture out = delay.run(flat(i), past, frame.next());
            assertThat(out.r()[5]).isEqualTo(Math.max(0, i - 7));
        }
        // Asked for longer ago than it has kept, it hands out the oldest; a pause takes nothing in.
        assertThat(new Delay(31).run(flat(80), past, frame.next()).r()[5]).isBetween(0f, 74f);
    }

    @Test
    void coloursDrawnApartInTimeComeFromTheirOwnFrames() {
        ColourOffset offset = new ColourOffset(0, 0, 1, 2, Border.HOLD);
        Past past = offset.memory();
        Picture out = null;
        for (int i = 0; i < 20; i++) out = offset.run(flat(i), past, frame.next());
        assertThat(out.r()[5]).isEqualTo(19);
        assertThat(out.g()[5]).isEqualTo(17);
        assertThat(out.b()[5]).isEqualTo(15);
    }

    @Test
    void coloursAreDrawnApartByTheDistance() {
        Picture out = new ColourOffset(10 / 45.0, 0, 1, 0, Border.HOLD).run(slope(1, 0), new Past(), frame);
        int i = 40 * W + 80;
        assertThat(out.r()[i]).isCloseTo(70, offset(1e-3f));
        assertThat(out.g()[i]).isEqualTo(80);
        assertThat(out.b()[i]).isCloseTo(90, offset(1e-3f));
    }

    @Test
    void aMeanIsGatheredAlikeAtAnyFrameRateAndTheLightestStays() {
        for (double rate : new double[] {25, 100}) {
            Moments at = new Moments().rate(rate);
            LongExposure mean = new LongExposure(LongExposure.Keep.MEAN, 1);
            LongExposure.Memory memory = mean.memory();
            mean.run(flat(0), memory, at);
            Picture out = null;
            for (int i = 0; i < rate; i++) out = mean.run(flat(1), memory, at.next());
            assertThat(out.r()[3]).isCloseTo((float) (1 - Math.exp(-1)), offset(1e-3f));
        }
        LongExposure lightest = new LongExposure(LongExposure.Keep.LIGHTEST, 60);
        LongExposure.Memory memory = lightest.memory();
        lightest.run(flat(0.2f), memory, frame);
        lightest.run(flat(5), memory, frame);
        assertThat(lightest.run(flat(0), memory, frame).r()[3]).isGreaterThan(4.9f);
    }

    @Test
    void theBackgroundIsLearntAndWhatStandsBeforeItKept() {
        Background learn = new Background(true, 0.1, 0.05, 0, Threshold.Paint.WHITE, Background.By.MEAN);
        Background keep = new Background(false, 0.1, 0.05, 0, Threshold.Paint.WHITE, Background.By.MEAN);
        Background.Memory memory = keep.memory();
        Picture out = learn.run(flat(0.9f), memory, frame);
        for (int i = 0; i < 120; i++) out = learn.run(slope(0.004, 0), memory, frame.next());
        out = keep.run(slope(0.004, 0), memory, frame.next());
        assertThat(out.r()[500]).isCloseTo(0, offset(1e-3f));
        Picture person = slope(0.004, 0);
        for (int i = 3000; i < 3050; i++) person.r()[i] = person.g()[i] = person.b()[i] = 2;
        out = keep.run(person, memory, frame.next());
        assertThat(out.r()[3020]).isEqualTo(1);
        assertThat(out.r()[3100]).isCloseTo(0, offset(1e-3f));
    }

    @Test
    void theMiddleIsTheWallAlsoWhereSomebodyIsForAThirdOfTheTime() {
        Background.Memory middle = new Background.Memory();
        Background.Memory mean = new Background.Memory();
        Background byMiddle = new Background(false, 0.1, 0.05, 20, Threshold.Paint.WHITE, Background.By.MIDDLE);
        Background byMean = new Background(false, 0.1, 0.05, 20, Threshold.Paint.WHITE, Background.By.MEAN);
        for (int i = 0; i < 3_000; i++) {
            Picture seen = i % 30 < 10 ? flat(2) : flat(0.3f);
            byMiddle.run(seen, middle, frame.next());
            byMean.run(seen, mean, frame.next());
        }
        assertThat(middle.learnt.r()[500]).isCloseTo(0.3f, offset(0.08f));
        assertThat(mean.learnt.r()[500]).isGreaterThan(0.6f);
    }

    @Test
    void oneFrameIsLearntWhenLearnComesOnAndNoOther() {
        Background.Memory memory = new Background.Memory();
        Background waits = new Background(false, 0.1, 0.05, 5, Threshold.Paint.WHITE, Background.By.ONE_FRAME);
        Background learns = new Background(true, 0.1, 0.05, 5, Threshold.Paint.WHITE, Background.By.ONE_FRAME);
        waits.run(flat(0.1f), memory, frame.next());
        waits.run(flat(0.9f), memory, frame.next());
        assertThat(memory.learnt.r()[500]).isEqualTo(0.1f);
        learns.run(flat(0.6f), memory, frame.next());
        learns.run(flat(0.8f), memory, frame.next());
        assertThat(memory.learnt.r()[500]).isCloseTo(0.6f, offset(1e-6f));
    }

    @Test
    void theNearestCellIsTheNearestOfAllThatCanBeNear() {
        CellNoise cells = new CellNoise(0.3, 0, 0, CellNoise.Draw.HILLS, 1);
        float[] near = new float[3];
        // Not scattered, the points are the middles of a square lattice.
        cells.nearest(4, 2.7f, -1.2f, 0, near);
        assertThat(near[0]).isCloseTo((float) Math.hypot(0.2, 0.3), offset(1e-5f));
        assertThat(near[1]).isCloseTo((float) Math.hypot(0.2, 0.7), offset(1e-5f));
        CellNoise scattered = new CellNoise(0.3, 1, 0, CellNoise.Draw.CRACKS, 1);
        for (int i = 0; i < 500; i++) {
            scattered.nearest(4, i * 0.173f, i * 0.311f, i * 0.01f, near);
            assertThat(near[0]).isBetween(0f, 1.5f);
            assertThat(near[1]).isGreaterThanOrEqualTo(near[0]);
            assertThat(near[2]).isBetween(0f, 1f);
        }
    }
}
