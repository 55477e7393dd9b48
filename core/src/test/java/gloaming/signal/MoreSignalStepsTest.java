package gloaming.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Picture;
import gloaming.flow.Signal;
import gloaming.step.Operation;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.DoubleUnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Steps of one signal, against what arithmetic says. */
class MoreSignalStepsTest {
    private final Moments frame = new Moments();

    /** What a step gives for these values, one a frame. */
    private <M> double[] given(Operation<Signal, Signal, M> step, double... values) {
        M memory = step.memory();
        double[] out = new double[values.length];
        for (int i = 0; i < values.length; i++) {
            out[i] = step.run(Signal.of(values[i]), memory, frame).value();
            frame.next();
        }
        return out;
    }

    /** The last value after {@code seconds} of what {@code in} gives at each time. */
    private <M> double after(Operation<Signal, Signal, M> step, double seconds, double rate, DoubleUnaryOperator in) {
        M memory = step.memory();
        Moments at = new Moments().rate(rate);
        double out = step.run(Signal.of(in.applyAsDouble(0)), memory, at).value();
        for (int i = 1; i <= Math.round(seconds * rate); i++) {
            out = step.run(Signal.of(in.applyAsDouble(i / rate)), memory, at.next())
                    .value();
        }
        return out;
    }

    private static double[] beats(int n) {
        double[] values = new double[2 * n];
        for (int i = 0; i < n; i++) values[2 * i + 1] = 1;
        return values;
    }

    @Test
    void aTriggerIsARiseThroughAHalfAndATrembleIsNone() {
        assertThat(given(new Count(0, 1, 0), 1, 0, 0.6, 0.45, 0.55, 0.2, 0.51)).containsExactly(0, 0, 1, 1, 1, 1, 2);
        assertThat(given(new Count(10, -2, 3), beats(4))).containsExactly(10, 8, 8, 6, 6, 10, 10, 8);
        assertThat(given(new Toggle(true), beats(3))).containsExactly(1, 0, 0, 1, 1, 0);
    }

    @Test
    void lotsAreEvenlyDrawnWholeNumbersNeverTwiceTheSame() {
        double[] lots = given(new DrawLots(1, 6, true, true, 1, ""), beats(4000));
        int[] count = new int[7];
        double last = 0;
        for (int i = 1; i < lots.length; i += 2) {
            assertThat(lots[i]).isNotEqualTo(last).isBetween(1.0, 6.0).isEqualTo(Math.rint(lots[i]));
            last = lots[i];
            count[(int) last]++;
        }
        for (int k = 1; k <= 6; k++) assertThat(count[k]).isBetween(560, 780);
        Set<Double> smooth = new HashSet<>();
        for (double lot : given(new DrawLots(-1, 1, false, false, 1, ""), beats(50))) smooth.add(lot);
        assertThat(smooth).hasSize(51).allSatisfy(v -> assertThat(v).isBetween(-1.0, 1.0));
        assertThat(given(new DrawLots(3, 3, true, true, 1, ""), beats(3))).containsOnly(3);
        assertThat(given(new DrawLots(0, 1, false, true, 1, ""), beats(9)))
                .isEqualTo(given(new DrawLots(0, 1, false, true, 1, ""), beats(9)));
    }

    @Test
    void aPatternGoesRoundAndSaysWhichWordIsNoNumber() {
        assertThat(given(new Pattern("1, 0.5 -2"), beats(4))).containsExactly(1, 0.5, 0.5, -2, -2, 1, 1, 0.5);
        assertThatThrownBy(() -> given(new Pattern("1 two"), 0)).hasMessage("cannot read 'two' as a number");
        assertThatThrownBy(() -> given(new Pattern("1 ".repeat(300)), 0)).hasMessageContaining("more than 256");
    }

