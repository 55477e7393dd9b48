package gloaming.picture.filter;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Runs;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Grows or shrinks what is light and covered: each pixel takes the largest, or smallest, within a square about it.
 *
 * <p>Maxima over a window are made from those over half of it, so that the cost grows with the logarithm of the reach.
 */
@Id("grow")
@StepInfo(
        name = "Grow",
        does = "Makes light shapes fatter, or below 0 thinner.",
        find = "dilate erode grow shrink fatten thin outline morphology spread choke",
        notice = "Bright shapes get fatter; below 0 they get thinner.",
        example = "puppet > * reach==0.03*sin(t*1.6)")
public record Grow(
        @Id("reach")
        @Range(min = -0.3, max = 0.3, initial = 0.02, unit = "units", says = "How far outward; below 0 inward.")
        double reach)
        implements Operation<Picture, Picture, Void> {
    private static final ThreadLocal<float[]> ROOM = ThreadLocal.withInitial(() -> new float[0]);
    /** Columns worked on side by side. */
    private static final int BLOCK = 64;

    @Override
    public boolean timeless() {
        return true;
    }

    @Override
    public Picture run(Picture in, Void memory, Frame frame) {
        int r = (int) Math.round(Math.abs(reach) * in.scale());
        if (r == 0) return in;
        float sign = reach < 0 ? -1 : 1;
        Picture across = frame.picture();
        Picture out = frame.picture();
        frame.crew().each(in.height, 8, (from, to) -> {
            for (int row = from; row < to; row++) {
                for (int c = 0; c < 4; c++) across(in.plane(c), in.at(row), in.width, r, sign, across.plane(c));
            }
        });
        int blocks = (in.width + BLOCK - 1) / BLOCK;
        frame.crew().each(blocks, 1, (from, to) -> {
            for (int block = from; block < to; block++) {
                int left = block * BLOCK;
                int wide = Math.min(BLOCK, in.width - left);
                for (int c = 0; c < 4; c++)
                    upward(across.plane(c), left, wide, in.width, in.height, r, sign, out.plane(c));
            }
        });
        return out;
    }

    private static void across(float[] in, int at, int n, int r, float sign, float[] out) {
        float[] room = room(n + 2 * r);
        for (int i = 0; i < n; i++) room[r + i] = sign * in[at + i];
        java.util.Arrays.fill(room, 0, r, room[r]);
        java.util.Arrays.fill(room, r + n, n + 2 * r, room[r + n - 1]);
        largest(room, n + 2 * r, 1, 2 * r + 1);
        for (int i = 0; i < n; i++) out[at + i] = sign * room[i];
    }

    private static void upward(float[] in, int left, int wide, int width, int height, int r, float sign, float[] out) {
        float[] room = room((height + 2 * r) * wide);
        for (int y = 0; y < height + 2 * r; y++) {
            int from = Math.clamp(y - r, 0, height - 1) * width + left;
            for (int x = 0; x < wide; x++) room[y * wide + x] = sign * in[from + x];
        }
        largest(room, (height + 2 * r) * wide, wide, 2 * r + 1);
        for (int y = 0; y < height; y++) {
            for (int x = 0; x < wide; x++) out[y * width + left + x] = sign * room[y * wide + x];
        }
    }

    /** Replaces each number by the largest of {@code window} numbers that begin with it, {@code unit} apart. */
    private static void largest(float[] p, int n, int unit, int window) {
        int done = 1;
        int length = n;
        while (done < window) {
            int ahead = Math.min(done, window - done);
            length -= ahead * unit;
            Runs.largest(p, ahead * unit, length);
            done += ahead;
        }
    }

    private static float[] room(int length) {
        float[] room = ROOM.get();
        if (room.length < length) ROOM.set(room = new float[length]);
        return room;
    }
}
