package gloaming.flow;

/** The attributes every point has, with the value it has when nobody set one. */
public enum Attribute {
    /** Position in world units. */
    X(0),
    Y(0),
    Z(0),
    /** Velocity in world units a second. */
    VX(0),
    VY(0),
    VZ(0),
    /** Where it points: a vector of length 1. */
    HX(1),
    HY(0),
    HZ(0),
    /** Radius in world units. */
    SIZE(0.012f),
    /** Colour in linear light, not premultiplied, unbounded. */
    RED(1),
    GREEN(1),
    BLUE(1),
    ALPHA(1),
    /** Seconds since birth, and the seconds it will live; 0 for a point that does not age. */
    AGE(0),
    LIFE(0),
    /** Whole number that stays with a point for as long as it lives. */
    ID(0);

    final float initial;
    private final String id = name().toLowerCase(java.util.Locale.ROOT);

    Attribute(float initial) {
        this.initial = initial;
    }

    private static final Attribute[] ALL = values();

    /** The attribute of this name, as formulas and files have it ({@code vx}, {@code size}), or null. */
    public static Attribute named(String name) {
        for (Attribute attribute : ALL) if (attribute.id.equals(name)) return attribute;
        return null;
    }

    /** Its name in formulas, shaders and tables. */
    public String id() {
        return id;
    }
}
