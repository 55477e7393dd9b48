package gloaming.picture.warp;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Warp;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** One side of a line shown on both. */
@Id("mirror")
@StepInfo(
        name = "Mirror",
        does = "Mirrors one side of the picture onto the other.",
        find = "mirror reflect symmetry flip water reflection",
        notice = "One half is the other, turned over.",
        example = "puppet > place across=0.4 > *")
public record Mirror(
        @Id("turn")
        @Range(
                min = -1,
                max = 1,
                initial = 0,
                unit = "turns",
                says = "Which side is kept: 0 the right, a quarter the upper.")
        double turn,

        @Id("offset")
        @Range(min = -4, max = 4, initial = 0, unit = "units", says = "How far the line lies from the middle.")
        double offset,

        @Id("border") @Choice(initial = "mirror", says = "What lies beyond the picture's border.")
        Border border)
        implements Warp<Warp.Memory> {

    @Override
    public Places places(Picture whole, Warp.Memory memory, Frame frame) {
        float nx = (float) Math.cos(2 * Math.PI * turn);
        float ny = (float) Math.sin(2 * Math.PI * turn);
        float line = (float) offset;
        return (row, x, y, n) -> {
            for (int i = 0; i < n; i++) {
                float behind = 2 * Math.min(0f, x[i] * nx + y[i] * ny - line);
                x[i] -= behind * nx;
                y[i] -= behind * ny;
            }
        };
    }
}
