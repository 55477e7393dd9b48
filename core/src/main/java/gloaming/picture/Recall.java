package gloaming.picture;

import gloaming.flow.Kind;
import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.Says;

/** The picture another lane, or this one, ended in a frame ago: the delay that makes a circle of reads possible. */
@Says(
        name = "Recall",
        does = "Hands out how a lane looked one frame ago, so that lanes can feed each other in a circle.",
        find = "feedback loop previous frame delay before circle")
@Read(name = "lane", kind = Kind.PICTURE, before = true, says = "Whose last picture; it may be this very lane.")
public record Recall(
        @Range(min = 0, max = 2, initial = 1, says = "Times its light and cover.")
        double keep) implements Operation<Nothing, Picture, Void> {

    @Override
    public Picture run(Nothing in, Void memory, Frame frame) {
        Picture before = frame.read("lane", Picture.class);
        Picture out = frame.picture();
        if (before == null) return out.clear();
        if (!before.sameSize(out)) {
            Sampler.draw(before, 1, 0, 0, 0, Border.HOLD, (float) keep, out, frame.crew());
            return out;
        }
        float k = (float) keep;
        frame.crew().each(out.pixels(), 16_384, (from, to) -> {
            for (int c = 0; c < 4; c++) {
                float[] s = before.plane(c);
                float[] d = out.plane(c);
                for (int i = from; i < to; i++) d[i] = s[i] * k;
            }
        });
        return out;
    }
}
