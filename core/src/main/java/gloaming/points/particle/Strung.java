package gloaming.points.particle;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.step.Colour;

/**
 * Points in strands, one place after another: the column "strand" tells one strand from the next, and "part" runs from 0 to 1 along each.
 * Places may be written by several threads at once.
 */
final class Strung {
    private final Points out = new Points();
    private final Column strands = new Column(16);
    private final Column parts = new Column(16);
    private float[] x;
    private float[] y;
    private float[] z;
    private float[] size;
    private float[] red;
    private float[] green;
    private float[] blue;
    private float[] alpha;
    private float[] id;
    private float[] strand;
    private float[] part;

    /** Room for so many places; each is then to be written. */
    Points room(int total) {
        out.plain().n(total).loose(false);
        int room = Math.max(1, total);
        x = out.column(Attribute.X).length(room).values;
        y = out.column(Attribute.Y).length(room).values;
        z = out.column(Attribute.Z).length(room).values;
        size = out.column(Attribute.SIZE).length(room).values;
        red = out.column(Attribute.RED).length(room).values;
        green = out.column(Attribute.GREEN).length(room).values;
        blue = out.column(Attribute.BLUE).length(room).values;
        alpha = out.column(Attribute.ALPHA).length(room).values;
        id = out.column(Attribute.ID).length(room).values;
        strand = strands.length(room).values;
        part = parts.length(room).values;
        return out.put("strand", strands).put("part", parts);
    }

    /** Writes where place {@code i} is, on which strand, and how far along it. */
    void place(int i, float px, float py, float pz, float which, float along) {
        x[i] = px;
        y[i] = py;
        z[i] = pz;
        id[i] = i;
        strand[i] = which;
        part[i] = along;
    }

    /**
     * Writes how place {@code i} looks. Colours run from that of the strand's beginning to {@code end}, or to the beginning's times {@code
     * end} where that {@code tints}.
     */
    void look(int i, float radius, float r, float g, float b, float cover, Colour end, boolean tints) {
        size[i] = radius;
        red[i] = r + ((tints ? r * end.r() : end.r()) - r) * part[i];
        green[i] = g + ((tints ? g * end.g() : end.g()) - g) * part[i];
        blue[i] = b + ((tints ? b * end.b() : end.b()) - b) * part[i];
        alpha[i] = cover;
    }
}
