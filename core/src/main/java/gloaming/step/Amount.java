package gloaming.step;

/**
 * A number among a step's arguments that changes in its place: what drives a setting, or moves it, makes no new object in each frame. Its owner
 * is the thread of the frame.
 */
public final class Amount {
    private final boolean whole;
    private double value;

    /** @param whole whether the setting is a whole number; what it is set to is one then */
    public Amount(boolean whole, double value) {
        this.whole = whole;
        this.value = value;
    }

    /** Sets it; tells whether it was another. */
    public boolean set(double number) {
        boolean other = number != value;
        value = number;
        return other;
    }

    /** An argument as a value that stays as it is. */
    public static Object plain(Object argument) {
        if (!(argument instanceof Amount amount)) return argument;
        if (amount.whole) return (int) amount.value;
        return amount.value;
    }

    /** An argument as the number that it is. */
    static double number(Object argument) {
        return argument instanceof Amount amount ? amount.value : (Double) argument;
    }

    /** An argument as the whole number that it is. */
    static int whole(Object argument) {
        return argument instanceof Amount amount ? (int) amount.value : (Integer) argument;
    }
}
