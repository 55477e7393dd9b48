package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Points;

/** What every layout does first: so many points, each with its index as id, default size and colour. */
final class Layout {
    private Layout() {}

    static Points start(Points points, int n, double size) {
        boolean grown = points.n() != n;
        points.n(n).loose(false);
        points.column(Attribute.SIZE).constant((float) size);
        for (Attribute position : new Attribute[] {Attribute.X, Attribute.Y})
            points.column(position).length(Math.max(1, n));
        if (grown) {
            points.column(Attribute.ID).length(Math.max(1, n));
            float[] id = points.column(Attribute.ID).values;
            for (int i = 0; i < n; i++) id[i] = i;
        }
        return points;
    }
}
