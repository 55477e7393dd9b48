package gloaming.shader;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/** The macros that are known at a line, and what they make of tokens (chapter 3.4). */
final class Macros {
    /** A macro; {@code parameters} is null when it takes none. */
    private record Macro(List<String> parameters, List<Token> body) {}

    private final Map<String, Macro> macros = new HashMap<>();
    /** What {@code #version} said, or 0. */
    int version;
    /** What {@code #line} adds to {@code __LINE__}; what is wrong is still told at the lines of the text as it stands. */
    int lineShift;

    Macros() {
        define("GL_ES", "1");
        define("GL_FRAGMENT_PRECISION_HIGH", "1");
    }

    private void define(String name, String value) {
        macros.put(name, new Macro(null, Lexer.line(value, 0, 0)));
    }

    boolean knows(String name) {
        return macros.containsKey(name);
    }

    void forget(String name) {
        macros.remove(name);
    }

    /** The name that a directive must be followed by. */
    static Token word(Token directive, List<Token> rest) {
        if (rest.isEmpty() || rest.getFirst().kind() != Token.Kind.NAME) {
            throw Problem.Found.at(directive, "'#" + directive.text() + "' : must be followed by a macro name");
        }
        return rest.getFirst();
    }

    /** What {@code #define} says. */
    void define(Token directive, List<Token> rest) {
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
        return Objects.equals(a.parameters, b.parameters)
                && a.body.stream()
                        .map(Token::text)
                        .toList()
                        .equals(b.body.stream().map(Token::text).toList());
    }

    /** A token with the macros it came out of, which it is not expanded by again. */
    private record Marked(Token token, Set<String> hidden) {}

    /** Expands macros by Prosser's algorithm (1986): what a macro gives is read again together with what follows it. */
    void expand(List<Token> tokens, List<Token> into) {
        expand(tokens, into, 0);
    }

    private void expand(List<Token> tokens, List<Token> into, int depth) {
        if (depth > Preprocessor.DEPTH) throw Problem.Found.at(tokens.getFirst(), "macros are nested too deep");
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
                if (in.size() + body.size() > Preprocessor.MOST_TOKENS)
                    throw Problem.Found.at(token, "macros make too many tokens");
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
            if (body.size() > Preprocessor.MOST_TOKENS) throw Problem.Found.at(name, "macros make too many tokens");
        }
        return body;
    }

    private static void add(List<Token> into, Token token) {
        if (into.size() > Preprocessor.MOST_TOKENS) throw Problem.Found.at(token, "the shader has too many tokens");
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
}
