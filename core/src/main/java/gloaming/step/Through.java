package gloaming.step;

import gloaming.formula.Formula;
import gloaming.formula.Wrong;
import gloaming.look.Bend;
import gloaming.look.Follow;
import gloaming.look.Kit;
import gloaming.look.Value;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * How what a knob is becomes what a setting within is: as it is, from one range to another, or by a formula.
 *
 * @param outside the range of the knob
 */
record Through(double[] outside, Kit.Target target) {
    private static final List<String> VARIABLES = List.of("value");
    private static final Pattern VALUE = Pattern.compile("\\bvalue\\b");

    /** A formula over what a knob is; {@link Wrong} where it is none. */
    static Formula formula(String text) {
        return Formula.over(VARIABLES, VARIABLES.size(), text);
    }

    /** What a formula over {@code value} comes to, or a number itself where the text is none or comes to no number. */
    static double of(String text, double value) {
        try {
            double is = formula(text).code().value(new double[] {value}, new gloaming.flow.Signal[0]);
            return Double.isFinite(is) ? is : value;
        } catch (Wrong e) {
            return value;
        }
    }

    boolean straight() {
        return target.formula() == null && (target.low() == null || outside[1] == outside[0]);
    }

    /** Whether it goes by a formula of the artist's own. */
    boolean bends() {
        return target.formula() != null;
    }

    double number(double number) {
        if (bends()) return of(target.formula(), number);
        if (straight()) return number;
        double part = (number - outside[0]) / (outside[1] - outside[0]);
        return target.low() + part * (target.high() - target.low());
    }

    /** What a hand outside holds where it holds a number within; where it goes by a formula the hand is told of as it is. */
    double back(double number) {
        if (bends() || straight() || target.low().equals(target.high())) return number;
        double part = (number - target.low()) / (target.high() - target.low());
        return outside[0] + part * (outside[1] - outside[0]);
    }

    /** What a value outside is within, held in the range of the setting. */
    Value value(Value value, Setting setting) {
        if (!setting.numeric() || !(value instanceof Value.Num n)) return value;
        double number = Math.clamp(number(n.number()), setting.min(), setting.max());
        return Value.of(setting.form() == Setting.Form.WHOLE ? Math.rint(number) : number);
    }

    /** What a formula outside is within. */
    String formulaWithin(String outer) {
        return straight() ? outer : over(text(), outer);
    }

    /** A text over {@code value} with another in its place. */
    private static String over(String text, String inner) {
        return VALUE.matcher(text).replaceAll(Matcher.quoteReplacement("(" + inner + ")"));
    }

    /** What all formulas of a bend make of a text, as one. */
    static String chained(Bend bend, String text) {
        String now = text;
        for (String each : bend.formulas()) now = over(each, now);
        return now;
    }

    /** A follow without its easing, as a formula. */
    static String followed(Follow follow) {
        double span = follow.inHigh() - follow.inLow();
        String lane = "{" + follow.lane() + "}";
        if (span == 0) return plain(follow.outLow());
        String part = "clamp((" + lane + " - " + plain(follow.inLow()) + ") / " + plain(span) + ", 0, 1)";
        return plain(follow.outLow()) + " + " + part + " * " + plain(follow.outHigh() - follow.outLow());
    }

    /** Itself as a formula over {@code value}. */
    String text() {
        if (bends()) return target.formula();
        if (straight()) return "value";
        double by = (target.high() - target.low()) / (outside[1] - outside[0]);
        return "value * " + plain(by) + " + " + plain(target.low() - outside[0] * by);
    }

    private static String plain(double number) {
        String text = new java.math.BigDecimal(number).toPlainString();
        String few = text.substring(0, Math.min(text.length(), 24));
        return number < 0 ? "(" + few + ")" : few;
    }
}
