package gloaming.picture.drawing;

import gloaming.flow.Crew;
import gloaming.flow.Picture;
import gloaming.flow.Points;
import gloaming.step.ByRows;
import java.util.Arrays;

/**
 * A line through points, as segments whose thickness and colour run from one point to the next, in bands of rows so that threads never
 * meet.
 *
 * <p>A pixel takes the segment that covers it most, so joints are round and nothing adds up where segments meet. A segment's radius at
 * the nearest place on it is R; the pixel at distance d from there is covered by {@code q * q * (3 - 2 q)} with {@code q = (R + 1/2 - d) / w}
 * held to 0 to 1, where w is the softness times R and at least a pixel, which is the antialiasing. A line under a pixel is drawn one pixel
 * wide and as much fainter. {@link #cover} is the plain version.
 */
public final class Stroke {
    private static final int BAND = ByRows.STRIP;
    static final int GRAIN = 2_048;

    private static final ThreadLocal<Segment> SEGMENT = ThreadLocal.withInitial(Segment::new);

    private final LinePath path = new LinePath();
    private final LinePieces line = new LinePieces();
    private final LineInside inside = new LineInside();
    private int[] starts = new int[0];
    private int[] ends = new int[0];
    private int[] order = new int[0];
    private float softness;
    private boolean add;

    /** How a line runs and is drawn; {@code filled} is how much of its inside is covered. */
    record Manner(
            double size,
            double softness,
            double brightness,
            boolean closed,
            boolean smooth,
            double filled,
            boolean add) {}

    /**
     * Works out where the line of a frame runs; then {@link #rows} draws it. Points with a column "strand" are as many lines as there
     * are numbers in a row that differ.
     */
    void lay(Points points, Manner manner, int width, int height, Crew crew) {
        softness = (float) manner.softness;
        add = manner.add;
        path.lay(points, manner, line, width, height, crew);
        inside.of(points, manner.brightness, manner.filled);
        sort(width, height, crew);
    }

    /** Draws single straight pieces instead of one line: between the points whose indices stand in pairs. */
    void pairs(
            Points points, int[] pairs, float[] strength, int count, Manner manner, int width, int height, Crew crew) {
        softness = (float) manner.softness;
        add = manner.add;
        inside.none();
        int held = Math.min(count, LinePath.MOST / 2);
        line.begin(2 * held, width, height);
        crew.each(held, GRAIN, (from, to) -> {
            for (int k = from; k < to; k++) {
                for (int end = 0; end < 2; end++) {
                    int at = 2 * k + end;
                    int i = pairs[at];
                    line.broken[at] = end == 1;
                    line.put(at, points, i, i, i, i, 0, manner);
                    line.alpha[at] *= strength[k];
                }
            }
        });
        sort(width, height, crew);
    }

    /** Lists for each band of rows the segments that touch it, in their order. */
    private void sort(int width, int height, Crew crew) {
        int bands = (height + BAND - 1) / BAND;
        int count = line.segments();
        int groups = (count + GRAIN - 1) / GRAIN;
        int apart = (bands + 47) / 16 * 16;
        if (starts.length < bands + 1) starts = new int[bands + 1];
        if (ends.length < groups * apart) ends = new int[groups * apart * 3 / 2];
        crew.each(count, GRAIN, (from, to) -> {
            int row = from / GRAIN * apart;
            Arrays.fill(ends, row, row + bands, 0);
            for (int i = from; i < to; i++) {
                int last = line.last(i, bands, BAND);
                for (int band = line.first(i, width, height, BAND); band <= last; band++) ends[row + band]++;
            }
        });
        int total = 0;
        for (int band = 0; band < bands; band++) {
            starts[band] = total;
            for (int group = 0; group < groups; group++) {
                int here = ends[group * apart + band];
                ends[group * apart + band] = total;
                total += here;
            }
        }
        starts[bands] = total;
        if (order.length < total) order = new int[total + total / 2];
        crew.each(count, GRAIN, (from, to) -> {
            int row = from / GRAIN * apart;
            for (int i = from; i < to; i++) {
                int last = line.last(i, bands, BAND);
                for (int band = line.first(i, width, height, BAND); band <= last; band++) order[ends[row + band]++] = i;
            }
        });
    }

    /** Clears rows of {@code out}, a strip or its rest, and draws the line onto them. */
    Picture rows(Picture out, int from, int to) {
        out.clear(from, to);
        inside.fill(line, out, from, to);
        int band = from / BAND;
        Segment segment = SEGMENT.get();
        segment.softness = softness;
        for (int k = starts[band]; k < starts[band + 1]; k++) {
            line.segment(segment, order[k]);
            segment.draw(out, from, to, add);
        }
        return out;
    }

    private float edge(float d, float r) {
        float q = Math.clamp((r + 0.5f - d) / Math.max(1, softness * r), 0f, 1f);
        return q * q * (3 - 2 * q);
    }

    /** How much the line covers a pixel, by looking at every segment: the plain version. */
    float cover(int column, int row) {
        LinePieces l = line;
        float most = 0;
        for (int i = 0; i < l.segments() && l.n > 0; i++) {
            if (l.n > 1 && l.broken[i]) continue;
            int j = l.other(i);
            float dx = l.x[j] - l.x[i];
            float dy = l.y[j] - l.y[i];
            float length2 = dx * dx + dy * dy;
            float t = length2 > 0 ? Math.clamp(((column - l.x[i]) * dx + (row - l.y[i]) * dy) / length2, 0f, 1f) : 0;
            float ox = column - l.x[i] - dx * t;
            float oy = row - l.y[i] - dy * t;
            float r = l.radius[i] + (l.radius[j] - l.radius[i]) * t;
            most = Math.max(
                    most, edge((float) Math.sqrt(ox * ox + oy * oy), r) * (l.alpha[i] + (l.alpha[j] - l.alpha[i]) * t));
        }
        return most;
    }
}
