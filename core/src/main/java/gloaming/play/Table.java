package gloaming.play;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import java.util.ArrayList;
import java.util.List;

/**
 * The points of one step at one moment, to be read as numbers: the range of every column, and the first rows.
 *
 * @param step whose points they are
 * @param n how many there are
 * @param columns those that are not the same as every point has them by itself
 */
public record Table(String step, int n, List<Line> columns) {
    /** Rows that are shown. */
    public static final int ROWS = 12;

    /**
     * One column.
     *
     * @param length how many values it has; fewer than points repeat
     * @param first at most {@value #ROWS} values, by point
     */
    public record Line(String name, int length, float low, float high, float[] first) {}

    static Table of(String step, Points points) {
        List<Line> lines = new ArrayList<>();
        for (Attribute attribute : Attribute.values()) {
            Column column = points.column(attribute);
            boolean plain = attribute.compareTo(Attribute.Y) > 0
                    && column.length() == 1
                    && column.at(0) == new Points().at(attribute, 0);
            if (!plain) lines.add(line(attribute.id(), column, points.n()));
        }
        for (int k = 0; k < points.named(); k++) {
            if (!points.name(k).startsWith(".")) lines.add(line(points.name(k), points.named(k), points.n()));
        }
        return new Table(step, points.n(), List.copyOf(lines));
    }

    private static Line line(String name, Column column, int n) {
        float low = Float.POSITIVE_INFINITY;
        float high = Float.NEGATIVE_INFINITY;
        for (int i = 0; i < Math.min(n, column.length()); i++) {
            // What is no number has no place in a range, and is seen in the rows.
            if (Float.isNaN(column.values[i])) continue;
            low = Math.min(low, column.values[i]);
            high = Math.max(high, column.values[i]);
        }
        if (low > high) low = high = n == 0 ? 0 : Float.NaN;
        float[] first = new float[Math.min(n, ROWS)];
        for (int i = 0; i < first.length; i++) first[i] = column.at(i);
        return new Line(name, Math.min(column.length(), Math.max(1, n)), low, high, first);
    }
}
