package gloaming.shader;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.show.ChangeStarts;
import gloaming.show.OwnChange;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Shaders that mix two pictures: what they are told, and what is not theirs to read. */
class PictureMixTest {
    private static final String HEAD = "#version 300 es\nprecision highp float;\nin vec2 uv;\nout vec4 color;\n";
    private static final Picture DUSK = drawn(0.1f, 0.7f);
    private static final Picture LAMP = drawn(0.9f, 0.2f);

    private static Picture drawn(float red, float blue) {
        Picture picture = new Picture(48, 27).fill(red, 0.3f, blue, 1);
        for (int i = 0; i < picture.pixels(); i++) picture.g()[i] = i % 48 / 48f;
        return picture;
    }

    static List<OwnChange> starts() {
        return ChangeStarts.ALL;
    }

    private static Picture at(String text, double part) {
        PictureMix.Result result = PictureMix.of(text);
        assertThat(result.problems()).isEmpty();
        Picture out = new Picture(48, 27);
        result.mix().run(DUSK, LAMP, out, part, new Crew(1));
        return out;
    }

    private static double apart(Picture a, Picture b) {
        double most = 0;
        for (int c = 0; c < 3; c++)
            for (int i = 0; i < a.pixels(); i++) most = Math.max(most, Math.abs(a.plane(c)[i] - b.plane(c)[i]));
        return most;
    }

    @ParameterizedTest
    @MethodSource("starts")
    void whatShipsIsThePictureBeforeAtItsBeginningAndTheNextAtItsEnd(OwnChange start) {
        assertThat(apart(at(start.code(), 0), DUSK)).as("at the beginning").isLessThan(0.02);
        assertThat(apart(at(start.code(), 1), LAMP)).as("at the end").isLessThan(0.02);
        Picture half = at(start.code(), 0.5);
        assertThat(apart(half, DUSK)).as("half way, from before").isGreaterThan(0.1);
        assertThat(apart(half, LAMP)).as("half way, from next").isGreaterThan(0.1);
    }

    @Test
    void itsOtherVariablesAreWhatTheCommentBehindThemSays() {
        Picture out = at(
                HEAD + "uniform float part;\nuniform float red; // 0.25 (0 to 1) how red\n"
                        + "uniform vec3 lamp; // #ff0000 a lamp\nuniform vec2 size;\n"
                        + "void main() { color = vec4(red, part, lamp.r, size.x / 48.0); }",
                0.75);
        assertThat(out.r()[5]).isEqualTo(0.25f);
        assertThat(out.g()[5]).isEqualTo(0.75f);
        assertThat(out.b()[5]).isEqualTo(1);
        assertThat(out.a()[5]).isEqualTo(1);
    }

    @Test
    void whatAChangeHasNotIsSaid() {
        String reads = HEAD + "uniform sampler2D marsh;\nvoid main() { color = texture(marsh, uv); }";
        assertThat(PictureMix.of(reads).problems().getFirst().text())
                .contains("'marsh'")
                .contains("before and next");
        String clock = HEAD + "uniform float time;\nvoid main() { color = vec4(time); }";
        assertThat(PictureMix.of(clock).problems().getFirst().text())
                .contains("'time'")
                .contains("part");
        Problem broken = PictureMix.of(HEAD + "void main() { color = vec4(1.0) }")
                .problems()
                .getFirst();
        assertThat(broken.line()).isEqualTo(5);
    }
}
