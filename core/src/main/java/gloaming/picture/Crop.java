package gloaming.picture;

import gloaming.step.ByPixel;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Says;

/** Empties what lies outside a rectangle with soft edges. */
@Says(
        name = "Crop",
        does = "Keeps a rectangle of the picture and empties the rest.",
        ifBlack = "the rectangle is outside the picture or has no size",
        find = "crop trim frame border letterbox rectangle window vignette cut")
public record Crop(
        @Range(min = 0, max = 8, initial = 2, unit = "units", says = "Width of the rectangle.")
        double width,

        @Range(min = 0, max = 4, initial = 1.6, unit = "units", says = "Height of the rectangle.")
        double height,

        @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where its middle is, across.")
        double x,

        @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where its middle is, up.")
        double y,

        @Range(min = 0, max = 1, initial = 0, unit = "units", says = "Radius of its corners.")
        double corner,

        @Range(min = 0, max = 1, initial = 0, unit = "units", says = "How softly it ends.")
        double softness)
        implements ByPixel<Void> {

    @Override
    public Pixels pixels(Void memory, Frame frame) {
        return (p, from, to, row) -> {
            double soft = Math.max(softness, 2.0 / p.height);
            double round = Math.min(corner, Math.min(width, height) / 2);
            for (int i = from, column = 0, line = row; i < to; i++) {
                double k = Math.clamp(0.5 - distance(p.worldX(column), p.worldY(line), round) / soft, 0.0, 1.0);
                p.r[i] *= (float) k;
                p.g[i] *= (float) k;
                p.b[i] *= (float) k;
                p.a[i] *= (float) k;
                if (++column == p.width) {
                    column = 0;
                    line++;
                }
            }
        };
    }

    /** Signed distance of a place from the rounded rectangle, negative inside (Quilez 2008). */
    double distance(double wx, double wy, double round) {
        double dx = Math.abs(wx - x) - width / 2 + round;
        double dy = Math.abs(wy - y) - height / 2 + round;
        return Math.hypot(Math.max(dx, 0), Math.max(dy, 0)) + Math.min(Math.max(dx, dy), 0) - round;
    }
}
