package gloaming.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Picture;
import gloaming.picture.colour.Grain;
import gloaming.picture.colour.Invert;
import gloaming.picture.filter.PixelSort;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Warp;
import gloaming.picture.warp.Twirl;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

class RoughStepsTest {
    private static final int W = 160;
    private static final int H = 90;
    private final Moments frame = new Moments();

    private static Picture noise(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        Picture picture = new Picture(W, H);
        for (int i = 0; i < picture.pixels(); i++) {
            picture.a()[i] = i % 3 == 0 ? 1 : (float) random.nextDouble();
            for (int c = 0; c < 3; c++) picture.plane(c)[i] = (float) random.nextDouble() * picture.a()[i];
        }
        return picture;
    }

    private static Picture copy(Picture picture) {
        return new Picture(W, H).copyFrom(picture);
    }

    private static double light(Picture p, int i) {
        return 0.2126 * p.r()[i] + 0.7152 * p.g()[i] + 0.0722 * p.b()[i];
    }

    @ParameterizedTest
    @EnumSource(Invert.Of.class)
    void whatIsTurnedRoundTwiceIsAsItWas(Invert.Of of) {
        Picture in = noise(3);
        // Greys, whose colours do not reach beyond black or white on the way.
        if (of == Invert.Of.LIGHT) for (int c = 1; c < 3; c++) System.arraycopy(in.r(), 0, in.plane(c), 0, in.pixels());
        if (of == Invert.Of.COVER) for (int c = 0; c < 3; c++) System.arraycopy(in.a(), 0, in.plane(c), 0, in.pixels());
        Invert invert = new Invert(1, of, 0);
        Picture once = invert.run(copy(in), null, frame);
        Picture twice = invert.run(copy(once), null, frame);
        double apart = 0;
        for (int c = 0; c < 4; c++) {
            assertThat(twice.plane(c)).containsExactly(in.plane(c), offset(of == Invert.Of.LIGHT ? 1e-3f : 2e-5f));
            for (int i = 0; i < in.pixels(); i++) apart = Math.max(apart, Math.abs(once.plane(c)[i] - in.plane(c)[i]));
        }
        assertThat(apart).as("it does something").isGreaterThan(0.5);
    }

    @Test
    void aNegativeTurnsTonesAsTheEyeCountsThemAndHalfOfItIsGrey() {
        Picture in = new Picture(W, H).fill(0.81f, 0.04f, 4f, 1);
        Picture out = new Invert(1, Invert.Of.COLOURS, 0).run(copy(in), null, frame);
        // Tones of 0.9, 0.2 and full become 0.1, 0.8 and 0.
        assertThat(new float[] {out.r()[7], out.g()[7], out.b()[7], out.a()[7]})
                .containsExactly(new float[] {0.01f, 0.64f, 0, 1}, offset(1e-5f));
        Picture half = new Invert(0.5, Invert.Of.COLOURS, 0).run(copy(in), null, frame);
        for (int c = 0; c < 3; c++) assertThat(half.plane(c)[9]).isCloseTo(0.25f, offset(1e-5f));
        Picture early = new Invert(1, Invert.Of.COLOURS, 0.5).run(copy(in), null, frame);
        assertThat(early.g()[3]).as("what is dark stays").isCloseTo(0.04f, offset(1e-6f));
        assertThat(early.r()[3]).isCloseTo(0.01f, offset(1e-5f));
    }

    @Test
    void grainLeavesTheMeanToneBlackAndWhatIsNotThere() {
        Grain grain = new Grain(0.3, 0.02, 0, 24);
        Picture out = grain.run(new Picture(W, H).fill(0.25f, 0.25f, 0.25f, 1), null, frame);
        double mean = 0;
        double spread = 0;
        for (float v : out.r()) mean += Math.sqrt(v) / out.pixels();
        for (float v : out.r()) spread += Math.pow(Math.sqrt(v) - mean, 2) / out.pixels();
        assertThat(mean).isCloseTo(0.5, offset(0.02));
        assertThat(Math.sqrt(spread)).isBetween(0.03, 0.15);
        assertThat(out.g()).as("grey grain is the same in all colours").containsExactly(out.r(), offset(1e-6f));
        Picture nothing = grain.run(new Picture(W, H).fill(0, 0, 0, 0), null, frame);
        for (int c = 0; c < 4; c++) assertThat(nothing.plane(c)).containsOnly(0f);
        Picture coloured = new Grain(0.3, 0.02, 1, 24).run(new Picture(W, H).fill(0.25f, 0.25f, 0.25f, 1), null, frame);
        assertThat(coloured.g()).isNotEqualTo(coloured.r());
    }

