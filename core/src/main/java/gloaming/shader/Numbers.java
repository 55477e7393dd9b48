package gloaming.shader;

/** Literals (chapters 4.1.3 and 4.1.4). */
final class Numbers {
    private Numbers() {}

    /** The 32 bits of an integer literal, decimal, octal or hexadecimal. */
    static int integer(Token token) {
        String text = token.text().replaceAll("[uU]$", "");
        try {
            long value = text.startsWith("0x") || text.startsWith("0X")
                    ? Long.parseLong(text.substring(2), 16)
                    : text.length() > 1 && text.startsWith("0") ? Long.parseLong(text, 8) : Long.parseLong(text);
            if (value > 0xffffffffL) throw new NumberFormatException();
            return (int) value;
        } catch (NumberFormatException e) {
            throw Problem.Found.at(token, "'" + token.text() + "' : invalid integer literal");
        }
    }

    static float real(Token token) {
        return Float.parseFloat(token.text().replaceAll("[fF]$", ""));
    }
}
