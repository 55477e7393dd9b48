package gloaming.picture.filter;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Pyramid;
import gloaming.step.ByRows;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Adds what a blur takes away: unsharp masking. */
@Id("sharpen")
@StepInfo(
        name = "Sharpen",
        does = "Makes the picture crisper by adding what a blur would take away.",
        find = "sharpen unsharp mask crisp detail clarity local contrast",
        notice = "Edges get a little brim of light and dark.",
        example = "puppet > * amount=4")
public record Sharpen(
        @Id("amount") @Range(min = 0, max = 8, initial = 1, says = "How much is added.")
        double amount,

        @Id("radius")
        @Range(min = 0.002, max = 0.5, initial = 0.012, unit = "units", byRatio = true, says = "Size of the detail.")
        double radius)
        implements ByRows<Picture, Sharpen.Memory> {

    /** The blurred picture and its buffers. */
    public static final class Memory {
        final Pyramid pyramid = new Pyramid(3);
        Picture soft;
    }

    @Override
    public boolean timeless() {
        return true;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Reach reach() {
        return Reach.AHEAD;
    }

    @Override
    public Rows rows(Picture whole, Memory memory, Frame frame) {
        if (amount == 0) return null;
        if (memory.soft == null || !memory.soft.sameSize(whole)) memory.soft = new Picture(whole.width, whole.height);
        memory.pyramid.blur(whole, Math.max(0.3, radius / 2 * whole.scale()), memory.soft, frame.crew());
        Picture soft = memory.soft;
        float k = (float) amount;
        return (in, out, from, to) -> {
            if (out != in) out.copyFrom(in, from, to);
            for (int c = 0; c < 3; c++) add(out.plane(c), soft.plane(c), k, out.at(from), soft.at(from), out.at(to));
            return out;
        };
    }

    private static void add(float[] p, float[] soft, float k, int from, int other, int to) {
        int shift = other - from;
        for (int i = from; i < to; i++) p[i] += k * (p[i] - soft[i + shift]);
    }
}
