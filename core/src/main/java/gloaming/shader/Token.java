package gloaming.shader;

/** A word of a shader's text, and where it stood; lines and columns count from 1. */
record Token(Kind kind, String text, int line, int column, boolean spaceBefore) {
    enum Kind {
        NAME,
        INTEGER,
        REAL,
        SIGN,
        END
    }

    boolean is(String word) {
        return kind != Kind.END && text.equals(word);
    }

    Token at(Token place) {
        return new Token(kind, text, place.line, place.column, spaceBefore);
    }
}
