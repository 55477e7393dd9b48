package gloaming.flow;

/**
 * A cloud of {@code n} points as columns.
 *
 * <p>A cloud is <em>loose</em> when some step upstream integrates its motion: what a force writes into position and velocity
 * then lasts into the next frame. A layout is not loose: it is laid out anew each frame, and the first force takes a loose
 * copy of it (see {@code Motion}).
 */
public final class Points implements Flow {
    private final Column[] columns = new Column[Attribute.values().length];
    private int n;
    private boolean loose;

    public Points() {
        for (Attribute attribute : Attribute.values()) {
            columns[attribute.ordinal()] = new Column(16).constant(attribute.initial);
        }
    }

    public int n() {
        return n;
    }

    public boolean loose() {
        return loose;
    }

    public Points loose(boolean loose) {
        this.loose = loose;
        return this;
    }

    /** Sets the number of points; columns are left as they are and repeat where they are shorter. */
    public Points n(int n) {
        if (n < 0) throw new IllegalArgumentException(n + " points");
        this.n = n;
        return this;
    }

    public Column column(Attribute attribute) {
        return columns[attribute.ordinal()];
    }

    public float at(Attribute attribute, int i) {
        return column(attribute).at(i);
    }

    /** A column's values, one for each point, to be written by the caller. */
    public float[] each(Attribute attribute) {
        return column(attribute).spread(Math.max(1, n)).values;
    }

    /** Shares every column of {@code other}, so that single ones can then be replaced by {@link #own}. */
    public Points share(Points other) {
        System.arraycopy(other.columns, 0, columns, 0, columns.length);
        n = other.n;
        loose = other.loose;
        return this;
    }

    /** Puts {@code mine} in the place of a shared column, holding that column's values, and returns it. */
    public Column own(Attribute attribute, Column mine) {
        Column shared = columns[attribute.ordinal()];
        if (shared != mine) mine.copyFrom(shared);
        columns[attribute.ordinal()] = mine;
        return mine;
    }

    /** Copies every column. */
    public Points copyFrom(Points other) {
        for (int i = 0; i < columns.length; i++) columns[i].copyFrom(other.columns[i]);
        n = other.n;
        return this;
    }

    @Override
    public Kind kind() {
        return Kind.POINTS;
    }
}
