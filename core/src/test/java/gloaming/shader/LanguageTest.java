package gloaming.shader;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What the language says a text comes to, worked out by hand from the standard's words; chapters 4 to 8. */
class LanguageTest {
    private static final Crew CREW = new Crew(1);

    @AfterAll
    static void stop() {
        CREW.close();
    }

    private static Picture drawn(String text) {
        Shader.Result result = Shader.compile(text);
        assertThat(result.problems()).as(text).isEmpty();
        Picture out = new Picture(4, 4);
        result.shader().run(out, result.shader().values(), new Input[0], CREW);
        return out;
    }

    private static void check(String text, String expected) {
        Picture out = drawn(text);
        String[] numbers = expected.strip().split("\\s+");
        for (int c = 0; c < numbers.length; c++) {
            float want = Float.parseFloat(numbers[c]);
            assertThat(out.plane(c)[5])
                    .as("component %d of%n%s", c, text)
                    .isCloseTo(want, offset(2e-6f * (1 + Math.abs(want))));
        }
    }

    /** An expression of four components; {@code one} is 1 and {@code two} 2, but not known when compiling. */
    @ParameterizedTest
    @CsvSource(delimiter = '→', textBlock = """
        vec4(1, 2, 3, 4).wzyx                                             → 4 3 2 1
        vec4(vec3(one), 4).rgba * 2.                                      → 2 2 2 8
        vec4(vec2(1, 2), vec2(3, 4)).stpq                                 → 1 2 3 4
        vec4(ivec4(1.9, -1.9, true, 7u))                                  → 1 -1 1 7
        vec4(bvec4(0, 0.5, -3, 0u))                                       → 0 1 1 0
        vec4(uint(-1) / 1000u, int(3000000000u) < 0, uint(2.9), 0)        → 4294967 1 2 0
        vec4(7 / 2, -7 / 2, 7 % 3, 1 / 2)                                 → 3 -3 1 0
        vec4(5 & 3, 5 | 3, 5 ^ 3, ~5)                                     → 1 7 6 -6
        vec4(1 << 4, -16 >> 2, 4294967280u >> 28, 1u << 31 > 0u)          → 16 -4 15 1
        vec4(ivec2(6, 9) >> ivec2(1, 3), ivec2(3) << 1)                   → 3 1 6 6
        vec4(1.5e1, .25, 2., 3.f)                                         → 15 0.25 2 3
        vec4(0x1F, 017, 10u, 0xFFu)                                       → 31 15 10 255
        vec4(one < two, one > two, one <= one, two >= 3.)                 → 1 0 1 0
        vec4(vec2(1) == vec2(1), vec2(1, 2) != vec2(1, 2), true ^^ true, !false) → 1 0 0 1
        vec4(lessThan(vec4(1, 2, 3, 4), vec4(2.5)))                       → 1 1 0 0
        vec4(notEqual(ivec4(1, 2, 3, 4), ivec4(1, 0, 3, 0)))              → 0 1 0 1
        vec4(any(bvec2(0, 1)), all(bvec2(0, 1)), not(bvec2(0, 1)))        → 1 0 1 0
        vec4(one < two ? 3. : 4., (one, two), 0, 0)                       → 3 2 0 0
        vec4(mat2(1, 2, 3, 4) * vec2(1, 10), vec2(1, 10) * mat2(1, 2, 3, 4)) → 31 42 21 43
        vec4(mat2(1, 2, 3, 4)[1], mat2(5.)[0])                            → 3 4 5 0
        vec4(mat2(1, 2, 3, 4) * mat2(0, 1, 1, 0))                         → 3 4 1 2
        vec4(matrixCompMult(mat2(1, 2, 3, 4), mat2(2)))                   → 2 0 0 8
        vec4(determinant(mat2(1, 2, 3, 4)), inverse(mat2(2, 0, 0, 4))[1].y, transpose(mat2(1, 2, 3, 4))[0]) → -2 0.25 1 3
        vec4(determinant(mat3(2, 0, 1, 1, 3, 2, 1, 1, 1)), 0, 0, 0)       → 0 0 0 0
        vec4(outerProduct(vec2(1, 2), vec2(3, 4)))                        → 3 6 4 8
        vec4(mat3x2(1, 2, 3, 4, 5, 6) * vec3(1, 1, 1), mat3x2(1, 2, 3, 4, 5, 6)[2]) → 9 12 5 6
        vec4((mat3(mat2(1, 2, 3, 4)))[2], mat2(mat4(7.))[1].y)            → 0 0 1 7
        vec4(mat2(1, 2, 3, 4) + 1.)                                       → 2 3 4 5
        vec4(1. / mat2(1, 2, 4, 8))                                       → 1 0.5 0.25 0.125
        vec4(-mat2(1, 2, 3, 4))                                           → -1 -2 -3 -4
        vec4(dot(vec3(1, 2, 3), vec3(4, 5, 6)), length(vec2(3, 4)), distance(vec2(1), vec2(4, 5)), 0) → 32 5 5 0
        vec4(cross(vec3(1, 0, 0), vec3(0, 1, 0)), length(normalize(vec3(3, -2, 7)))) → 0 0 1 1
        vec4(reflect(vec2(1, -1), vec2(0, 1)), faceforward(vec2(1, 2), vec2(0, 1), vec2(0, 1))) → 1 1 -1 -2
        vec4(refract(vec2(0, -1), vec2(0, 1), .5), refract(vec2(1, 0), vec2(0, 1), 2.)) → 0 -1 0 0
        vec4(mod(-1., 3.), mod(5.5, 2.), fract(-.25), mod(7., -3.))       → 2 1.5 0.75 -2
        vec4(floor(-1.5), ceil(-1.5), trunc(-1.5), roundEven(2.5))        → -2 -1 -1 2
        vec4(roundEven(3.5), roundEven(-.5), sign(-3.), sign(0.))         → 4 0 -1 0
        vec4(clamp(5., 0., 2.), clamp(-1, 0, 4), min(2u, 3u), max(vec2(1, 5), 3.).x) → 2 0 2 3
        vec4(mix(1., 3., .25), mix(vec2(1), vec2(2), bvec2(0, 1)), step(2., 1.)) → 1.5 1 2 0
        vec4(smoothstep(0., 2., 1.), smoothstep(0., 2., 3.), smoothstep(1., 0., .25), abs(-3)) → 0.5 1 0.84375 3
        vec4(pow(2., 10.), exp2(3.), log2(32.), sqrt(49.))                → 1024 8 5 7
        vec4(exp(one), log(exp(2.)), inversesqrt(4.), pow(two, .5))       → 2.7182818 2 0.5 1.4142135
        vec4(sin(0.), cos(0.), tan(.785398163), asin(1.))                 → 0 1 1 1.5707963
        vec4(atan(1., 1.), atan(1., -1.), atan(-1.), acos(-1.))           → 0.7853982 2.3561945 -0.7853982 3.1415927
        vec4(sinh(one), cosh(one), tanh(one), asinh(sinh(two)))           → 1.1752012 1.5430806 0.7615942 2
        vec4(radians(180.), degrees(3.14159265), isnan(0. / (one - 1.)), isinf(1. / (one - 1.))) → 3.1415927 180 1 1
        vec4(floatBitsToInt(1.) == 0x3f800000, intBitsToFloat(0x40400000), floatBitsToUint(-0.) >> 31, uintBitsToFloat(0x3f000000u)) → 1 3 1 0.5
        vec4(unpackHalf2x16(packHalf2x16(vec2(1.5, -2.))), unpackUnorm2x16(packUnorm2x16(vec2(0, 1)))) → 1.5 -2 0 1
        vec4(unpackSnorm2x16(packSnorm2x16(vec2(-1, 1))), packUnorm2x16(vec2(1, 0)), 0) → -1 1 65535 0
        vec4(dFdx(gl_FragCoord.x), dFdy(gl_FragCoord.x), fwidth(gl_FragCoord.y), dFdy(gl_FragCoord.y * 3.)) → 1 0 1 3
        vec4(gl_FragCoord.w, gl_FragCoord.z, gl_FrontFacing, gl_PointCoord.x * 0.) → 1 0.5 1 0
        """)
    void anExpressionComesToWhatTheStandardSays(String expression, String expected) {
        check("""
                out vec4 color;
                void main() { float one = gl_FragCoord.w, two = one + one; color = %s; }
                """.formatted(expression), expected);
    }

