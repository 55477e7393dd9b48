package gloaming.shader;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Chapter 3.4 of the standard: directives, macros, conditions. */
class PreprocessorTest {
    private final List<Problem> problems = new ArrayList<>();

    private String through(String text) {
        StringBuilder out = new StringBuilder();
        for (Token token : new Preprocessor(text, problems).tokens()) {
            if (token.kind() == Token.Kind.END) continue;
            if (!out.isEmpty()) out.append(' ');
            out.append(token.text());
        }
        return out.toString();
    }

    /** Lines are parted by a semicolon here, and the result is tokens with a space between. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
        "#define A 3;A + A" | 3 + 3
        "#define A B;#define B 2;A" | 2
        "#define A A + 1;A" | A + 1
        "#define A B;#define B A;A B" | A B
        "#define sq(x) ((x)*(x));sq(a + 1)" | "( ( a + 1 ) * ( a + 1 ) )"
        "#define two(a, b) b a;two((1, 2), 3)" | "3 ( 1 , 2 )"
        "#define none() 7;none() + none()" | 7 + 7
        "#define f(x) g(x);#define g(x) x x;f(1)" | 1 1
        "#define f(x) x + f(x);f(2)" | 2 + f ( 2 )
        "#define f(x) x;f" | f
        "#define A (1);A" | ( 1 )
        "#define A 1;#undef A;A" | A
        "#undef never;1" | 1
        "#if 1;a;#else;b;#endif" | a
        "#if 0;a;#elif 1;b;#else;c;#endif" | b
        "#if 0;a;#elif 0;b;#else;c;#endif" | c
        "#if 0;#if 1;a;#else;b;#endif;#endif;c" | c
        "#define A;#ifdef A;a;#endif" | a
        "#ifndef A;a;#endif" | a
        "#define A 2;#if defined(A) && A > 1;a;#endif" | a
        "#if !defined A;a;#endif" | a
        "#if (1 + 2) * 3 == 9;a;#endif" | a
        "#if 7 / 2 == 3 && 7 % 4 == 3 && -1 < 0;a;#endif" | a
        "#if (1 << 4 | 1) == 17 && (6 & 3 ^ 1) == 3;a;#endif" | a
        "#if ~0 == -1;a;#endif" | a
        "#if 0x10 == 16 && 010 == 8;a;#endif" | a
        "#if GL_ES;a;#endif" | a
        "#if __VERSION__ >= 300;a;#endif" | a
        "#line 40;__LINE__" | 40
        "a /* b ; c */ d" | a d
        "a // b" | a
        "#extension GL_OES_standard_derivatives : enable;a" | a
        "#pragma debug(on);a" | a
        "#;a" | a
        "  #  define  A  5;A" | 5
        """)
    void textGoesThroughAsTheStandardSays(String text, String expected) {
        assertThat(through(text.replace(';', '\n'))).isEqualTo(expected);
        assertThat(problems).isEmpty();
    }

    @Test
    void aLineGoesOnAfterABackslash() {
        assertThat(through("#define A 1 + \\\n 2\nA")).isEqualTo("1 + 2");
    }

    @Test
    void tokensKnowTheirPlaceInTheTextAlsoBehindMacrosAndComments() {
        List<Token> tokens =
                new Preprocessor("#define A(x) x\n/* two\nlines */ first\n  A(\n second)", problems).tokens();
        assertThat(tokens.get(0).line()).isEqualTo(3);
        assertThat(tokens.get(0).column()).isEqualTo(10);
        assertThat(tokens.get(1).text()).isEqualTo("second");
        assertThat(tokens.get(1).line()).isBetween(4, 5);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '"', textBlock = """
        "#define" | 1
        "a;#else" | 2
        "#elif 1" | 1
        "#if 1;#else;#else;#endif" | 3
        "#if 1 +;#endif" | 1
        "#if 1 / 0;#endif" | 1
        "#define f(x) x;f(1" | 2
        "#define f(x, x) x" | 1
        "#define f(x) x;f(1, 2)" | 2
        "#define A 1;#define A 2" | 2
        "#define defined 1" | 1
        "#define GL_a 1" | 1
        "#wobble" | 1
        "a;#version 300 es" | 2
        "#extension GL_none : require" | 1
        """)
    void whatIsWrongIsSaidAtItsLine(String text, int line) {
        through(text.replace(';', '\n'));
        assertThat(problems).isNotEmpty();
        assertThat(problems.getFirst().line()).isEqualTo(line);
        assertThat(problems.getFirst().text()).isNotBlank();
    }
}
