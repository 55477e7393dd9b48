package gloaming.picture.drawing;

import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** One line through all points in their order, as thick as each point is large; or one along each strand. */
@Id("draw-line")
@StepInfo(
        name = "Draw line",
        does = "Draws one line through the points in their order, as thick and coloured as each of them.",
        ifBlack = "its points are out of the picture, too small or too dark",
        find = "stroke path polyline outline connect curve ribbon thickness closed ring contour",
        notice = "One line through all points in their order, as thick as each point is large.",
        example = "spiral > give pattern=sine times=5 low=0.004 high=0.03 > * closed=false")
public record DrawLine(
        @Id("size") @Range(min = 0.02, max = 20, initial = 1, byRatio = true, says = "Times each point's own size.")
        double size,

        @Id("softness") @Range(min = 0, max = 1, initial = 0.15, says = "From a hard edge to all soft.")
        double softness,

        @Id("brightness") @Range(min = 0, max = 50, initial = 1, says = "Times each point's own light.")
        double brightness,

        @Id("closed") @Choice(initial = "false", says = "From the last point back to the first.")
        boolean closed,

        @Id("smooth") @Choice(initial = "true", says = "Round through the points, or straight from one to the next.")
        boolean smooth,

        @Id("filled") @Range(min = 0, max = 1, initial = 0, says = "How much of its inside is filled.")
        double filled,

        @Id("glow") @Choice(initial = "false", says = "Whether lines that cross add their light.")
        boolean glow)
        implements ByRows<Points, Stroke> {

    @Override
    public Stroke memory() {
        return new Stroke();
    }

    @Override
    public Rows rows(Points in, Stroke stroke, Frame frame) {
        stroke.lay(
                in,
                new Stroke.Manner(size, softness, brightness, closed, smooth, filled, glow),
                frame.width(),
                frame.height(),
                frame.crew());
        return (nothing, out, from, to) -> stroke.rows(out, from, to);
    }
}
