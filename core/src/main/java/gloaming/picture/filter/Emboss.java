package gloaming.picture.filter;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.ReliefKernels;
import gloaming.picture.kernel.RowRoom;
import gloaming.picture.kernel.Slope;
import gloaming.step.ByRows;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The picture as a relief lit from one side: half grey where it is flat. */
@Id("emboss")
@StepInfo(
        name = "Emboss",
        does = "Shows the picture as a relief lit from one side.",
        find = "emboss relief bump stone carved raised lit",
        notice = "Light falls in from one side, as on stamped paper.",
        example = "puppet > *")
public record Emboss(
        @Id("light")
        @Range(
                min = -1,
                max = 1,
                initial = 0.375,
                unit = "turns",
                says = "Where the light comes from; a quarter is above.")
        double light,

        @Id("width")
        @Range(
                min = 0.002,
                max = 0.1,
                initial = 0.006,
                unit = "units",
                byRatio = true,
                says = "How fine the relief is.")
        double width,

        @Id("depth") @Range(min = 0, max = 20, initial = 3, says = "How deep it is.")
        double depth,

        @Id("colour") @Range(min = 0, max = 1, initial = 0, says = "How much of the picture's own colour is left.")
        double colour)
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
        int step = Math.max(1, (int) Math.round(width * whole.scale() / 2));
        float kx = (float) (-Math.cos(2 * Math.PI * light) * depth);
        float ky = (float) (-Math.sin(2 * Math.PI * light) * depth);
        float own = (float) colour;
        return (in, out, from, to) -> {
            RowRoom room = RowRoom.of(in.width);
            for (int row = from; row < to; row++) {
                Slope.light(in, row, step, room.dx, room.dy, room.x, room.y);
                int at = in.at(row);
                int into = out.at(row);
                for (int c = 0; c < 3; c++) {
                    ReliefKernels.lift(
                            room.dx, room.dy, kx, ky, in.a(), in.plane(c), at, own, out.plane(c), into, in.width);
                }
                System.arraycopy(in.a(), at, out.a(), into, in.width);
            }
            return out;
        };
    }
}
