package gloaming.points.particle;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.step.Frame;
import java.util.Arrays;

/**
 * Particles that live for a while: the memory of whatever sows them.
 *
 * <p>Order is kept: the oldest come first, and the place in the columns changes only when an older one dies. The living are
 * copied from one set of columns to the other when somebody has died, so that threads never meet.
 */
final class Brood {
    private static final int GRAIN = 8_192;
    /** World units from the middle: what is flung further is gone for good. */
    private static final float FAR = 1_000;

    private static final Attribute[] KEPT = {
        Attribute.X,
        Attribute.Y,
        Attribute.Z,
        Attribute.VX,
        Attribute.VY,
        Attribute.VZ,
        Attribute.SIZE,
        Attribute.AGE,
        Attribute.LIFE,
        Attribute.ID
    };
    private static final Attribute[] COLOURS = {Attribute.RED, Attribute.GREEN, Attribute.BLUE};

    private Points alive = new Points();
    private Points other = new Points();
    private final boolean coloured;
    private int[] keep = new int[0];
    private int[] counts = new int[0];
    private final Column[] mates = new Column[Points.NAMED + Points.KEPT];
    private long born;
    private long culled;
    private double owed;
    private final float[][] columns = new float[KEPT.length + COLOURS.length][];

    /** {@code coloured}: whether each has a colour from its birth on. */
    Brood(boolean coloured) {
        this.coloured = coloured;
    }

    Points alive() {
        return alive;
    }

    /** How many were ever born. */
    long born() {
        return born;
    }

    /**
     * Moves all on by a frame, buries those whose time has come, and makes room for {@code births}, up to {@code most} alive: the oldest
     * go, or fewer are born. Gives the index of the first new one; the caller fills their columns.
     */
    int on(Frame frame, int births, int most, boolean stop) {
        int n = alive.n();
        // While it is paused no step asks for what it keeps.
        if (frame.dt() > 0) alive.sweep();
        int kept = move(frame, n);
        if (stop) births = Math.clamp((long) most - kept, 0, births);
        births = Math.min(births, most);
        int over = Math.max(0, kept + births - most);
        culled += over;
        if (kept - over < n) bury(frame, n, kept - over, over);
        born(kept - over, births);
        frame.lives(born, culled);
        return kept - over;
    }

    /** Moves all on; gives how many live on, and lists them by pieces. */
    private int move(Frame frame, int n) {
        float dt = (float) frame.dt();
        if (keep.length < n) keep = new int[n + n / 2];
        if (n == 0) return 0;
        int chunks = (n + GRAIN - 1) / GRAIN;
        if (counts.length < chunks + 1) counts = new int[chunks + chunks / 2 + 1];
        float[] x = alive.each(Attribute.X);
        float[] y = alive.each(Attribute.Y);
        float[] z = alive.each(Attribute.Z);
        float[] vx = alive.each(Attribute.VX);
        float[] vy = alive.each(Attribute.VY);
        float[] vz = alive.each(Attribute.VZ);
        float[] age = alive.each(Attribute.AGE);
        float[] life = alive.each(Attribute.LIFE);
        frame.crew().each(n, GRAIN, (from, to) -> {
            move(x, vx, dt, from, to);
            move(y, vy, dt, from, to);
            move(z, vz, dt, from, to);
            for (int i = from; i < to; i++) age[i] += dt;
            int kept = from;
            for (int i = from; i < to; i++) {
                // Not a number is no place to live at either.
                boolean lives = age[i] < life[i] && Math.abs(x[i]) + Math.abs(y[i]) + Math.abs(z[i]) < FAR;
                keep[kept] = i;
                kept += lives ? 1 : 0;
            }
            counts[from / GRAIN + 1] = kept - from;
        });
        counts[0] = 0;
        for (int c = 1; c <= chunks; c++) counts[c] += counts[c - 1];
        return counts[chunks];
    }

    private static void move(float[] x, float[] v, float dt, int from, int to) {
        for (int i = from; i < to; i++) x[i] += v[i] * dt;
    }

