package gloaming.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Signal;
import gloaming.sound.HouseBand;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Signals of many numbers, what is heard as a signal, and the beat. */
class ManySignalsTest {
    private final Moments frame = new Moments().rate(30);

    private static double[] all(Signal signal) {
        return IntStream.range(0, signal.size()).mapToDouble(signal::at).toArray();
    }

    @Test
    void aSignalHoldsWhatItIsGivenAndNothingThatIsNoNumber() {
        Signal signal = Signal.of(1, 2, 3);
        signal.put(1, Double.NaN);
        assertThat(all(signal)).containsExactly(1, 0, 3);
        assertThat(signal.at(4)).isZero();
        assertThat(signal.at(-1)).isEqualTo(3);
        assertThat(signal.size(5).at(4)).isZero();
        assertThat(signal.size(1_000_000).size()).isEqualTo(Signal.MOST);
        assertThat(signal.set(7).size()).isEqualTo(1);
    }

    @Test
    void stepsWithoutMemoryWorkOnEachNumber() {
        Signal in = Signal.of(0, 0.5, 2);
        assertThat(all(new Remap(0, 1, 10, 20, true).run(in, new Signal(), frame)))
                .containsExactly(10, 15, 20);
        assertThat(all(new Limit(0, 1, Limit.Beyond.FOLD).run(Signal.of(1.25, -0.25), new Signal(), frame)))
                .containsExactly(new double[] {0.75, 0.25}, offset(1e-12));
        assertThat(all(new Bend(Bend.Shape.POWER, 2).run(in, new Signal(), frame)))
                .containsExactly(0, 0.25, 4);
    }

    @Test
    void twoOfUnequalLengthGoTogetherAndTheShorterBeginsAgain() {
        frame.reads.put("with", Signal.of(10, 20));
        Signal out = new Together(Together.How.SUM).run(Signal.of(1, 2, 3), new Signal(), frame);
        assertThat(all(out)).containsExactly(11, 22, 13);
    }

    @Test
    void everyNumberIsEasedByItself() {
        Ease ease = new Ease(0, 1);
        Ease.Memory memory = ease.memory();
        ease.run(Signal.of(1, 0), memory, frame);
        for (int i = 0; i < 30; i++) ease.run(Signal.of(0, 1), memory, frame);
        assertThat(memory.out.at(0)).isCloseTo(Math.exp(-1), offset(1e-9));
        assertThat(memory.out.at(1)).isEqualTo(1);
    }

    @Test
    void historyHasTheNewestFirstAtEvenDistancesAtAnyFrameRate() {
        for (double rate : new double[] {10, 100}) {
            Moments at = new Moments().rate(rate);
            History history = new History(4, 0.1);
            History.Memory memory = history.memory();
            Signal out = null;
            for (int i = 0; i <= rate; i++) {
                out = history.run(Signal.of(Math.floor(at.time * 10 + 1e-6)), memory, at);
                at.next();
            }
            assertThat(all(out)).containsExactly(new double[] {10, 9, 8, 7}, offset(1.01));
            assertThat(out.at(0)).isEqualTo(10);
            assertThat(out.at(1)).isGreaterThan(out.at(3));
        }
    }

    @ParameterizedTest
    @CsvSource({
        "MEAN, 4",
        "SUM, 20",
        "LARGEST, 9",
        "SMALLEST, 1",
        "MEDIAN, 3",
        "COUNT, 5",
        "PLACE, 0.75",
        "SPREAD, 2.8284271"
    })
    void aSummaryIsOneNumberOfMany(Summary.Of of, double expected) {
        Summary summary = new Summary(of);
        assertThat(summary.run(Signal.of(1, 3, 2, 9, 5), summary.memory(), frame)
                        .value())
                .isCloseTo(expected, offset(1e-6));
    }

    @Test
    void theMedianOfAnEvenCountLiesBetweenTheMiddleTwo() {
        Summary summary = new Summary(Summary.Of.MEDIAN);
        assertThat(summary.run(Signal.of(4, 1, 3, 2), summary.memory(), frame).value())
                .isEqualTo(2.5);
    }

