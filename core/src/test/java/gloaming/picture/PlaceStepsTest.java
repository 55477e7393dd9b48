package gloaming.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Picture;
import gloaming.picture.filter.Smear;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Sampler;
import gloaming.picture.kernel.Warp;
import gloaming.picture.warp.Displace;
import gloaming.picture.warp.Kaleidoscope;
import gloaming.picture.warp.Lens;
import gloaming.picture.warp.Mirror;
import gloaming.picture.warp.Pixelate;
import gloaming.picture.warp.Polar;
import gloaming.picture.warp.Tile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class PlaceStepsTest {
    private static final int W = 160;
    private static final int H = 90;
    private final Moments frame = new Moments();

    /** Red rises with world x, green with world y, blue is a soft blob off the middle. */
    private static Picture ramp() {
        Picture p = new Picture(W, H);
        for (int y = 0; y < H; y++) {
            for (int x = 0; x < W; x++) {
                int i = y * W + x;
                p.r()[i] = (float) p.worldX(x);
                p.g()[i] = (float) p.worldY(y);
                p.b()[i] = (float) Math.exp(-4 * (Math.pow(p.worldX(x) - 0.4, 2) + Math.pow(p.worldY(y) - 0.2, 2)));
                p.a()[i] = 1;
            }
        }
        return p;
    }

    private static int at(int x, int y) {
        return y * W + x;
    }

    @Test
    void displacingByAnEvenPictureIsAShift() {
        frame.reads.put("by", new Picture(W, H).fill(1, 0.75f, 0, 1));
        Picture out =
                new Displace(0.2, 0.1, Displace.By.COLOURS, 0.5, Border.HOLD).run(ramp(), new Warp.Memory(), frame);
        Picture in = ramp();
        assertThat(out.r()[at(80, 45)]).isCloseTo(in.r()[at(80, 45)] - 0.2f, offset(1e-4f));
        assertThat(out.g()[at(80, 45)]).isCloseTo(in.g()[at(80, 45)] - 0.05f, offset(1e-4f));
        frame.reads.put("by", new Picture(W, H).fill(0.5f, 0.5f, 0.5f, 1));
        out = new Displace(0.2, 0.1, Displace.By.LIGHT, 0.5, Border.HOLD).run(ramp(), new Warp.Memory(), frame);
        assertThat(out.r()[at(30, 20)]).isCloseTo(in.r()[at(30, 20)], offset(1e-4f));
        frame.reads.clear();
    }

    @ParameterizedTest
    @EnumSource(Border.class)
    void wherePixelsLookIsSampledAsThePlainVersionSays(Border border) {
        Picture in = ramp();
        Lens lens = new Lens(-0.7, 2.5, 0.3, -0.1, border);
        Warp.Places places = lens.places(in, new Warp.Memory(), frame);
        Picture out = lens.run(in, new Warp.Memory(), frame);
        float[] x = new float[W];
        float[] y = new float[W];
        for (int row = 0; row < H; row += 9) {
            for (int i = 0; i < W; i++) {
                x[i] = (float) in.worldX(i);
                y[i] = (float) in.worldY(row);
            }
            places.look(row, x, y, W);
            for (int i = 0; i < W; i++) {
                double px = x[i] * 45.0 + 79.5;
                double py = y[i] * 45.0 + 44.5;
                float expected = Sampler.at(in, in.b(), px, py, border);
                assertThat(out.b()[at(i, row)]).as("%d,%d", i, row).isCloseTo(expected, offset(2e-4f));
            }
        }
    }

    @Test
    void aLensLeavesItsRimWhereItIs() {
        Picture in = ramp();
        Picture out = new Lens(0.5, 0.5, 0, 0, Border.HOLD).run(in, new Warp.Memory(), frame);
        assertThat(out.r()[at(110, 45)]).isCloseTo(in.r()[at(110, 45)], offset(1e-4f));
        assertThat(Math.abs(out.r()[at(90, 45)])).isLessThan(Math.abs(in.r()[at(90, 45)]));
    }

    @Test
    void whatIsRolledUnrollsAgain() {
        Picture rolled =
                new Polar(Polar.Way.ROLL, 2, 0.1, Border.HOLD).run(ramp(), new Warp.Memory(), new Moments().size(W, H));
        Picture back = new Polar(Polar.Way.UNROLL, 2, 0.1, Border.HOLD).run(rolled, new Warp.Memory(), frame);
        Picture in = ramp();
        for (int y = 30; y < 50; y += 5) {
            for (int x = 20; x < 140; x += 10)
                assertThat(back.b()[at(x, y)]).isCloseTo(in.b()[at(x, y)], offset(0.08f));
        }
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 3, 6})
    void aKaleidoscopeIsTheSameAfterEachPairOfWedges(int pairs) {
        Kaleidoscope step = new Kaleidoscope(pairs, 0, 0.1, 0.1, 0, Border.MIRROR);
        Warp.Places places = step.places(ramp(), new Warp.Memory(), frame);
        for (double turn = 0.01; turn < 1; turn += 0.07) {
            float[] x = new float[32];
            float[] y = new float[32];
            for (int i = 0; i < 2; i++) {
                x[i] = (float) (0.5 * Math.cos(2 * Math.PI * (turn + (double) i / pairs)));
                y[i] = (float) (0.5 * Math.sin(2 * Math.PI * (turn + (double) i / pairs)));
            }
            places.look(0, x, y, 2);
            assertThat(x[1]).isCloseTo(x[0], offset(1e-4f));
            assertThat(y[1]).isCloseTo(y[0], offset(1e-4f));
        }
    }

    @Test
    void aMirrorShowsTheKeptSideOnBoth() {
        Picture out = new Mirror(0, 0, Border.MIRROR).run(ramp(), new Warp.Memory(), frame);
        for (int x = 0; x < 80; x++) {
            assertThat(out.r()[at(x, 30)])
                    .isCloseTo(out.r()[at(159 - x, 30)], offset(1e-4f))
                    .isPositive();
        }
        Picture upper = new Mirror(0.25, 0, Border.MIRROR).run(ramp(), new Warp.Memory(), frame);
        assertThat(upper.g()[at(10, 5)]).isPositive().isCloseTo(upper.g()[at(10, 84)], offset(1e-4f));
    }

    @Test
    void tilesRepeatAndAreNotSquashed() {
        Picture out = new Tile(3, 0, false).run(ramp(), new Warp.Memory(), frame);
        for (int y = 2; y < 28; y += 5) {
            assertThat(out.b()[at(70, y + 30)]).isCloseTo(out.b()[at(70, y)], offset(2e-3f));
            assertThat(out.b()[at(70, y + 60)]).isCloseTo(out.b()[at(70, y)], offset(2e-3f));
        }
        double low = 9;
        double high = -9;
        for (int i = 0; i < out.pixels(); i++) {
            low = Math.min(low, out.r()[i]);
            high = Math.max(high, out.r()[i]);
        }
        assertThat(high - low).isGreaterThan(3.2);
    }

    @ParameterizedTest
    @EnumSource(Pixelate.Cell.class)
    void aCellHasOneColourThatIsNearItsMiddle(Pixelate.Cell cell) {
        Pixelate step = new Pixelate(0.2, cell);
        Picture out = step.run(ramp(), step.memory(), frame);
        java.util.Set<Float> reds = new java.util.HashSet<>();
        for (int x = 0; x < W; x++) reds.add(out.r()[at(x, 45)]);
        assertThat(reds.size()).isBetween(15, 20);
        for (int x = 10; x < 150; x++) {
            assertThat(out.r()[at(x, 45)]).isCloseTo(ramp().r()[at(x, 45)], offset(0.13f));
        }
    }

    @Test
    void aSmearSpreadsLightEvenlyAlongItsWay() {
        Picture in = new Picture(W, H);
        in.r()[at(80, 45)] = 1;
        Picture out = new Smear(40 / 45.0, 0, 1, 0, Border.EMPTY).run(in, null, frame);
        double sum = 0;
        for (int x = 0; x < W; x++) {
            sum += out.r()[at(x, 45)];
            if (Math.abs(x - 80) < 18) assertThat(out.r()[at(x, 45)]).isCloseTo(1 / 40f, offset(0.012f));
            if (Math.abs(x - 80) > 22) assertThat(out.r()[at(x, 45)]).isZero();
        }
        assertThat(sum).isCloseTo(1, offset(1e-3));
        Picture still =
                new Smear(0.3, 0.1, 1.2, 0.02, Border.HOLD).run(new Picture(W, H).fill(0.7f, 0, 0, 1), null, frame);
        for (float v : still.r()) assertThat(v).isCloseTo(0.7f, offset(1e-3f));
    }
}