    @ParameterizedTest
    @ValueSource(doubles = {25, 60, 240})
    void anEnvelopeRisesFallsStaysAndFades(double rate) {
        Envelope envelope = new Envelope(0.4, 0.4, 0.5, 1);
        DoubleUnaryOperator gate = t -> t > 1e-9 && t <= 2 + 1e-9 ? 1 : 0;
        assertThat(after(envelope, 0.2, rate, gate)).isCloseTo(0.5, offset(1e-6));
        assertThat(after(envelope, 0.6, rate, gate)).isCloseTo(0.75, offset(1e-6));
        assertThat(after(envelope, 1.6, rate, gate)).isEqualTo(0.5);
        assertThat(after(envelope, 2.2, rate, gate)).isCloseTo(0.3, offset(1e-6));
        assertThat(after(envelope, 3, rate, gate)).isZero();
        assertThat(given(new Envelope(0, 0, 0.25, 0), 0, 1, 1, 0)).containsExactly(0, 0.25, 0.25, 0);
    }

    @ParameterizedTest
    @ValueSource(doubles = {24, 60, 200})
    void whatComesLateIsWhatWas(double rate) {
        DoubleUnaryOperator slope = t -> 3 * t;
        assertThat(after(new DelaySignal(0.5), 2, rate, slope)).isCloseTo(4.5, offset(1e-9));
        assertThat(after(new DelaySignal(10), 30, rate, slope)).isCloseTo(60, offset(1e-6));
        assertThat(after(new DelaySignal(0), 2, rate, slope)).isCloseTo(6, offset(1e-9));
        assertThat(after(new DelaySignal(5), 2, rate, slope)).isZero();
    }

    @ParameterizedTest
    @ValueSource(doubles = {25, 60, 240})
    void aGlideTakesItsTimeWhereverItGoes(double rate) {
        DoubleUnaryOperator jump = t -> t < 1 - 1e-9 ? 0 : 4;
        assertThat(after(new Glide(0.8), 1.4, rate, jump)).isCloseTo(2, offset(1e-6));
        assertThat(after(new Glide(0.8), 1.8, rate, jump)).isCloseTo(4, offset(1e-6));
        // A new goal on the way: from where it is, in the same time again.
        DoubleUnaryOperator back = t -> t < 1 - 1e-9 ? 0 : t < 1.4 - 1e-9 ? 4 : 0;
        assertThat(after(new Glide(0.8), 1.8, rate, back)).isCloseTo(1, offset(1e-6));
        assertThat(given(new Glide(0), 1, 5)).containsExactly(1, 5);
    }

    @ParameterizedTest
    @CsvSource({"30, 0.25", "60, 0.25", "240, 0.25", "60, 0", "60, 1"})
    void aSpringSwingsAsTheDampedOscillatorDoes(double rate, double damping) {
        DoubleUnaryOperator jump = t -> t < 1e-9 ? 0 : 1;
        double w = 2 * Math.PI * 2;
        double t = 0.3;
        double d = Math.sqrt(1 - damping * damping) * w;
        double expected = damping == 1
                ? 1 - Math.exp(-w * t) * (1 + w * t)
                : 1 - Math.exp(-damping * w * t) * (Math.cos(d * t) + damping * w / d * Math.sin(d * t));
        assertThat(after(new Spring(2, damping), t, rate, jump)).isCloseTo(expected, offset(1e-6));
        if (damping > 0)
            assertThat(after(new Spring(2, damping), 20, rate, jump)).isCloseTo(1, offset(1e-6));
    }

    @Test
    void aSpringNeverGrowsHoweverLongAFrameIs() {
        assertThat(after(new Spring(30, 0.1), 60, 0.5, t -> t < 1 ? 0 : 1)).isCloseTo(1, offset(0.5));
    }

    @Test
    void aCrestIsKeptAndSinks() {
        DoubleUnaryOperator hit = t -> Math.abs(t - 1) < 1e-9 ? 2 : 0;
        assertThat(after(new PeakHold(0.5, 1), 1.4, 50, hit)).isEqualTo(2);
        assertThat(after(new PeakHold(0.5, 1), 2, 50, hit)).isCloseTo(1.5, offset(1e-6));
        assertThat(after(new PeakHold(0.5, 1), 9, 50, hit)).isZero();
    }

