package gloaming.perf;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.shader.Input;
import gloaming.shader.Shader;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every snippet of the corpus through Gloaming and through WebGL 2: the floats agree. */
class ConformanceTest {
    private static final int WIDTH = 37;
    private static final int HEIGHT = 21;
    /** What the standard grants functions like the sine (chapter 4.5.1 and ES 3.00's table of precision): 2^-11. */
    private static final double ABSOLUTE = 0x1p-11;

    private static final double RELATIVE = 1e-3;
    private static SoftwareGl gl;
    private static Crew crew;
    private static Picture texture;
    private static final List<Number> TEXELS = new ArrayList<>();

    @BeforeAll
    static void start() {
        gl = new SoftwareGl();
        crew = new Crew(2);
        texture = new Picture(9, 6);
        for (int i = 0; i < texture.pixels(); i++) {
            for (int c = 0; c < 4; c++) {
                float value = (float) Math.sin(i * 1.7 + c) + 1.5f;
                texture.plane(c)[i] = value;
                TEXELS.add(value);
            }
        }
    }

    @AfterAll
    static void stop() {
        if (gl != null) gl.close();
        if (crew != null) crew.close();
    }

    static Stream<String> lines() {
        return Corpus.lines().stream();
    }

    private static final Map<String, double[]> UNIFORMS = Map.of(
            "speed",
            new double[] {0.75},
            "tint",
            new double[] {0.2, 0.5, 1.5},
            "many",
            new double[] {3},
            "turn",
            new double[] {1, 2, 3, 0, 1, 4, 5, 6, 0},
            "list",
            new double[] {3, 1, 4, 1, 5},
            "lit",
            new double[] {1},
            "odd",
            new double[] {7, 9});

    private static Picture ours(String text) {
        Shader.Result result = Shader.compile(text);
        assertThat(result.problems()).as(text).isEmpty();
        Shader shader = result.shader();
        Shader.Values values = shader.values();
        for (Shader.Uniform u : shader.uniforms()) values.set(u, UNIFORMS.get(u.name()));
        Input[] inputs = shader.samplers().stream()
                .map(s -> new Input(texture, Input.Edge.HOLD, false))
                .toArray(Input[]::new);
        Picture out = new Picture(WIDTH, HEIGHT);
        shader.run(out, values, inputs, crew);
        return out;
    }

    @ParameterizedTest
    @MethodSource("lines")
    void agreesWithWebGl(String line) {
        String text = Corpus.shader(line);
        float[] theirs = gl.draw(text, WIDTH, HEIGHT, TEXELS, texture.width, texture.height);
        Picture out = ours(text);
        int wrong = 0;
        String first = "";
        for (int i = 0; i < out.pixels(); i++) {
            for (int c = 0; c < 4; c++) {
                float a = out.plane(c)[i];
                float b = theirs[4 * i + c];
                boolean same = a == b
                        || Float.isNaN(a) && Float.isNaN(b)
                        || Math.abs(a - b) <= ABSOLUTE + RELATIVE * Math.abs(b);
                if (!same && wrong++ == 0)
                    first = "pixel %d,%d channel %d: %s, WebGL %s".formatted(i % WIDTH, i / WIDTH, c, a, b);
            }
        }
        assertThat(wrong).as(first + "\n" + line).isZero();
    }

    @Test
    void theCorpusHoldsTwoHundredSnippetsAndMore() {
        assertThat(Corpus.lines()).hasSizeGreaterThanOrEqualTo(200);
    }
}
