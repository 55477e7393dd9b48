package gloaming.picture;

import gloaming.flow.Picture;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Says;

/**
 * Grows or shrinks what is light and covered: each pixel takes the largest, or smallest, within a square about it.
 *
 * <p>Maxima over a window go in a time that does not depend on its size (van Herk 1992; Gil and Werman 1993).
 */
@Says(
        name = "Grow",
        does = "Makes light shapes fatter, or below 0 thinner.",
        find = "dilate erode grow shrink fatten thin outline morphology spread choke")
public record Grow(
        @Range(min = -0.3, max = 0.3, initial = 0.02, unit = "units", says = "How far outward; below 0 inward.")
        double reach)
        implements Operation<Picture, Picture, Void> {
    private static final ThreadLocal<float[][]> ROOM = ThreadLocal.withInitial(() -> new float[3][0]);

    @Override
    public Picture run(Picture in, Void memory, Frame frame) {
        int r = (int) Math.round(Math.abs(reach) * in.scale());
        if (r == 0) return in;
        float sign = reach < 0 ? -1 : 1;
        Picture across = frame.picture();
        Picture out = frame.picture();
        frame.crew().each(in.height, 8, (from, to) -> {
            for (int row = from; row < to; row++) {
                for (int c = 0; c < 4; c++) line(in.plane(c), in.at(row), 1, in.width, r, sign, across.plane(c));
            }
        });
        frame.crew().each(in.width, 16, (from, to) -> {
            for (int x = from; x < to; x++) {
                for (int c = 0; c < 4; c++) line(across.plane(c), x, in.width, in.height, r, sign, out.plane(c));
            }
        });
        return out;
    }

    /** The largest of {@code sign} times what lies within {@code r} places, along a line of {@code n} places. */
    private static void line(float[] in, int at, int stride, int n, int r, float sign, float[] out) {
        int window = 2 * r + 1;
        int blocks = (n + 2 * r + window - 1) / window * window;
        float[][] room = ROOM.get();
        for (int k = 0; k < 3; k++) if (room[k].length < blocks) room[k] = new float[blocks];
        float[] value = room[0];
        float[] before = room[1];
        float[] after = room[2];
        for (int i = 0; i < blocks; i++) value[i] = sign * in[at + Math.clamp(i - r, 0, n - 1) * stride];
        for (int i = 0; i < blocks; i++) before[i] = i % window == 0 ? value[i] : Math.max(before[i - 1], value[i]);
        for (int i = blocks - 1; i >= 0; i--) {
            after[i] = i % window == window - 1 ? value[i] : Math.max(after[i + 1], value[i]);
        }
        for (int i = 0; i < n; i++) out[at + i * stride] = sign * Math.max(after[i], before[i + window - 1]);
    }
}