    @Test
    void speedAndSumAreEachOthersInverse() {
        assertThat(after(new Speed(0), 1, 60, t -> 3 * t)).isCloseTo(3, offset(1e-9));
        assertThat(after(new Speed(0.1), 3, 60, t -> t * t)).isCloseTo(5.8, offset(0.05));
        assertThat(after(new AddUp(2, false), 3, 60, t -> 0.5)).isCloseTo(3 + 1 / 60.0, offset(1e-9));
        assertThat(after(new AddUp(1, true), 2.25, 100, t -> 1)).isCloseTo(0.26, offset(1e-9));
        assertThat(after(new AddUp(-1, true), 0.25, 100, t -> 1)).isCloseTo(0.74, offset(1e-9));
    }

    @ParameterizedTest
    @CsvSource({
        "HOLD, 2.5, 1",
        "HOLD, -7, -1",
        "WRAP, 1.5, -0.5",
        "WRAP, -1.5, 0.5",
        "FOLD, 1.5, 0.5",
        "FOLD, -1.5, -0.5",
        "FOLD, 3.5, -0.5",
        "FOLD, 0.25, 0.25",
        "WRAP, 0.25, 0.25"
    })
    void boundsHoldWrapOrFold(Limit.Beyond beyond, double in, double out) {
        assertThat(given(new Limit(-1, 1, beyond), in)[0]).isCloseTo(out, offset(1e-12));
        assertThat(given(new Limit(1, -1, beyond), in)[0]).isCloseTo(out, offset(1e-12));
        assertThat(given(new Limit(2, 2, beyond), in)[0]).isEqualTo(2);
    }

    @Test
    void notchesAreHeldOnTo() {
        assertThat(given(new Quantise(0.5, 0.2), 0, 0.27, 0.31, 0.24, 0.19, 9.9))
                .containsExactly(0, 0, 0.5, 0.5, 0, 10);
    }

    @Test
    void aBendKeepsItsEndsAndItsMiddleWhereItIsSoftAtBoth() {
        for (Bend.Shape shape : Bend.Shape.values()) {
            assertThat(given(new Bend(shape, 3), 0, 1, -1)).containsExactly(0, 1, -1);
        }
        assertThat(given(new Bend(Bend.Shape.POWER, 2), 0.5, -0.5, 2)).containsExactly(0.25, -0.25, 4);
        assertThat(given(new Bend(Bend.Shape.BOTH_ENDS, 2), 0.5, 0.25)).containsExactly(0.5, 0.1);
    }

    @Test
    void aComparisonHasSlackAndMayBeWithALane() {
        assertThat(given(new Compare(Compare.Is.ABOVE, 0.5, 0.1), 0.5, 0.51, 0.45, 0.39))
                .containsExactly(0, 1, 1, 0);
        assertThat(given(new Compare(Compare.Is.BELOW, 0.5, 0.1), 0.5, 0.4, 0.55, 0.65))
                .containsExactly(0, 1, 1, 0);
        frame.reads.put("with", Signal.of(3));
        assertThat(given(new Compare(Compare.Is.NEAR, 0, 0.5), 2.4, 2.6, 3.5, 3.6))
                .containsExactly(0, 1, 1, 0);
    }

    @ParameterizedTest
    @CsvSource({
        "SUM, 3, 4, 7", "DIFFERENCE, 3, 4, -1", "PRODUCT, 3, 4, 12", "RATIO, 3, 4, 0.75", "RATIO, 3, 0, 0",
                "LARGER, 3, 4, 4",
        "SMALLER, 3, 4, 3", "MEAN, 3, 4, 3.5", "BOTH, 1, 1, 1", "BOTH, 1, 0, 0", "EITHER, 0, 1, 1", "EITHER, 0, 0.5, 0",
        "ONE_ONLY, 1, 1, 0", "ONE_ONLY, 0, 1, 1"
    })
    void twoSignalsBecomeOne(Together.How how, double a, double b, double out) {
        frame.reads.put("with", Signal.of(b));
        assertThat(given(new Together(how), a)).containsExactly(out);
    }