    @Test
    void oneIsPickedOrWhatLiesBetweenTwo() {
        Signal many = Signal.of(10, 20, 40);
        assertThat(new PickOne(0.75, true).run(many, new Signal(), frame).value())
                .isEqualTo(30);
        assertThat(new PickOne(0.8, false).run(many, new Signal(), frame).value())
                .isEqualTo(40);
        assertThat(new PickOne(1, true).run(Signal.of(5), new Signal(), frame).value())
                .isEqualTo(5);
    }

    @Test
    void lanesAreStrungOneAfterAnother() {
        frame.reads.put("second", Signal.of(3));
        frame.reads.put("fourth", Signal.of(4, 5));
        assertThat(all(new OneAfterAnother().run(Signal.of(1, 2), new Signal(), frame)))
                .containsExactly(1, 2, 3, 4, 5);
    }

    private List<Double> moments(Beat beat, int frames) {
        Beat.Memory memory = beat.memory();
        List<Double> at = new ArrayList<>();
        for (int i = 0; i < frames; i++) {
            if (beat.run(null, memory, frame).value() == 1) at.add(frame.beat());
            frame.next();
        }
        return at;
    }

    @Test
    void theBeatIsAMomentOnceForEachAndSwingMakesEverySecondLate() {
        frame.tempo = 60;
        List<Double> even = moments(new Beat(Beat.Gives.MOMENT, 1, 0, 0), 30 * 6);
        assertThat(even).hasSize(6);
        for (int i = 0; i < 6; i++) assertThat(even.get(i)).isCloseTo(i, offset(1 / 30.0 + 1e-9));
        frame.time = 0;
        List<Double> swung = moments(new Beat(Beat.Gives.MOMENT, 1, 0, 0.5), 30 * 6);
        for (int i = 0; i < 6; i++) {
            assertThat(swung.get(i)).isCloseTo(i % 2 == 0 ? i : i + 0.5, offset(1 / 30.0 + 1e-9));
        }
    }

    @Test
    void theWayFromBeatToBeatRunsFromZeroToOneAndTheCountGoesOn() {
        frame.tempo = 120;
        frame.time = 1.125;
        assertThat(new Beat(Beat.Gives.WAY, 1, 0, 0)
                        .run(null, new Beat.Memory(), frame)
                        .value())
                .isCloseTo(0.25, offset(1e-9));
        assertThat(new Beat(Beat.Gives.WAY, 4, 0.25, 0)
                        .run(null, new Beat.Memory(), frame)
                        .value())
                .isCloseTo(2.25 / 4 - 0.25, offset(1e-9));
        assertThat(new Beat(Beat.Gives.COUNT, 0.5, 0, 0)
                        .run(null, new Beat.Memory(), frame)
                        .value())
                .isEqualTo(4);
    }

    @Test
    void anOscillatorInBeatsSwingsItsRounds() {
        frame.tempo = 60;
        Oscillator sway = new Oscillator(Oscillator.Wave.SAW, 1, Oscillator.Per.BEAT, 0, 0.5, 0.5);
        frame.time = 0.75;
        assertThat(sway.run(null, sway.memory(), frame).value()).isCloseTo(0.5, offset(1e-9));
        frame.time = 1.75;
        assertThat(sway.run(null, sway.memory(), frame).value()).isCloseTo(0.5, offset(1e-9));
    }

    /** Hears the house band for some seconds, and tells what a step gave in each frame. */
    private <M> List<Double> heard(
            gloaming.step.Operation<gloaming.flow.Nothing, Signal, M> step, double seconds, double gain) {
        HouseBand band = new HouseBand(11, 120);
        M memory = step.memory();
        List<Double> values = new ArrayList<>();
        for (int i = 0; i < seconds * 30; i++) {
            frame.hearing.listen(new gloaming.sound.Louder(band, gain), frame.time);
            values.add(step.run(null, memory, frame).value());
            frame.next();
        }
        return values;
    }

    private static double mean(List<Double> values) {
        return values.stream().mapToDouble(d -> d).average().orElseThrow();
    }

