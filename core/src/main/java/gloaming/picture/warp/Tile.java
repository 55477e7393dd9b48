package gloaming.picture.warp;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Warp;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The whole picture again and again, each time whole and unsquashed. */
@Id("tile")
@StepInfo(
        name = "Tile",
        does = "Repeats the picture in rows and columns.",
        find = "tile repeat grid copies wallpaper pattern multiply rows columns brick",
        notice = "The picture again and again, side by side.",
        example = "puppet > * copies=4")
public record Tile(
        @Id("copies")
        @Range(min = 1, max = 32, initial = 2, byRatio = true, says = "Copies in the height of the picture.")
        double copies,

        @Id("brick") @Range(min = 0, max = 1, initial = 0, says = "How far every second row is moved on, in copies.")
        double brick,

        @Id("mirrored") @Choice(initial = "false", says = "Every second copy is mirrored, so that edges meet.")
        boolean mirrored)
        implements Warp<Warp.Memory> {

    @Override
    public Border border() {
        return mirrored ? Border.MIRROR : Border.REPEAT;
    }

    @Override
    public Places places(Picture whole, Warp.Memory memory, Frame frame) {
        if (copies == 1) return null;
        float k = (float) copies;
        float wide = (float) (2 * whole.aspect() * brick);
        return (row, x, y, n) -> {
            for (int i = 0; i < n; i++) {
                y[i] *= k;
                float line = (float) Math.floor((y[i] + 1) / 2);
                x[i] = x[i] * k + ((int) line & 1) * wide;
            }
        };
    }
}
