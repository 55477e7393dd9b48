package gloaming.shader;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ShaderTest {
    private static Crew crew;

    @BeforeAll
    static void start() {
        crew = new Crew(2);
    }

    @AfterAll
    static void stop() {
        crew.close();
    }

    private static Shader shader(String text) {
        Shader.Result result = Shader.compile(text);
        assertThat(result.problems()).as(text).isEmpty();
        return result.shader();
    }

    private static Picture drawn(String text) {
        Picture out = new Picture(64, 48);
        Shader shader = shader(text);
        shader.run(out, shader.values(), new Input[0], crew);
        return out;
    }

    private static String main(String body) {
        return "out vec4 color; in vec2 uv;\nvoid main() {\n" + body + "\n}\n";
    }

    private static Picture withUniforms(String text, Map<String, double[]> numbers) {
        Shader shader = shader(text);
        Shader.Values values = shader.values();
        for (Shader.Uniform u : shader.uniforms()) values.set(u, numbers.getOrDefault(u.name(), new double[0]));
        assertThat(shader.uniforms()).extracting(Shader.Uniform::name).containsAll(numbers.keySet());
        Picture out = new Picture(4, 4);
        shader.run(out, values, new Input[0], crew);
        return out;
    }

    @Test
    void theMembersOfBlocksAndStructsAreUniformsOfTheirOwn() {
        Picture named = withUniforms(
                """
                layout(std140) uniform Lamp { vec3 paint; layout(row_major) mat2 turn; float level[2]; } lamp;
                out vec4 color;
                void main() { color = vec4(lamp.paint * lamp.level[1], lamp.turn[1].x); }
                """,
                Map.of(
                        "lamp.paint", new double[] {1, 2, 3},
                        "lamp.turn", new double[] {1, 2, 3, 4},
                        "lamp.level", new double[] {9, 0.5}));
        assertThat(new float[] {named.r()[5], named.g()[5], named.b()[5], named.a()[5]})
                .containsExactly(0.5f, 1, 1.5f, 3);
        Picture open = withUniforms(
                "uniform Lamp { vec3 paint; float level; }; out vec4 color; void main() { color = vec4(paint, level); }",
                Map.of("paint", new double[] {1, 2, 3}, "level", new double[] {4}));
        assertThat(new float[] {open.r()[5], open.g()[5], open.b()[5], open.a()[5]})
                .containsExactly(1, 2, 3, 4);
        Picture struct = withUniforms(
                "struct L { float a; bool b; }; uniform L l; out vec4 color; void main() { color = vec4(l.a, l.b, 0, 1); }",
                Map.of("l.a", new double[] {0.25}, "l.b", new double[] {1}));
        assertThat(new float[] {struct.r()[5], struct.g()[5]}).containsExactly(0.25f, 1);
        assertThat(Shader.compile("uniform B { sampler2D t; }; out vec4 c; void main() { c = vec4(1); }")
                        .problems())
                .extracting(Problem::text)
                .first()
                .isEqualTo("'t' : a sampler cannot be in a block");
        assertThat(Shader.compile("uniform B { float t; }; out vec4 c; void main() { t = 1.0; c = vec4(t); }")
                        .problems())
                .extracting(Problem::text)
                .first()
                .asString()
                .contains("l-value required");
    }

    @Test
    void aPictureAsAStatementDoesNothing() {
        String text = "uniform sampler2D t[2]; out vec4 c; void main() { t; t[0]; t[1], c = vec4(t.length()); }";
        Shader shader = shader(text);
        Input input = new Input(new Picture(2, 2), Input.Edge.HOLD, false);
        Picture out = new Picture(4, 4);
        shader.run(out, shader.values(), new Input[] {input, input}, crew);
        assertThat(out.r()[5]).isEqualTo(2);
    }

    /** One line of statements, and the sentence at its place: the line and column of what is wrong. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
        x = 1.;                               | 3 | 1  | 'x' : undeclared identifier
        float a = 1;                          | 3 | 9  | '=' : cannot convert from 'int' to 'float'
        vec3 a = vec2(1);                     | 3 | 8  | '=' : cannot convert from 'vec2' to 'vec3'
        float a = uv;                         | 3 | 9  | '=' : cannot convert from 'vec2' to 'float'
        float a = 1. + 1;                     | 3 | 14 | '+' : wrong operand types
        color = uv.xyz;                       | 3 | 12 | 'xyz' : vector field selection out of range
        color.xx = uv;                        | 3 | 10 | '=' : l-value of swizzle cannot have duplicate components
        uv.x = 1.;                            | 3 | 6  | 'uv' : l-value required (can't modify an input)
        1. = 2.;                              | 3 | 4  | '=' : l-value required
        if (1) { }                            | 3 | 1  | 'if' : boolean expression expected
        float a[2]; a[2] = 1.;                | 3 | 14 | '[]' : index out of range '2'
        vec2 a = vec2(1., 2., 3.);            | 3 | 10 | 'constructor' : too many arguments
        vec3 a = vec3(1., 2.);                | 3 | 10 | 'constructor' : not enough data provided for construction
        float a = sin(1);                     | 3 | 11 | 'sin' : no matching overloaded function found
        float a = wibble(1.);                 | 3 | 11 | 'wibble' : undeclared identifier
        break;                                | 3 | 1  | 'break' : break statement only allowed in loops and switch statements
        float a = 1.; float a = 2.;           | 3 | 21 | 'a' : redefinition
        const float a = uv.x;                 | 3 | 13 | '=' : assigning non-constant to 'const float'
        float a = 1. 2.;                      | 3 | 14 | '2.' : syntax error
        color = vec4(1.)                      | 4 | 1  | '}' : syntax error
        float class = 1.;                     | 3 | 7  | 'class' : Illegal use of reserved word
        float gl_x = 1.;                      | 3 | 7  | 'gl_x' : identifiers starting with
        return 1.;                            | 3 | 1  | 'return' : void function cannot return a value
        switch (1) { case 1: case 1: break; } | 3 | 22 | 'case' : duplicate label
        int a = 99999999999;                  | 3 | 9  | '99999999999' : invalid integer literal
        color = vec4(1.) @ 2;                 | 3 | 18 | '@' : unexpected character
        """)
    void whatIsWrongIsSaidAtItsPlace(String statement, int line, int column, String says) {
        List<Problem> problems = Shader.compile(main(statement)).problems();
        assertThat(problems).isNotEmpty();
        Problem first = problems.getFirst();
        assertThat(first.text()).startsWith(says);
        assertThat(List.of(first.line(), first.column())).isEqualTo(List.of(line, column));
    }

    @Test
    void severalProblemsAreFoundInOneGoButNotWithoutEnd() {
        List<Problem> problems = Shader.compile(main("a = 1.;\nfloat b = 2;\nc = 3.;\ncolor = vec4(b);"))
                .problems();
        assertThat(problems).extracting(Problem::line).containsExactly(3, 4, 5);
        assertThat(Shader.compile(main("a = 1.;\n".repeat(500))).problems().size())
                .isBetween(10, 25);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
        "#if 1" | '#if' : mismatched
        "#endif" | '#endif' : mismatched
        "#error the mill stands still" | '#error' : the mill stands still
        "#define f(a) a" | 'main' : function is missing
        "#version 450" | '#version' : supported versions are 300 es and 100
        uniform samplerCube c;                       | 'samplerCube' : there are no cube textures here
        in vec3 normal; void main() {}               | 'normal' : what comes in is the place in the picture
        void f() { f(); } void main() { f(); }       | 'f' : recursive function call
        void f(); void main() { f(); }               | 'f' : function is declared and never defined
        float f(float a) { a += 1.; } void main() {} | 'f' : function does not return a value
        float sin(float a) { return a; } void main() {} | 'sin' : Name of a built-in function cannot be redeclared
        uniform vec2 a = vec2(1); void main() {}     | 'a' : cannot initialize this type of qualifier
        /* never closed                              | '/*' : the comment is never closed
        """)
    void wholeTextsAreRefusedInTheStandardsWords(String text, String says) {
        assertThat(Shader.compile(text).problems())
                .first()
                .extracting(Problem::text)
                .asString()
                .startsWith(says);
    }

    @Test
    void hugeThingsAreRefusedAtOnce() {
        assertThat(Shader.compile(" ".repeat(2_000_000)).problems()).hasSize(1);
        assertThat(Shader.compile(main("float a[70000];")).problems()).isNotEmpty();
        assertThat(Shader.compile(main("color = vec4(" + "(".repeat(5_000) + "1." + ")".repeat(5_000) + ");"))
                        .problems())
                .isNotEmpty();
        StringBuilder bomb = new StringBuilder("#define A0 1.+1.\n");
        for (int i = 1; i < 40; i++) bomb.append("#define A%d A%d+A%d\n".formatted(i, i - 1, i - 1));
        assertThat(Shader.compile(bomb + main("color = vec4(A39);")).problems()).isNotEmpty();
        StringBuilder tower = new StringBuilder("float f0(float a) { return a * 1.1 + uv.x; }\n");
        for (int i = 1; i < 40; i++) {
            tower.append("float f%d(float a) { return f%d(a) + f%d(a + 1.); }\n".formatted(i, i - 1, i - 1));
        }
        String whole = "out vec4 color; in vec2 uv;\n" + tower + "void main() { color = vec4(f39(1.)); }";
        assertThat(Shader.compile(whole).problems())
                .first()
                .extracting(Problem::text)
                .asString()
                .contains("too long");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        while (true) color.x += 1.;
        for (;;) { if (uv.x > 2.) break; color.x += uv.x; }
        for (int i = 0; i >= 0; i = 0) color.x += sin(uv.y);
        """)
    void aLoopThatNeverEndsIsStoppedAndNamed(String body) {
        Shader shader = shader(main("color = vec4(0.);\n" + body));
        Picture out = new Picture(64, 48);
        assertThatThrownBy(() -> shader.run(out, shader.values(), new Input[0], crew))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessage("line 4: a loop takes too long for a frame");
    }

    @Test
    void theOlderFormsAreTaken() {
        Picture out = drawn("""
                precision mediump float;
                varying vec2 place;
                void main() {
                    gl_FragColor = vec4(place, gl_FragCoord.x, 1.0);
                }
                """);
        assertThat(out.r()[10]).isCloseTo(10.5f / 64, within(1e-6f));
        assertThat(out.g()[64]).isCloseTo(1.5f / 48, within(1e-6f));
        assertThat(out.b()[3]).isEqualTo(3.5f);
        assertThat(drawn("void main() { gl_FragData[0] = vec4(2.0); }").a()[5]).isEqualTo(2);
    }

    @Test
    void theBottomRowIsAtTheBottomAndEveryPixelIsDrawnAtAnySize() {
        Shader shader = shader(main("color = vec4(gl_FragCoord.xy, uv);"));
        for (int[] size : new int[][] {{1, 1}, {3, 2}, {31, 17}, {33, 16}, {65, 49}}) {
            Picture out = new Picture(size[0], size[1]).fill(-1, -1, -1, -1);
            shader.run(out, shader.values(), new Input[0], crew);
            for (int i = 0; i < out.pixels(); i++) {
                assertThat(out.r()[i]).isEqualTo(i % size[0] + 0.5f);
                assertThat(out.g()[i]).isEqualTo(i / size[0] + 0.5f);
                assertThat(out.a()[i]).isCloseTo((i / size[0] + 0.5f) / size[1], within(1e-6f));
            }
        }
    }

    @Test
    void onePixelsFateIsNotItsNeighbours() {
        // Every pixel leaves the loop after its own number of rounds, so that they are moved together again and again.
        Picture out = drawn(main("""
                float n = mod(gl_FragCoord.x * 7. + gl_FragCoord.y * 13., 50.);
                float sum = 0., rounds = 0.;
                for (int i = 0; i < 100; i++) {
                    if (float(i) > n) break;
                    if (mod(float(i), 3.) == 1.) continue;
                    for (int k = 0; k < i; k++) { if (k > 4) break; sum += n; }
                    rounds += 1.;
                }
                color = vec4(sum, rounds, n, 1);"""));
        for (int p = 0; p < out.pixels(); p++) {
            float n = out.b()[p];
            float sum = 0;
            float rounds = 0;
            for (int i = 0; i < 100 && i <= n; i++) {
                if (i % 3 == 1) continue;
                for (int k = 0; k < Math.min(i, 5); k++) sum += n;
                rounds++;
            }
            assertThat(out.g()[p]).isEqualTo(rounds);
            assertThat(out.r()[p]).isCloseTo(sum, within(1e-3f * (1 + sum)));
        }
    }

    @Test
    void uniformsTellTheirTypeAndWhatStandsBehindThem() {
        Shader shader = shader("""
                uniform float speed; // 0.5 (0 to 2) how fast it flows
                uniform ivec2 cells; // 4 8
                uniform bool lit;
                uniform sampler2D reeds; // mirror
                out vec4 color;
                void main() { color = vec4(speed, cells, lit); }
                """);
        assertThat(shader.uniforms()).extracting(Shader.Uniform::name).containsExactly("speed", "cells", "lit");
        assertThat(shader.samplers()).containsExactly(new Shader.Sampler("reeds", "mirror"));
        Note note = Note.of(shader.uniforms().getFirst().comment());
        assertThat(note.initial()).containsExactly(0.5);
        assertThat(note.range(0)).isEqualTo(new Note.Span(0, 2));
        assertThat(note.says()).isEqualTo("how fast it flows");
        assertThat(Note.of(shader.uniforms().get(1).comment()).initial()).containsExactly(4, 8);
        assertThat(Note.of(shader.uniforms().get(1).comment()).range(0)).isEqualTo(new Note.Span(0, 8));
        assertThat(Note.of("no numbers here").initial()).isEmpty();
        Note parts = Note.of("0.5 20 (0 to 1, 60 to 10) how wide, and how far");
        assertThat(parts.initial(1)).isEqualTo(20);
        assertThat(parts.range(0)).isEqualTo(new Note.Span(0, 1));
        assertThat(List.of(parts.range(1), parts.range(3))).containsOnly(new Note.Span(10, 60));
        assertThat(parts.says()).isEqualTo("how wide, and how far");
        assertThat(Note.of("#ffcc00 brass").colour()).isTrue();
        Shader.Values values = shader.values();
        values.set(shader.uniforms().get(0), 1.5)
                .set(shader.uniforms().get(1), 3, 4)
                .set(shader.uniforms().get(2), 1);
        Picture out = new Picture(4, 4);
        shader.run(out, values, new Input[] {new Input(new Picture(1, 1), Input.Edge.HOLD, false)}, crew);
        assertThat(List.of(out.r()[0], out.g()[0], out.b()[0], out.a()[0])).containsExactly(1.5f, 3f, 4f, 1f);
    }

    @Test
    void oneThreadAndThreeDrawTheSameBits() {
        Shader shader = shader(main("""
                vec2 z = uv * 2. - 1.; int n = 0;
                while (n < 60 && dot(z, z) < 4.) { z = vec2(z.x * z.x - z.y * z.y, 2. * z.x * z.y) + vec2(-.5, .55); n++; }
                color = vec4(z, n, sin(z.x * 40.));"""));
        Picture one = new Picture(200, 100);
        Picture three = new Picture(200, 100);
        try (Crew alone = new Crew(1);
                Crew many = new Crew(3)) {
            shader.run(one, shader.values(), new Input[0], alone);
            shader.run(three, shader.values(), new Input[0], many);
        }
        for (int c = 0; c < 4; c++) assertThat(three.plane(c)).isEqualTo(one.plane(c));
    }

    @Test
    void compilingAgainAndAgainLeavesNothingBehind() {
        int classes =
                java.lang.management.ManagementFactory.getClassLoadingMXBean().getLoadedClassCount();
        for (int i = 0; i < 2_000; i++) shader(main("color = vec4(sin(uv.x * " + i + ".0));"));
        assertThat(java.lang.management.ManagementFactory.getClassLoadingMXBean()
                        .getLoadedClassCount())
                .isLessThan(classes + 50);
    }
}
