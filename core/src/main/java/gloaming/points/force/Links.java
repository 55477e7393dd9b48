package gloaming.points.force;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.step.Frame;

/**
 * Lines between points that are near each other, each pair once.
 *
 * <p>A point takes the nearest of those with a later place in the cells' order first, so many at most.
 */
public final class Links {
    /** Lines in all, at most. */
    private static final int LINES = 150_000;
    /**
     * Places that are looked at of three cells in a row, and in a frame: many points in one place must not stop the show. No more are
     * looked at of each row than come to so many in all.
     */
    private static final int CROWD = 256;

    private static final int LOOKS = 32_000_000;
    private static final int ROWS = 9;

    private final Near near = new Near();
    /** The places, where a column is shorter than the points are many. */
    private final Column[] spread = {new Column(16), new Column(16), new Column(16)};

    private int[] found = new int[0];
    private float[] far = new float[0];
    private int[] count = new int[0];
    /** Which two points each line joins. */
    public int[] pairs = new int[0];
    /** How much of each line's light is left, as it is long. */
    public float[] strength = new float[0];

    public int lines;

    /**
     * Finds the lines.
     *
     * @param within units, how far a line reaches
     * @param most lines from each point, at most
     * @param fade how early lines fade with distance: 0 not at all
     */
    public Links find(Points in, double within, int most, double fade, Frame frame) {
        int n = in.n();
        if (count.length < n || found.length < n * most) {
            int room = n + n / 2;
            count = new int[room];
            found = new int[room * most];
            far = new float[room * most];
        }
        float[] x = values(in, Attribute.X, spread[0]);
        float[] y = values(in, Attribute.Y, spread[1]);
        float[] z = values(in, Attribute.Z, spread[2]);
        near.sort(x, y, z, n, within, frame.crew());
        boolean flat = in.column(Attribute.Z).length() == 1;
        int crowd = Math.clamp(LOOKS / (long) (ROWS * Math.max(1, n)), 4, CROWD);
        float whole = (float) (within * within);
        frame.crew().each(n, 256, (from, to) -> {
            int[] runs = Near.room();
            for (int at = from; at < to; at++)
                look(at, whole, most, runs, near.runs(near.x[at], near.y[at], near.z[at], flat, runs, 0), crowd);
        });
        int all = 0;
        for (int at = 0; at < n; at++) all += count[at];
        all = Math.min(all, LINES);
        if (strength.length < all) {
            pairs = new int[all * 3];
            strength = new float[all * 3 / 2];
        }
        lines = 0;
        for (int at = 0; at < n && lines < all; at++) {
            for (int k = 0; k < count[at] && lines < all; k++, lines++) {
                pairs[2 * lines] = near.order[at];
                pairs[2 * lines + 1] = near.order[found[at * most + k]];
                double part = 1 - Math.sqrt(far[at * most + k] / whole);
                strength[lines] = fade == 0 ? 1 : (float) Math.pow(part, fade);
            }
        }
        return this;
    }

    private static float[] values(Points in, Attribute attribute, Column own) {
        Column column = in.column(attribute);
        return column.length() == in.n() ? column.values : own.copyFrom(column).spread(Math.max(1, in.n())).values;
    }

    /** The nearest of those that stand later in the order, nearest first. */
    private void look(int at, float within, int most, int[] runs, int some, int crowd) {
        int row = at * most;
        int had = 0;
        for (int run = 0; run < 2 * some; run += 2) {
            int begin = Math.max(at + 1, runs[run]);
            int end = Math.min(runs[run + 1], begin + crowd);
            for (int k = begin; k < end; k++) {
                float dx = near.x[k] - near.x[at];
                float dy = near.y[k] - near.y[at];
                float dz = near.z[k] - near.z[at];
                float d = dx * dx + dy * dy + dz * dz;
                if (!(d < within) || had == most && d >= far[row + had - 1]) continue;
                int place = had < most ? had++ : had - 1;
                while (place > 0 && far[row + place - 1] > d) {
                    far[row + place] = far[row + place - 1];
                    found[row + place] = found[row + place - 1];
                    place--;
                }
                far[row + place] = d;
                found[row + place] = k;
            }
        }
        count[at] = had;
    }
}
