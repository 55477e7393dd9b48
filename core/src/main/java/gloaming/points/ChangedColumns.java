package gloaming.points;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;

/** The memory of a step that changes some columns of what comes in and leaves that itself as it is. */
public final class ChangedColumns {
    private static final int ALL = Attribute.values().length;
    private final Points out = new Points();
    private final Column[] own = new Column[ALL];
    private final java.util.Map<String, Column> named = new java.util.HashMap<>();

    /** What goes out: so far, all of what comes in. */
    public Points of(Points in) {
        return out.share(in);
    }

    /** A column to be changed: as many values as there are points, those of what came in. */
    public float[] write(Attribute attribute) {
        int i = attribute.ordinal();
        if (own[i] == null) own[i] = new Column(16);
        return out.own(attribute, own[i]).spread(Math.max(1, out.n())).values;
    }

    /** A column to be written afresh: as many values as there are points, of any content. */
    public float[] afresh(Attribute attribute) {
        int i = attribute.ordinal();
        if (own[i] == null) own[i] = new Column(16);
        out.put(attribute, own[i]);
        return own[i].length(Math.max(1, out.n())).values;
    }

    /** A column of this name to be changed; a new one is 0 to begin with. */
    public float[] write(String name) {
        Attribute attribute = Attribute.named(name);
        if (attribute != null) return write(attribute);
        Column before = out.column(name);
        Column mine = named.computeIfAbsent(name, k -> new Column(16));
        if (before == null) mine.constant(0);
        else if (before != mine) mine.copyFrom(before);
        out.put(name, mine);
        return mine.spread(Math.max(1, out.n())).values;
    }
}