    /** Statements that leave their result in {@code c}; semicolons end lines as in any text. */
    @ParameterizedTest
    @CsvSource(delimiter = '→', textBlock = """
        vec4 v = vec4(1, 2, 3, 4); v.yx = v.xy; c = v;                                     → 2 1 3 4
        vec4 v = vec4(1); v.zw += vec2(1, 2); v[0] = 9.; c = v;                            → 9 1 2 3
        int i = 5; int a = i++; int b = ++i; c = vec4(a, b, i--, --i);                     → 5 7 7 5
        vec2 v = vec2(1, 2); vec2 w = v++; c = vec4(v, w);                                 → 2 3 1 2
        mat3 m = mat3(0); m[1] = vec3(1, 2, 3); m[2][0] = 5.; c = vec4(m[1], m[2].x);      → 1 2 3 5
        float a[3] = float[](1., 2., 3.); a[1] = 7.; c = vec4(a[0], a[1], a[2], a.length()); → 1 7 3 3
        float a[2] = float[2](1., 2.), b[2] = a; b[0] = 5.; c = vec4(a[0], b[0], a == b, a != b); → 1 5 0 1
        vec2 a[2]; for (int i = 0; i < 2; i++) a[i] = vec2(i, i + 5); c = vec4(a[0], a[1]); → 0 5 1 6
        int k = int(c.w) + 1; float a[4] = float[](1., 2., 3., 4.); a[k] *= 10.; c = vec4(a[0], a[1], a[2], a[3]); → 1 20 3 4
        S s = S(1., vec2(2, 3)); S t = s; t.v.y = 9.; c = vec4(s.a, s.v.y, t.v);           → 1 3 2 9
        S s[2]; s[0] = S(1., vec2(2)); s[1] = s[0]; s[1].a = 4.; c = vec4(s[0].a, s[1].a, s[1].v); → 1 4 2 2
        c = vec4(S(1., vec2(2)) == S(1., vec2(2)), S(1., vec2(2)) == S(1., vec2(2, 3)), 0, 0); → 1 0 0 0
        float x = 1.; { float x = 2.; c.x = x; } c.y = x;                                  → 2 1
        for (int i = 0; i < 10; i++) { if (i == 3) continue; if (i > 5) break; c.x += float(i); } → 12
        int i = 0; while (i < 4) { i++; c.x += 1.; } do { c.y += 1.; } while (false);      → 4 1
        int n = 0; for (int i = 0, j = 10; i < j; i++, j--) n++; c.x = float(n);           → 5
        switch (2) { case 1: c.x = 1.; case 2: c.y = 1.; case 3: c.z = 1.; break; default: c.w = 1.; } → 0 1 1 0
        switch (9) { default: c.x = 1.; case 1: c.y = 2.; }                                → 1 2 0 0
        for (int i = 0; i < 3; i++) switch (i) { case 1: continue; default: c.x += 1.; break; } → 2
        float a = 1., b = 2.; both(a, b); c = vec4(a, b, 0, 0);                            → 1 4 0 0
        float a = 3.; c.x = give(a); c.y = a;                                              → 6 8
        c = vec4(over(1), over(1.), over(vec2(1)), over(1u));                              → 1 2 3 4
        c.x = early(1.); c.y = early(5.);                                                  → 2 6
        c = vec4(LEVEL, SIZES[1], sizeof2(SIZES), 0);                                      → 0.5 7 12 0
        bool hit = false; bool r = false && touch(hit); c.xy = vec2(r, hit);               → 0 0
        bool hit = false; bool r = true && touch(hit); c.xy = vec2(r, hit);                → 1 1
        float x = counter++; x += counter; c.xy = vec2(x, counter);                        → 1 1
        const int N = 2 + 3; float a[N]; a[N - 1] = 3.; c = vec4(a[4], a.length(), 0, 0);  → 3 5 0 0
        int x = 7; x %= 4; x <<= 2; x |= 1; x ^= 3; x &= 0xe; c.x = float(x);              → 14
        vec3 v = vec3(1, 2, 3); v *= mat3(2); v /= 2.; v -= 1.; c.xyz = v;                 → 0 1 2
        lowp float a = 1.; highp vec2 b = vec2(a); mediump int i = 3; c = vec4(b, i, 0);   → 1 1 3 0
        if (c.x > 1.) ; else c.x = 4.;                                                     → 4
        c = vec4[2](vec4(1), vec4(2))[1];                                                  → 2 2 2 2
        c.x = vec4(1, 2, 3, 4)[int(c.w) + 2];                                              → 3
        c.xy = nest(3.);                                                                   → 9 12
        ;;; c.x = 1.;                                                                      → 1
        """)
    void statementsDoWhatTheStandardSays(String statements, String expected) {
        check("""
                precision highp float;
                struct S { float a; vec2 v; };
                const float LEVEL = 1. / 2.;
                const float[2] SIZES = float[2](5., 7.);
                float counter = 0.;
                out vec4 color;
                void both(in float a, out float b) { a += 1.; b = a * 2.; }
                float give(inout float a) { a += 3.; float was = a; a += 2.; return was; }
                float over(int a) { return 1.; }
                float over(float a) { return 2.; }
                float over(vec2 a) { return 3.; }
                float over(uint a) { return 4.; }
                float early(float a) { for (int i = 0; i < 20; i++) { a += 1.; if (a > 10.) return a - float(i); } return 0.; }
                float sizeof2(const float a[2]) { return a[0] + a[1]; }
                bool touch(inout bool hit) { hit = true; return true; }
                vec2 nest(float a) { S s; s.a = a; s.v = vec2(s.a * 3., s.a + s.a * 3.); return s.v; }
                void main() { vec4 c = vec4(0); %s
                color = c; }
                """.formatted(statements), expected);
    }
}
