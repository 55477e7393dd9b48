package gloaming.picture.filter;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Pyramid;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A Gaussian blur whose cost does not grow with its radius. */
@Id("blur")
@StepInfo(
        name = "Blur",
        does = "Softens the picture.",
        find = "soft soften defocus smooth gaussian haze unsharp out of focus",
        notice = "Light spreads evenly to all sides; a wide blur costs hardly more than a narrow one.",
        example = "puppet > * radius==0.04+0.04*sin(t*1.6)")
public record Blur(
        @Id("radius")
        @Range(
                min = 0,
                max = 1,
                initial = 0.03,
                unit = "units",
                says = "How far a point of light spreads: twice the standard deviation.")
        double radius)
        implements Operation<Picture, Picture, Blur.Memory> {

    /** Buffers of lower size. */
    public static final class Memory {
        final Pyramid pyramid = new Pyramid(4);
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
    public Picture run(Picture in, Memory memory, Frame frame) {
        double sigma = radius / 2 * in.scale();
        if (sigma < 0.15) return in;
        Picture out = frame.picture();
        memory.pyramid.blur(in, sigma, out, frame.crew());
        return out;
    }
}
