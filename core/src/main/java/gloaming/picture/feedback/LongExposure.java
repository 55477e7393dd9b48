package gloaming.picture.feedback;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** What has passed by, kept: the mean of the last seconds, or the lightest or darkest that was. */
@Id("gather")
@StepInfo(
        name = "Long exposure",
        does = "Keeps what passes by: a long exposure, or the lightest or darkest that was.",
        find = "accumulate long exposure average hold maximum minimum light painting trails freeze gather accumulate",
        notice = "Light is collected over time: what stands is sharp, what moves is a haze.",
        example = "puppet > * seconds=1.5")
public record LongExposure(
        @Id(value = "keep", label = "Kept") @Choice(initial = "mean", says = "What is kept.")
        Keep keep,

        @Id("seconds")
        @Range(min = 0.02, max = 60, initial = 2, unit = "s", byRatio = true, says = "How long it lasts.")
        double seconds)
        implements ByRows<Picture, LongExposure.Memory> {

    /** What is kept. */
    public enum Keep {
        @Id("mean")
        MEAN,
        @Id("lightest")
        LIGHTEST,
        @Id("darkest")
        DARKEST
    }

    /** What has been kept so far. */
    public static final class Memory {
        Picture kept;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Rows rows(Picture whole, Memory memory, Frame frame) {
        boolean first =
                memory.kept == null || memory.kept.width != frame.width() || memory.kept.height != frame.height();
        if (first) memory.kept = frame.keep(new Picture(frame.width(), frame.height()));
        Picture kept = memory.kept;
        float part = first ? 1 : (float) (1 - Math.exp(-frame.dt() / seconds));
        return (in, out, from, to) -> {
            for (int c = 0; c < 4; c++) {
                float[] now = in.plane(c);
                float[] old = kept.plane(c);
                int shift = in.at(from) - kept.at(from);
                for (int i = kept.at(from); i < kept.at(to); i++) {
                    float drawn = old[i] + part * (now[i + shift] - old[i]);
                    old[i] = switch (keep) {
                        case MEAN -> drawn;
                        case LIGHTEST -> Math.max(now[i + shift], drawn);
                        case DARKEST -> Math.min(now[i + shift], drawn);
                    };
                }
            }
            kept.mend(from, to);
            return kept;
        };
    }
}
