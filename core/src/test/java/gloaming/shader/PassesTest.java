package gloaming.shader;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.Moments;
import gloaming.flow.Picture;
import gloaming.look.Value;
import gloaming.step.Catalogue;
import gloaming.step.Description;
import gloaming.step.Setting;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Shaders of several passes, and those that read their own last frame. */
class PassesTest {
    private static final String HEAD = "precision highp float;\nin vec2 uv;\nout vec4 color;\n";
    private final Moments frame = new Moments().size(32, 18);

    private static Picture run(String code, Playing playing, Moments frame) {
        return playing.draw(code, Playing.Values.LIGHT, new Object[0], null, frame);
    }

    @Test
    void aShaderCountsItsFramesInItsOwnPicture() {
        String code =
                HEAD + "uniform sampler2D before;\nvoid main() { color = texture(before, uv) + vec4(1, 2, 0, 0); }";
        Playing playing = new Playing();
        for (int i = 1; i <= 5; i++) {
            Picture out = run(code, playing, frame.next());
            assertThat(out.r()[77]).isEqualTo(i);
            assertThat(out.g()[0]).isEqualTo(2 * i);
            assertThat(out.kept()).as("nobody else may write into it").isTrue();
        }
    }

    @Test
    void passesReadOneAnotherInOrderAndTheFrameBeforeAgainstIt() {
        String code = HEAD + """
                uniform sampler2D one;
                uniform sampler2D two;
                // pass: one
                void main() { color = texture(two, uv) + 1.0; }
                // pass: two
                void main() { color = 10.0 * texture(one, uv); }
                // pass:
                void main() { color = vec4(texture(one, uv).r, texture(two, uv).r, 0, 1); }
                """;
        Playing playing = new Playing();
        float one = 0;
        float two = 0;
        for (int i = 0; i < 4; i++) {
            Picture out = run(code, playing, frame.next());
            one = two + 1;
            two = 10 * one;
            assertThat(out.r()[5]).isEqualTo(one);
            assertThat(out.g()[5]).isEqualTo(two);
        }
    }

    @ParameterizedTest
    @CsvSource({"half, 16, 9", "third, 11, 6", "quarter, 8, 5", "eighth, 4, 3", "7x5, 7, 5", "'', 32, 18"})
    void aPassHasASizeOfItsOwn(String size, int width, int height) {
        String code = HEAD + """
                uniform sampler2D small;
                uniform vec2 size;
                // pass: small %s
                void main() { color = vec4(size, gl_FragCoord.xy); }
                // pass:
                void main() { color = vec4(texture(small, uv).rg, textureSize(small, 0)); }
                """.formatted(size);
        Picture out = run(code, new Playing(), frame.next());
        assertThat(List.of(out.r()[9], out.g()[9], out.b()[9], out.a()[9]))
                .containsExactly((float) width, (float) height, (float) width, (float) height);
        assertThat(out.width).isEqualTo(32);
    }

    @Test
    void whatWasDrawnLastsThroughAChangeOfSizeAndOfText() {
        String code = HEAD
                + "uniform sampler2D before;\nvoid main() { color = max(texture(before, uv), vec4(frame == 1 ? 3.0 : 0.0)); }";
        code = code.replace("void main", "uniform int frame;\nvoid main");
        Playing playing = new Playing();
        run(code, playing, frame.next());
        assertThat(run(code, playing, frame.next()).r()[40]).isEqualTo(3);
        frame.size(64, 36);
        assertThat(run(code, playing, frame.next()).r()[36 * 32]).isCloseTo(3, offset(1e-5f));
        String edited = code.replace("vec4(frame", "0.5 * vec4(frame");
        assertThat(run(edited, playing, frame.next()).r()[36 * 32]).isCloseTo(3, offset(1e-5f));
        String broken = edited + " wrong";
        assertThat(run(broken, playing, frame.next()).r()[36 * 32])
                .as("the last good text")
                .isCloseTo(3, offset(1e-5f));
    }

    @Test
    void uniformsOfAllPassesAreSettingsOnceAndSamplersOfPassesAreNoReads() {
        Description d = Catalogue.all()
                .of(new gloaming.look.Step(
                        "s1",
                        "shader-source",
                        null,
                        false,
                        Map.of("code", Value.of(HEAD + """
                        uniform float speed; // 2 (0 to 4) for both
                        uniform sampler2D reeds;
                        uniform sampler2D trail;
                        // pass: trail half
                        uniform vec3 lamp; // #ff8800
                        void main() { color = vec4(lamp * speed, 1) + texture(reeds, uv); }
                        // pass:
                        uniform float late;
                        void main() { color = texture(trail, uv) * speed * late; }
                        """)),
                        Map.of(),
                        Map.of(),
                        Map.of(),
                        Map.of(),
                        null));
        assertThat(d.problems()).isEmpty();
        assertThat(d.settings()).extracting(Setting::id).containsExactly("code", "values", "speed", "lamp", "late");
        assertThat(d.reads()).extracting(Description.Input::name).containsExactly("reeds");
        Picture out = new Playing().draw(HEAD + """
                        uniform float late;
                        uniform float speed;
                        // pass: a
                        void main() { color = vec4(speed); }
                        // pass: b
                        uniform sampler2D a;
                        void main() { color = texture(a, uv) + late; }
                        """, Playing.Values.LIGHT, new Object[] {7.0, 2.0}, null, frame.next());
        // Settings stand in the order in which the text declares them.
        assertThat(out.r()[3]).isEqualTo(9);
    }

    @Test
    void problemsAreToldAtTheLinesOfTheWholeText() {
        Passes twice = Passes.of(
                HEAD + "// pass: a\nvoid main() { color = vec4(1); }\n// pass: a\nvoid main() { color = vec4(1); }\n");
        assertThat(twice.problems).extracting(Problem::toString).containsExactly("line 6: two passes are called 'a'");
        Passes wrong = Passes.of(
                HEAD + "// pass: a\nvoid main() { color = vec4(1); }\n// pass:\nvoid main() { color = x; }\n");
        assertThat(wrong.problems).extracting(Problem::line).containsExactly(7);
        assertThat(wrong.passes).isEmpty();
        StringBuilder many = new StringBuilder(HEAD);
        for (int i = 0; i < 9; i++) many.append("// pass: p").append(i).append("\nvoid main() { color = vec4(1); }\n");
        assertThat(Passes.of(many.toString()).problems).hasSize(1);
        assertThat(Passes.of(HEAD + "// pass the salt\nvoid main() { color = vec4(1); }").passes)
                .hasSize(1);
    }
}
