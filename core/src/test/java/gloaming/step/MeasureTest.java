package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import gloaming.formula.Wrong;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Numbers with the units that people type behind them. */
class MeasureTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "40°|turns|0.111111111",
                "-90 deg|turns|-0.25",
                "3.14159265359 rad|turns|0.5",
                "1/8 turns|turns|0.125",
                "(10+20)°|turns|0.083333333",
                "36°/s|turns/s|0.1",
                "250 ms|s|0.25",
                "1:30|s|90",
                "2 min|s|120",
                "0,5|s|0.5",
                "120 bpm|Hz|2",
                "0.3 units|units|0.3",
                "1/3||0.333333333",
                "53.13010235°|turns of view|0.147583618"
            })
    void aNumberIsReadInTheUnitThatStandsBehindIt(String typed, String unit, double is) {
        assertThat(Measure.of(typed, unit == null ? "" : unit)).isCloseTo(is, within(1e-8));
    }

    /** A lens of 12 mm sees as much up and down as it is far from the film: a right angle. */
    @Test
    void aLensIsKnownByItsMillimetres() {
        assertThat(Measure.of("12 mm", Measure.VIEW)).isCloseTo(0.25, within(1e-12));
        assertThat(Measure.of("50mm", Measure.VIEW)).isCloseTo(26.9915 / 360, within(1e-6));
    }

    @ParameterizedTest
    @CsvSource({"35 mm, turns", "40°, s", "90 min, units", "many, turns", "°, turns"})
    void aUnitOfSomethingElseIsNoNumber(String typed, String unit) {
        assertThatThrownBy(() -> Measure.of(typed, unit)).isInstanceOf(Wrong.class);
    }
}
