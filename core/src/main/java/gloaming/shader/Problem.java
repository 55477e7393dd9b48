package gloaming.shader;

/** Something in a shader's text that is not as the standard wants it; lines and columns count from 1. */
public record Problem(int line, int column, String text) {

    @Override
    public String toString() {
        return "line " + line + ": " + text;
    }

    /** Thrown by the parts of the compiler; the parser collects and goes on. */
    static final class Found extends RuntimeException {
        final Problem problem;

        Found(Problem problem) {
            super(problem.text, null, false, false);
            this.problem = problem;
        }

        static Found at(Token token, String text) {
            return new Found(new Problem(token.line(), token.column(), text));
        }
    }
}