    /** Copies those that live on, but for the {@code over} oldest. */
    private void bury(Frame frame, int n, int kept, int over) {
        other.n(kept).loose(true).young(Integer.MAX_VALUE);
        for (Attribute attribute : KEPT) other.column(attribute).length(Math.max(1, kept));
        for (Attribute attribute : COLOURS) {
            if (coloured) other.column(attribute).length(Math.max(1, kept));
            else other.column(attribute).constant(1);
        }
        other.column(Attribute.ALPHA).constant(1);
        for (int k = 0; k < alive.named(); k++) {
            Column mine = other.column(alive.name(k));
            mates[k] = mine == null || mine == alive.named(k) ? new Column(16) : mine;
        }
        other.plain();
        for (int k = 0; k < alive.named(); k++) {
            other.put(alive.name(k), mates[k]);
            if (alive.named(k).length() == n) mates[k].length(Math.max(1, kept));
            else mates[k].copyFrom(alive.named(k));
        }
        frame.crew().each(n, GRAIN, (from, to) -> {
            int skipped = Math.max(0, over - counts[from / GRAIN]);
            int at = counts[from / GRAIN] + skipped - over;
            int count = counts[from / GRAIN + 1] - over - at;
            if (count <= 0) return;
            for (Attribute attribute : KEPT) gather(attribute, from + skipped, at, count);
            if (coloured) for (Attribute attribute : COLOURS) gather(attribute, from + skipped, at, count);
            for (int k = 0; k < alive.named(); k++) {
                if (alive.named(k).length() == n)
                    gather(alive.named(k).values, mates[k].values, from + skipped, at, count);
            }
        });
        Points before = alive;
        alive = other;
        other = before;
    }

    private void gather(Attribute attribute, int from, int at, int count) {
        gather(alive.column(attribute).values, other.column(attribute).values, from, at, count);
    }

    private void gather(float[] source, float[] into, int from, int at, int count) {
        for (int k = 0; k < count; k++) into[at + k] = source[keep[from + k]];
    }

    /** How many are born in a frame at this many a second: the fraction that is left is born later. */
    int due(double rate, double dt, int most) {
        if (dt <= 0) return 0;
        owed += rate * dt;
        double whole = Math.floor(owed + 1e-9);
        owed = Math.max(0, owed - whole);
        return (int) Math.min(most, whole);
    }

    private void born(int n, int births) {
        for (Attribute attribute : KEPT)
            alive.column(attribute).spread(Math.max(1, n)).length(Math.max(1, n + births));
        for (Attribute attribute : COLOURS) {
            if (coloured) alive.column(attribute).spread(Math.max(1, n)).length(Math.max(1, n + births));
            else alive.column(attribute).constant(1);
        }
        alive.column(Attribute.ALPHA).constant(1);
        for (int k = 0; k < alive.named(); k++) {
            Column column = alive.named(k);
            if (column.length() != n) continue;
            column.length(Math.max(1, n + births));
            // A name that a step keeps something under begins as not a number: it has not been there yet.
            Arrays.fill(column.values, n, n + births, Float.NaN);
        }
        alive.n(n + births).loose(true).young(n);
        born += births;
    }

    /** The id of the particle at an index that is new. */
    long id(int index) {
        return born - (alive.n() - index);
    }

    /** The columns of place, velocity, size, age, life and id, in this order, to be written. */
    float[][] columns() {
        for (int i = 0; i < KEPT.length; i++) columns[i] = alive.column(KEPT[i]).values;
        for (int i = 0; i < COLOURS.length; i++) columns[KEPT.length + i] = alive.column(COLOURS[i]).values;
        return columns;
    }

    static final int X = 0;
    static final int Y = 1;
    static final int Z = 2;
    static final int VX = 3;
    static final int VY = 4;
    static final int VZ = 5;
    static final int SIZE = 6;
    static final int AGE = 7;
    static final int LIFE = 8;
    static final int ID = 9;
    static final int RED = 10;
    static final int GREEN = 11;
    static final int BLUE = 12;
}
