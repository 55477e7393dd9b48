package gloaming.shape.change;

import gloaming.flow.Picture;
import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Sampler;
import gloaming.shape.Changed;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Pushes each corner along its normal by the light that a picture has at its texture place. */
@Id("push-by-picture")
@StepInfo(
        name = "Push by picture",
        does = "Pushes a shape out where another lane's picture is bright.",
        find = "shape displace height map terrain bump by texture deform modifier landscape",
        notice = "Bright parts of the picture push the surface out.",
        example = "ball > * by=(cell-noise)")
@Read(name = "by", kind = Picture.class, says = "The picture that pushes.")
public record PushByPicture(
        @Id("amount") @Range(min = -10, max = 10, initial = 0.3, unit = "units", says = "How far full light pushes.")
        double amount,

        @Id(value = "still", label = "Neutral level")
        @Range(min = 0, max = 1, initial = 0, says = "The level that pushes nothing.")
        double still)
        implements Changed {

    @Override
    public boolean idle() {
        return amount == 0;
    }

    @Override
    public long moment(Frame frame) {
        return frame.index();
    }

    @Override
    public void change(Shape in, Shape out, Frame frame) {
        out.copyFrom(in);
        Picture by = frame.read("by", Picture.class);
        if (by == null) return;
        frame.crew().each(in.corners(), 2_048, (from, to) -> {
            for (int i = from; i < to; i++) {
                double x = in.u()[i] * by.width - 0.5;
                double y = in.v()[i] * by.height - 0.5;
                float light = 0;
                for (int c = 0; c < 3; c++) light += WEIGHT[c] * Sampler.at(by, by.plane(c), x, y, Border.HOLD);
                float far = (float) (amount * (light - still));
                if (!(Math.abs(far) < 1e5f)) continue;
                out.x()[i] += in.nx()[i] * far;
                out.y()[i] += in.ny()[i] * far;
                out.z()[i] += in.nz()[i] * far;
            }
        });
        out.smooth();
    }

    private static final float[] WEIGHT = {0.2126f, 0.7152f, 0.0722f};
}
