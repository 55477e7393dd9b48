package gloaming.signal;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.DoubleBinaryOperator;
import java.util.function.DoubleUnaryOperator;

/**
 * Ordinary arithmetic, parsed once and worked out without allocation.
 *
 * <p>{@code + - * / % ^}, comparisons, {@code && || !}, {@code condition ? a : b}, numbers, {@code pi}, {@code tau}, the named
 * variables, and functions of one to three numbers. Truth is 1 and 0. {@code ^} binds tightest and to the right.
 */
public interface Expression {

    double value(double[] variables);

    /** At most this deep, so that no text exhausts the stack. */
    int DEPTH = 100;

    Map<String, DoubleUnaryOperator> OF_ONE = Map.ofEntries(
            Map.entry("sin", Math::sin),
            Map.entry("cos", Math::cos),
            Map.entry("tan", Math::tan),
            Map.entry("atan", Math::atan),
            Map.entry("exp", Math::exp),
            Map.entry("log", Math::log),
            Map.entry("sqrt", Math::sqrt),
            Map.entry("abs", Math::abs),
            Map.entry("floor", Math::floor),
            Map.entry("ceil", Math::ceil),
            Map.entry("round", Math::rint),
            Map.entry("sign", Math::signum),
            Map.entry("fract", x -> x - Math.floor(x)));

    Map<String, DoubleBinaryOperator> OF_TWO = Map.of(
            "min",
            Math::min,
            "max",
            Math::max,
            "pow",
            Math::pow,
            "mod",
            (a, b) -> a - b * Math.floor(a / b),
            "atan2",
            Math::atan2);

    /** Parses {@code text}; {@link IllegalArgumentException} with a sentence that tells the column when it cannot. */
    static Expression parse(String text, String... variables) {
        return new Parser(text, List.of(variables)).all();
    }

    /** A parser by recursive descent, one method a level of binding. */
    final class Parser {
        private final String text;
        private final List<String> variables;
        private int at;
        private int depth;

        Parser(String text, List<String> variables) {
            this.text = text;
            this.variables = variables;
        }

        Expression all() {
            Expression e = choice();
            if (peek() != 0) throw wrong("'" + text.charAt(at) + "' does not fit here");
            return e;
        }

        private Expression choice() {
            if (++depth > DEPTH) throw wrong("it is nested too deep");
            Expression condition = or();
            if (take("?")) {
                Expression yes = choice();
                if (!take(":")) throw wrong("':' is missing");
                Expression no = choice();
                depth--;
                return v -> condition.value(v) != 0 ? yes.value(v) : no.value(v);
            }
            depth--;
            return condition;
        }

        private Expression or() {
            Expression left = and();
            while (take("||")) {
                Expression l = left;
                Expression r = and();
                left = v -> l.value(v) != 0 || r.value(v) != 0 ? 1 : 0;
            }
            return left;
        }

        private Expression and() {
            Expression left = compare();
            while (take("&&")) {
                Expression l = left;
                Expression r = compare();
                left = v -> l.value(v) != 0 && r.value(v) != 0 ? 1 : 0;
            }
            return left;
        }

        private Expression compare() {
            Expression l = sum();
            if (take("<=")) return two(l, sum(), (a, b) -> a <= b ? 1 : 0);
            if (take(">=")) return two(l, sum(), (a, b) -> a >= b ? 1 : 0);
            if (take("==")) return two(l, sum(), (a, b) -> a == b ? 1 : 0);
            if (take("!=")) return two(l, sum(), (a, b) -> a != b ? 1 : 0);
            if (take("<")) return two(l, sum(), (a, b) -> a < b ? 1 : 0);
            if (take(">")) return two(l, sum(), (a, b) -> a > b ? 1 : 0);
            return l;
        }

        private Expression sum() {
            Expression left = product();
            while (true) {
                if (take("+")) left = two(left, product(), Double::sum);
                else if (take("-")) left = two(left, product(), (a, b) -> a - b);
                else return left;
            }
        }

