package gloaming.step;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.data.Offset.offset;

import gloaming.curve.Key;
import gloaming.curve.Keys;
import gloaming.look.Clock;
import gloaming.look.Edit;
import gloaming.look.Edits;
import gloaming.look.Lane;
import gloaming.look.Look;
import gloaming.look.Refused;
import gloaming.look.Step;
import gloaming.look.Value;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;

class PathDrawingTest {
    private final PathDrawing paths = new PathDrawing(Catalogue.all());
    private final Look look = with(
            Look.empty("Ferry"),
            new Lane("l1", "way", Clock.SHOW, List.of(Step.of("s1", "timed-path"), Step.of("s2", "draw-dots"))));

    private static Look with(Look look, Lane lane) {
        return Edits.apply(look, new Edit.AddLane(0, lane));
    }

    /** A hand that is told sixty times a second. */
    private static List<Key> hand(double seconds, DoubleUnaryOperator value) {
        return IntStream.rangeClosed(0, (int) (seconds * 60))
                .mapToObj(i -> Key.of(i / 60.0, value.applyAsDouble(i / 60.0), Key.Join.LINEAR))
                .toList();
    }

    private Look drawn(Look look, Map<String, List<Key>> taken) {
        return Edits.apply(look, paths.draw(look, "s1", taken));
    }

    private static Keys curve(Look look, String setting) {
        return Keys.parse(((Value.Word) look.step("s1").orElseThrow().settings().get(setting)).text());
    }

    @Test
    void aRingThatAHandDrawsIsOneOfFewKeysAndItsTimes() {
        Look now = drawn(
                look,
                Map.of(
                        "across",
                        hand(4, t -> Math.cos(Math.PI * t / 2)),
                        "up",
                        hand(4, t -> Math.sin(Math.PI * t / 2))));
        Keys across = curve(now, "across");
        Keys up = curve(now, "up");
        assertThat(across.keys().size()).isBetween(5, 40);
        for (double t = 0; t <= 4; t += 0.05) {
            assertThat(across.at(t)).isCloseTo(Math.cos(Math.PI * t / 2), offset(0.04));
            assertThat(up.at(t)).isCloseTo(Math.sin(Math.PI * t / 2), offset(0.04));
        }
        PathDrawing.Path path = paths.of(now, now.step("s1").orElseThrow());
        assertThat(path.end()).isEqualTo(4);
        assertThat(path.across().get(60)).isCloseTo(-1, offset(0.04));
        assertThat(path.near()).allMatch(z -> z == 0);
    }

    @Test
    void whatWasNotDrawnKeepsItsCourseAndIsAsLong() {
        Look first = drawn(look, Map.of("across", hand(2, t -> t), "up", hand(2, t -> t * t / 4)));
        Look then = drawn(first, Map.of("across", hand(6, t -> t / 3), "near", hand(6, t -> 1 - t)));
        for (double part = 0; part <= 1; part += 0.1)
            assertThat(curve(then, "up").at(6 * part))
                    .isCloseTo(curve(first, "up").at(2 * part), offset(1e-6));
        assertThat(paths.of(then, then.step("s1").orElseThrow()).end()).isEqualTo(6);
    }

    @Test
    void stepsWithoutAPathHaveNoneAndWhatIsNoneIsSaid() {
        assertThat(paths.of(look, look.step("s2").orElseThrow())).isNull();
        assertThatThrownBy(() -> paths.draw(look, "s2", Map.of("across", hand(1, t -> t))))
                .isInstanceOf(Refused.class);
        assertThatThrownBy(() -> paths.draw(look, "s9", Map.of())).isInstanceOf(Refused.class);
        assertThatThrownBy(() -> paths.draw(look, "s1", Map.of("across", hand(0, t -> t))))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("hold the pointer");
        Key nothing = Key.of(Double.NaN, 1, Key.Join.LINEAR);
        assertThatThrownBy(() -> paths.draw(look, "s1", Map.of("up", List.of(nothing, nothing))))
                .isInstanceOf(Refused.class);
        Key far = Key.of(1e9, 1, Key.Join.LINEAR);
        assertThatThrownBy(() -> paths.draw(look, "s1", Map.of("up", List.of(far))))
                .isInstanceOf(Refused.class);
    }
}
