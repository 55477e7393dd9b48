package gloaming.perf.soak;

/**
 * What became of one attack.
 *
 * @param tried how many times
 * @param refused how many of them were refused with a sentence
 * @param wrong how many did something else than being taken or refused
 * @param first what the first of those was, or empty
 */
public record Outcome(String name, long tried, long refused, long wrong, String first) {
    /** Counts while it goes on. */
    static final class Count {
        private final String name;
        private long tried;
        private long refused;
        private long wrong;
        private String first = "";

        Count(String name) {
            this.name = name;
        }

        void taken() {
            tried++;
        }

        void refused() {
            tried++;
            refused++;
        }

        void wrong(Object what) {
            tried++;
            if (wrong++ == 0) first = String.valueOf(what);
        }

        Outcome outcome() {
            return new Outcome(name, tried, refused, wrong, first);
        }
    }
}
