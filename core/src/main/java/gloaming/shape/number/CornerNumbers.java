package gloaming.shape.number;

import gloaming.flow.Shape;
import java.util.List;

/** The numbers of corners by the names that artists type. */
final class CornerNumbers {
    /** What every corner has; the colour is 1 where there is none. */
    static final List<String> KNOWN = List.of("x", "y", "z", "nx", "ny", "nz", "u", "v", "red", "green", "blue");

    /** Where colours begin among them. */
    static final int COLOURS = 8;

    private CornerNumbers() {}

    /** The column of a name; null where corners carry none of that name, or no colour. */
    static float[] of(Shape shape, String name) {
        int k = KNOWN.indexOf(name);
        if (k >= COLOURS && !shape.coloured()) return null;
        return switch (k) {
            case 0 -> shape.x();
            case 1 -> shape.y();
            case 2 -> shape.z();
            case 3 -> shape.nx();
            case 4 -> shape.ny();
            case 5 -> shape.nz();
            case 6 -> shape.u();
            case 7 -> shape.v();
            case 8 -> shape.red();
            case 9 -> shape.green();
            case 10 -> shape.blue();
            default -> shape.number(name);
        };
    }
}
