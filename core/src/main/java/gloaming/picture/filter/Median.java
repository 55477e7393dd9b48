package gloaming.picture.filter;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.RowRoom;
import gloaming.step.ByRows;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The middle one of nine pixels in order of size: takes out specks and keeps edges (Paeth 1990, "Median finding on a 3x3 grid"). */
@Id("median")
@StepInfo(
        name = "Median",
        does = "Takes out specks and grain and keeps the edges.",
        find = "median denoise noise grain specks clean smooth despeckle watercolour watercolor oil painting",
        notice = "Single specks go, edges stay.",
        example = "puppet > * size=0.02")
public record Median(
        @Id("size")
        @Range(
                min = 0.002,
                max = 0.1,
                initial = 0.004,
                unit = "units",
                byRatio = true,
                says = "Size of what is taken out.")
        double size)
        implements ByRows<Picture, Void> {

    @Override
    public boolean timeless() {
        return true;
    }

    @Override
    public Reach reach() {
        return Reach.WHOLE;
    }

    @Override
    public Rows rows(Picture whole, Void memory, Frame frame) {
        int step = Math.max(1, (int) Math.round(size * whole.scale()));
        return (in, out, from, to) -> {
            float[] room = RowRoom.of(Math.max(9, in.width)).x;
            for (int row = from; row < to; row++) {
                int low = in.at(Math.max(0, row - step));
                int here = in.at(row);
                int high = in.at(Math.min(in.height - 1, row + step));
                for (int c = 0; c < 4; c++)
                    line(in.plane(c), low, here, high, in.width, step, room, out.plane(c), out.at(row));
            }
            return out;
        };
    }

    private static void line(
            float[] p, int low, int here, int high, int width, int step, float[] nine, float[] out, int at) {
        for (int x = 0; x < width; x++) {
            int left = Math.max(0, x - step);
            int right = Math.min(width - 1, x + step);
            nine[0] = p[low + left];
            nine[1] = p[low + x];
            nine[2] = p[low + right];
            nine[3] = p[here + left];
            nine[4] = p[here + x];
            nine[5] = p[here + right];
            nine[6] = p[high + left];
            nine[7] = p[high + x];
            nine[8] = p[high + right];
            out[at + x] = middle(nine);
        }
    }

    /** The fifth largest of nine, by the 19 exchanges of Paeth; the numbers change places. */
    public static float middle(float[] p) {
        order(p, 1, 2);
        order(p, 4, 5);
        order(p, 7, 8);
        order(p, 0, 1);
        order(p, 3, 4);
        order(p, 6, 7);
        order(p, 1, 2);
        order(p, 4, 5);
        order(p, 7, 8);
        order(p, 0, 3);
        order(p, 5, 8);
        order(p, 4, 7);
        order(p, 3, 6);
        order(p, 1, 4);
        order(p, 2, 5);
        order(p, 4, 7);
        order(p, 4, 2);
        order(p, 6, 4);
        order(p, 4, 2);
        return p[4];
    }

    private static void order(float[] p, int i, int j) {
        float a = p[i];
        float b = p[j];
        p[i] = Math.min(a, b);
        p[j] = Math.max(a, b);
    }
}
