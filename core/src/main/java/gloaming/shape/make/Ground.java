package gloaming.shape.make;

import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Sampler;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A ground whose heights are a picture's light, seen from above: the picture's upper edge lies at the back. */
@Id("ground")
@StepInfo(
        name = "Ground",
        does = "Makes a ground that is high where the picture is bright.",
        ifBlack = "a black picture is a flat ground; add light and Camera",
        find = "shape terrain landscape height map hills mountains sea waves from picture 3d mesh relief",
        notice = "Bright is high: the picture became hills.",
        example = "cloud-noise size=1.2 > * height=0.7")
public record Ground(
        @Id("width")
        @Range(min = 0.01, max = 100, initial = 4, unit = "units", byRatio = true, says = "From left to right.")
        double width,

        @Id("depth")
        @Range(min = 0.01, max = 100, initial = 4, unit = "units", byRatio = true, says = "From front to back.")
        double depth,

        @Id("height") @Range(min = -20, max = 20, initial = 0.5, unit = "units", says = "How high full light lies.")
        double height,

        @Id("detail") @Range(min = 2, max = 500, initial = 120, byRatio = true, says = "Squares along each side.")
        int detail)
        implements Operation<Picture, Shape, Shape> {

    @Override
    public Shape memory() {
        return new Shape();
    }

    @Override
    public Shape run(Picture in, Shape out, Frame frame) {
        int row = detail + 1;
        out.clear().size(row * row, 2 * detail * detail);
        frame.crew().each(row, 8, (from, to) -> {
            for (int j = from; j < to; j++) for (int i = 0; i < row; i++) corner(in, out, i, j, row);
        });
        int[] of = out.of();
        for (int j = 0, t = 0; j < detail; j++) {
            for (int i = 0; i < detail; i++) {
                int a = j * row + i;
                of[t++] = a;
                of[t++] = a + 1;
                of[t++] = a + row + 1;
                of[t++] = a;
                of[t++] = a + row + 1;
                of[t++] = a + row;
            }
        }
        return out.smooth().done();
    }

    private void corner(Picture in, Shape out, int i, int j, int row) {
        int at = j * row + i;
        double u = (double) i / detail;
        double v = (double) j / detail;
        double x = u * (in.width - 1);
        double y = v * (in.height - 1);
        float light = Colour.luminance(
                Sampler.at(in, in.r(), x, y, Border.HOLD),
                Sampler.at(in, in.g(), x, y, Border.HOLD),
                Sampler.at(in, in.b(), x, y, Border.HOLD));
        out.x()[at] = (float) ((u - 0.5) * width);
        out.y()[at] = Math.abs(light) < 1e4f ? (float) (height * light) : 0;
        out.z()[at] = (float) ((0.5 - v) * depth);
        out.u()[at] = (float) u;
        out.v()[at] = (float) v;
    }
}
