package gloaming.motion;

import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.Says;

/** Each place smeared the way it moves, as an open shutter does. */
@Says(
        name = "Smear along",
        does = "Smears every place of the picture the way it moves.",
        find = "motion blur shutter vectors directional smear by velocity streak")
@Read(name = "by", kind = Kind.PICTURE, says = "The motion picture that says which way.")
public record SmearAlong(
        @Range(min = 0, max = 1, initial = 0.04, unit = "s", says = "How long the shutter is open.")
        double shutter,

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
        float dx = (float) shutter * by.r[p] * scale;
        float dy = (float) shutter * by.g[p] * scale;
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
        for (int i = 0; i < n; i++) {
            float t = (i + 0.5f) / n - 0.5f;
            float u = Math.clamp(x + t * dx, 0, in.width - 1);
            float v = Math.clamp(y + t * dy, 0, in.height - 1);
            int x0 = (int) u;
            int y0 = (int) v;
            float fx = u - x0;
            float fy = v - y0;
            int q = y0 * in.width + x0;
            int right = x0 + 1 < in.width ? 1 : 0;
            int up = y0 + 1 < in.height ? in.width : 0;
            float k00 = (1 - fx) * (1 - fy);
            float k10 = fx * (1 - fy);
            float k01 = (1 - fx) * fy;
            float k11 = fx * fy;
            r += k00 * in.r[q] + k10 * in.r[q + right] + k01 * in.r[q + up] + k11 * in.r[q + up + right];
            g += k00 * in.g[q] + k10 * in.g[q + right] + k01 * in.g[q + up] + k11 * in.g[q + up + right];
            b += k00 * in.b[q] + k10 * in.b[q + right] + k01 * in.b[q + up] + k11 * in.b[q + up + right];
            a += k00 * in.a[q] + k10 * in.a[q + right] + k01 * in.a[q + up] + k11 * in.a[q + up + right];
        }
        out.r[p] = r / n;
        out.g[p] = g / n;
        out.b[p] = b / n;
        out.a[p] = a / n;
    }
}
