package gloaming.formula;

import gloaming.flow.Signal;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.UnaryOperator;

/**
 * A formula, read and ready to be worked out.
 *
 * @param lanes the ids of the lanes it speaks of, in the order in which {@link Code} wants their signals
 * @param stored its text with lanes as {@code {id}}, as documents have it
 * @param code works it out
 */
public record Formula(List<String> lanes, String stored, Code code) {
    /** What formulas of settings can use beside lanes. */
    public static final List<String> VARIABLES = List.of("x", "t", "beat", "value", "a", "b");

    public static final int X = 0;
    public static final int T = 1;
    public static final int BEAT = 2;
    public static final int VALUE = 3;
    public static final int A = 4;
    public static final int B = 5;

    private static final int KEPT = 256;

    private record Asked(String stored, List<String> words) {}

    /** What was read lately, by its stored text and the words it chooses from; at most {@value #KEPT}. */
    private static final Map<Asked, Formula> READ = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<Asked, Formula> eldest) {
            return size() > KEPT;
        }
    };

    /** Works a formula out; allocates nothing. */
    @FunctionalInterface
    public interface Code {
        /** {@code variables} as {@link #VARIABLES} has them; a lane that gives nothing is null and counts as 0. */
        double value(double[] variables, Signal[] lanes);
    }

    /** Reads a formula of a number as documents have it; {@link Wrong} when it is none. */
    public static Formula of(String stored) {
        return of(stored, List.of());
    }

    /** Reads a formula as documents have it, that chooses among words with these ids; {@link Wrong} when it is none. */
    public static Formula of(String stored, List<String> words) {
        Asked asked = new Asked(stored, words);
        synchronized (READ) {
            Formula known = READ.get(asked);
            if (known == null) READ.put(asked, known = read(stored, name -> null, words));
            return known;
        }
    }

    /** Reads a formula of a number as it is typed; {@code laneByName} gives a lane's id, or null. {@link Wrong} when it is none. */
    public static Formula read(String typed, UnaryOperator<String> laneByName) {
        return read(typed, laneByName, List.of());
    }

    /** Reads a formula as it is typed, that chooses among words with these ids; a word comes before a lane of its name. */
    public static Formula read(String typed, UnaryOperator<String> laneByName, List<String> words) {
        FormulaParser parser = new FormulaParser(typed, VARIABLES, laneByName, words);
        FormulaTree tree = parser.all();
        StringBuilder stored = new StringBuilder();
        int at = 0;
        for (FormulaParser.Mention mention : parser.mentions) {
            stored.append(typed, at, mention.from())
                    .append('{')
                    .append(mention.id())
                    .append('}');
            at = mention.to();
        }
        stored.append(typed, at, typed.length());
        return new Formula(List.copyOf(parser.lanes), stored.toString(), Compiler.compile(tree));
    }

    /**
     * Reads a formula over variables of somebody's own, without lanes; {@link Wrong} when it is none. A word that is none of them becomes
     * the next of them, until there are {@code most}.
     */
    public static Formula over(List<String> variables, int most, String text) {
        FormulaParser parser = new FormulaParser(text, variables, most, null, List.of());
        return new Formula(List.of(), text, Compiler.compile(parser.all()));
    }

    /** The value of a text without lanes and variables, such as {@code 1/3}; {@link Wrong} when it is none. */
    public static double reckon(String typed) {
        FormulaParser parser = new FormulaParser(typed, List.of(), null, List.of());
        return Plain.value(parser.all(), new double[0], new Signal[0]);
    }

    /** A stored text as a person reads it; {@code nameOf} gives a lane's name, or null where it is gone. */
    public static String shown(String stored, Function<String, String> nameOf) {
        FormulaParser parser = new FormulaParser(stored, VARIABLES, name -> null, List.of());
        try {
            parser.all();
        } catch (Wrong e) {
            return stored;
        }
        StringBuilder shown = new StringBuilder();
        int at = 0;
        for (FormulaParser.Mention mention : parser.mentions) {
            boolean word = mention.id().startsWith("=");
            String name = word ? mention.id().substring(1) : nameOf.apply(mention.id());
            shown.append(stored, at, mention.from()).append(name == null ? "{" + mention.id() + "}" : written(name));
            at = mention.to();
        }
        return shown.append(stored, at, stored.length()).toString();
    }

    /** A lane's name as it is typed into a formula: as it is where it is one word that means nothing else, in quotes otherwise. */
    public static String written(String name) {
        boolean word = Character.isLetter(name.charAt(0)) && name.chars().allMatch(c -> FormulaParser.isWord((char) c));
        String lower = name.toLowerCase(java.util.Locale.ROOT);
        boolean free = !VARIABLES.contains(lower)
                && !lower.equals("pi")
                && !lower.equals("tau")
                && Functions.find(lower) == null;
        return word && free ? name : "'" + name.replace("'", "''") + "'";
    }

    /** The names of all functions, for who writes one. */
    public static List<String> functions() {
        return java.util.stream.StreamSupport.stream(Functions.names().spliterator(), false)
                .toList();
    }
}
