package gloaming.source;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.Moments;
import gloaming.flow.Picture;
import gloaming.flow.Signal;
import gloaming.source.NumberInLetters.As;
import gloaming.source.NumberInLetters.Rounding;
import gloaming.step.Colour;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class NumberInLettersTest {
    private static final Colour WHITE = new Colour(1, 1, 1);
    private final Moments frame = new Moments().size(160, 90).rate(10);

    private static NumberInLetters step(
            As as, double from, int decimals, int digits, Rounding rounding, String before, String after) {
        return new NumberInLetters(
                as,
                from,
                decimals,
                digits,
                rounding,
                before,
                after,
                "EBB|SLACK||FLOOD",
                "",
                0.3,
                0,
                Lettering.Align.LEFT,
                -1,
                0,
                WHITE,
                1,
                0);
    }

    @ParameterizedTest
    @CsvSource({
        "FIGURES, NEAREST, 0, 1, 4.5, 5",
        "FIGURES, NEAREST, 0, 1, -0.4, 0",
        "FIGURES, NEAREST, 0, 3, 7, 007",
        "FIGURES, NEAREST, 2, 1, 3.14159, 3.14",
        "FIGURES, NEAREST, 2, 2, -3.005, -03.00",
        "FIGURES, DOWN, 1, 1, 0.99, 0.9",
        "FIGURES, DOWN, 1, 1, 0.3, 0.3",
        "FIGURES, UP, 0, 1, 2.0000000001, 2",
        "FIGURES, UP, 0, 1, 2.01, 3",
        "FIGURES, NEAREST, 6, 1, 999999999.5, 999999999.500000",
        "FIGURES, NEAREST, 6, 1, 123456789012345, 123456789012345",
        "FIGURES, NEAREST, 0, 1, NaN, –",
        "FIGURES, NEAREST, 0, 1, Infinity, –",
        "FIGURES, NEAREST, 0, 1, 1e300, –",
        "TIME, DOWN, 0, 1, 65.9, 1:05",
        "TIME, UP, 0, 1, 65.1, 1:06",
        "TIME, UP, 0, 2, 59.5, 01:00",
        "TIME, NEAREST, 1, 1, 3599.94, 59:59.9",
        "TIME, NEAREST, 0, 1, 3600, 1:00:00",
        "TIME, NEAREST, 0, 1, 36061, 10:01:01",
        "TIME, NEAREST, 0, 1, -5, -0:05",
        "ENTRY, NEAREST, 0, 1, 0.4, EBB",
        "ENTRY, NEAREST, 0, 1, 0.6, SLACK",
        "ENTRY, NEAREST, 0, 1, 2, ''",
        "ENTRY, NEAREST, 0, 1, 3, FLOOD",
        "ENTRY, NEAREST, 0, 1, 4, ''",
        "ENTRY, NEAREST, 0, 1, -1, ''",
        "ENTRY, NEAREST, 0, 1, 9e14, ''",
    })
    void aNumberIsWrittenAsItIsWanted(As as, Rounding rounding, int decimals, int digits, double number, String text) {
        StringBuilder to = new StringBuilder();
        step(as, 0, decimals, digits, rounding, "", "").write(number, to);
        assertThat(to).hasToString(text);
    }

    private Picture drawn(NumberInLetters step, NumberInLetters.Memory memory) {
        return step.run(null, memory, frame);
    }

    private Picture words(String words) {
        Lettering lettering = new Lettering(words, "", 0.3, 0, 1.6, Lettering.Align.LEFT, -1, 0, WHITE, 1, 0, 1, 0, 0);
        return lettering.run(null, lettering.memory(), frame);
    }

    private static void alike(Picture one, Picture other) {
        for (int c = 0; c < 4; c++) assertThat(one.plane(c)).isEqualTo(other.plane(c));
    }

    @Test
    void itLooksAsTheSameWordsDoAsLetteringAndSeveralStandUnderOneAnother() {
        NumberInLetters step = step(As.FIGURES, 0, 0, 1, Rounding.NEAREST, "X ", " XX");
        NumberInLetters.Memory memory = step.memory();
        frame.reads.put("number", Signal.of(12));
        alike(drawn(step, memory), words("X 12 XX"));
        frame.reads.put("number", Signal.of(3, 4, 5));
        alike(drawn(step, memory), words("X 3\n4\n5 XX"));
        frame.size(64, 36);
        alike(drawn(step, memory), words("X 3\n4\n5 XX"));
    }

    @Test
    void withoutALaneItCountsUpOrDownToNothingAndStaysThere() {
        NumberInLetters up = step(As.TIME, 0, 0, 1, Rounding.DOWN, "", "");
        NumberInLetters down = step(As.TIME, 90, 0, 1, Rounding.UP, "", "");
        NumberInLetters.Memory memory = up.memory();
        NumberInLetters.Memory other = down.memory();
        alike(drawn(up, memory), words("0:00"));
        alike(drawn(down, other), words("1:30"));
        frame.time = 61.5;
        alike(drawn(up, memory), words("1:01"));
        alike(drawn(down, other), words("0:29"));
        frame.time = 500;
        alike(drawn(down, other), words("0:00"));
    }
}
