package gloaming.flow;

import java.util.Arrays;

/**
 * One attribute of a cloud of points: as many values as there are points, or fewer that repeat.
 *
 * <p>A column of length 5 under 100 points gives point 7 the value at 2. A length of 1 is a constant.
 */
public final class Column {
    public float[] values;
    private int length;

    public Column(int capacity) {
        values = new float[Math.max(1, capacity)];
        length = 0;
    }

    public static Column of(float... values) {
        Column column = new Column(values.length);
        column.length(values.length);
        System.arraycopy(values, 0, column.values, 0, values.length);
        return column;
    }

    public int length() {
        return length;
    }

    public float at(int i) {
        // A division is dear, and most columns are as long as there are points, or one value for all.
        return values[i < length ? i : length == 1 ? 0 : i % length];
    }

    /** Sets the length, keeping what is there; grows by half again so that a growing cloud seldom allocates. */
    public Column length(int length) {
        if (length > values.length) values = Arrays.copyOf(values, Math.max(length, values.length + values.length / 2));
        this.length = length;
        return this;
    }

    /** Makes this one value for all points. */
    public Column constant(float value) {
        length(1);
        values[0] = value;
        return this;
    }

    /** Makes this {@code n} long by repeating what is there, so that each point can be written. */
    public Column spread(int n) {
        if (length == n) return this;
        int had = Math.max(1, length);
        length(n);
        for (int i = had; i < n; i++) values[i] = values[i - had];
        return this;
    }

    /** Takes over another column's length and values. */
    public Column copyFrom(Column other) {
        length(other.length);
        System.arraycopy(other.values, 0, values, 0, other.length);
        return this;
    }
}