    @Test
    void grainIsAnotherAsOftenAsItSaysAndTheSameForTheSameTime() {
        Grain grain = new Grain(0.3, 0.02, 0.2, 10);
        Picture in = new Picture(W, H).fill(0.25f, 0.25f, 0.25f, 1);
        frame.time = 0.31;
        float[] first = grain.run(copy(in), null, frame).r().clone();
        frame.time = 0.39;
        assertThat(grain.run(copy(in), null, frame).r()).isEqualTo(first);
        frame.time = 0.41;
        assertThat(grain.run(copy(in), null, frame).r()).isNotEqualTo(first);
        frame.time = 0.31;
        assertThat(grain.run(copy(in), null, frame).r()).isEqualTo(first);
    }

    /** Rows come in pieces: a piece by itself is as in the whole. */
    @ParameterizedTest
    @ValueSource(doubles = {0.003, 0.02, 0.1})
    void grainGoesOnFromRowToRow(double size) {
        Grain grain = new Grain(0.3, size, 0.5, 24);
        Picture in = noise(8);
        Picture whole = grain.run(copy(in), null, frame);
        Picture pieces = copy(in);
        var pixels = grain.pixels(null, frame);
        for (int row = 0; row < H; row += 7) pixels.run(pieces, pieces.at(row), pieces.at(Math.min(H, row + 7)), row);
        for (int c = 0; c < 4; c++) assertThat(pieces.plane(c)).isEqualTo(whole.plane(c));
    }

    @Test
    void aTwirlTurnsItsMiddleAndLeavesItsRim() {
        Picture in = new Picture(W, H);
        for (int i = 0; i < in.pixels(); i++) {
            in.r()[i] = (float) in.worldX(i % W);
            in.g()[i] = (float) in.worldY(i / W);
            in.a()[i] = 1;
        }
        Picture out = new Twirl(0.25, 0.8, 0, 0, Border.HOLD).run(copy(in), new Warp.Memory(), frame);
        for (int y = 0; y < H; y += 4) {
            for (int x = 0; x < W; x += 4) {
                int i = y * W + x;
                double near = Math.max(0, 1 - Math.hypot(in.worldX(x), in.worldY(y)) / 0.8);
                double angle = -Math.PI / 2 * near * near;
                double fromX = in.worldX(x) * Math.cos(angle) - in.worldY(y) * Math.sin(angle);
                double fromY = in.worldX(x) * Math.sin(angle) + in.worldY(y) * Math.cos(angle);
                assertThat(out.r()[i]).isCloseTo((float) fromX, offset(2e-3f));
                assertThat(out.g()[i]).isCloseTo((float) fromY, offset(2e-3f));
            }
        }
    }

    /** Light between tones of 0.4 and 0.9, and not just at either. */
    private static boolean inside(double light) {
        return light > 0.1601 && light < 0.8099;
    }

    @ParameterizedTest
    @EnumSource(PixelSort.Along.class)
    void sortingLosesNoPixelAndSortsEachRun(PixelSort.Along along) {
        Picture in = noise(21);
        PixelSort sort = new PixelSort(along, 0.4, 0.9, 4, PixelSort.Order.DARK_FIRST);
        Picture out = sort.run(in, null, frame);
        int step = along == PixelSort.Along.ACROSS ? 1 : W;
        int n = along == PixelSort.Along.ACROSS ? W : H;
        for (int line = 0; line < W * H / n; line++) {
            int at = along == PixelSort.Along.ACROSS ? line * W : line;
            int[] places = IntStream.range(0, n).map(k -> at + k * step).toArray();
            for (int k = 0; k < n; k++) {
                double was = light(in, places[k]);
                if (was < 0.1599 || was > 0.8101) assertThat(out.r()[places[k]]).isEqualTo(in.r()[places[k]]);
                else if (k > 0 && inside(was) && inside(light(in, places[k - 1])))
                    assertThat(light(out, places[k])).isGreaterThanOrEqualTo(light(out, places[k - 1]) - 1e-6);
            }
            for (int c = 0; c < 4; c++) {
                float[] before = in.plane(c);
                float[] after = out.plane(c);
                assertThat(IntStream.of(places)
                                .mapToDouble(i -> after[i])
                                .sorted()
                                .toArray())
                        .isEqualTo(IntStream.of(places)
                                .mapToDouble(i -> before[i])
                                .sorted()
                                .toArray());
            }
        }
    }

    @Test
    void pixelsChangePlacesNoFartherThanSaidAndLightComesFirst() {
        Picture in = new Picture(W, H);
        for (int i = 0; i < in.pixels(); i++) {
            for (int c = 0; c < 4; c++) in.plane(c)[i] = (i % W) / (float) W;
        }
        // Ten pixels: the picture is 2 units high.
        PixelSort sort = new PixelSort(PixelSort.Along.ACROSS, 0, 1, 10.5 * 2 / H, PixelSort.Order.LIGHT_FIRST);
        Picture out = sort.run(in, null, frame);
        for (int x = 0; x < W; x++) assertThat(out.r()[5 * W + x]).isEqualTo(in.r()[5 * W + x / 10 * 10 + 9 - x % 10]);
    }
}
