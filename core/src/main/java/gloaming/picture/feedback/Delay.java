package gloaming.picture.feedback;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Past;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The picture as it was some frames ago. */
@Id("delay")
@StepInfo(
        name = "Delay",
        does = "Hands on the picture of some frames ago.",
        find = "delay frames late echo time past lag slow",
        notice = "The same picture, eight frames late.",
        example = "puppet > * frames=24")
public record Delay(
        @Id("frames") @Range(min = 0, max = 31, initial = 8, unit = "frames", says = "How long ago.")
        int frames) implements Operation<Picture, Picture, Past> {

    @Override
    public Past memory() {
        return new Past();
    }

    @Override
    public Picture run(Picture in, Past past, Frame frame) {
        if (frames == 0) return in;
        past.take(in, frames + 1, frame.dt());
        return past.ago(frames);
    }
}
