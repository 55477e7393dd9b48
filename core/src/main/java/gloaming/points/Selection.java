package gloaming.points;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;

/** The memory of a step that hands out some of the points that come in, in another order or more than once. */
public final class Selection {
    private static final Attribute[] ALL = Attribute.values();
    private final Points out = new Points();
    private final java.util.Map<String, Column> named = new java.util.HashMap<>();
    int[] which = new int[16];

    /** Room for {@code n} indices. */
    public int[] room(int n) {
        if (which.length < n) which = new int[n + n / 2];
        return which;
    }

    /** The points of {@code in} at the first {@code n} indices that were written. Columns that repeat alike are shared. */
    public Points of(Points in, int n) {
        out.plain().n(n).loose(false).young(Integer.MAX_VALUE);
        for (Attribute attribute : ALL) {
            Column from = in.column(attribute);
            Column to = out.column(attribute);
            if (from.length() == 1) to.constant(from.at(0));
            else gather(from, to, n);
        }
        for (int k = 0; k < in.named(); k++) {
            if (in.name(k).startsWith(".")) continue;
            Column to = named.computeIfAbsent(in.name(k), name -> new Column(16));
            gather(in.named(k), to, n);
            out.put(in.name(k), to);
        }
        return out;
    }

    private void gather(Column from, Column to, int n) {
        float[] values = to.length(Math.max(1, n)).values;
        for (int i = 0; i < n; i++) values[i] = from.at(which[i]);
    }
}
