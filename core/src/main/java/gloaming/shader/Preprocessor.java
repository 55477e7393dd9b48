package gloaming.shader;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * From text to the tokens the parser reads: comments, line continuation, directives and macros (chapter 3.4).
 *
 * <p>Nothing grows without limit: {@value #MOST_TEXT} characters of text, {@value #MOST_TOKENS} tokens after macros,
 * {@value #DEPTH} levels of nesting.
 */
final class Preprocessor {
    private static final int MOST_TEXT = 1 << 20;
    private static final int MOST_TOKENS = 400_000;
    /** What they brought to version 1.00 is always there. */
    private static final Set<String> EXTENSIONS =
            Set.of("GL_OES_standard_derivatives", "GL_EXT_shader_texture_lod", "GL_OES_texture_float_linear");

    private static final int DEPTH = 200;
    private static final Set<String> DIRECTIVES = Set.of(
            "define",
            "undef",
            "if",
            "ifdef",
            "ifndef",
            "elif",
            "else",
            "endif",
            "error",
            "pragma",
            "extension",
            "version",
            "line");

    /** A macro; {@code parameters} is null when it takes none. */
    private record Macro(List<String> parameters, List<Token> body) {}

    /** One level of {@code #if}. */
    private static final class Level {
        boolean outer;
        boolean taken;
        boolean live;
        boolean last;
        final Token token;

        Level(boolean outer, boolean live, Token token) {
            this.outer = outer;
            this.live = outer && live;
            this.taken = live;
            this.token = token;
        }
    }

    private final Map<String, Macro> macros = new HashMap<>();
    private final Deque<Level> levels = new ArrayDeque<>();
    private final List<Token> out = new ArrayList<>();
    /** Comments by the line they end on, without their marks. */
    final Map<Integer, String> comments = new TreeMap<>();

    private final List<Problem> problems;
    private final String text;
    int version = 0;
    /** What {@code #line} adds to {@code __LINE__}; what is wrong is still told at the lines of the text as it stands. */
    private int lineShift;

    Preprocessor(String text, List<Problem> problems) {
        this.text = text;
        this.problems = problems;
        define("GL_ES", "1");
        define("GL_FRAGMENT_PRECISION_HIGH", "1");
    }

    private void define(String name, String value) {
        macros.put(name, new Macro(null, Lexer.line(value, 0, 0)));
    }

    /** The tokens, with one of kind END at the end. */
    List<Token> tokens() {
        if (text.length() > MOST_TEXT) {
            problems.add(new Problem(1, 1, "the shader is longer than " + MOST_TEXT + " characters"));
            return List.of(new Token(Token.Kind.END, "end of file", 1, 1, true));
        }
        String[] lines = withoutComments(text).split("\n", -1);
        List<Token> pending = new ArrayList<>();
        boolean first = true;
        for (int i = 0; i < lines.length; i++) {
            int number = i + 1;
            StringBuilder line = new StringBuilder(lines[i]);
            while (line.length() > 0 && line.charAt(line.length() - 1) == '\\' && i + 1 < lines.length) {
                line.setLength(line.length() - 1);
                line.append(lines[++i]);
            }
            try {
                String trimmed = line.toString().strip();
                if (trimmed.startsWith("#")) {
                    flush(pending);
                    directive(Lexer.line(line.toString(), number, 1), first);
                } else if (live()) {
                    pending.addAll(Lexer.line(line.toString(), number, 1));
                    // A macro's arguments may run over lines, so tokens wait for the next directive or the end.
                    if (pending.size() > MOST_TOKENS) flush(pending);
                }
                if (!trimmed.isEmpty()) first = false;
            } catch (Problem.Found found) {
                problems.add(found.problem);
            }
            if (problems.size() > 20) break;
        }
        try {
            flush(pending);
        } catch (Problem.Found found) {
            problems.add(found.problem);
        }
        if (!levels.isEmpty()) problems.add(at(levels.peek().token, "'#if' : mismatched, #endif is missing"));
        out.add(new Token(Token.Kind.END, "end of file", lines.length, lines[lines.length - 1].length() + 1, true));
        return out;
    }

    private void flush(List<Token> pending) {
        if (pending.isEmpty()) return;
        List<Token> now = List.copyOf(pending);
        pending.clear();
        expand(now, out, 0);
    }

    private static Problem at(Token token, String text) {
        return new Problem(token.line(), token.column(), text);
    }

    private boolean live() {
        return levels.isEmpty() || levels.peek().live;
    }

    private void directive(List<Token> tokens, boolean first) {
        if (tokens.size() == 1) return;
        Token name = tokens.get(1);
        List<Token> rest = tokens.subList(2, tokens.size());
        if (!DIRECTIVES.contains(name.text())) {
            if (live()) throw Problem.Found.at(name, "'" + name.text() + "' : invalid directive name");
            return;
        }
        switch (name.text()) {
            case "ifdef", "ifndef" -> {
                if (levels.size() >= DEPTH) throw Problem.Found.at(name, "'#if' : nested too deep");
                boolean known = live() && macros.containsKey(word(name, rest).text());
                levels.push(new Level(live(), known == name.is("ifdef"), name));
            }
            case "if" -> {
                if (levels.size() >= DEPTH) throw Problem.Found.at(name, "'#if' : nested too deep");
                levels.push(new Level(live(), live() && condition(name, rest), name));
            }
            case "elif" -> {
                Level level = level(name);
                if (level.last) throw Problem.Found.at(name, "'#elif' : unexpected after #else");
                level.live = level.outer && !level.taken && condition(name, rest);
                level.taken |= level.live;
            }
            case "else" -> {
                Level level = level(name);
                if (level.last) throw Problem.Found.at(name, "'#else' : unexpected after #else");
                level.live = level.outer && !level.taken;
                level.taken = true;
                level.last = true;
            }
            case "endif" -> {
                level(name);
                levels.pop();
            }
            default -> {
                if (live()) act(name, rest, first);
            }
        }
    }

    private Level level(Token name) {
        if (levels.isEmpty())
            throw Problem.Found.at(name, "'#" + name.text() + "' : mismatched, there is no #if before it");
        return levels.peek();
    }

    private static Token word(Token directive, List<Token> rest) {
        if (rest.isEmpty() || rest.getFirst().kind() != Token.Kind.NAME) {
            throw Problem.Found.at(directive, "'#" + directive.text() + "' : must be followed by a macro name");
        }
        return rest.getFirst();
    }

    private void act(Token name, List<Token> rest, boolean first) {
        switch (name.text()) {
            case "define" -> define(name, rest);
            case "undef" -> macros.remove(word(name, rest).text());
            case "error" -> {
                StringBuilder says = new StringBuilder();
                for (Token t : rest)
                    says.append(t.spaceBefore() && !says.isEmpty() ? " " : "").append(t.text());
                throw Problem.Found.at(name, "'#error' : " + says);
            }
            case "version" -> {
                String number = rest.isEmpty() ? "" : rest.getFirst().text();
                if (!first) throw Problem.Found.at(name, "'#version' : must occur before anything else in the shader");
                boolean three =
                        number.equals("300") && rest.size() == 2 && rest.get(1).is("es");
                if (!three && !(number.equals("100") && rest.size() == 1)) {
                    throw Problem.Found.at(name, "'#version' : supported versions are 300 es and 100");
                }
                version = Integer.parseInt(number);
            }
            case "extension" -> {
                boolean must = !rest.isEmpty() && rest.getLast().is("require");
                if (must && !EXTENSIONS.contains(rest.getFirst().text())) {
                    throw Problem.Found.at(
                            rest.getFirst(), "'" + rest.getFirst().text() + "' : extension is not supported");
                }
            }
            case "line" -> {
                boolean number = !rest.isEmpty() && rest.getFirst().kind() == Token.Kind.INTEGER;
                if (!number) throw Problem.Found.at(name, "'#line' : must be followed by a line number");
                lineShift = Integer.decode(rest.getFirst().text()) - name.line() - 1;
            }
            default -> {}
        }
    }

    private void define(Token directive, List<Token> rest) {
        Token name = word(directive, rest);
        if (name.text().startsWith("GL_") || name.text().contains("__") || name.is("defined")) {
            throw Problem.Found.at(name, "'" + name.text() + "' : macro name is reserved");
        }
        List<Token> body = rest.subList(1, rest.size());
        List<String> parameters = null;
        if (!body.isEmpty() && body.getFirst().is("(") && !body.getFirst().spaceBefore()) {
            parameters = new ArrayList<>();
            int i = 1;
            while (i < body.size() && !body.get(i).is(")")) {
                Token t = body.get(i++);
                if (t.kind() == Token.Kind.NAME && !parameters.contains(t.text())) parameters.add(t.text());
                else throw Problem.Found.at(t, "'" + t.text() + "' : invalid macro parameter");
                if (i < body.size() && body.get(i).is(",")) i++;
            }
            if (i >= body.size()) throw Problem.Found.at(name, "'" + name.text() + "' : macro parameters lack ')'");
            body = body.subList(i + 1, body.size());
        }
        Macro macro = new Macro(parameters, List.copyOf(body));
        Macro before = macros.put(name.text(), macro);
        if (before != null && !same(before, macro)) {
            throw Problem.Found.at(name, "'" + name.text() + "' : macro redefined");
        }
    }

    private static boolean same(Macro a, Macro b) {
        return java.util.Objects.equals(a.parameters, b.parameters)
                && a.body.stream()
                        .map(Token::text)
                        .toList()
                        .equals(b.body.stream().map(Token::text).toList());
    }

    /** A token with the macros it came out of, which it is not expanded by again. */
    private record Marked(Token token, Set<String> hidden) {}

    /** Expands macros by Prosser's algorithm (1986): what a macro gives is read again together with what follows it. */
    private void expand(List<Token> tokens, List<Token> into, int depth) {
        if (depth > DEPTH) throw Problem.Found.at(tokens.getFirst(), "macros are nested too deep");
        Deque<Marked> in = new ArrayDeque<>();
        for (Token token : tokens) in.add(new Marked(token, Set.of()));
        while (!in.isEmpty()) {
            Marked next = in.poll();
            Token token = next.token;
            Macro macro = token.kind() == Token.Kind.NAME && !next.hidden.contains(token.text())
                    ? macros.get(token.text())
                    : null;
            if (token.is("__LINE__") || token.is("__FILE__") || token.is("__VERSION__")) {
                String value = token.is("__LINE__")
                        ? "" + (token.line() + lineShift)
                        : token.is("__FILE__") ? "0" : version == 100 ? "100" : "300";
                add(into, new Token(Token.Kind.INTEGER, value, token.line(), token.column(), token.spaceBefore()));
            } else if (macro == null
                    || macro.parameters != null
                            && (in.isEmpty() || !in.peek().token.is("("))) {
                add(into, token);
            } else {
                List<Token> body = macro.parameters == null ? macro.body : filled(macro, token, in, depth);
                if (in.size() + body.size() > MOST_TOKENS) throw Problem.Found.at(token, "macros make too many tokens");
                Set<String> hidden = new HashSet<>(next.hidden);
                hidden.add(token.text());
                for (Token t : body.reversed()) in.push(new Marked(t.at(token), hidden));
            }
        }
    }

    /** A macro's body with its arguments, which are taken from what follows its name, in their places. */
    private List<Token> filled(Macro macro, Token name, Deque<Marked> in, int depth) {
        List<List<Token>> arguments = arguments(in, name);
        if (macro.parameters.isEmpty()
                && arguments.size() == 1
                && arguments.getFirst().isEmpty()) arguments.clear();
        if (arguments.size() != macro.parameters.size()) {
            throw Problem.Found.at(
                    name,
                    "'" + name.text() + "' : macro takes " + macro.parameters.size() + " arguments, not "
                            + arguments.size());
        }
        List<Token> body = new ArrayList<>();
        for (Token t : macro.body) {
            int parameter = t.kind() == Token.Kind.NAME ? macro.parameters.indexOf(t.text()) : -1;
            if (parameter < 0) body.add(t);
            else if (!arguments.get(parameter).isEmpty()) expand(arguments.get(parameter), body, depth + 1);
            if (body.size() > MOST_TOKENS) throw Problem.Found.at(name, "macros make too many tokens");
        }
        return body;
    }

    private static void add(List<Token> into, Token token) {
        if (into.size() > MOST_TOKENS) throw Problem.Found.at(token, "the shader has too many tokens");
        into.add(token);
    }

    private static List<List<Token>> arguments(Deque<Marked> in, Token name) {
        List<List<Token>> arguments = new ArrayList<>();
        List<Token> current = new ArrayList<>();
        int depth = 0;
        while (!in.isEmpty()) {
            Token t = in.poll().token;
            if (t.is("(") && depth++ == 0) continue;
            if (t.is(")") && --depth == 0) {
                arguments.add(current);
                return arguments;
            }
            if (t.is(",") && depth == 1) {
                arguments.add(current);
                current = new ArrayList<>();
            } else {
                current.add(t);
            }
        }
        throw Problem.Found.at(name, "'" + name.text() + "' : macro call lacks ')'");
    }

    /** Comments become one space, and are remembered; their line ends stay. */
    private String withoutComments(String text) {
        StringBuilder clean = new StringBuilder(text.length());
        int line = 1;
        int i = 0;
        while (i < text.length()) {
            char c = text.charAt(i);
            if (c == '\r') {
                if (i + 1 >= text.length() || text.charAt(i + 1) != '\n') {
                    clean.append('\n');
                    line++;
                }
                i++;
            } else if (text.startsWith("//", i)) {
                int end = text.indexOf('\n', i);
                if (end < 0) end = text.length();
                comments.merge(line, text.substring(i + 2, end).strip(), (a, b) -> a + " " + b);
                clean.append(' ');
                i = end;
            } else if (text.startsWith("/*", i)) {
                int end = text.indexOf("*/", i + 2);
                if (end < 0) {
                    problems.add(new Problem(line, 1, "'/*' : the comment is never closed"));
                    end = text.length();
                }
                String comment = text.substring(i + 2, end);
                // As many spaces as the comment was long: what comes after it keeps its column.
                clean.append("  ");
                for (char in : comment.toCharArray()) {
                    clean.append(in == '\n' ? '\n' : ' ');
                    if (in == '\n') line++;
                }
                clean.append("  ");
                comments.merge(line, comment.strip(), (a, b) -> a + " " + b);
                i = Math.min(text.length(), end + 2);
            } else {
                if (c == '\n') line++;
                clean.append(c);
                i++;
            }
        }
        return clean.toString();
    }

    private boolean condition(Token directive, List<Token> rest) {
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
                    Token.Kind.INTEGER,
                    macros.containsKey(rest.get(at).text()) ? "1" : "0",
                    t.line(),
                    t.column(),
                    true));
            i = at + (open ? 1 : 0);
        }
        List<Token> expanded = new ArrayList<>();
        expand(known, expanded, 0);
        if (expanded.isEmpty())
            throw Problem.Found.at(directive, "'#" + directive.text() + "' : an expression is missing");
        Condition condition = new Condition(expanded);
        long value = condition.value(0);
        if (condition.at < expanded.size()) throw Problem.Found.at(expanded.get(condition.at), "syntax error in #if");
        return value != 0;
    }

    /** The whole-number expressions of {@code #if}, by precedence climbing. */
    private static final class Condition {
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

        Condition(List<Token> tokens) {
            this.tokens = tokens;
        }

        long value(int level) {
            if (level == LEVELS.size()) return unary();
            long left = value(level + 1);
            while (at < tokens.size()
                    && LEVELS.get(level).contains(tokens.get(at).text())) {
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
            if (++depth > DEPTH) throw Problem.Found.at(tokens.getFirst(), "'#if' : nested too deep");
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
}
