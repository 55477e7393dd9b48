package gloaming.desk;

import gloaming.look.Binding;
import java.util.List;

/**
 * What a look that shows another gives the settings on the other's strip, in place of what stands there; not a number leaves one alone.
 *
 * <p>In the other it stands as bindings to controls of names that no device has, so that it reaches all that hands on those settings reach.
 */
public final class Outside {
    /** Nothing is given. */
    public static final Outside NOTHING = new Outside(0);

    private static final String CONTROL = "from outside ";
    private final double[] values;

    public Outside(int settings) {
        values = new double[settings];
        java.util.Arrays.fill(values, Double.NaN);
    }

    /** Gives a setting a value from this frame on. */
    public void put(int setting, double value) {
        values[setting] = value;
    }

    /** The binding by which a setting is given from outside; it goes over the whole range, so that a value is what it is. */
    public static Binding binding(int setting, String of, String id, double low, double high) {
        String name = CONTROL + setting;
        return new Binding(name.replace(' ', '-'), name, of, id, low, high, low, high, 1, 0, Binding.Mode.VALUE, false);
    }

    /** What has hold of a setting that is bound so, or null where it is bound to controls alone. */
    public Grasp grasp(List<Binding> bindings) {
        for (Binding binding : bindings) {
            // Documents may name controls as they like.
            if (!binding.control().matches(CONTROL + "\\d{1,3}")) continue;
            int setting = Integer.parseInt(binding.control().substring(CONTROL.length()));
            if (setting >= values.length) continue;
            return (own, present, dt) -> Double.isNaN(values[setting]) ? Double.NaN : binding.map(values[setting]);
        }
        return null;
    }
}
