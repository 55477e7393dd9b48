package gloaming.picture.filter;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.RowRoom;
import gloaming.picture.kernel.Slope;
import gloaming.step.ByRows;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Light read as height, told as the direction its surface faces: red to the right, green upward, blue towards the eye. */
@Id("height-to-normal")
@StepInfo(
        name = "Height to normal",
        does = "Reads light as height and gives the direction each place faces.",
        find = "normal map height bump surface direction relief",
        notice = "Blue faces you; red and green lean to the sides.")
public record HeightToNormal(
        @Id("height") @Range(min = 0, max = 4, initial = 0.2, unit = "units", says = "Height of full light.")
        double height)
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
        // Slope.row spans two pixels and gives the rise over both; places are 1 / scale apart.
        float k = (float) (height * whole.scale());
        return (in, out, from, to) -> {
            RowRoom room = RowRoom.of(in.width);
            for (int row = from; row < to; row++) {
                Slope.light(in, row, 1, room.dx, room.dy, room.x, room.y);
                int into = out.at(row);
                for (int x = 0; x < in.width; x++) {
                    float nx = -k * room.dx[x];
                    float ny = -k * room.dy[x];
                    float inverse = 1 / (float) Math.sqrt(nx * nx + ny * ny + 1);
                    out.r()[into + x] = 0.5f + 0.5f * nx * inverse;
                    out.g()[into + x] = 0.5f + 0.5f * ny * inverse;
                    out.b()[into + x] = 0.5f + 0.5f * inverse;
                    out.a()[into + x] = 1;
                }
            }
            return out;
        };
    }
}
