package gloaming.picture.feedback;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.colour.Threshold;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Learns what stands still and keeps only what differs from it. */
@Id("background")
@StepInfo(
        name = "Background",
        does = "Learns the still background and keeps what stands before it.",
        ifBlack = "nothing differs from the background it has learnt; lower Level",
        find = "difference matte background subtraction silhouette person cut out camera keyer",
        notice = "What has stayed as it was goes; what moves is left standing alone.",
        example = "puppet > * slowly=6")
public record Background(
        @Id("learn") @Choice(initial = "false", says = "While on, the picture is learnt as the background.")
        boolean learn,

        @Id("level") @Range(min = 0, max = 1, initial = 0.08, says = "How much a place must differ.")
        double level,

        @Id("softness") @Range(min = 0.001, max = 1, initial = 0.06, says = "How softly it changes there.")
        double softness,

        @Id(value = "slowly", label = "Learning time")
        @Range(min = 0, max = 600, initial = 0, unit = "s", says = "Learns slowly all the time; 0 does not.")
        double slowly,

        @Id("paint") @Choice(initial = "own", says = "White, or the picture's own colours.")
        Threshold.Paint paint,

        @Id("by")
        @Choice(
                initial = "mean",
                says =
                        "What is learnt: the mean, the middle of what was seen, which who passes does not change, or one frame, the first that Learn is on.")
        By by)
        implements ByRows<Picture, Background.Memory> {

    /** What of all that was seen is the background. */
    public enum By {
        @Id("mean")
        MEAN,
        @Id("middle")
        MIDDLE,
        @Id("one-frame")
        ONE_FRAME
    }

    /** Light by which the middle follows what is seen, in its learning time. */
    private static final double PACE = 2;

    /** The background, and whether it was being learnt in the frame before. */
    public static final class Memory {
        public Picture learnt;
        boolean learning;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Rows rows(Picture whole, Memory memory, Frame frame) {
        boolean first =
                memory.learnt == null || memory.learnt.width != frame.width() || memory.learnt.height != frame.height();
        if (first) memory.learnt = new Picture(frame.width(), frame.height());
        Picture still = memory.learnt;
        boolean begins = learn && !memory.learning;
        memory.learning = learn;
        double seconds = by == By.ONE_FRAME ? 0 : learn ? 0.15 : slowly;
        float part = first || by == By.ONE_FRAME && begins
                ? 1
                : seconds == 0 ? 0 : (float) (1 - Math.exp(-frame.dt() / seconds));
        // The middle goes towards what is seen by so much at a time, however far that is: it stays where half of the
        // time it is
        // above and half below (McFarlane and Schofield, 1995, "Segmentation and tracking of piglets in images").
        boolean middle = by == By.MIDDLE && !first;
        float step = seconds == 0 ? 0 : (float) (frame.dt() * PACE / (learn ? 2 : slowly));
        float low = (float) level;
        float slope = (float) (1 / softness);
        return (in, out, from, to) -> {
            for (int i = in.at(from), o = out.at(from), s = still.at(from); i < in.at(to); i++, o++, s++) {
                float r = in.r()[i] - still.r()[s];
                float g = in.g()[i] - still.g()[s];
                float b = in.b()[i] - still.b()[s];
                still.r()[s] += middle ? Math.clamp(r, -step, step) : part * r;
                still.g()[s] += middle ? Math.clamp(g, -step, step) : part * g;
                still.b()[s] += middle ? Math.clamp(b, -step, step) : part * b;
                float far = (float) Math.sqrt((r * r + g * g + b * b) / 3);
                float t = Math.clamp((far - low) * slope + 0.5f, 0f, 1f);
                float k = first ? 0 : t * t * (3 - 2 * t);
                float white = paint == Threshold.Paint.WHITE ? 1 : 0;
                float own = (1 - white) * k;
                out.r()[o] = white * k + own * in.r()[i];
                out.g()[o] = white * k + own * in.g()[i];
                out.b()[o] = white * k + own * in.b()[i];
                out.a()[o] = white * k + own * in.a()[i];
            }
            still.mend(from, to);
            return out;
        };
    }
}
