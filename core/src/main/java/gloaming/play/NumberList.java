package gloaming.play;

import gloaming.look.Limits;
import java.util.regex.Pattern;

/** A text that is nothing but numbers with spaces between them, such as those of a Pattern. */
record NumberList(double[] numbers) {
    private static final Pattern SPACES = Pattern.compile("[\\s,;]+");

    /** Reads one; null where a text is something else, or one number only, which may be a word as well. */
    static NumberList read(Object text) {
        if (!(text instanceof String words) || words.length() > Limits.FORMULA) return null;
        String[] each = SPACES.split(words.strip());
        if (each.length < 2) return null;
        double[] numbers = new double[each.length];
        for (int i = 0; i < each.length; i++) {
            try {
                numbers[i] = Double.parseDouble(each[i]);
            } catch (NumberFormatException e) {
                return null;
            }
            if (!Double.isFinite(numbers[i])) return null;
        }
        return new NumberList(numbers);
    }

    /** Both of two texts, where they are lists of as many numbers; else null. */
    static NumberList[] both(Object from, Object to) {
        NumberList a = read(from);
        NumberList b = a == null ? null : read(to);
        return b == null || a.numbers.length != b.numbers.length ? null : new NumberList[] {a, b};
    }

    /** A part of the way to another of as many, number by number, as a text. */
    String towards(NumberList to, double part) {
        StringBuilder text = new StringBuilder();
        for (int i = 0; i < numbers.length; i++) {
            double number = numbers[i] + (to.numbers[i] - numbers[i]) * part;
            text.append(i == 0 ? "" : " ").append(Limits.plain(Math.rint(number * 1e5) / 1e5));
        }
        return text.toString();
    }
}
