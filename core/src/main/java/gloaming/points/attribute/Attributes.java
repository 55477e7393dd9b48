package gloaming.points.attribute;

import gloaming.flow.Attribute;
import gloaming.flow.Points;
import gloaming.points.ChangedColumns;
import java.util.regex.Pattern;

/** The attributes that a step's text names. */
final class Attributes {
    private static final String[] COLOUR = {"red", "green", "blue"};
    private static final Pattern NAME = Pattern.compile("[a-z][a-z0-9_ ]{0,39}");

    private Attributes() {}

    /** One value for a point. */
    @FunctionalInterface
    interface Value {
        float of(int i);
    }

    /** Puts a value into the attribute of this name, on all points; an {@link IllegalArgumentException} with a sentence for no name. */
    static void put(
            ChangedColumns altered, Points points, String name, How how, gloaming.step.Frame frame, Value value) {
        String[] names = names(name);
        float[][] columns = new float[names.length][];
        for (int c = 0; c < names.length; c++) columns[c] = altered.write(names[c]);
        frame.crew().each(points.n(), Points.GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                float each = value.of(i);
                for (float[] column : columns) column[i] = how.put(column[i], each);
            }
        });
    }

    private static String[] names(String name) {
        // Most are what they should be, and this is asked in every frame.
        if (Attribute.named(name) != null) return new String[] {name};
        String plain = name.strip().toLowerCase(java.util.Locale.ROOT);
        if (plain.equals("colour")) return COLOUR;
        if (!NAME.matcher(plain).matches())
            throw new IllegalArgumentException("knows no attribute '" + name
                    + "'; a name begins with a letter and has letters, digits and _ only, such as size or warmth");
        return new String[] {plain};
    }
}
