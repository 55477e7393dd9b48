package gloaming.picture.drawing;

import gloaming.flow.Attribute;
import gloaming.flow.Column;
import gloaming.flow.Crew;
import gloaming.flow.Points;

/** Where lines through points run: straight or smooth, closed or open, broken between strands. */
final class LinePath {
    /** Pieces that a smooth line has between two points at most, and pixels a piece is long at least. */
    private static final int PIECES = 24;

    private static final double PIECE = 5;
    /** At most so many pieces of a whole line. */
    static final int MOST = 400_000;

    /** Pixels between two points of a strand that are worth a piece of their own. */
    private static final float NEAR = 5;

    private static final int GRAIN = Stroke.GRAIN;

    /** Where the pieces of each segment begin. */
    private int[] begins = new int[0];

    /** Of points in strands, those that are drawn. */
    private int[] kept = new int[0];

    private boolean[] keeps = new boolean[0];
    private int[] group = new int[0];
    private int[] path;

    /** Lays a line into {@code into}; points with a column "strand" are as many lines as there are numbers in a row that differ. */
    void lay(Points points, Stroke.Manner manner, LinePieces into, int width, int height, Crew crew) {
        Column strand = points.column("strand");
        int count = strand == null ? points.n() : thin(points, strand, height / 2f, crew);
        path = strand == null ? null : kept;
        boolean closed = manner.closed() && count > 2 && strand == null;
        float scale = height / 2f;
        int segments = count < 2 ? 0 : closed ? count : count - 1;
        if (begins.length <= segments) begins = new int[segments + segments / 2 + 1];
        crew.each(segments, GRAIN, (from, to) -> {
            for (int i = from; i < to; i++)
                begins[i + 1] = pieces(points, strand, i, count, closed, manner.smooth(), scale);
        });
        begins[0] = 0;
        for (int i = 1; i <= segments; i++) begins[i] = Math.min(MOST, begins[i] + begins[i - 1]);
        int n = begins[segments] + (count > 0 ? 1 : 0);
        into.begin(n, width, height);
        crew.each(segments, GRAIN, (from, to) -> {
            for (int i = from; i < to; i++) {
                int pieces = begins[i + 1] - begins[i];
                boolean gap = gap(strand, i, count);
                int b = at(i, count, closed);
                int a = gap(strand, i - 1, count) ? b : at(i - 1, count, closed);
                int c = gap ? b : at(i + 1, count, closed);
                int d = gap || gap(strand, i + 1, count) ? c : at(i + 2, count, closed);
                for (int k = 0; k < pieces; k++) {
                    int at = begins[i] + k;
                    into.broken[at] = gap;
                    into.put(at, points, a, b, c, d, (float) k / pieces, manner);
                }
            }
        });
        if (count > 0) {
            // The line ends in its last point, or in its first again.
            int last = closed ? 0 : at(count - 1, count, false);
            into.broken[n - 1] = true;
            into.put(n - 1, points, last, last, last, last, 0, manner);
        }
    }

    /**
     * Lists the points of strands without those within five pixels of the one before, which nobody would see, so that a long slow trail is
     * not drawn in thousands of pieces. The ends of strands stay.
     */
    private int thin(Points points, Column strand, float scale, Crew crew) {
        int n = points.n();
        int groups = (n + GRAIN - 1) / GRAIN;
        if (kept.length < n) {
            kept = new int[n + n / 2];
            keeps = new boolean[n + n / 2];
        }
        if (group.length <= groups) group = new int[groups * 2 + 1];
        Column x = points.column(Attribute.X);
        Column y = points.column(Attribute.Y);
        float least = NEAR / scale * (NEAR / scale);
        crew.each(n, GRAIN, (from, to) -> {
            int last = from;
            int count = 0;
            for (int i = from; i < to; i++) {
                float dx = x.at(i) - x.at(last);
                float dy = y.at(i) - y.at(last);
                boolean end =
                        i == from || i == n - 1 || strand.at(i) != strand.at(i - 1) || strand.at(i) != strand.at(i + 1);
                // What is no number is kept, so that it breaks the line.
                keeps[i] = end || !(dx * dx + dy * dy < least);
                if (keeps[i]) {
                    last = i;
                    count++;
                }
            }
            group[from / GRAIN + 1] = count;
        });
        group[0] = 0;
        for (int g = 1; g <= groups; g++) group[g] += group[g - 1];
        crew.each(n, GRAIN, (from, to) -> {
            int at = group[from / GRAIN];
            for (int i = from; i < to; i++) if (keeps[i]) kept[at++] = i;
        });
        return group[groups];
    }

    private boolean gap(Column strand, int i, int count) {
        return strand != null && i >= 0 && i + 1 < count && strand.at(kept[i]) != strand.at(kept[i + 1]);
    }

    private int pieces(Points points, Column strand, int i, int count, boolean closed, boolean smooth, float scale) {
        if (!smooth || gap(strand, i, count)) return 1;
        int b = at(i, count, closed);
        int c = at(i + 1, count, closed);
        double far = Math.hypot(
                points.at(Attribute.X, c) - points.at(Attribute.X, b),
                points.at(Attribute.Y, c) - points.at(Attribute.Y, b));
        return (int) Math.clamp(Math.ceil(far * scale / PIECE), 1.0, (double) PIECES);
    }

    private int at(int i, int count, boolean closed) {
        int at = closed ? Math.floorMod(i, count) : Math.clamp(i, 0, count - 1);
        return path == null ? at : path[at];
    }
}