        private Expression product() {
            Expression left = unary();
            while (true) {
                if (take("*")) left = two(left, unary(), (a, b) -> a * b);
                else if (take("/")) left = two(left, unary(), (a, b) -> a / b);
                else if (take("%")) left = two(left, unary(), OF_TWO.get("mod"));
                else return left;
            }
        }

        private Expression unary() {
            if (++depth > DEPTH) throw wrong("it is nested too deep");
            try {
                if (take("-")) return one(unary(), x -> -x);
                if (peek() == '!' && !text.startsWith("!=", at) && take("!")) return one(unary(), x -> x == 0 ? 1 : 0);
                Expression base = atom();
                return take("^") ? two(base, unary(), Math::pow) : base;
            } finally {
                depth--;
            }
        }

        private Expression atom() {
            char c = peek();
            if (c == '(') {
                take("(");
                Expression e = choice();
                if (!take(")")) throw wrong("')' is missing");
                return e;
            }
            if (Character.isDigit(c) || c == '.') return number();
            if (Character.isLetter(c)) return name();
            throw wrong(c == 0 ? "it ends too early" : "'" + c + "' does not fit here");
        }

        private Expression number() {
            int from = at;
            while (at < text.length() && (Character.isDigit(text.charAt(at)) || text.charAt(at) == '.')) at++;
            try {
                double number = Double.parseDouble(text.substring(from, at));
                return v -> number;
            } catch (NumberFormatException e) {
                at = from;
                throw wrong("that is no number");
            }
        }

        private Expression name() {
            int from = at;
            while (at < text.length() && Character.isLetterOrDigit(text.charAt(at))) at++;
            String name = text.substring(from, at).toLowerCase(Locale.ROOT);
            if (peek() == '(') {
                take("(");
                Expression first = choice();
                if (OF_ONE.containsKey(name)) return closed(one(first, OF_ONE.get(name)));
                comma(name);
                Expression second = choice();
                if (OF_TWO.containsKey(name)) return closed(two(first, second, OF_TWO.get(name)));
                comma(name);
                Expression third = choice();
                return closed(
                        switch (name) {
                            case "clamp" -> v -> Math.min(Math.max(first.value(v), second.value(v)), third.value(v));
                            case "mix" -> v -> first.value(v) + (second.value(v) - first.value(v)) * third.value(v);
                            default -> throw wrong("there is no function '" + name + "' of three numbers");
                        });
            }
            if (name.equals("pi")) return v -> Math.PI;
            if (name.equals("tau")) return v -> 2 * Math.PI;
            int index = variables.indexOf(name);
            if (index >= 0) return v -> v[index];
            at = from;
            throw wrong("there is nothing called '" + name + "'; there are " + String.join(", ", variables));
        }

        private void comma(String name) {
            if (!take(",")) throw wrong("the function '" + name + "' does not exist, or wants more numbers");
        }

        private Expression closed(Expression e) {
            if (!take(")")) throw wrong("')' is missing");
            return e;
        }

        private static Expression one(Expression e, DoubleUnaryOperator f) {
            return v -> f.applyAsDouble(e.value(v));
        }

        private static Expression two(Expression l, Expression r, DoubleBinaryOperator f) {
            return v -> f.applyAsDouble(l.value(v), r.value(v));
        }

        private char peek() {
            while (at < text.length() && Character.isWhitespace(text.charAt(at))) at++;
            return at < text.length() ? text.charAt(at) : 0;
        }

        private boolean take(String token) {
            peek();
            if (!text.startsWith(token, at)) return false;
            at += token.length();
            return true;
        }

        private IllegalArgumentException wrong(String why) {
            return new IllegalArgumentException(
                    "The formula stops making sense at column " + (at + 1) + ": " + why + ".");
        }
    }
}
