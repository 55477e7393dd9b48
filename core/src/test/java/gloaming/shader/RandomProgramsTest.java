package gloaming.shader;

import static org.assertj.core.api.Assertions.assertThat;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import java.util.ArrayList;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Programs that nobody thought of: each is made twice from the same throw of the dice, as a text for the compiler and as a
 * plain interpreter over one pixel. Whole numbers only, so that both must agree to the last bit.
 */
class RandomProgramsTest {
    private static final int W = 70;
    private static final int H = 20;

    /** What a statement does to the flow of control. */
    private enum Then {
        GO_ON,
        BREAK,
        CONTINUE,
        RETURN
    }

    private interface Value {
        int of(int[] state);
    }

    private interface Act {
        Then on(int[] state);
    }

    private record Number(String text, Value value) {}

    private record Truth(String text, java.util.function.Predicate<int[]> holds) {}

    private record Statement(String text, Act act) {}

    /** Variables v0 to v3 are places 0 to 3 of the state; the array t is places 4 to 7; loop counters come after. */
    private static final class Dice {
        private static final int VARIABLES = 4;
        private static final int TABLE = 4;
        private final SplittableRandom random;
        private int loops;

        Dice(long seed) {
            random = new SplittableRandom(seed);
        }

        private int below(int n) {
            return random.nextInt(n);
        }

        Number number(int depth) {
            if (depth == 0 || below(6) == 0) {
                if (below(3) == 0) {
                    int n = below(41) - 20;
                    return new Number(n < 0 ? "(" + n + ")" : "" + n, s -> n);
                }
                int v = below(VARIABLES);
                return new Number("v" + v, s -> s[v]);
            }
            Number a = number(depth - 1);
            Number b = number(depth - 1);
            return switch (below(13)) {
                case 0 -> new Number("(" + a.text + " + " + b.text + ")", s -> a.value.of(s) + b.value.of(s));
                case 1 -> new Number("(" + a.text + " - " + b.text + ")", s -> a.value.of(s) - b.value.of(s));
                case 2 -> new Number("(" + a.text + " * " + b.text + ")", s -> a.value.of(s) * b.value.of(s));
                case 3 ->
                    new Number(
                            "(" + a.text + " / (abs(" + b.text + " & 1023) + 1))",
                            s -> a.value.of(s) / (Math.abs(b.value.of(s) & 1023) + 1));
                case 4 -> new Number("(" + a.text + " ^ " + b.text + ")", s -> a.value.of(s) ^ b.value.of(s));
                case 5 -> new Number("(" + a.text + " | " + b.text + ")", s -> a.value.of(s) | b.value.of(s));
                case 6 ->
                    new Number("(" + a.text + " >> (" + b.text + " & 7))", s -> a.value.of(s) >> (b.value.of(s) & 7));
                case 7 ->
                    new Number("(" + a.text + " << (" + b.text + " & 7))", s -> a.value.of(s) << (b.value.of(s) & 7));
                case 8 ->
                    new Number("min(" + a.text + ", " + b.text + ")", s -> Math.min(a.value.of(s), b.value.of(s)));
                case 9 -> new Number("t[" + a.text + " & 3]", s -> s[TABLE + (a.value.of(s) & 3)]);
                case 10 -> {
                    Truth c = truth(depth - 1);
                    yield new Number(
                            "(" + c.text + " ? " + a.text + " : " + b.text + ")",
                            s -> c.holds.test(s) ? a.value.of(s) : b.value.of(s));
                }
                case 11 ->
                    new Number("twice(" + a.text + ")", s -> {
                        int x = a.value.of(s);
                        return x > 100 ? x - 1 : 2 * x;
                    });
                default -> new Number("int(uint(" + a.text + ") >> 3u)", s -> a.value.of(s) >>> 3);
            };
        }

        Truth truth(int depth) {
            Number a = number(Math.max(0, depth - 1));
            Number b = number(Math.max(0, depth - 1));
            if (depth > 0 && below(3) == 0) {
                Truth c = truth(depth - 1);
                Truth d = truth(depth - 1);
                return switch (below(4)) {
                    case 0 -> new Truth("(" + c.text + " && " + d.text + ")", c.holds.and(d.holds));
                    case 1 -> new Truth("(" + c.text + " || " + d.text + ")", c.holds.or(d.holds));
                    case 2 -> new Truth("(" + c.text + " ^^ " + d.text + ")", s -> c.holds.test(s) != d.holds.test(s));
                    default -> new Truth("!" + c.text, c.holds.negate());
                };
            }
            return switch (below(3)) {
                case 0 -> new Truth("(" + a.text + " < " + b.text + ")", s -> a.value.of(s) < b.value.of(s));
                case 1 -> new Truth("((" + a.text + " & 3) == 1)", s -> (a.value.of(s) & 3) == 1);
                default -> new Truth("(" + a.text + " >= " + b.text + ")", s -> a.value.of(s) >= b.value.of(s));
            };
        }

        Statement statement(int depth, boolean inLoop) {
            int kind = depth == 0 ? below(3) : below(9);
            if (kind == 8 && !inLoop) kind = below(8);
            return switch (kind) {
                case 3, 4 -> choice(depth, inLoop);
                case 5 -> loop(depth);
                case 6 -> cases(depth, inLoop);
                case 7 -> swap();
                case 8 -> {
                    Truth c = truth(1);
                    boolean on = below(2) == 0;
                    yield new Statement(
                            "if (" + c.text + ") " + (on ? "continue;" : "break;"),
                            s -> !c.holds.test(s) ? Then.GO_ON : on ? Then.CONTINUE : Then.BREAK);
                }
                case 2 -> {
                    Number i = number(1);
                    Number x = number(2);
                    yield new Statement("t[" + i.text + " & 3] += " + x.text + ";", s -> {
                        s[TABLE + (i.value.of(s) & 3)] += x.value.of(s);
                        return Then.GO_ON;
                    });
                }
                default -> {
                    int v = below(VARIABLES);
                    Number x = number(3);
                    yield new Statement("v" + v + " = " + x.text + ";", s -> {
                        s[v] = x.value.of(s);
                        return Then.GO_ON;
                    });
                }
            };
        }

