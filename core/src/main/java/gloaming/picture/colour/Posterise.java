package gloaming.picture.colour;

import gloaming.look.Id;
import gloaming.picture.kernel.RowRoom;
import gloaming.step.ByPixel;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Few steps of tone instead of many, counted in the tones of a screen so that dark steps are as wide as light ones. */
@Id("posterise")
@StepInfo(
        name = "Posterise",
        does = "Leaves only a few steps of each colour.",
        find = "posterize poster steps bands quantise quantize levels flat comic",
        notice = "A few levels instead of many: fields with hard borders.",
        example = "puppet > * steps=4")
public record Posterise(
        @Id("steps") @Range(min = 2, max = 32, initial = 5, says = "Steps from black to white.")
        int steps) implements ByPixel<Void> {

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        float n = steps - 1;
        return (p, from, to, row) -> {
            float[] half = RowRoom.of(p.width).x;
            java.util.Arrays.fill(half, 0, p.width, 0.5f);
            for (int i = from; i < to; i += p.width) {
                for (int c = 0; c < 3; c++) ColourKernels.steps(p.plane(c), i, n, half, p.width);
            }
        };
    }
}
