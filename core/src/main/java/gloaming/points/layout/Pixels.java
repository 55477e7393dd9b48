package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.attribute.Peek;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Randomness;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/**
 * Points over a picture, with its colours: on a grid of its pixels, more where it is bright, or along its edges.
 *
 * <p>Where points are drawn by brightness, each place is taken in the order of a fixed shuffle of the picture's cells while
 * the light there is worth it, so that a still picture gives still points and a changing one moves few.
 */
@Id("pixels")
@StepInfo(
        name = "Pixels",
        does =
                "Lays points over a picture of another lane: on a grid, by brightness, or along its edges, with its colours.",
        find = "layout picture image pixels sample stipple edges outline text letters emblem film",
        notice = "Where the picture is bright, there are many points.",
        example = "* of=(puppet) size=0.01")
@Read(name = "of", kind = Picture.class, says = "The picture.")
public record Pixels(
        @Id("where")
        @Choice(
                initial = "by-light",
                says = "Where points are: each cell of a grid, more where there is light or cover, or along edges.")
        Where where,

        @Id("cells") @Range(min = 8, max = 960, initial = 240, byRatio = true, says = "Cells across the picture.")
        int cells,

        @Id(value = "most", label = "Most points")
        @Range(min = 1, max = 500000, initial = 20000, byRatio = true, says = "At most so many points.")
        int most,

        @Id(value = "least", label = "Ignore below")
        @Range(min = 0, max = 4, initial = 0.1, says = "Cells with less light, cover or edge have no point.")
        double least,

        @Id(value = "full", label = "Sure from")
        @Range(
                min = 0,
                max = 4,
                initial = 1,
                says = "How much light makes a point certain; more light than that makes no more.")
        double full,

        @Id(value = "relief", label = "Lift by light")
        @Range(min = 0, max = 4, initial = 0, unit = "units", says = "How far light lifts points towards who looks.")
        double relief,

        @Id("coloured") @Choice(initial = "true", says = "Whether points have the picture's colours.")
        boolean coloured,

        @Id("size")
        @Range(min = 0.0005, max = 0.5, initial = 0.006, unit = "units", byRatio = true, says = "Radius of each point.")
        double size)
        implements Operation<Nothing, Points, Points> {

    /** Where points are. */
    public enum Where {
        @Id("grid")
        GRID,
        @Id("by-light")
        BY_LIGHT,
        @Id("by-cover")
        BY_COVER,
        @Id("edges")
        EDGES
    }

    @Override
    public Points memory() {
        return new Points();
    }

    @Override
    public Points run(Nothing in, Points out, Frame frame) {
        Picture of = frame.read("of", Picture.class);
        if (of == null) return out.n(0);
        int across = Math.min(cells, of.width);
        int up = Math.clamp(Math.round((double) across * of.height / of.width), 1, of.height);
        out.n(0).loose(false);
        int room = Math.min(most, across * up);
        out.column(Attribute.SIZE).constant((float) size);
        float[] x = out.column(Attribute.X).length(Math.max(1, room)).values;
        float[] y = out.column(Attribute.Y).length(Math.max(1, room)).values;
        float[] z = out.column(Attribute.Z).length(Math.max(1, room)).values;
        float[] red = out.column(Attribute.RED).length(Math.max(1, room)).values;
        float[] green = out.column(Attribute.GREEN).length(Math.max(1, room)).values;
        float[] blue = out.column(Attribute.BLUE).length(Math.max(1, room)).values;
        float[] id = out.column(Attribute.ID).length(Math.max(1, room)).values;
        long cellsInAll = (long) across * up;
        int n = 0;
        // Through all cells in an order that is spread out: by a step that shares no factor with their number.
        long stride = where == Where.GRID ? 1 : coprime(cellsInAll);
        for (long k = 0; k < cellsInAll && n < room; k++) {
            int cell = (int) (k * stride % cellsInAll);
            int column = cell % across;
            int row = cell / across;
            int px = Math.min(of.width - 1, (int) ((column + 0.5) * of.width / across));
            int py = Math.min(of.height - 1, (int) ((row + 0.5) * of.height / up));
            int at = of.at(py) + px;
            float light = Peek.light(of, at);
            double worth = switch (where) {
                case GRID, BY_LIGHT -> light;
                case BY_COVER -> of.a()[at];
                case EDGES -> edge(of, px, py);
            };
            if (!(worth >= least)) continue;
            if (where != Where.GRID && full > 0 && Randomness.uniform(frame.seed(), cell, 0) * full > worth) continue;
            double jitter = where == Where.GRID ? 0 : 0.9;
            double along = column + 0.5 + jitter * (Randomness.uniform(frame.seed(), cell, 1) - 0.5);
            double above = row + 0.5 + jitter * (Randomness.uniform(frame.seed(), cell, 2) - 0.5);
            x[n] = (float) of.worldX(along * of.width / across - 0.5);
            y[n] = (float) of.worldY(above * of.height / up - 0.5);
            z[n] = (float) (relief * light);
            // Colours are premultiplied in a picture and not in points.
            float cover = Math.max(of.a()[at], 1e-4f);
            red[n] = coloured ? of.r()[at] / cover : 1;
            green[n] = coloured ? of.g()[at] / cover : 1;
            blue[n] = coloured ? of.b()[at] / cover : 1;
            id[n] = cell;
            n++;
        }
        for (Attribute attribute : new Attribute[] {
            Attribute.X, Attribute.Y, Attribute.Z, Attribute.RED, Attribute.GREEN, Attribute.BLUE, Attribute.ID
        }) {
            out.column(attribute).length(Math.max(1, n));
        }
        return out.n(n);
    }

    private static double edge(Picture of, int px, int py) {
        int left = of.at(py) + Math.max(0, px - 1);
        int right = of.at(py) + Math.min(of.width - 1, px + 1);
        int low = of.at(Math.max(0, py - 1)) + px;
        int high = of.at(Math.min(of.height - 1, py + 1)) + px;
        double cover = Math.hypot(of.a()[right] - of.a()[left], of.a()[high] - of.a()[low]);
        return Math.max(
                cover,
                Math.hypot(Peek.light(of, right) - Peek.light(of, left), Peek.light(of, high) - Peek.light(of, low)));
    }

    private static long coprime(long n) {
        long step = Math.max(1, Math.round(n * 0.6180339887));
        while (gcd(step, n) != 1) step++;
        return step;
    }

    private static long gcd(long a, long b) {
        return b == 0 ? a : gcd(b, a % b);
    }
}