        Statement block(int depth, boolean inLoop) {
            List<Statement> all = new ArrayList<>();
            for (int i = 1 + below(3); i >= 0; i--) all.add(statement(depth, inLoop));
            StringBuilder text = new StringBuilder("{\n");
            all.forEach(s -> text.append(s.text).append('\n'));
            return new Statement(text + "}", s -> {
                for (Statement one : all) {
                    Then then = one.act.on(s);
                    if (then != Then.GO_ON) return then;
                }
                return Then.GO_ON;
            });
        }

        private Statement choice(int depth, boolean inLoop) {
            Truth c = truth(2);
            Statement yes = block(depth - 1, inLoop);
            Statement no = block(depth - 1, inLoop);
            return new Statement(
                    "if " + (c.text.startsWith("(") ? c.text : "(" + c.text + ")") + yes.text + " else " + no.text,
                    s -> c.holds.test(s) ? yes.act.on(s) : no.act.on(s));
        }

        private Statement loop(int depth) {
            int i = loops++;
            int place = VARIABLES + TABLE + i;
            Statement body = block(depth - 1, true);
            Number rounds = number(1);
            String text = "for (int i%d = 0, n = %s & 7; i%d < n; ++i%d) %s".formatted(i, rounds.text, i, i, body.text);
            return new Statement(text, s -> {
                int n = rounds.value.of(s) & 7;
                for (s[place] = 0; s[place] < n; s[place]++) {
                    Then then = body.act.on(s);
                    if (then == Then.BREAK) break;
                    if (then == Then.RETURN) return then;
                }
                return Then.GO_ON;
            });
        }

        /** A switch whose first case falls through to its second. */
        private Statement cases(int depth, boolean inLoop) {
            Number on = number(2);
            // A break inside would leave the switch, a continue the loop round it; so neither stands in here.
            Statement one = block(0, false);
            Statement two = block(0, false);
            Statement other = block(depth - 1, false);
            String text = "switch (%s & 3) { case 0: %s case 2: %s break; default: %s }"
                    .formatted(on.text, one.text, two.text, other.text);
            return new Statement(text, s -> {
                int which = on.value.of(s) & 3;
                if (which == 0) one.act.on(s);
                if (which == 0 || which == 2) two.act.on(s);
                else other.act.on(s);
                return Then.GO_ON;
            });
        }

        /** A call that writes both of what it is given, through out and inout. */
        private Statement swap() {
            int a = below(VARIABLES);
            int b = (a + 1 + below(VARIABLES - 1)) % VARIABLES;
            return new Statement("trade(v" + a + ", v" + b + ");", s -> {
                int was = s[a];
                s[a] = s[b] > was ? s[b] : was + 1;
                s[b] = was ^ 5;
                return Then.GO_ON;
            });
        }
    }

    static List<Long> seeds() {
        List<Long> seeds = new ArrayList<>();
        for (long i = 1; i <= 150; i++) seeds.add(i * 7919);
        return seeds;
    }

    @ParameterizedTest
    @MethodSource("seeds")
    void aProgramComesToWhatAPlainInterpreterComesTo(long seed) {
        Statement body = new Dice(seed).block(3, false);
        String text = """
                out vec4 color;
                int t[4];
                int twice(int x) { if (x > 100) return x - 1; return 2 * x; }
                void trade(inout int a, inout int b) { int was = a; if (b > a) a = b; else { a = was + 1; } b = was ^ 5; }
                void main() {
                int v0 = int(gl_FragCoord.x), v1 = int(gl_FragCoord.y), v2 = v0 * 31 + v1, v3 = -7;
                for (int i = 0; i < 4; i++) t[i] = i * v1;
                %s
                color = vec4(v0 & 0xffff, (v1 ^ v2) & 0xffff, v3 & 0xffff, (t[0] ^ t[1] ^ t[2] ^ t[3]) & 0xffff);
                }
                """.formatted(body.text);
        Shader.Result result = Shader.compile(text);
        assertThat(result.problems()).as(text).isEmpty();
        Picture out = new Picture(W, H);
        try (Crew crew = new Crew(2)) {
            result.shader().run(out, result.shader().values(), new Input[0], crew);
        }
        int[] s = new int[64];
        for (int y = 0; y < H; y++) {
            for (int x = 0; x < W; x++) {
                java.util.Arrays.fill(s, 0);
                s[0] = x;
                s[1] = y;
                s[2] = x * 31 + y;
                s[3] = -7;
                for (int i = 0; i < 4; i++) s[Dice.TABLE + i] = i * y;
                body.act.on(s);
                int p = y * W + x;
                int table = s[4] ^ s[5] ^ s[6] ^ s[7];
                assertThat(new float[] {out.r()[p], out.g()[p], out.b()[p], out.a()[p]})
                        .as("pixel %d,%d of\n%s", x, y, text)
                        .containsExactly(s[0] & 0xffff, (s[1] ^ s[2]) & 0xffff, s[3] & 0xffff, table & 0xffff);
            }
        }
    }
}
