package gloaming.step;

import gloaming.formula.Formula;
import gloaming.formula.Wrong;
import java.util.Map;
import java.util.function.DoubleUnaryOperator;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Numbers as people type them: a number or a sum, and behind it the unit of the setting or another for the same thing, as in {@code 40°}. */
public final class Measure {
    /** The unit of settings that say how much a camera sees; a lens is known by its millimetres too. */
    public static final String VIEW = "turns of view";

    private static final Pattern WITH_UNIT = Pattern.compile("(.*?[\\d)])\\s*(°(?:/s)?|[a-zA-Z²/ ]+)");
    private static final Pattern MINUTES = Pattern.compile("(\\d{1,4}):([0-5]?\\d(?:[.,]\\d+)?)");
    private static final Pattern COMMA = Pattern.compile("[-+]?\\d+,\\d+");
    /** Half the height of a frame of film 36 by 24 mm, by which lenses have their millimetres. */
    private static final double HALF_FRAME_MM = 12;

    private static final Map<String, DoubleUnaryOperator> ANGLES = Map.of(
            "°", x -> x / 360,
            "deg", x -> x / 360,
            "degrees", x -> x / 360,
            "rad", x -> x / (2 * Math.PI),
            "turn", x -> x,
            "turns", x -> x);
    private static final Map<String, DoubleUnaryOperator> TIMES = Map.of(
            "ms", x -> x / 1000,
            "sec", x -> x,
            "seconds", x -> x,
            "min", x -> x * 60,
            "h", x -> x * 3600);
    private static final Map<String, DoubleUnaryOperator> RATES =
            Map.of("bpm", x -> x / 60, "khz", x -> x * 1000, "/s", x -> x, "/min", x -> x / 60);

    private Measure() {}

    /** What a text comes to in a unit, which is empty where there is none; {@link Wrong} where it is no number. */
    public static double of(String typed, String unit) {
        String text = typed.strip();
        Matcher minutes = MINUTES.matcher(text);
        if (unit.equals("s") && minutes.matches())
            return 60 * Double.parseDouble(minutes.group(1))
                    + Double.parseDouble(minutes.group(2).replace(',', '.'));
        Matcher parts = WITH_UNIT.matcher(text);
        if (parts.matches()) {
            DoubleUnaryOperator to = from(parts.group(2).strip(), unit);
            if (to != null) return to.applyAsDouble(number(parts.group(1)));
        }
        return number(text);
    }

    private static double number(String text) {
        return Formula.reckon(COMMA.matcher(text).matches() ? text.replace(',', '.') : text);
    }

    /** How numbers of one unit become those of another, or null where they do not. */
    private static DoubleUnaryOperator from(String own, String unit) {
        if (own.equals(unit)) return x -> x;
        String name = own.toLowerCase(java.util.Locale.ROOT);
        return switch (unit) {
            case "turns" -> ANGLES.get(name);
            case "turns/s" -> name.endsWith("/s") ? ANGLES.get(name.substring(0, name.length() - 2)) : null;
            case VIEW ->
                name.equals("mm") ? x -> Math.atan(HALF_FRAME_MM / Math.max(1e-3, x)) / Math.PI : ANGLES.get(name);
            case "s" -> TIMES.get(name);
            case "Hz" -> RATES.get(name);
            default -> null;
        };
    }
}