    @Test
    void automaticLevelMovesAsMuchForQuietMusic() {
        Listen automatic = new Listen(Listen.Part.LOW, -36, 1, true, 300, 900);
        double loud = mean(heard(automatic, 60, 1).subList(1_200, 1_800));
        frame.time = 0;
        double quiet = mean(heard(automatic, 60, 0.05).subList(1_200, 1_800));
        assertThat(quiet).isCloseTo(loud, offset(0.08));
        frame.time = 0;
        Listen plain = new Listen(Listen.Part.LOW, -36, 1, false, 300, 900);
        assertThat(mean(heard(plain, 20, 0.05))).isLessThan(0.5 * loud);
    }

    @Test
    void onsetsOfTheBandComeWithItsStrokesAndKeepTheirRest() {
        List<Double> moments = heard(new Onset(Onset.Gives.MOMENT, 2, 0.2), 12, 1);
        long count = moments.stream().filter(v -> v == 1).count();
        assertThat(count).isBetween(15L, 60L);
        int last = -100;
        for (int i = 0; i < moments.size(); i++) {
            if (moments.get(i) != 1) continue;
            assertThat(i - last).isGreaterThanOrEqualTo(6);
            last = i;
        }
    }

    @Test
    void energyIsHigherWhereMoreGoesOn() {
        Energy energy = new Energy(0.5, true);
        Energy.Memory memory = energy.memory();
        HouseBand band = new HouseBand(11, 120);
        double quiet = 0;
        double loud = 0;
        for (int i = 0; i < 30 * 24; i++) {
            boolean soft = frame.time % 12 < 6;
            frame.hearing.listen(new gloaming.sound.Louder(band, soft ? 0.05 : 1), frame.time);
            double value = energy.run(null, memory, frame).value();
            assertThat(value).isBetween(0.0, 1.0);
            if (frame.time % 6 > 4 && frame.time > 6) {
                if (soft) quiet = Math.max(quiet, value);
                else loud = Math.max(loud, value);
            }
            frame.next();
        }
        assertThat(loud).isGreaterThan(quiet + 0.4);
    }

    @ParameterizedTest
    @CsvSource({
        "LOUDNESS, -60, 0",
        "PEAK, -40, 0",
        "CENTROID, 50, 6000",
        "TEMPO, 120, 120",
        "CONFIDENCE, 0.1, 1",
        "FLUX, 0, 60"
    })
    void aGaugeIsInItsOwnUnit(Gauge.Of of, double low, double high) {
        List<Double> values = heard(new Gauge(of), 10, 0.8);
        assertThat(values.getLast()).isBetween(low, high);
    }

    @Test
    void theSpectrumHasAsManyBandsAsAskedAndFallsSlowly() {
        Spectrum spectrum = new Spectrum(48, 40, 12_000, -60, 3, 0.5);
        Signal out = spectrum.memory();
        frame.hearing.listen(new HouseBand(11, 120), 4.02);
        spectrum.run(null, out, frame);
        assertThat(out.size()).isEqualTo(48);
        double most = java.util.Arrays.stream(all(out)).max().orElseThrow();
        assertThat(most).isBetween(0.3, 1.0);
        frame.hearing.listen(gloaming.sound.Sound.SILENCE, 5);
        spectrum.run(null, out, frame);
        assertThat(java.util.Arrays.stream(all(out)).max().orElseThrow())
                .isCloseTo(most * Math.exp(-1 / 30.0 / 0.5), offset(0.02));
    }

    @Test
    void aHandGivesAControlsValueEasedOrItsPresses() {
        Hand value = new Hand("osc /x", Hand.Gives.VALUE, 0);
        Hand press = new Hand("osc /x", Hand.Gives.PRESS, 0);
        Hand.Memory v = value.memory();
        Hand.Memory p = press.memory();
        assertThat(value.run(null, v, frame).value()).isZero();
        frame.inbox.arrive("osc /x", 0, 0);
        press.run(null, p, frame);
        frame.inbox.arrive("osc /x", 0.75, 0);
        assertThat(value.run(null, v, frame).value()).isEqualTo(0.75);
        assertThat(press.run(null, p, frame).value()).isEqualTo(1);
        assertThat(press.run(null, p, frame).value()).isZero();
    }
}
