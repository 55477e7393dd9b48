package gloaming.shader;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What the comment behind a uniform says of it: its value to begin with, its range, and a word of explanation, each of which
 * may be missing: {@code // 0.5 (0 to 2) how fast it flows}; a vector's values stand side by side, {@code // 1 0.4 0.1}.
 */
public record Note(double[] initial, double min, double max, String says) {
    private static final String NUMBER = "[-+]?(?:\\d+\\.?\\d*|\\.\\d+)(?:[eE][-+]?\\d+)?";
    private static final Pattern FORM = Pattern.compile(
            "\\s*((?:" + NUMBER + "[\\s,]*)*)(?:\\(\\s*(" + NUMBER + ")\\s+to\\s+(" + NUMBER + ")\\s*\\))?\\s*(.*)");

    /** Whether the value is written as a colour, {@code #rrggbb}. */
    public boolean colour() {
        return says.matches("#[0-9a-fA-F]{6}( .*|)");
    }

    /** Reads a comment; without a range it is 0 to 1, made wider where the value lies outside. */
    public static Note of(String comment) {
        Matcher m = FORM.matcher(comment.replace('\n', ' '));
        if (comment.length() > 1000 || !m.matches()) return new Note(new double[0], 0, 1, "");
        String[] words =
                m.group(1).isBlank() ? new String[0] : m.group(1).strip().split("[\\s,]+");
        double[] initial = new double[words.length];
        double low = 0;
        double high = 1;
        for (int i = 0; i < words.length; i++) {
            initial[i] = Double.parseDouble(words[i]);
            low = Math.min(low, initial[i]);
            high = Math.max(high, initial[i]);
        }
        if (m.group(2) != null) {
            double a = Double.parseDouble(m.group(2));
            double b = Double.parseDouble(m.group(3));
            low = Math.min(a, b);
            high = Math.max(a, b);
        }
        return new Note(initial, low, high, m.group(4).strip());
    }
}
