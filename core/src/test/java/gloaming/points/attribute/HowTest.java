package gloaming.points.attribute;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What becomes of a value that another comes to. */
class HowTest {
    @ParameterizedTest
    @CsvSource({
        "SET,3,2,2",
        "ADD,3,2,5",
        "SUBTRACT,3,2,1",
        "MULTIPLY,3,2,6",
        "DIVIDE,3,2,1.5",
        "DIVIDE,3,0,3",
        "LARGER,3,2,3",
        "LARGER,-1,2,2",
        "SMALLER,3,2,2",
        "SMALLER,-1,2,-1"
    })
    void theyMeet(How how, float before, float value, float then) {
        assertThat(how.put(before, value)).isEqualTo(then);
    }
}