    @Test
    void aGateKeepsZeroesOrSamples() {
        for (Gate.Closed closed : Gate.Closed.values()) {
            Gate gate = new Gate(closed);
            Gate.Memory memory = gate.memory();
            List<Double> out = new ArrayList<>();
            double[] by = {0, 1, 1, 0, 0, 1};
            for (int i = 0; i < by.length; i++) {
                frame.reads.put("by", Signal.of(by[i]));
                out.add(gate.run(Signal.of(i + 1), memory, frame).value());
            }
            assertThat(out)
                    .containsExactly(
                            switch (closed) {
                                case KEEP -> new Double[] {0.0, 2.0, 3.0, 3.0, 3.0, 6.0};
                                case ZERO -> new Double[] {0.0, 2.0, 3.0, 0.0, 0.0, 6.0};
                                case SAMPLE -> new Double[] {1.0, 2.0, 2.0, 2.0, 2.0, 6.0};
                            });
        }
    }

    @Test
    void aGlanceIsThePixelOrTheMeanOfItsSquare() {
        Picture p = new Picture(80, 40);
        for (int y = 0; y < 40; y++) for (int x = 0; x < 80; x++) p.g()[p.at(y) + x] = x;
        frame.reads.put("at", p);
        SamplePicture whole = new SamplePicture(SamplePicture.Of.GREEN, 0, 0, 8);
        assertThat(whole.run(null, new Signal(), frame).value()).isCloseTo(39.5, offset(0.3));
        SamplePicture one = new SamplePicture(SamplePicture.Of.GREEN, 1.025, 0.5, 0);
        assertThat(one.run(null, new Signal(), frame).value()).isEqualTo(60);
        SamplePicture light = new SamplePicture(SamplePicture.Of.LIGHT, 1.025, 0.5, 0);
        assertThat(light.run(null, new Signal(), frame).value()).isCloseTo(60 * 0.7152, offset(1e-4));
        frame.reads.clear();
        assertThat(one.run(null, new Signal(), frame).value()).isZero();
    }

    @Test
    void timeThatStandsStillMovesNothing() {
        frame.dt = 0;
        assertThat(given(new AddUp(1, false), 5, 5, 5)).containsOnly(0);
        assertThat(given(new Glide(1), 0, 1, 1)).containsOnly(0);
        assertThat(given(new Spring(2, 0.5), 0, 1, 1)).containsOnly(0);
        assertThat(given(new Speed(0.1), 0, 1, 2)).containsOnly(0);
    }

    @Test
    void lotsAreDrawnFromAListAsOftenAsTheyWeigh() {
        double[] lots = given(new DrawLots(0, 1, false, false, 1, "2:3 5 9:0"), beats(8_000));
        long twos = java.util.Arrays.stream(lots).filter(v -> v == 2).count();
        long fives = java.util.Arrays.stream(lots).filter(v -> v == 5).count();
        assertThat(twos + fives).isEqualTo(lots.length);
        assertThat(twos / (double) lots.length).isCloseTo(0.75, offset(0.03));
    }

    @Test
    void manyLotsManyWanderersAndManyGlidesGoEachByItself() {
        Moments frame = new Moments();
        DrawLots draw = new DrawLots(0, 1, false, false, 64, "");
        Signal lots = draw.run(Signal.of(1), draw.memory(), frame);
        assertThat(lots.size()).isEqualTo(64);
        Wander wander = new Wander(1, 2, 0.5, 8);
        Signal many = wander.run(null, wander.memory(), frame);
        for (int i = 1; i < 8; i++) {
            assertThat(lots.at(i)).isNotEqualTo(lots.at(0));
            assertThat(many.at(i)).isBetween(0.0, 1.0).isNotEqualTo(many.at(0));
        }
        assertThat(many.at(0))
                .isEqualTo(new Wander(1, 2, 0.5, 1)
                        .run(null, wander.memory(), frame)
                        .value());
        Glide glide = new Glide(1);
        Glide.Memory memory = glide.memory();
        glide.run(Signal.of(0, 10), memory, frame);
        Signal on = glide.run(Signal.of(4, 10), memory, frame.next());
        assertThat(on.at(0)).isLessThan(4);
        assertThat(on.at(1)).isEqualTo(10);
    }
}
