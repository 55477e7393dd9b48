package gloaming.motion;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Each place smeared the way it moves, as an open shutter does. */
@Id("smear-along")
@StepInfo(
        name = "Smear along",
        does = "Smears every place of the picture the way it moves.",
        find = "motion blur shutter vectors directional smear by velocity streak",
        notice = "Each part is drawn out along its own movement.",
        example = "puppet > * by=(curl-noise)")
@Read(name = "by", kind = Picture.class, says = "The motion picture that says which way.")
public record SmearAlong(
        @Id("shutter") @Range(min = 0, max = 1, initial = 0.04, unit = "s", says = "How long the shutter is open.")
        double shutter,

        @Id("longest")
        @Range(
                min = 0.01,
                max = 1,
                initial = 0.3,
                unit = "units",
                byRatio = true,
                says = "No streak is longer than this.")
        double longest)
        implements Operation<Picture, Picture, Void> {
    /** Samples at most; streaks of more pixels are sampled with gaps. */
    private static final int MOST = 24;

    @Override
    public Picture run(Picture in, Void memory, Frame frame) {
        Picture by = frame.read("by", Picture.class);
        if (by == null || shutter == 0) return in;
        Picture out = frame.picture();
        frame.crew().each(out.height, 4, (from, to) -> {
            for (int y = from; y < to; y++) for (int x = 0; x < out.width; x++) smear(in, by, out, x, y);
        });
        return out;
    }

    /** The mean along the way centred on the pixel. */
    private void smear(Picture in, Picture by, Picture out, int x, int y) {
        int p = y * out.width + x;
        float scale = (float) out.scale();
        float dx = (float) shutter * by.r()[p] * scale;
        float dy = (float) shutter * by.g()[p] * scale;
        float length = (float) Math.sqrt(dx * dx + dy * dy);
        if (!(length >= 0.5f)) {
            for (int c = 0; c < 4; c++) out.plane(c)[p] = in.plane(c)[p];
            return;
        }
        float most = (float) longest * scale;
        if (length > most) {
            dx *= most / length;
            dy *= most / length;
            length = most;
        }
        int n = Math.clamp((int) Math.ceil(length) + 1, 2, MOST);
        float r = 0;
        float g = 0;
        float b = 0;
        float a = 0;
        float stepX = dx / n;
        float stepY = dy / n;
        // The nearest pixels: along a streak they average out to what sampling between them would give.
        float u = x + 0.5f - 0.5f * (dx - stepX);
        float v = y + 0.5f - 0.5f * (dy - stepY);
        for (int i = 0; i < n; i++, u += stepX, v += stepY) {
            int q = Math.clamp((int) v, 0, in.height - 1) * in.width + Math.clamp((int) u, 0, in.width - 1);
            r += in.r()[q];
            g += in.g()[q];
            b += in.b()[q];
            a += in.a()[q];
        }
        out.r()[p] = r / n;
        out.g()[p] = g / n;
        out.b()[p] = b / n;
        out.a()[p] = a / n;
    }
}
