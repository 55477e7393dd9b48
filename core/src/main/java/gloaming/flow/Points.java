package gloaming.flow;

/**
 * A cloud of {@code n} points as columns.
 *
 * <p>A cloud is <em>loose</em> when some step upstream integrates its motion: what a force writes into position and velocity
 * then lasts into the next frame. A layout is not loose: it is laid out anew each frame, and the first force takes a loose
 * copy of it (see {@code Force}).
 *
 * <p>Beside the attributes that every point has there are up to {@value #NAMED} columns with names of the artist's own. A name that
 * begins with a dot belongs to a step, and nobody is shown it.
 */
public final class Points implements Flow {
    private final Column[] columns = new Column[Attribute.values().length];
    /** Columns with names of the artist's own, at most. */
    public static final int NAMED = 24;
    /** Columns that steps keep, at most, beside those: what steps remember takes nothing from the artist. */
    public static final int KEPT = 40;
    /** Points in one piece of work. */
    public static final int GRAIN = 4_096;

    private final String[] names = new String[NAMED + KEPT];
    private final Column[] named = new Column[NAMED + KEPT];
    private final boolean[] used = new boolean[NAMED + KEPT];
    private int own;
    private int n;
    private boolean loose;
    private int young = Integer.MAX_VALUE;

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

    /**
     * The first point that was let loose in this frame. Those from here on have felt no force yet: what pushes them does so for their
     * age and half a frame, so that a path does not depend on the frame rate (the start of a leapfrog).
     */
    public int young() {
        return young;
    }

    public Points young(int young) {
        this.young = young;
        return this;
    }

    /** The column of this name, whether every point has it or some step made it, or null. */
    public Column column(String name) {
        for (int i = 0; i < own; i++) if (names[i].equals(name)) return named[i];
        Attribute attribute = Attribute.named(name);
        return attribute == null ? null : column(attribute);
    }

    /** Puts a column under a name of its own; an {@link IllegalArgumentException} with a sentence when there are too many. */
    public Points put(String name, Column column) {
        for (int i = 0; i < own; i++) {
            if (!names[i].equals(name)) continue;
            named[i] = column;
            return this;
        }
        room(name);
        names[own] = name;
        named[own++] = column;
        return this;
    }

    private void room(String name) {
        boolean kept = name.startsWith(".");
        int had = 0;
        for (int i = 0; i < own; i++) if (names[i].startsWith(".") == kept) had++;
        if (kept && had == KEPT)
            throw new IllegalArgumentException("its points are remembered by " + KEPT + " steps already");
        if (!kept && had == NAMED)
            throw new IllegalArgumentException(
                    "its points have " + NAMED + " attributes of their own already; no room for '" + name + "'");
    }

    /**
     * A column that a step keeps something of its own in from frame to frame: the name begins with a dot, and the values are not numbers
     * where the point is new. It goes with loose points as long as the step asks for it in every frame.
     */
    public float[] kept(String name) {
        Column column = null;
        for (int i = 0; i < own; i++) if (names[i].equals(name)) column = named[i];
        if (column == null) put(name, column = new Column(16).constant(Float.NaN));
        for (int i = 0; i < own; i++) if (named[i] == column) used[i] = true;
        int had = column.length();
        column.length(Math.max(1, n));
        if (had < n) java.util.Arrays.fill(column.values, had, n, Float.NaN);
        return column.values;
    }

    /** Begins a frame of loose points: what no step kept in the last one is forgotten. */
    public Points sweep() {
        int left = 0;
        for (int i = 0; i < own; i++) {
            if (names[i].startsWith(".") && !used[i]) continue;
            names[left] = names[i];
            named[left] = named[i];
            used[left++] = false;
        }
        own = left;
        return this;
    }

    /** How many columns have names of their own. */
    public int named() {
        return own;
    }

    public String name(int i) {
        return names[i];
    }

    public Column named(int i) {
        return named[i];
    }

    /** Forgets the columns with names of their own. */
    public Points plain() {
        own = 0;
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
        shareNamed(other);
        n = other.n;
        loose = other.loose;
        young = other.young;
        return this;
    }

    /** Shares the columns that have names of their own. */
    public Points shareNamed(Points other) {
        own = other.own;
        System.arraycopy(other.names, 0, names, 0, own);
        System.arraycopy(other.named, 0, named, 0, own);
        return this;
    }

    /** Puts {@code mine} in the place of a shared column, holding that column's values, and returns it. */
    public Column own(Attribute attribute, Column mine) {
        Column shared = columns[attribute.ordinal()];
        if (shared != mine) mine.copyFrom(shared);
        columns[attribute.ordinal()] = mine;
        return mine;
    }

    /** Puts {@code mine} in the place of a column, whatever it holds. */
    public Points put(Attribute attribute, Column mine) {
        columns[attribute.ordinal()] = mine;
        return this;
    }

    /** Copies every column. */
    public Points copyFrom(Points other) {
        for (int i = 0; i < columns.length; i++) columns[i].copyFrom(other.columns[i]);
        own = 0;
        for (int i = 0; i < other.own; i++) put(other.names[i], new Column(1).copyFrom(other.named[i]));
        n = other.n;
        return this;
    }
}
