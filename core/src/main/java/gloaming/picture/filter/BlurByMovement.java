package gloaming.picture.filter;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Gather;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Blurs what moves along its way, as an open shutter does. */
@Id("blur-by-movement")
@StepInfo(
        name = "Blur by movement",
        does = "Blurs what moves along its way, as a shutter that stays open does.",
        find = "motion blur shutter exposure speed streak vector blur movement",
        notice = "What moves fast is drawn out along its way, as a slow shutter does.")
@Read(
        name = "movement",
        kind = Picture.class,
        takes = "movement",
        says = "How everything moves: red to the right, green up; from a camera, or by Motion.")
public record BlurByMovement(
        @Id("exposure")
        @Range(
                min = 0,
                max = 0.5,
                initial = 0.03,
                unit = "s",
                says =
                        "How long the shutter is open: what moves by one unit a second leaves a streak of so many units.")
        double exposure)
        implements Operation<Picture, Picture, Gather> {

    @Override
    public Gather memory() {
        return new Gather();
    }

    @Override
    public Picture run(Picture in, Gather memory, Frame frame) {
        Picture movement = frame.read("movement", Picture.class);
        if (movement == null || exposure == 0) return in;
        Picture out = frame.picture();
        float[] right = movement.r();
        float[] up = movement.g();
        // Half as far to either side.
        float reach = (float) (exposure * in.scale() / 2);
        memory.streaks(
                in, movement, i -> reach * (float) Math.sqrt(right[i] * right[i] + up[i] * up[i]), out, frame.crew());
        return out;
    }
}
