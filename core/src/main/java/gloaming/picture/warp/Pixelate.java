package gloaming.picture.warp;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Pyramid;
import gloaming.picture.kernel.Warp;
import gloaming.picture.kernel.WarpSampler;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Squares or hexagons of one colour each: the blurred picture at their middles. */
@Id("pixelate")
@StepInfo(
        name = "Pixelate",
        does = "Turns the picture into squares or hexagons of one colour.",
        find = "pixelate mosaic blocks squares hexagons low resolution censor lamps",
        notice = "One colour a cell: the mean of what was there.",
        example = "puppet > * size==0.06+0.04*sin(t*1.2)")
public record Pixelate(
        @Id("size")
        @Range(min = 0.005, max = 1, initial = 0.06, unit = "units", byRatio = true, says = "From one to the next.")
        double size,

        @Id("cell") @Choice(initial = "squares", says = "What is laid.")
        Cell cell)
        implements Warp<Pixelate.Memory> {

    /** What is laid. */
    public enum Cell {
        @Id("squares")
        SQUARES,
        @Id("hexagons")
        HEXAGONS
    }

    /** The blurred picture and its buffers. */
    public static final class Memory extends Warp.Memory {
        final Pyramid pyramid = new Pyramid(4);
        Picture soft;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Border border() {
        return Border.HOLD;
    }

    @Override
    public Rows rows(Picture whole, Memory memory, Frame frame) {
        if (memory.soft == null || !memory.soft.sameSize(whole)) memory.soft = new Picture(whole.width, whole.height);
        memory.pyramid.blur(whole, Math.max(0.3, size / 4 * whole.scale()), memory.soft, frame.crew());
        Places places = places(whole, memory, frame);
        Picture soft = memory.soft;
        memory.woven.begin(soft, frame.crew());
        return (in, out, from, to) -> {
            for (int row = from; row < to; row++) {
                // All rows of a square are alike.
                if (row > from && cell == Cell.SQUARES && line(out, row) == line(out, row - 1)) same(out, row);
                else WarpSampler.row(soft, memory.woven, places, border(), out, row);
            }
            return out;
        };
    }

    /** Which row of squares a row of pixels belongs to; as {@link #places} counts them. */
    private int line(Picture out, int row) {
        return (int) Math.floor((float) out.worldY(row) / (float) size);
    }

    private static void same(Picture out, int row) {
        int at = out.at(row);
        for (int c = 0; c < 4; c++) System.arraycopy(out.plane(c), at - out.width, out.plane(c), at, out.width);
    }

    @Override
    public Places places(Picture whole, Memory memory, Frame frame) {
        float s = (float) size;
        if (cell == Cell.SQUARES) {
            return (row, x, y, n) -> {
                for (int i = 0; i < n; i++) {
                    x[i] = ((float) Math.floor(x[i] / s) + 0.5f) * s;
                    y[i] = ((float) Math.floor(y[i] / s) + 0.5f) * s;
                }
            };
        }
        float high = s * (float) Math.sqrt(3);
        return (row, x, y, n) -> {
            for (int i = 0; i < n; i++) {
                // Middles of hexagons lie on two rectangular lattices; the nearer middle is that of the cell.
                float ax = Math.round(x[i] / s) * s;
                float ay = Math.round(y[i] / high) * high;
                float bx = ((float) Math.floor(x[i] / s) + 0.5f) * s;
                float by = ((float) Math.floor(y[i] / high) + 0.5f) * high;
                float a = (x[i] - ax) * (x[i] - ax) + (y[i] - ay) * (y[i] - ay);
                float b = (x[i] - bx) * (x[i] - bx) + (y[i] - by) * (y[i] - by);
                x[i] = a < b ? ax : bx;
                y[i] = a < b ? ay : by;
            }
        };
    }
}
