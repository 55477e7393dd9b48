package gloaming.picture.filter;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Gather;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** What a lens does to what is not as far away as it is set to: a place becomes a disc that grows with the difference of nearness. */
@Id("blur-by-depth")
@StepInfo(
        name = "Blur by depth",
        does = "Leaves sharp what is as near as the focus and blurs what is nearer or farther, as a lens does.",
        find = "depth of field dof focus aperture bokeh lens out of focus near far tilt shift z blur",
        notice = "What lies at the focus is sharp; nearer and farther things go soft.")
@Read(
        name = "nearness",
        kind = Picture.class,
        takes = "nearness",
        says = "How near things are, as a camera gives it beside its picture; or any picture: bright is near.")
public record BlurByDepth(
        @Id("focus")
        @Range(
                min = 0,
                max = 4,
                initial = 1,
                says = "The nearness that is sharp: 1 where the camera looks at, 0 far away.")
        double focus,

        @Id("aperture")
        @Range(
                min = 0,
                max = 2,
                initial = 0.1,
                unit = "units",
                says = "Radius of what is infinitely far while the focus is 1: how wide the lens is open.")
        double aperture,

        @Id("most")
        @Range(min = 0, max = 0.35, initial = 0.08, unit = "units", says = "The largest radius a place is blurred to.")
        double most)
        implements Operation<Picture, Picture, Gather> {

    @Override
    public Gather memory() {
        return new Gather();
    }

    @Override
    public Picture run(Picture in, Gather memory, Frame frame) {
        Picture nearness = frame.read("nearness", Picture.class);
        if (nearness == null || aperture == 0 || most == 0) return in;
        Picture out = frame.picture();
        float[] near = nearness.r();
        float sharp = (float) focus;
        float wide = (float) (aperture * in.scale());
        float largest = (float) (most * in.scale());
        memory.discs(in, nearness, i -> Math.min(largest, wide * Math.abs(near[i] - sharp)), out, frame.crew());
        return out;
    }
}
