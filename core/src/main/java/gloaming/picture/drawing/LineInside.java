package gloaming.picture.drawing;

import gloaming.flow.Attribute;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import java.util.Arrays;

/** The inside of a closed line, covered by the even-odd rule. */
final class LineInside {
    /** A line of more pieces than this is not filled: each row looks at all of them. */
    private static final int MOST = 8_192;

    private static final int MOST_CROSSINGS = 2_048;

    /** What a thread needs for a row. */
    private static final class Row {
        final float[] crossings = new float[MOST_CROSSINGS];
        float[] cover = new float[0];
    }

    private static final ThreadLocal<Row> ROW = ThreadLocal.withInitial(Row::new);

    private final float[] filling = new float[4];
    private double filled;

    /** Nothing is filled. */
    void none() {
        filled = 0;
    }

    /** What fills it, so much of it: the mean of the points' own light and cover, however thin the line is. */
    void of(Points points, double brightness, double much) {
        filled = much;
        if (much <= 0) return;
        Arrays.fill(filling, 0);
        int count = points.n();
        for (int i = 0; i < count; i++) {
            filling[0] += (float) (points.at(Attribute.RED, i) * brightness) / count;
            filling[1] += (float) (points.at(Attribute.GREEN, i) * brightness) / count;
            filling[2] += (float) (points.at(Attribute.BLUE, i) * brightness) / count;
            filling[3] += points.at(Attribute.ALPHA, i) / count;
        }
    }

    /** Covers the inside in rows {@code from} to {@code to}, four lines of samples to a row. */
    void fill(LinePieces line, Picture out, int from, int to) {
        int n = line.n;
        if (filled <= 0 || n <= 2 || n >= MOST) return;
        float[] x = line.x;
        float[] y = line.y;
        int count = line.segments();
        Row scratch = ROW.get();
        float[] crossings = scratch.crossings;
        if (scratch.cover.length < out.width) scratch.cover = new float[out.width];
        float[] covers = scratch.cover;
        float part = (float) (filled * filling[3]) / 4;
        for (int row = from; row < to; row++) {
            Arrays.fill(covers, 0, out.width, 0);
            for (int sample = 0; sample < 4; sample++) {
                float level = row + (sample - 1.5f) / 4;
                int found = 0;
                for (int i = 0; i <= count && found < crossings.length; i++) {
                    // The last piece goes from the end back to the beginning.
                    int a = Math.min(i, n - 1);
                    int b = i == count ? 0 : i + 1;
                    if (y[a] <= level == y[b] <= level) continue;
                    crossings[found++] = x[a] + (x[b] - x[a]) * (level - y[a]) / (y[b] - y[a]);
                }
                Arrays.sort(crossings, 0, found);
                for (int k = 0; k + 1 < found; k += 2)
                    span(covers, out.width, crossings[k] + 0.5f, crossings[k + 1] + 0.5f, part);
            }
            int at = out.at(row);
            for (int column = 0; column < out.width; column++) {
                float cover = covers[column];
                if (cover <= 0) continue;
                out.r()[at + column] = filling[0] * cover;
                out.g()[at + column] = filling[1] * cover;
                out.b()[at + column] = filling[2] * cover;
                out.a()[at + column] = cover;
            }
        }
    }

    private static void span(float[] line, int width, float from, float to, float part) {
        float low = Math.max(0, from);
        float high = Math.min(width, to);
        if (!(high > low)) return;
        int first = (int) low;
        int last = Math.min(width - 1, (int) high);
        if (first == last) {
            line[first] += part * (high - low);
            return;
        }
        line[first] += part * (first + 1 - low);
        for (int i = first + 1; i < last; i++) line[i] += part;
        line[last] += part * (high - last);
    }
}
