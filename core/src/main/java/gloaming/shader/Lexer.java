package gloaming.shader;

import java.util.ArrayList;
import java.util.List;

/** Cuts a line into tokens (chapter 3). */
final class Lexer {
    private static final String[] SIGNS = {
        "<<=", ">>=", "<<", ">>", "<=", ">=", "==", "!=", "&&", "||", "^^", "++", "--", "+=", "-=", "*=", "/=", "%=",
        "&=", "|=", "^=",
    };
    private static final String SINGLE = "+-*/%<>=!&|^~?:;,.()[]{}#";

    private Lexer() {}

    static List<Token> line(String text, int line, int column) {
        List<Token> tokens = new ArrayList<>();
        int at = 0;
        boolean space = false;
        while (at < text.length()) {
            char c = text.charAt(at);
            if (c <= ' ') {
                at++;
                space = true;
                continue;
            }
            int end;
            Token.Kind kind;
            if (Character.isLetter(c) && c < 128 || c == '_') {
                end = at + 1;
                while (end < text.length() && name(text.charAt(end))) end++;
                kind = Token.Kind.NAME;
            } else if (digit(c) || c == '.' && at + 1 < text.length() && digit(text.charAt(at + 1))) {
                end = number(text, at);
                String n = text.substring(at, end);
                boolean hex = n.startsWith("0x") || n.startsWith("0X");
                kind = !hex
                                && (n.contains(".")
                                        || n.contains("e")
                                        || n.contains("E")
                                        || n.endsWith("f")
                                        || n.endsWith("F"))
                        ? Token.Kind.REAL
                        : Token.Kind.INTEGER;
            } else {
                end = at + sign(text, at);
                kind = Token.Kind.SIGN;
                if (end == at) {
                    throw new Problem.Found(new Problem(line, column + at, "'" + c + "' : unexpected character"));
                }
            }
            tokens.add(new Token(kind, text.substring(at, end), line, column + at, space));
            at = end;
            space = false;
        }
        return tokens;
    }

    private static int sign(String text, int at) {
        for (String sign : SIGNS) if (text.startsWith(sign, at)) return sign.length();
        return SINGLE.indexOf(text.charAt(at)) >= 0 ? 1 : 0;
    }

    private static int number(String text, int at) {
        int end = at;
        if (text.startsWith("0x", at) || text.startsWith("0X", at)) {
            end += 2;
            while (end < text.length() && Character.digit(text.charAt(end), 16) >= 0) end++;
        } else {
            while (end < text.length() && digit(text.charAt(end))) end++;
            if (end < text.length() && text.charAt(end) == '.') {
                end++;
                while (end < text.length() && digit(text.charAt(end))) end++;
            }
            if (end < text.length() && (text.charAt(end) == 'e' || text.charAt(end) == 'E')) {
                int exponent = end + 1;
                if (exponent < text.length() && "+-".indexOf(text.charAt(exponent)) >= 0) exponent++;
                if (exponent < text.length() && digit(text.charAt(exponent))) {
                    end = exponent;
                    while (end < text.length() && digit(text.charAt(end))) end++;
                }
            }
        }
        if (end < text.length() && "uUfF".indexOf(text.charAt(end)) >= 0) end++;
        return end;
    }

    private static boolean digit(char c) {
        return c >= '0' && c <= '9';
    }

    private static boolean name(char c) {
        return digit(c) || c == '_' || c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z';
    }
}
