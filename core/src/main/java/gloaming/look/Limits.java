package gloaming.look;

import java.util.regex.Pattern;

/** The bounds of a document, so that none can exhaust the machine it is opened on. */
public final class Limits {
    public static final int LANES = 200;
    public static final int STEPS = 100;
    public static final int LAYERS = 100;
    public static final int KITS = 100;
    /** Lanes of a look and steps of a lane once all kits are opened. */
    public static final int OPENED = 4_000;

    public static final int NAME = 120;
    public static final int TEXT = 65_536;
    public static final int FORMULA = 2_000;
    public static final int MIN_SIDE = 16;
    public static final int MAX_SIDE = 8_192;
    public static final double MIN_RATE = 1;
    public static final double MAX_RATE = 240;
    public static final double MIN_TEMPO = 20;
    public static final double MAX_TEMPO = 400;
    /** Bytes of a look's JSON. */
    public static final int DOCUMENT = 8 << 20;

    private static final Pattern ID = Pattern.compile("[a-z0-9-]{1,40}(/[a-z0-9-]{1,40})*");

    private Limits() {}

    static String name(String what, String name) {
        if (name == null || name.isBlank()) throw new Refused(what + " needs a name.");
        if (name.length() > NAME) throw new Refused(what + " has a name of over " + NAME + " characters.");
        return name.strip();
    }

    /** Ids within a use of a kit have those of the uses they stand in before them, as paths. */
    static String id(String what, String id) {
        if (id == null || id.length() > 400 || !ID.matcher(id).matches()) {
            throw new Refused(what + " has the id '" + id + "'; ids are 1 to 40 of a-z, 0-9 and '-'.");
        }
        return id;
    }

    /** Whether an id is one within a use of a kit, and none of the document itself. */
    static boolean within(String id) {
        return id.indexOf('/') >= 0;
    }

    static double finite(String what, double value) {
        if (!Double.isFinite(value)) throw new Refused(what + " is not a number.");
        return value;
    }

    static double within(String what, double value, double low, double high) {
        if (!(value >= low && value <= high)) {
            throw new Refused(
                    what + " is " + plain(value) + "; it goes from " + plain(low) + " to " + plain(high) + ".");
        }
        return value;
    }

    /** A number as a person writes it: no trailing zeros. */
    public static String plain(double value) {
        return value == Math.rint(value) && Math.abs(value) < 1e15
                ? Long.toString((long) value)
                : new java.math.BigDecimal(value)
                        .round(new java.math.MathContext(6))
                        .stripTrailingZeros()
                        .toPlainString();
    }
}
