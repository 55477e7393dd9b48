package gloaming.picture.drawing;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.force.Near;
import gloaming.step.ByRows;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Lines between points that are near each other, each pair once, fading with distance.
 *
 * <p>A point takes the nearest of those with a later place in the cells' order first, so many at most.
 */
@Id("draw-links")
@StepInfo(
        name = "Draw links",
        does = "Draws lines between points that are near each other, fainter the farther they are.",
        ifBlack = "no two points are within reach of each other",
        find = "neighbours plexus network connect lines near web constellation mesh proximity lightning",
        notice = "Only points near one another are joined; the thread fades as they part.",
        example = "sow rate=40 life=5 scatter=1 speed=0.15 size=0.02 > * within=0.5",
        sets = {
            "Cobweb: within=0.25 most=5 fade=1.2 size=0.12",
            "Net: within=0.4 most=3 fade=0.2 size=0.2",
            "Mist of threads: within=0.3 most=24 fade=2 size=0.05 brightness=0.35"
        })
public record DrawLinks(
        @Id(value = "within", label = "Longest")
        @Range(min = 0.005, max = 2, initial = 0.15, unit = "units", byRatio = true, says = "How far a line reaches.")
        double within,

        @Id(value = "most", label = "Most a point")
        @Range(min = 1, max = 32, initial = 6, says = "Lines from each point, at most.")
        int most,

        @Id("fade") @Range(min = 0, max = 8, initial = 1, says = "How early lines fade with distance: 0 not at all.")
        double fade,

        @Id("size")
        @Range(min = 0.02, max = 20, initial = 0.15, byRatio = true, says = "Thickness, times each point's own size.")
        double size,

        @Id("brightness") @Range(min = 0, max = 50, initial = 0.6, says = "Times each point's own light.")
        double brightness)
        implements ByRows<Points, DrawLinks.Memory> {
    /** Lines in all, at most. */
    private static final int LINES = 150_000;

    /** Who is near whom, the lines found, and how they are drawn. */
    public static final class Memory {
        final Near near = new Near();
        final Stroke stroke = new Stroke();
        /** The places, where a column is shorter than the points are many. */
        final Column[] spread = {new Column(16), new Column(16), new Column(16)};

        int[] found = new int[0];
        float[] far = new float[0];
        int[] count = new int[0];
        int[] pairs = new int[0];
        float[] strength = new float[0];
    }

    /**
     * Places that are looked at of three cells in a row, and in a frame: many points in one place must not stop the show. No more are
     * looked at of each row than come to so many in all.
     */
    private static final int CROWD = 256;

    private static final int LOOKS = 32_000_000;
    private static final int ROWS = 9;

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Rows rows(Points in, Memory memory, Frame frame) {
        int n = in.n();
        if (memory.count.length < n || memory.found.length < n * most) {
            int room = n + n / 2;
            memory.count = new int[room];
            memory.found = new int[room * most];
            memory.far = new float[room * most];
        }
        float[] x = values(in, Attribute.X, memory.spread[0]);
        float[] y = values(in, Attribute.Y, memory.spread[1]);
        float[] z = values(in, Attribute.Z, memory.spread[2]);
        Near near = memory.near;
        near.sort(x, y, z, n, within, frame.crew());
        boolean flat = in.column(Attribute.Z).length() == 1;
        int crowd = Math.clamp(LOOKS / (long) (ROWS * Math.max(1, n)), 4, CROWD);
        frame.crew().each(n, 256, (from, to) -> {
            int[] runs = Near.room();
            for (int at = from; at < to; at++)
                look(memory, at, runs, near.runs(near.x[at], near.y[at], near.z[at], flat, runs, 0), crowd);
        });
        int lines = 0;
        for (int at = 0; at < n; at++) lines += memory.count[at];
        lines = Math.min(lines, LINES);
        if (memory.strength.length < lines) {
            memory.pairs = new int[lines * 3];
            memory.strength = new float[lines * 3 / 2];
        }
        int line = 0;
        float whole = (float) (within * within);
        for (int at = 0; at < n && line < lines; at++) {
            for (int k = 0; k < memory.count[at] && line < lines; k++, line++) {
                memory.pairs[2 * line] = near.order[at];
                memory.pairs[2 * line + 1] = near.order[memory.found[at * most + k]];
                double part = 1 - Math.sqrt(memory.far[at * most + k] / whole);
                memory.strength[line] = fade == 0 ? 1 : (float) Math.pow(part, fade);
            }
        }
        memory.stroke.pairs(
                in,
                memory.pairs,
                memory.strength,
                lines,
                new Stroke.Manner(size, 1, brightness, false, false, 0, true),
                frame.width(),
                frame.height(),
                frame.crew());
        return (nothing, out, from, to) -> memory.stroke.rows(out, from, to);
    }

    private static float[] values(Points in, Attribute attribute, Column own) {
        Column column = in.column(attribute);
        return column.length() == in.n() ? column.values : own.copyFrom(column).spread(Math.max(1, in.n())).values;
    }

    /** The nearest of those that stand later in the order, nearest first. */
    private void look(Memory memory, int at, int[] runs, int found, int crowd) {
        Near near = memory.near;
        float far = (float) (within * within);
        int row = at * most;
        int count = 0;
        for (int run = 0; run < 2 * found; run += 2) {
            int begin = Math.max(at + 1, runs[run]);
            int end = Math.min(runs[run + 1], begin + crowd);
            for (int k = begin; k < end; k++) {
                float dx = near.x[k] - near.x[at];
                float dy = near.y[k] - near.y[at];
                float dz = near.z[k] - near.z[at];
                float d = dx * dx + dy * dy + dz * dz;
                if (!(d < far) || count == most && d >= memory.far[row + count - 1]) continue;
                int place = count < most ? count++ : count - 1;
                while (place > 0 && memory.far[row + place - 1] > d) {
                    memory.far[row + place] = memory.far[row + place - 1];
                    memory.found[row + place] = memory.found[row + place - 1];
                    place--;
                }
                memory.far[row + place] = d;
                memory.found[row + place] = k;
            }
        }
        memory.count[at] = count;
    }
}
