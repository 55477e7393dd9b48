package gloaming.motion;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A motion picture drawn as arrows, since red and green do not tell everyone which way things go. */
@Id("arrows")
@StepInfo(
        name = "Arrows",
        does = "Draws a motion picture as arrows: which way, and how fast by their length.",
        find = "vectors view field motion flow direction display show",
        ifBlack = "nothing moves",
        notice = "Where the picture has a direction in it, an arrow points along; longer ones mean more.",
        example = "curl-noise > *")
public record Arrows(
        @Id("apart")
        @Range(
                min = 0.02,
                max = 0.5,
                initial = 0.09,
                unit = "units",
                byRatio = true,
                says = "From one arrow to the next.")
        double apart,

        @Id("reach")
        @Range(
                min = 0.001,
                max = 10,
                initial = 0.12,
                unit = "s",
                byRatio = true,
                says = "An arrow is as long as the way in this time.")
        double reach,

        @Id("thick")
        @Range(min = 0.001, max = 0.05, initial = 0.006, unit = "units", byRatio = true, says = "How thick they are.")
        double thick,

        @Id("colour") @Choice(initial = "#ffd9a0", says = "Their colour.")
        Colour colour)
        implements Operation<Picture, Picture, Arrows.Memory> {

    /** The arrows of a frame: where they start and which way they go, in units. */
    public static final class Memory {
        private float[] arrows = {};
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Picture in, Memory memory, Frame frame) {
        int columns = Math.max(1, (int) Math.ceil(2 * in.aspect() / apart));
        int rows = Math.max(1, (int) Math.ceil(2 / apart));
        if (memory.arrows.length != 4 * columns * rows) memory.arrows = new float[4 * columns * rows];
        float[] arrows = memory.arrows;
        for (int row = 0; row < rows; row++) {
            for (int column = 0; column < columns; column++) {
                double x = (column + 0.5 - columns / 2.0) * apart;
                double y = (row + 0.5 - rows / 2.0) * apart;
                int px = Math.clamp((int) ((x + in.aspect()) * in.scale()), 0, in.width - 1);
                int py = Math.clamp((int) ((y + 1) * in.scale()), 0, in.height - 1);
                int p = py * in.width + px;
                double vx = in.r()[p] * reach;
                double vy = in.g()[p] * reach;
                double length = Math.hypot(vx, vy);
                // Longer than three cells tells nothing and hides its neighbours.
                double k = !(length < 1e6) ? 0 : length > 3 * apart ? 3 * apart / length : 1;
                int i = 4 * (row * columns + column);
                arrows[i] = (float) x;
                arrows[i + 1] = (float) y;
                arrows[i + 2] = (float) (vx * k);
                arrows[i + 3] = (float) (vy * k);
            }
        }
        Picture out = frame.picture();
        frame.crew().each(out.height, ByRows.STRIP, (from, to) -> draw(arrows, out, from, to));
        return out;
    }

    private void draw(float[] arrows, Picture out, int from, int to) {
        out.clear(from, to);
        for (int i = 0; i < arrows.length; i += 4) {
            float x = arrows[i];
            float y = arrows[i + 1];
            float dx = arrows[i + 2];
            float dy = arrows[i + 3];
            float length = (float) Math.sqrt(dx * dx + dy * dy);
            if (!(length > thick / 2)) continue;
            float head = (float) Math.min(length * 0.45, 4 * thick);
            float ux = dx / length;
            float uy = dy / length;
            float tipX = x + dx;
            float tipY = y + dy;
            stroke(out, from, to, x, y, tipX, tipY);
            stroke(out, from, to, tipX, tipY, tipX - head * (ux - 0.6f * uy), tipY - head * (uy + 0.6f * ux));
            stroke(out, from, to, tipX, tipY, tipX - head * (ux + 0.6f * uy), tipY - head * (uy - 0.6f * ux));
        }
    }

    /** A line with round ends; where lines meet the denser one stands. */
    private void stroke(Picture out, int from, int to, float ax, float ay, float bx, float by) {
        float scale = (float) out.scale();
        // A line under a pixel is drawn a pixel wide and as much fainter.
        float width = (float) (thick * scale);
        float half = Math.max(0.5f, width / 2);
        float strength = Math.min(1, width);
        float x0 = (ax + (float) out.aspect()) * scale;
        float y0 = (ay + 1) * scale;
        float x1 = (bx + (float) out.aspect()) * scale;
        float y1 = (by + 1) * scale;
        int low = Math.max(from, (int) Math.floor(Math.min(y0, y1) - half - 1));
        int high = Math.min(to, (int) Math.ceil(Math.max(y0, y1) + half + 1));
        int left = Math.max(0, (int) Math.floor(Math.min(x0, x1) - half - 1));
        int right = Math.min(out.width, (int) Math.ceil(Math.max(x0, x1) + half + 1));
        float dx = x1 - x0;
        float dy = y1 - y0;
        float square = Math.max(1e-6f, dx * dx + dy * dy);
        for (int y = low; y < high; y++) {
            for (int x = left; x < right; x++) {
                float px = x + 0.5f - x0;
                float py = y + 0.5f - y0;
                float h = Math.clamp((px * dx + py * dy) / square, 0, 1);
                float ex = px - h * dx;
                float ey = py - h * dy;
                float cover = strength * Math.clamp(half + 0.5f - (float) Math.sqrt(ex * ex + ey * ey), 0, 1);
                int p = out.at(y) + x;
                if (cover <= out.a()[p]) continue;
                out.r()[p] = cover * colour.r();
                out.g()[p] = cover * colour.g();
                out.b()[p] = cover * colour.b();
                out.a()[p] = cover;
            }
        }
    }
}
