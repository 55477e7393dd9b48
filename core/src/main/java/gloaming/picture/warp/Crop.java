package gloaming.picture.warp;

import gloaming.look.Id;
import gloaming.picture.kernel.RowRoom;
import gloaming.picture.kernel.Runs;
import gloaming.step.ByPixel;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Empties what lies outside a rectangle with soft edges. */
@Id("crop")
@StepInfo(
        name = "Crop",
        does = "Keeps a rectangle of the picture and empties the rest.",
        ifBlack = "the rectangle is outside the picture or has no size",
        find = "crop trim frame border letterbox rectangle window vignette cut subtitles bars",
        notice = "Only what is within the frame is left, with corners as round as wanted.",
        example = "puppet > * width=1.6 height=1.5 corner=0.3")
public record Crop(
        @Id("width") @Range(min = 0, max = 8, initial = 2, unit = "units", says = "Width of the rectangle.")
        double width,

        @Id("height") @Range(min = 0, max = 4, initial = 1.6, unit = "units", says = "Height of the rectangle.")
        double height,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where its middle is, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where its middle is, up.")
        double y,

        @Id("corner") @Range(min = 0, max = 1, initial = 0, unit = "units", says = "Radius of its corners.")
        double corner,

        @Id("softness") @Range(min = 0, max = 1, initial = 0, unit = "units", says = "How softly it ends.")
        double softness)
        implements ByPixel<Void> {

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        return (p, from, to, row) -> {
            double soft = Math.max(softness, 2.0 / p.height);
            double round = Math.min(corner, Math.min(width, height) / 2);
            float[] k = RowRoom.of(p.width).x;
            for (int i = from, line = row; i < to; i += p.width, line++) {
                float dy = (float) (Math.abs(p.worldY(line) - y) - height / 2 + round);
                keep(
                        (float) (p.worldX(0) - x),
                        (float) (2.0 / p.height),
                        dy,
                        (float) round,
                        (float) (1 / soft),
                        k,
                        p.width);
                for (int c = 0; c < 4; c++) Runs.times(p.plane(c), i, k, p.width);
            }
        };
    }

    /** How much of each pixel of a row stays: {@link #distance} in a form that the JIT makes vectors of. */
    private void keep(float from, float step, float dy, float round, float sharp, float[] k, int n) {
        float half = (float) (width / 2) - round;
        float above = Math.max(dy, 0);
        for (int i = 0; i < n; i++) {
            float dx = Math.abs(from + i * step) - half;
            float out = Math.max(dx, 0);
            float distance = (float) Math.sqrt(out * out + above * above) + Math.min(Math.max(dx, dy), 0) - round;
            k[i] = Math.min(1, Math.max(0, 0.5f - distance * sharp));
        }
    }

    /** Signed distance of a place from the rounded rectangle, negative inside (Quilez 2008). */
    public double distance(double wx, double wy, double round) {
        double dx = Math.abs(wx - x) - width / 2 + round;
        double dy = Math.abs(wy - y) - height / 2 + round;
        return Math.hypot(Math.max(dx, 0), Math.max(dy, 0)) + Math.min(Math.max(dx, dy), 0) - round;
    }
}
