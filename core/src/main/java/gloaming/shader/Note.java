package gloaming.shader;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What the comment behind a uniform says of it: its value to begin with, its range, and a word of explanation, each of which
 * may be missing: {@code // 0.5 (0 to 2) how fast it flows}. A vector's values stand side by side, {@code // 1 0.4 0.1}, and its ranges
 * too, {@code (0 to 1, 10 to 80)}; the last goes on for the components behind it.
 */
public record Note(double[] initial, List<Span> ranges, String says) {
    private static final String NUMBER = "[-+]?(?:\\d+\\.?\\d*|\\.\\d+)(?:[eE][-+]?\\d+)?";
    private static final String SPAN = "\\s*(" + NUMBER + ")\\s+to\\s+(" + NUMBER + ")\\s*";
    private static final Pattern FORM =
            Pattern.compile("\\s*((?:" + NUMBER + "[\\s,]*)*)(?:\\((" + SPAN + "(?:," + SPAN + "){0,3})\\))?\\s*(.*)");
    private static final Pattern ONE = Pattern.compile(SPAN);

    /** From the lowest to the highest number of a slider. */
    public record Span(double min, double max) {}

    /** Whether the value is written as a colour, {@code #rrggbb}. */
    public boolean colour() {
        return says.matches("#[0-9a-fA-F]{6}( .*|)");
    }

    /** The value that a component begins with: its own, the only one, or the nearest to 0 in its range. */
    public double initial(int component) {
        if (component < initial.length) return initial[component];
        if (initial.length == 1) return initial[0];
        Span span = range(component);
        return Math.clamp(0, span.min, span.max);
    }

    /** The range of a component: without one 0 to 1, made wider where a value lies outside. */
    public Span range(int component) {
        if (!ranges.isEmpty()) return ranges.get(Math.min(component, ranges.size() - 1));
        Span span = new Span(0, 1);
        for (double value : initial) span = new Span(Math.min(span.min, value), Math.max(span.max, value));
        return span;
    }

    /** Reads a comment. */
    public static Note of(String comment) {
        Matcher m = FORM.matcher(comment.replace('\n', ' '));
        if (comment.length() > 1000 || !m.matches()) return new Note(new double[0], List.of(), "");
        String[] words =
                m.group(1).isBlank() ? new String[0] : m.group(1).strip().split("[\\s,]+");
        double[] initial = new double[words.length];
        for (int i = 0; i < words.length; i++) initial[i] = Double.parseDouble(words[i]);
        List<Span> ranges = new ArrayList<>();
        Matcher one = ONE.matcher(m.group(2) == null ? "" : m.group(2));
        while (one.find()) {
            double a = Double.parseDouble(one.group(1));
            double b = Double.parseDouble(one.group(2));
            ranges.add(new Span(Math.min(a, b), Math.max(a, b)));
        }
        return new Note(initial, List.copyOf(ranges), m.group(m.groupCount()).strip());
    }
}
