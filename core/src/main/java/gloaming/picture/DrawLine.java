package gloaming.picture;

import gloaming.flow.Points;
import gloaming.step.ByRows;
import gloaming.step.Frame;
import gloaming.step.Pick;
import gloaming.step.Range;
import gloaming.step.Says;

/** One line through all points in their order, as thick as each point is large. */
@Says(
        name = "Draw line",
        does = "Draws one line through the points in their order, as thick and coloured as each of them.",
        ifBlack = "its points are out of the picture, too small or too dark",
        find = "stroke path polyline outline connect curve ribbon thickness closed ring contour")
public record DrawLine(
        @Range(min = 0.02, max = 20, initial = 1, byRatio = true, says = "Times each point's own size.")
        double size,

        @Range(min = 0, max = 1, initial = 0.15, says = "From a hard edge to all soft.")
        double softness,

        @Range(min = 0, max = 50, initial = 1, says = "Times each point's own light.")
        double brightness,

        @Pick(initial = "false", says = "From the last point back to the first.")
        boolean closed,

        @Pick(initial = "true", says = "Round through the points, or straight from one to the next.")
        boolean smooth)
        implements ByRows<Points, Stroke> {

    @Override
    public Stroke memory() {
        return new Stroke();
    }

    @Override
    public Rows rows(Points in, Stroke stroke, Frame frame) {
        stroke.lay(in, size, softness, brightness, closed, smooth, frame.width(), frame.height());
        return (nothing, out, from, to) -> stroke.rows(out, from, to);
    }
}
