package gloaming.shader;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
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
    static final int MOST_TOKENS = 400_000;
    /** What they brought to version 1.00 is always there. */
    private static final Set<String> EXTENSIONS =
            Set.of("GL_OES_standard_derivatives", "GL_EXT_shader_texture_lod", "GL_OES_texture_float_linear");

    static final int DEPTH = 200;
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

    private final Macros macros = new Macros();
    private final Deque<Level> levels = new ArrayDeque<>();
    private final List<Token> out = new ArrayList<>();
    /** Comments by the line they end on, without their marks. */
    final Map<Integer, String> comments = new TreeMap<>();

    private final List<Problem> problems;
    private final String text;

    Preprocessor(String text, List<Problem> problems) {
        this.text = text;
        this.problems = problems;
    }

    /** The tokens, with one of kind END at the end. */
    List<Token> tokens() {
        if (text.length() > MOST_TEXT) {
            problems.add(new Problem(1, 1, "the shader is longer than " + MOST_TEXT + " characters"));
            return List.of(new Token(Token.Kind.END, "end of file", 1, 1, true));
        }
        String[] lines = Comments.without(text, comments, problems).split("\n", -1);
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
        macros.expand(now, out);
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
                boolean known = live() && macros.knows(Macros.word(name, rest).text());
                levels.push(new Level(live(), known == name.is("ifdef"), name));
            }
            case "if" -> {
                if (levels.size() >= DEPTH) throw Problem.Found.at(name, "'#if' : nested too deep");
                levels.push(new Level(live(), live() && Condition.holds(name, rest, macros), name));
            }
            case "elif" -> {
                Level level = level(name);
                if (level.last) throw Problem.Found.at(name, "'#elif' : unexpected after #else");
                level.live = level.outer && !level.taken && Condition.holds(name, rest, macros);
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

    private void act(Token name, List<Token> rest, boolean first) {
        switch (name.text()) {
            case "define" -> macros.define(name, rest);
            case "undef" -> macros.forget(Macros.word(name, rest).text());
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
                macros.version = Integer.parseInt(number);
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
                macros.lineShift = Integer.decode(rest.getFirst().text()) - name.line() - 1;
            }
            default -> {}
        }
    }
}
