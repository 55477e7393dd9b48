package gloaming.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Picture;
import gloaming.motion.SmearAlong;
import gloaming.picture.filter.DistanceToOutline;
import gloaming.picture.filter.Halftone;
import gloaming.picture.source.CloudNoise;
import gloaming.picture.source.CurlNoise;
import gloaming.step.Colour;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Distances, curl, ridges, loops, streaks, and rasters whose marks another picture sizes. */
class MoreStepsTest {
    private static final int W = 80;
    private static final int H = 45;
    private static final Colour BLACK = new Colour(0, 0, 0);
    private static final Colour WHITE = new Colour(1, 1, 1);
    private final Moments frame = new Moments().size(W, H);

    private static Picture spots(int seed, int count) {
        SplittableRandom random = new SplittableRandom(seed);
        Picture p = new Picture(W, H);
        for (int i = 0; i < count; i++) p.r()[random.nextInt(W * H)] = 9;
        return p;
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 7, 60, 1500})
    void theDistanceIsThatToTheNearestPixelOfTheOtherSide(int count) {
        Picture in = spots(count, count);
        DistanceToOutline step = new DistanceToOutline(0.5, DistanceToOutline.Side.BOTH, 1);
        Picture out = step.run(in, step.memory(), frame);
        for (int p = 0; p < W * H; p += 3) {
            boolean inside = in.r()[p] > 0;
            double least = 1e9;
            for (int q = 0; q < W * H; q++) {
                if (in.r()[q] > 0 == inside) continue;
                least = Math.min(least, Math.hypot(p % W - q % W, p / W - q / W));
            }
            double expected = (least - 0.5) * 2 / H * (inside ? -1 : 1);
            assertThat(out.r()[p]).isCloseTo((float) expected, offset(1e-5f));
        }
    }

    @Test
    void withoutAnOutlineItIsFarEverywhere() {
        for (DistanceToOutline.Side side : DistanceToOutline.Side.values()) {
            DistanceToOutline step = new DistanceToOutline(0.5, side, 1);
            Picture empty = step.run(new Picture(W, H), step.memory(), frame);
            for (float v : empty.r()) assertThat(v).isFinite();
            assertThat(empty.r()[77]).isEqualTo(side == DistanceToOutline.Side.INSIDE ? 0f : 2f * W * 2 / H);
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 3})
    void curlNoiseNeitherGathersNorThinsOut(int detail) {
        CurlNoise step = new CurlNoise(0.7, detail, 1, 0.2);
        frame.size(400, 225).next();
        Picture p = step.run(null, step.memory(), frame);
        double divergence = 0;
        double slope = 0;
        double speed = 0;
        for (int y = 1; y < 224; y++) {
            for (int x = 1; x < 399; x++) {
                int i = y * 400 + x;
                divergence += Math.abs(p.r()[i + 1] - p.r()[i - 1] + p.g()[i + 400] - p.g()[i - 400]);
                slope += Math.abs(p.r()[i + 400] - p.r()[i - 400]) + Math.abs(p.g()[i + 1] - p.g()[i - 1]);
                speed = Math.max(speed, Math.hypot(p.r()[i], p.g()[i]));
            }
        }
        assertThat(divergence / slope).isLessThan(1e-3);
        assertThat(speed).as("fastest").isBetween(0.4, 2.0);
    }

    private static CloudNoise clouds(CloudNoise.Form form, double change, double loop) {
        return new CloudNoise(0.5, 4, 0.5, 1, 0.1, 0, change, 1.4, 0, BLACK, WHITE, WHITE, 1, false, form, loop);
    }

    @ParameterizedTest
    @EnumSource(CloudNoise.Form.class)
    void aLoopComesBackToWhereItWasAndHasNoSeam(CloudNoise.Form form) {
        frame.rate(10);
        CloudNoise step = clouds(form, 0.6, 4);
        CloudNoise.Memory memory = step.memory();
        float[][] frames = new float[81][];
        for (int i = 0; i < 81; i++)
            frames[i] = step.run(null, memory, frame.next()).r().clone();
        double most = 0;
        double least = 1e9;
        for (int i = 1; i < 81; i++) {
            double change = difference(frames[i], frames[i - 1]);
            most = Math.max(most, change);
            least = Math.min(least, change);
        }
        assertThat(difference(frames[5], frames[45])).as("a loop later").isLessThan(1e-4);
        assertThat(difference(frames[5], frames[25])).as("half a loop later").isGreaterThan(0.05);
        assertThat(most).as("no jump").isLessThan(4 * least);
    }

    private static double difference(float[] a, float[] b) {
        double sum = 0;
        for (int i = 0; i < a.length; i++) sum += Math.abs(a[i] - b[i]);
        return sum / a.length;
    }

    @Test
    void ridgesAreSharpCrestsAndSoftHollows() {
        frame.size(320, 180).next();
        CloudNoise ridged =
                new CloudNoise(0.8, 1, 0.5, 1, 0, 0, 0, 1, 0, BLACK, WHITE, WHITE, 1, false, CloudNoise.Form.RIDGED, 0);
        float[] v = ridged.run(null, ridged.memory(), frame).r();
        double crest = 0;
        double hollow = 0;
        for (int y = 1; y < 179; y++) {
            for (int x = 1; x < 319; x++) {
                int i = y * 320 + x;
                double bend = v[i - 1] + v[i + 1] - 2 * v[i];
                crest = Math.max(crest, -bend);
                hollow = Math.max(hollow, bend);
            }
        }
        assertThat(crest).as("a crest bends harder than any hollow").isGreaterThan(2 * hollow);
    }

    @Test
    void aStreakIsAsLongAsTheWayAndKeepsItsLight() {
        Picture in = new Picture(W, H);
        in.r()[22 * W + 40] = 1;
        Picture motion = new Picture(W, H).fill(4, 0, 0, 1);
        frame.reads.put("by", motion);
        // Four units a second for a tenth are 0.4 units: nine pixels.
        Picture out = new SmearAlong(0.1, 1).run(in, null, frame);
        float sum = 0;
        int lit = 0;
        for (int x = 0; x < W; x++) {
            sum += out.r()[22 * W + x];
            if (out.r()[22 * W + x] > 0.01f) lit++;
        }
        assertThat(sum).isCloseTo(1, offset(0.02f));
        assertThat(lit).isBetween(9, 11);
        assertThat(out.r()[23 * W + 40]).isZero();
        assertThat(new SmearAlong(0.1, 1).run(in, null, new Moments().size(W, H)))
                .isSameAs(in);
        frame.reads.put("by", new Picture(W, H).fill(Float.NaN, 0, 0, 1));
        assertThat(new SmearAlong(0.1, 1).run(in, null, frame).r()).isEqualTo(in.r());
    }

    @Test
    void anotherPictureSizesTheMarksAndThePictureColoursThem() {
        frame.size(320, 180);
        Picture tones = new Picture(320, 180);
        // Half a tone by eye on the left, nothing on the right.
        for (int i = 0; i < tones.pixels(); i++)
            if (i % 320 < 160) tones.r()[i] = tones.g()[i] = tones.b()[i] = 0.2140411f;
        frame.reads.put("tone", tones);
        Picture in = new Picture(320, 180).fill(0.5f, 0.25f, 0, 1);
        Picture out =
                screen(Halftone.Mark.LINES, 0.1, 0, 0.1, Halftone.Inks.LIGHT).run(in, null, frame);
        double left = 0;
        for (int y = 0; y < 180; y++) {
            for (int x = 0; x < 160; x++) left += out.a()[y * 320 + x];
            for (int x = 160; x < 320; x++) assertThat(out.a()[y * 320 + x]).isZero();
        }
        assertThat(left / (160 * 180)).as("half of it is covered").isCloseTo(0.5, offset(0.07));
        for (int i = 0; i < out.pixels(); i++) assertThat(out.g()[i]).isCloseTo(out.r()[i] / 2, offset(1e-6f));
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
    void cloudsThatStandStillAreDrawnOnceAndAreTheOnesThatMoveByNothing() {
        for (CloudNoise.Form form : CloudNoise.Form.values()) {
            CloudNoise still = new CloudNoise(0.4, 5, 0.5, 2, 0, 0, 0, 1.4, 0.1, BLACK, WHITE, WHITE, 1, true, form, 0);
            CloudNoise moves =
                    new CloudNoise(0.4, 5, 0.5, 2, 0, 0, 1e-300, 1.4, 0.1, BLACK, WHITE, WHITE, 1, true, form, 0);
            CloudNoise.Memory memory = still.memory();
            Picture first = still.run(null, memory, frame);
            Picture again = still.run(null, memory, frame);
            assertThat(again).isSameAs(first);
            Picture other = moves.run(null, moves.memory(), frame);
            for (int c = 0; c < 4; c++) assertThat(again.plane(c)).containsExactly(other.plane(c));
            // Other settings, and other sizes, are drawn anew.
            CloudNoise turned =
                    new CloudNoise(0.2, 5, 0.5, 2, 0, 0, 0, 1.4, 0.1, BLACK, WHITE, WHITE, 1, true, form, 0);
            assertThat(turned.run(null, memory, frame).r()).isNotEqualTo(other.r());
        }
    }
}
