package gloaming.signal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Signal;
import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SignalStepsTest {
    private final Moments frame = new Moments();

    @Test
    void easeRisesAndFallsWithItsOwnTimesAtAnyFrameRate() {
        for (double rate : new double[] {24, 60, 144}) {
            Ease ease = new Ease(0.2, 0.5);
            Ease.Memory memory = ease.memory();
            Moments at = new Moments().rate(rate);
            ease.run(Signal.of(0), memory, at);
            double out = 0;
            for (int i = 0; i < rate; i++)
                out = ease.run(Signal.of(1), memory, at.next()).value();
            assertThat(out).isCloseTo(1 - Math.exp(-5), offset(1e-9));
            for (int i = 0; i < rate; i++)
                out = ease.run(Signal.of(0), memory, at.next()).value();
            assertThat(out).isCloseTo((1 - Math.exp(-5)) * Math.exp(-2), offset(1e-9));
        }
    }

    @ParameterizedTest
    @CsvSource({"SINE, 0.5, 1", "TRIANGLE, 0.5, 1", "SAW, 0.25, 0.25", "SQUARE, 0.25, 1", "SQUARE, 0.75, 0"})
    void swayHasItsShapeAfterPartOfARound(Oscillator.Wave wave, double after, double expected) {
        Oscillator sway = new Oscillator(wave, 1, Oscillator.Per.SECOND, 0, 0.5, 0);
        Oscillator.Memory memory = sway.memory();
        Moments at = new Moments().rate(64);
        Signal out = sway.run(null, memory, at);
        for (int i = 0; i < after * 64; i++) out = sway.run(null, memory, at.next());
        assertThat(out.value()).isCloseTo(expected, offset(1e-6));
    }

    @Test
    void swayInBeatsKeepsInStepHoweverLongNobodyLooked() {
        Oscillator sway = new Oscillator(Oscillator.Wave.SAW, 0.25, Oscillator.Per.BEAT, 0, 0.5, 0);
        Oscillator.Memory memory = sway.memory();
        sway.run(null, memory, frame);
        frame.time = 7.3;
        double beats = 7.3 * 2;
        assertThat(sway.run(null, memory, frame).value()).isCloseTo(beats / 4 - Math.floor(beats / 4), offset(1e-9));
    }

    @Test
    void wanderIsSmoothAndReproducible() {
        Wander wander = new Wander(2, 3, 0.5, 1);
        Oscillator.Memory memory = wander.memory();
        Oscillator.Memory again = wander.memory();
        double last = Double.NaN;
        Set<Long> seen = new HashSet<>();
        for (int i = 0; i < 600; i++) {
            double value = wander.run(null, memory, frame.next()).value();
            assertThat(value)
                    .isBetween(0.0, 1.0)
                    .isEqualTo(wander.run(null, again, frame).value());
            if (i > 0) assertThat(Math.abs(value - last)).isLessThan(0.2);
            seen.add(Math.round(value * 20));
            last = value;
        }
        assertThat(seen).hasSizeGreaterThan(8);
    }

    @Test
    void spanMapsAndHolds() {
        assertThat(new Remap(0, 2, 10, 20, true)
                        .run(Signal.of(1), new Signal(), frame)
                        .value())
                .isEqualTo(15);
        assertThat(new Remap(0, 2, 10, 20, true)
                        .run(Signal.of(9), new Signal(), frame)
                        .value())
                .isEqualTo(20);
        assertThat(new Remap(0, 2, 10, 20, false)
                        .run(Signal.of(4), new Signal(), frame)
                        .value())
                .isEqualTo(30);
        assertThat(new Remap(1, 1, 0, 1, true)
                        .run(Signal.of(1), new Signal(), frame)
                        .value())
                .isEqualTo(1);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        1 + 2 * 3 | 7
        2 ^ 3 ^ 2 | 512
        -2 ^ 2 | -4
        (1 + 2) * 3 | 9
        7 % 4 | 3
        x > 0.4 ? a : b | 3
        min(3, 2) + max(1, 5) | 7
        clamp(9, 0, 1) | 1
        mix(10, 20, x) | 15
        sin(pi / 2) + fract(2.25) | 1.25
        !(1 == 2) && 1 != 2 | 1
        0.5 + 0.5 * sin(x * tau) | 0.5
        """)
    void formulasAreOrdinaryArithmetic(String text, double expected) {
        FormulaSignal formula = new FormulaSignal(text, 3, 4);
        assertThat(formula.run(Signal.of(0.5), formula.memory(), frame).value()).isCloseTo(expected, offset(1e-9));
    }

    @Test
    void whatIsNotANumberNeverLeavesAStep() {
        FormulaSignal formula = new FormulaSignal("0 / 0", 0, 0);
        assertThat(formula.run(Signal.of(1), formula.memory(), frame).value()).isZero();
    }
}
