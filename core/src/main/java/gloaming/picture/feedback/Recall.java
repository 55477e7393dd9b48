package gloaming.picture.feedback;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Runs;
import gloaming.picture.kernel.Sampler;
import gloaming.step.ByRows;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** The picture another lane, or this one, ended in a frame ago: the delay that makes a circle of reads possible. */
@Id("recall")
@StepInfo(
        name = "Recall",
        does = "Hands out how a lane looked one frame ago, so that lanes can feed each other in a circle.",
        find = "feedback loop previous frame delay before circle the frame before",
        notice = "The frame before comes back: the way to every feedback.")
@Read(name = "lane", kind = Picture.class, before = true, says = "Whose last picture; it may be this very lane.")
public record Recall(
        @Id(value = "keep", label = "Feedback")
        @Range(min = 0, max = 2, initial = 1, says = "Times its light and cover.")
        double keep)
        implements ByRows<Nothing, Void> {

    @Override
    public Rows rows(Nothing in, Void memory, Frame frame) {
        Picture before = frame.read("lane", Picture.class);
        if (before == null) {
            return (nothing, out, from, to) -> {
                out.clear(from, to);
                return out;
            };
        }
        if (before.width != frame.width() || before.height != frame.height()) {
            Sampler.Move move = Sampler.move(before, 1, 0, 0, 0, Border.HOLD, (float) keep, frame.height());
            return (nothing, out, from, to) -> move.rows(out, from, to);
        }
        return (nothing, out, from, to) -> {
            int n = (to - from) * before.width;
            for (int c = 0; c < 4; c++) {
                Runs.times(before.plane(c), before.at(from), (float) keep, out.plane(c), out.at(from), n);
            }
            return out;
        };
    }
}
