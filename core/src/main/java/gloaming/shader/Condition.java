package gloaming.shader;

import java.util.ArrayList;
import java.util.List;

/** The whole-number expressions of {@code #if}, by precedence climbing. */
final class Condition {
    private static final List<List<String>> LEVELS = List.of(
            List.of("||"),
            List.of("&&"),
            List.of("|"),
            List.of("^"),
            List.of("&"),
            List.of("==", "!="),
            List.of("<", ">", "<=", ">="),
            List.of("<<", ">>"),
            List.of("+", "-"),
            List.of("*", "/", "%"));
    private final List<Token> tokens;
    private int at;
    private int depth;

    private Condition(List<Token> tokens) {
        this.tokens = tokens;
    }

    /** Whether what stands behind {@code #if} or {@code #elif} holds. */
    static boolean holds(Token directive, List<Token> rest, Macros macros) {
        List<Token> known = new ArrayList<>();
        for (int i = 0; i < rest.size(); i++) {
            Token t = rest.get(i);
            if (!t.is("defined")) {
                known.add(t);
                continue;
            }
            boolean open = i + 1 < rest.size() && rest.get(i + 1).is("(");
            int at = i + (open ? 2 : 1);
            if (at >= rest.size()
                    || open && (at + 1 >= rest.size() || !rest.get(at + 1).is(")"))) {
                throw Problem.Found.at(t, "'defined' : must be followed by a macro name");
            }
            known.add(new Token(
                    Token.Kind.INTEGER, macros.knows(rest.get(at).text()) ? "1" : "0", t.line(), t.column(), true));
            i = at + (open ? 1 : 0);
        }
        List<Token> expanded = new ArrayList<>();
        macros.expand(known, expanded);
        if (expanded.isEmpty())
            throw Problem.Found.at(directive, "'#" + directive.text() + "' : an expression is missing");
        Condition condition = new Condition(expanded);
        long value = condition.value(0);
        if (condition.at < expanded.size()) throw Problem.Found.at(expanded.get(condition.at), "syntax error in #if");
        return value != 0;
    }

    private long value(int level) {
        if (level == LEVELS.size()) return unary();
        long left = value(level + 1);
        while (at < tokens.size() && LEVELS.get(level).contains(tokens.get(at).text())) {
            Token sign = tokens.get(at++);
            long right = value(level + 1);
            left = apply(sign, left, right);
        }
        return left;
    }

    private static long apply(Token sign, long a, long b) {
        if ((sign.is("/") || sign.is("%")) && b == 0) throw Problem.Found.at(sign, "division by zero in #if");
        return switch (sign.text()) {
            case "||" -> a != 0 || b != 0 ? 1 : 0;
            case "&&" -> a != 0 && b != 0 ? 1 : 0;
            case "|" -> a | b;
            case "^" -> a ^ b;
            case "&" -> a & b;
            case "==" -> a == b ? 1 : 0;
            case "!=" -> a != b ? 1 : 0;
            case "<" -> a < b ? 1 : 0;
            case ">" -> a > b ? 1 : 0;
            case "<=" -> a <= b ? 1 : 0;
            case ">=" -> a >= b ? 1 : 0;
            case "<<" -> a << b;
            case ">>" -> a >> b;
            case "+" -> a + b;
            case "-" -> a - b;
            case "*" -> a * b;
            case "/" -> a / b;
            default -> a % b;
        };
    }

    private long unary() {
        if (++depth > Preprocessor.DEPTH) throw Problem.Found.at(tokens.getFirst(), "'#if' : nested too deep");
        if (at >= tokens.size()) throw Problem.Found.at(tokens.getLast(), "'#if' : the expression ends too early");
        Token t = tokens.get(at++);
        long value = switch (t.text()) {
            case "!" -> unary() == 0 ? 1 : 0;
            case "-" -> -unary();
            case "+" -> unary();
            case "~" -> ~unary();
            case "(" -> {
                long inner = value(0);
                if (at >= tokens.size() || !tokens.get(at).is(")"))
                    throw Problem.Found.at(t, "'(' : ')' is missing in #if");
                at++;
                yield inner;
            }
            default -> {
                if (t.kind() != Token.Kind.INTEGER) {
                    throw Problem.Found.at(t, "'" + t.text() + "' : undefined macro in #if");
                }
                yield Numbers.integer(t) & 0xffffffffL;
            }
        };
        depth--;
        return value;
    }
}
