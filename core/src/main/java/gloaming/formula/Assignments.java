package gloaming.formula;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;

/**
 * Formulas that are worked out one after the other, each put into a number by name: {@code size = 0.01 * i; y = y + a}. A formula sees what
 * those before it have written.
 */
public final class Assignments {
    /** Formulas of one text, at most. */
    private static final int MOST = 16;

    private static final Pattern TIME = Pattern.compile("\\b(t|beat)\\b");

    /** The names that are read or written; as variables they come behind what is given. */
    public final List<String> names;
    /** What each formula is, and which of the names it writes. */
    public final Formula.Code[] codes;

    public final int[] targets;
    /** Of each name, whether a formula writes it. */
    public final boolean[] writes;
    /** Whether any of them speaks of {@code t} or {@code beat}. */
    public final boolean moves;

    /** Nothing is written. */
    public Assignments() {
        this(List.of(), new Formula.Code[0], new int[0], false);
    }

    private Assignments(List<String> names, Formula.Code[] codes, int[] targets, boolean moves) {
        this.names = names;
        this.codes = codes;
        this.targets = targets;
        this.moves = moves;
        writes = new boolean[names.size()];
        for (int target : targets) writes[target] = true;
    }

    /**
     * Reads a text with {@code ;} between formulas; an {@link IllegalArgumentException} with what is wrong where it is none.
     *
     * @param given variables that cannot be written
     * @param known names that may be read and written
     * @param own how many names more may be
     */
    public static Assignments read(String text, List<String> given, List<String> known, int own) {
        List<String> variables = new ArrayList<>(given);
        variables.addAll(known);
        int most = variables.size() + own;
        List<String[]> parts = new ArrayList<>();
        for (String formula : text.split(";")) {
            if (formula.isBlank()) continue;
            int at = formula.indexOf('=');
            String target = at < 0 ? "" : formula.substring(0, at).strip().toLowerCase(Locale.ROOT);
            if (!target.matches("[a-z][a-z0-9_]{0,39}") || given.contains(target))
                throw new IllegalArgumentException("'" + formula.strip() + "' is not a name, =, and a formula");
            if (!variables.contains(target)) {
                if (variables.size() == most)
                    throw new IllegalArgumentException("there are more than " + own + " names of your own");
                variables.add(target);
            }
            parts.add(new String[] {target, formula.substring(at + 1).strip()});
        }
        if (parts.size() > MOST) throw new IllegalArgumentException("there are more than " + MOST + " formulas");
        Formula.Code[] codes = new Formula.Code[parts.size()];
        for (int k = 0; k < codes.length; k++) codes[k] = code(parts.get(k), variables, most);
        List<String> names = List.copyOf(variables.subList(given.size(), variables.size()));
        int[] targets = new int[codes.length];
        for (int k = 0; k < codes.length; k++) targets[k] = names.indexOf(parts.get(k)[0]);
        return new Assignments(names, codes, targets, TIME.matcher(text).find());
    }

    private static Formula.Code code(String[] part, List<String> variables, int most) {
        try {
            return Formula.over(variables, most, part[1]).code();
        } catch (Wrong wrong) {
            throw new IllegalArgumentException(part[0] + ": " + wrong.getMessage(), wrong);
        }
    }
}
