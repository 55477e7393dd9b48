package gloaming.formula;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowableOfType;
import static org.assertj.core.data.Offset.offset;

import gloaming.flow.Signal;
import java.lang.management.ManagementFactory;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class FormulaTest {
    private static final Map<String, String> LANES = Map.of("kick", "l1", "mill race", "l2", "O'Hara's reed", "l3");
    private static final Signal[] SIGNALS = {Signal.of(0.25), Signal.of(1, 2, 3)};

    private static Formula read(String text) {
        return Formula.read(text, LANES::get);
    }

    private static double value(String text, double... variables) {
        double[] all = java.util.Arrays.copyOf(variables, Formula.VARIABLES.size());
        Formula formula = read(text);
        Signal[] lanes = formula.lanes().stream()
                .map(id -> SIGNALS[id.equals("l1") ? 0 : 1])
                .toArray(Signal[]::new);
        return formula.code().value(all, lanes);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '"', textBlock = """
        1 + 2 * 3 ; 7
        -2 ^ 2 ; -4
        2 ^ 3 ^ 2 ; 512
        7 % 3 - -7 % 3 ; -1
        1 < 2 && 2 <= 2 && 3 > 2 && 3 >= 3 && 1 != 2 ; 1
        0 || 2 ; 1
        0 || 0 ; 0
        !0 + !5 ; 1
        0.5 > 1 ? 10 : 0.5 > 0.4 ? 20 : 30 ; 20
        clamp(9, 0, 1) + mix(10, 20, 0.5) ; 16
        step(0.5, 0.4) + smoothstep(0, 2, 1) ; 0.5
        span(5, 0, 10, 100, 200) ; 150
        triangle(0.25) + wave(1.5) ; 1.5
        0/0 == 0/0 ; 0
        0/0 < 1 || 0/0 >= 1 ; 0
        kick * 4 ; 1
        kick + 'mill race'[2] ; 3.25
        'mill race'[kick * 4] ; 2
        'mill race'[5] ; 3
        """)
    void itIsOrdinaryArithmetic(String text, double expected) {
        assertThat(value(text)).isCloseTo(expected, offset(1e-12));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
        1 + | 3 | it ends too early
        2 * (3 + 1 | 10 | ')' is missing
        wibble + 1 | 0 | there is nothing called 'wibble'
        1 2 | 2 | '2' does not fit here
        a = 2 | 2 | '==' asks whether two are equal
        sin + 1 | 0 | 'sin' wants what it works on in brackets
        clamp(1, 2) | 0 | 'clamp' wants 3 numbers
        1.2.3 | 0 | that is no number
        'weir' | 0 | no lane that gives a signal is called 'weir'
        'weir | 0 | the closing ' is missing
        kick[2 | 6 | ']' is missing
        """)
    void whatMakesNoSenseIsToldWithItsPlace(String text, int from, String why) {
        Wrong wrong = catchThrowableOfType(Wrong.class, () -> read(text));
        assertThat(wrong.why()).contains(why);
        assertThat(wrong.from()).isEqualTo(from);
        assertThat(wrong.to()).isGreaterThan(from);
    }

    @Test
    void wordsOfAChoiceStandForTheirNumbersAndAreKeptById() {
        List<String> words = List.of("over", "add", "multiply-or-self");
        Formula typed = Formula.read("t > 1 ? Add : 'multiply or self'", LANES::get, words);
        assertThat(typed.stored()).isEqualTo("t > 1 ? {=add} : {=multiply-or-self}");
        double[] at = new double[Formula.VARIABLES.size()];
        assertThat(Formula.of(typed.stored(), words).code().value(at, new Signal[0]))
                .isEqualTo(2);
        at[Formula.T] = 2;
        assertThat(Formula.of(typed.stored(), words).code().value(at, new Signal[0]))
                .isEqualTo(1);
        // Others may come between: the word goes on as what it was.
        List<String> later = List.of("over", "screen", "add", "multiply-or-self");
        assertThat(Formula.of(typed.stored(), later).code().value(at, new Signal[0]))
                .isEqualTo(2);
        assertThat(Formula.shown(typed.stored(), id -> null)).isEqualTo("t > 1 ? add : 'multiply-or-self'");
        assertThat(Formula.of(typed.stored()).lanes()).isEmpty();
        assertThatThrownBy(() -> Formula.of("{=gone}", words))
                .isInstanceOf(Wrong.class)
                .hasMessageContaining("'gone'");
        assertThatThrownBy(() -> Formula.read("Add", LANES::get)).isInstanceOf(Wrong.class);
    }

    @ParameterizedTest
    @ValueSource(strings = {"{l1} + value", "value * 'kick'", "kick", "kick[0]"})
    void whatMaySpeakOfNoLanesSaysSoAndIsNeverWorkedOutWithThem(String text) {
        Wrong wrong = catchThrowableOfType(Wrong.class, () -> Formula.over(List.of("value"), 1, text));
        assertThat(wrong.why()).contains("there are only numbers and value").doesNotContain("lanes that give");
        assertThatThrownBy(() -> Formula.reckon("kick")).hasMessageContaining("only numbers can stand here");
    }

    @Test
    void noTextExhaustsStackOrCode() {
        assertThatThrownBy(() -> read("(".repeat(5000))).hasMessageContaining("nested too deep");
        assertThatThrownBy(() -> read("1" + "+1".repeat(5000))).hasMessageContaining("too many parts");
        assertThatThrownBy(() -> read("-".repeat(3000) + "1")).isInstanceOf(Wrong.class);
    }

    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
    void theCompiledIsTheSameAsThePlain(long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        for (int i = 0; i < 150; i++) {
            String text = text(random, 5);
            FormulaParser parser = new FormulaParser(text, Formula.VARIABLES, LANES::get, List.of());
            FormulaTree tree = parser.all();
            Signal[] lanes = parser.lanes.stream()
                    .map(id -> Signal.of(random.nextDouble(), random.nextDouble(-2, 2)))
                    .toArray(Signal[]::new);
            double[] variables = random.doubles(Formula.VARIABLES.size(), -3, 3).toArray();
            double plain = Plain.value(tree, variables, lanes);
            assertThat(Compiler.compile(tree).value(variables, lanes)).as(text).isEqualTo(Double.valueOf(plain));
        }
    }

    private static String text(SplittableRandom random, int depth) {
        if (depth == 0 || random.nextInt(6) == 0) {
            return switch (random.nextInt(4)) {
                case 0 -> String.valueOf(random.nextInt(5) / 2.0);
                case 1 -> Formula.VARIABLES.get(random.nextInt(Formula.VARIABLES.size()));
                case 2 -> "kick";
                default -> "'mill race'[" + random.nextInt(3) + "]";
            };
        }
        String a = text(random, depth - 1);
        String b = text(random, depth - 1);
        String[] two = {"+", "-", "*", "/", "%", "^", "<", "<=", ">", ">=", "==", "!=", "&&", "||"};
        return switch (random.nextInt(6)) {
            case 0 -> "(" + a + " ? " + b + " : " + text(random, depth - 1) + ")";
            case 1 -> "-(" + a + ")";
            case 2 -> "!(" + a + ")";
            case 3 ->
                List.of("sin(" + a + ")", "floor(" + a + ")", "min(" + a + "," + b + ")", "noise(" + a + ")")
                        .get(random.nextInt(4));
            default -> "(" + a + two[random.nextInt(two.length)] + b + ")";
        };
    }

    @Test
    void inDocumentsLanesStandByTheirIdsAndAreShownByTheirNamesOfTheDay() {
        Formula formula = read("kick + 'mill race' * 'O''Hara''s reed'");
        assertThat(formula.stored()).isEqualTo("{l1} + {l2} * {l3}");
        assertThat(formula.lanes()).containsExactly("l1", "l2", "l3");
        assertThat(Formula.of(formula.stored()).stored()).isEqualTo(formula.stored());
        Map<String, String> renamed = Map.of("l1", "sin", "l2", "race", "l3", "O'Hara's reed");
        assertThat(Formula.shown(formula.stored(), renamed::get)).isEqualTo("'sin' + race * 'O''Hara''s reed'");
        assertThat(Formula.shown(formula.stored(), id -> null)).isEqualTo(formula.stored());
    }

    @Test
    void aNumberFieldReckonsWithoutLanes() {
        assertThat(Formula.reckon("1/4 + 2")).isEqualTo(2.25);
        assertThatThrownBy(() -> Formula.reckon("t * 2")).isInstanceOf(Wrong.class);
    }

    @Test
    void workingOutAllocatesNothing() {
        Formula formula = read("mix(kick, 'mill race'[1], 0.5) > 1 && t > 0 ? noise(t * 3) : sin(beat * tau) ^ 2");
        double[] variables = new double[Formula.VARIABLES.size()];
        var threads = (com.sun.management.ThreadMXBean) ManagementFactory.getThreadMXBean();
        double sum = 0;
        for (int i = 0; i < 20_000; i++) sum += at(formula, variables, i);
        long before = threads.getCurrentThreadAllocatedBytes();
        for (int i = 0; i < 20_000; i++) sum += at(formula, variables, i);
        long bytes = threads.getCurrentThreadAllocatedBytes() - before;
        assertThat(sum).isFinite();
        assertThat(bytes).isLessThan(20_000);
    }

    private static double at(Formula formula, double[] variables, int i) {
        variables[Formula.T] = i / 30.0;
        return formula.code().value(variables, SIGNALS);
    }
}
