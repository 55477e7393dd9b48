package gloaming.picture;

import gloaming.flow.Picture;
import gloaming.look.Id;
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
        find = "difference matte background subtraction silhouette person cut out camera keyer")
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
        Threshold.Paint paint)
        implements ByRows<Picture, Background.Memory> {

    /** The background. */
    public static final class Memory {
        Picture learnt;
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
        double seconds = learn ? 0.15 : slowly;
        float part = first ? 1 : seconds == 0 ? 0 : (float) (1 - Math.exp(-frame.dt() / seconds));
        float low = (float) level;
        float slope = (float) (1 / softness);
        return (in, out, from, to) -> {
            for (int i = in.at(from), o = out.at(from), s = still.at(from); i < in.at(to); i++, o++, s++) {
                float r = in.r[i] - still.r[s];
                float g = in.g[i] - still.g[s];
                float b = in.b[i] - still.b[s];
                still.r[s] += part * r;
                still.g[s] += part * g;
                still.b[s] += part * b;
                float far = (float) Math.sqrt((r * r + g * g + b * b) / 3);
                float t = Math.clamp((far - low) * slope + 0.5f, 0f, 1f);
                float k = first ? 0 : t * t * (3 - 2 * t);
                float white = paint == Threshold.Paint.WHITE ? 1 : 0;
                float own = (1 - white) * k;
                out.r[o] = white * k + own * in.r[i];
                out.g[o] = white * k + own * in.g[i];
                out.b[o] = white * k + own * in.b[i];
                out.a[o] = white * k + own * in.a[i];
            }
            still.mend(from, to);
            return out;
        };
    }
}
