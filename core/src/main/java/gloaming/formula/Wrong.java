package gloaming.formula;

/** Why a text is no formula: a sentence, and where in the text it stops making sense. */
public final class Wrong extends IllegalArgumentException {
    private static final long serialVersionUID = 1;
    private final int from;
    private final int to;
    private final String why;

    Wrong(String why, int from, int to) {
        super("The formula stops making sense at column " + (from + 1) + ": " + why + ".");
        this.why = why;
        this.from = from;
        this.to = Math.max(from + 1, to);
    }

    /** The first character that is wrong, counted from 0; may be the end of the text. */
    public int from() {
        return from;
    }

    /** Behind the last character that is wrong. */
    public int to() {
        return to;
    }

    /** Only what is wrong, without where. */
    public String why() {
        return why;
    }
}
