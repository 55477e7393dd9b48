package gloaming.curve;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Signal;
import gloaming.signal.Curve;
import gloaming.signal.Oscillator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class KeysTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        0 0 linear; 2 1 linear | 0.5 | 0.25
        0 0 hold; 2 1 linear | 1.999 | 0
        0 0 hold; 2 1 linear | 2 | 1
        0 0 ease; 2 1 linear | 0.5 | 0.15625
        0 3 linear; 2 1 linear | -5 | 3
        0 3 linear; 2 1 linear | 50 | 1
        2 1 linear; 0 3 linear | 1 | 2
        1 4 linear; 1 6 linear | 1 | 6
        """)
    void aCurveHasItsClosedForms(String text, double time, double expected) {
        assertThat(Keys.parse(text).at(time)).isCloseTo(expected, offset(1e-9));
    }

    @Test
    void smoothWithFlatHandlesAtAThirdIsTheSameAsEased() {
        Keys smooth = Keys.parse("0 0 smooth 0 0 1 0; 3 2 smooth 1 0 0 0");
        Keys eased = Keys.parse("0 0 ease; 3 2 ease");
        for (double t = 0; t <= 3; t += 0.05) assertThat(smooth.at(t)).isCloseTo(eased.at(t), offset(1e-7));
    }

    @Test
    void handlesThatAreFoundNeverSwingPastTheirKeys() {
        Keys keys = Keys.parse("0 0 smooth; 1.25 0.88 smooth; 1.875 0.91 smooth; 3 0.2 smooth; 4 0.2 smooth");
        double before = 0;
        for (double t = 0; t <= 1.875; t += 0.01) {
            assertThat(keys.at(t)).isGreaterThanOrEqualTo(before - 1e-9).isLessThanOrEqualTo(0.91 + 1e-9);
            before = keys.at(t);
        }
        for (double t = 3; t <= 4; t += 0.01) assertThat(keys.at(t)).isCloseTo(0.2, offset(1e-9));
    }

    @Test
    void handlesLongerThanTheWayAreCutSoThatTimeNeverGoesBack() {
        Keys keys = Keys.parse("0 0 smooth 0 0 90 0; 1 1 smooth 90 0 0 0");
        double before = -1;
        for (double t = 0; t <= 1; t += 0.001) {
            assertThat(keys.at(t)).isGreaterThanOrEqualTo(before).isBetween(0.0, 1.0);
            before = keys.at(t);
        }
    }

    @Test
    void whatIsWrittenIsReadAgain() {
        Keys keys = Keys.parse("2 1 hold ; 0 -0.5 smooth 0.1 0 0.2 0.25;;1 7.25 ease");
        assertThat(keys.text()).isEqualTo("0 -0.5 smooth 0.1 0 0.2 0.25; 1 7.25 ease; 2 1 hold");
        assertThat(Keys.parse(keys.text()).keys()).isEqualTo(keys.keys());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        0 0 wobble | The key '0 0 wobble' is none
        0 0 linear; 1 x hold | The key '1 x hold' is none
        -1 0 linear | times go from 0
        0 1e9 linear | values to a million
        0 NaN linear | A key stands at
        ; | A curve needs a key
        """)
    void whatIsNoCurveIsToldInASentence(String text, String says) {
        assertThatThrownBy(() -> Keys.parse(text))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining(says);
    }

    private static double after(Curve curve, double seconds, Signal start, double from) {
        Moments frame = new Moments().rate(100);
        Curve.Memory memory = curve.memory();
        double out = 0;
        for (int i = 0; i <= Math.round(seconds * 100); i++) {
            if (start != null) frame.reads.put("start", Signal.of(frame.time >= from - 1e-9 && from > 0 ? 1 : 0));
            out = curve.run(null, memory, frame).value();
            frame.next();
        }
        return out;
    }

    @Test
    void aCurveIsPlayedOnceInALoopBackAndForthOrFromATrigger() {
        String keys = "0 0 linear; 2 1 linear";
        Curve once = new Curve(keys, Curve.Play.ONCE, Oscillator.Per.SECOND, 1);
        Curve loop = new Curve(keys, Curve.Play.LOOP, Oscillator.Per.SECOND, 1);
        Curve back = new Curve(keys, Curve.Play.BACK_AND_FORTH, Oscillator.Per.SECOND, 1);
        Curve beats = new Curve(keys, Curve.Play.ONCE, Oscillator.Per.BEAT, 0.5);
        assertThat(after(once, 5, null, 0)).isEqualTo(1);
        assertThat(after(loop, 5, null, 0)).isCloseTo(0.5, offset(1e-6));
        assertThat(after(back, 3, null, 0)).isCloseTo(0.5, offset(1e-6));
        // Two beats a second at half the speed.
        assertThat(after(beats, 1, null, 0)).isCloseTo(0.5, offset(1e-6));
        assertThat(after(once, 2, Signal.of(0), 0)).isZero();
        assertThat(after(once, 2, Signal.of(0), 1)).isCloseTo(0.5, offset(1e-6));
    }

    @Test
    void betweenCurvesOfOtherNumbersOfKeysLiesTheMeanOfBothAtEveryMoment() {
        Keys held = Keys.parse("0 0 hold; 1 2 hold; 3 -1 smooth");
        Keys waved = Keys.parse("0 1 smooth; 0.7 3 ease; 1.5 0 linear; 2.2 1 smooth; 4 0 smooth");
        for (double part : new double[] {0.2, 0.7}) {
            Keys between = held.towards(waved, part);
            for (double t = 0.013; t < 4.2; t += 0.05) {
                double is = held.at(t) + (waved.at(t) - held.at(t)) * part;
                assertThat(between.at(t)).as("at %.2f", t).isCloseTo(is, within(0.06));
            }
            // What is held changes at once, as before.
            assertThat(between.at(1) - between.at(0.9998)).isCloseTo(2 * (1 - part), within(0.02));
        }
    }
}
