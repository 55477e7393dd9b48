package gloaming.picture.filter;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.ReliefKernels;
import gloaming.picture.kernel.RowRoom;
import gloaming.picture.kernel.Slope;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** How steep the picture is at each place, over a distance in world units. */
@Id("edges")
@StepInfo(
        name = "Edges",
        does = "Draws the edges of the picture as light lines.",
        find = "edge detect outline sobel contour lines sketch drawing pencil neon silhouette cartoon",
        notice = "Only where colours change is there light.",
        example = "puppet > *",
        sets = {
            "Chalk: width=0.008 amount=3 of=light",
            "Hairline: width=0.003 amount=6 of=light",
            "Coloured: width=0.005 amount=3 of=colours"
        })
public record Edges(
        @Id("width")
        @Range(
                min = 0.002,
                max = 0.1,
                initial = 0.006,
                unit = "units",
                byRatio = true,
                says = "How wide the lines are.")
        double width,

        @Id("amount") @Range(min = 0, max = 20, initial = 2, says = "Times their light.")
        double amount,

        @Id(value = "of", label = "Edges of")
        @Choice(initial = "colours", says = "Each colour's own edges, or those of its light in white.")
        Of of)
        implements ByRows<Picture, Void> {

    /** Whose edges. */
    public enum Of {
        @Id("colours")
        COLOURS,
        @Id("light")
        LIGHT
    }

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
        int step = Math.max(1, (int) Math.round(width * whole.scale() / 2));
        float k = (float) amount;
        return (in, out, from, to) -> {
            RowRoom room = RowRoom.of(in.width);
            for (int row = from; row < to; row++) {
                int at = out.at(row);
                if (of == Of.LIGHT) Slope.light(in, row, step, room.dx, room.dy, room.x, room.y);
                for (int c = 0; c < 3; c++) {
                    if (of == Of.COLOURS) Slope.row(in, in.plane(c), row, step, room.dx, room.dy);
                    ReliefKernels.steepness(room.dx, room.dy, k, out.plane(c), at, in.width);
                }
                System.arraycopy(in.a(), in.at(row), out.a(), at, in.width);
            }
            return out;
        };
    }
}
