package gloaming.motion;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Picture;
import gloaming.noise.GradientNoise;
import gloaming.source.Puppet;
import gloaming.step.Colour;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Measured motion against motion that is known: shifts of a pattern, and the puppet's own. */
class MotionTest {
    private static final int W = 320;
    private static final int H = 180;
    private final Moments frame = new Moments().size(W, H).rate(30);

    /** A cloud pattern shifted by so many pixels to the right and up. */
    private static Picture pattern(double dx, double dy) {
        Picture p = new Picture(W, H);
        for (int y = 0; y < H; y++) {
            for (int x = 0; x < W; x++) {
                float u = (float) (x - dx);
                float v = (float) (y - dy);
                float sum = 0;
                for (int octave = 0; octave < 4; octave++) {
                    float f = 0.02f * (1 << octave);
                    sum += GradientNoise.at(octave, u * f, v * f, 0.5f) / (1 << octave);
                }
                int i = y * W + x;
                p.r()[i] = p.g()[i] = p.b()[i] = 0.4f + 0.3f * sum;
                p.a()[i] = 1;
            }
        }
        return p;
    }

    private Picture measured(Motion motion, Picture before, Picture now) {
        Motion.Memory memory = motion.memory();
        motion.run(before, memory, frame.next());
        return motion.run(now, memory, frame.next());
    }

    /** Mean endpoint error in pixels against a shift that is the same everywhere, a border of its length left out. */
    private static double error(Picture flow, double dx, double dy, double dt) {
        double k = H / 2.0 * dt;
        double sum = 0;
        int n = 0;
        for (int y = 10; y < H - 10; y++) {
            for (int x = 10; x < W - 10; x++, n++) {
                int p = y * W + x;
                sum += Math.hypot(flow.r()[p] * k - dx, flow.g()[p] * k - dy);
            }
        }
        return sum / n;
    }

    @ParameterizedTest
    @CsvSource({"1, 0", "0, 1", "-3, 2", "0.4, -0.3", "5.5, 2.5", "-8, 0", "0, -8", "5.6, -5.6", "0, 0"})
    void aShiftIsMeasuredWithinAThirdOfAPixelAndWithTheRightSigns(double dx, double dy) {
        Picture flow = measured(new Motion(4, 0, 1), pattern(0, 0), pattern(dx, dy));
        assertThat(error(flow, dx, dy, frame.dt)).isLessThan(0.35);
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 2, 3})
    void thePuppetsMotionIsMeasuredWithinAThirdOfAPixel(int variation) {
        Motion motion = new Motion(4, 0, 1);
        Motion.Memory memory = motion.memory();
        Puppet seen = new Puppet(Puppet.Shows.PICTURE, 1, 0.5, 1, variation, Puppet.Body.LIMBS);
        Puppet truth = new Puppet(Puppet.Shows.MOTION, 1, 0.5, 1, variation, Puppet.Body.LIMBS);
        Puppet.Memory a = seen.memory();
        Puppet.Memory b = truth.memory();
        double sum = 0;
        double most = 0;
        int n = 0;
        double k = H / 2.0 * frame.dt;
        for (int i = 0; i < 40; i++) {
            frame.next();
            Picture flow = motion.run(seen.run(null, a, frame), memory, frame);
            Picture known = truth.run(null, b, frame);
            if (i == 0) continue;
            for (int p = 0; p < W * H; p++, n++) {
                sum += k * Math.hypot(flow.r()[p] - known.r()[p], flow.g()[p] - known.g()[p]);
                most = Math.max(most, k * Math.hypot(known.r()[p], known.g()[p]));
            }
        }
        assertThat(most).as("pixels a frame where it moves fastest").isBetween(1.5, 12.0);
        assertThat(sum / n).as("mean endpoint error in pixels").isLessThan(0.35);
        System.out.printf("puppet %d: mean endpoint error %.3f px, fastest %.1f px%n", variation, sum / n, most);
    }

    @Test
    void gainAndThresholdDoWhatTheySay() {
        Picture plain = measured(new Motion(4, 0, 1), pattern(0, 0), pattern(2, 0));
        Picture strong = measured(new Motion(4, 0, 10), pattern(0, 0), pattern(2, 0));
        assertThat(strong.r()[90 * W + 160]).isCloseTo(10 * plain.r()[90 * W + 160], offset(1e-3f));
        // Two pixels a thirtieth of a second at 90 pixels a unit are two thirds of a unit a second.
        assertThat(plain.r()[90 * W + 160]).isCloseTo(0.667f, offset(0.05f));
        Picture still = measured(new Motion(4, 1.5, 1), pattern(0, 0), pattern(2, 0));
        for (int y = 10; y < H - 10; y++) {
            for (int p = y * W + 10; p < y * W + W - 10; p++)
                assertThat(still.r()[p]).isZero();
        }
    }

    @Test
    void aStillPictureAndAStandingClockHaveNoMotion() {
        Picture flow = measured(new Motion(4, 0.02, 1), pattern(0, 0), pattern(0, 0));
        for (int p = 0; p < W * H; p++) assertThat(flow.r()[p]).isZero();
        Motion motion = new Motion(4, 0, 1);
        Motion.Memory memory = motion.memory();
        motion.run(pattern(0, 0), memory, frame.next());
        frame.dt = 0;
        assertThat(motion.run(pattern(5, 0), memory, frame).r()[90 * W + 160]).isZero();
        // What moved while the clock stood is not made up for: the picture before is still the one from before.
        frame.dt = 1 / 30.0;
        Picture after = motion.run(pattern(1, 0), memory, frame.next());
        assertThat(after.r()[90 * W + 160]).isCloseTo(1 / 3f, offset(0.05f));
    }

    @Test
    void arrowsPointWhereThingsGoAndAreAsLongAsTheirWay() {
        Picture motion = new Picture(W, H).fill(0.5f, 0, 0, 1);
        Arrows arrows = new Arrows(0.5, 0.4, 0.02, new Colour(1, 0.5f, 0));
        Picture out = arrows.run(motion, arrows.memory(), frame);
        int lit = 0;
        for (float a : out.a()) if (a > 0.5f) lit++;
        assertThat(lit).isPositive();
        // The arrow from the middle cell at (-0.25 or 0.25, ±0.25) runs to the right for 0.2 units and has its head
        // there.
        int start = at(-0.25, -0.25);
        int along = at(-0.1, -0.25);
        int beyond = at(0.0, -0.25);
        int behind = at(-0.3, -0.25);
        assertThat(out.a()[start]).isGreaterThan(0.5f);
        assertThat(out.a()[along]).isGreaterThan(0.5f);
        assertThat(out.a()[beyond]).isZero();
        assertThat(out.a()[behind]).isZero();
        assertThat(out.g()[along]).isCloseTo(out.r()[along] / 2, offset(1e-5f));
        assertThat(arrows.run(new Picture(W, H), arrows.memory(), frame).a()).containsOnly(0f);
    }

    private static int at(double x, double y) {
        return (int) ((y + 1) * H / 2) * W + (int) ((x + (double) W / H) * H / 2);
    }
}
