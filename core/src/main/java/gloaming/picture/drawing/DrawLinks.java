package gloaming.picture.drawing;

import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.points.force.Links;
import gloaming.step.ByRows;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** {@link Links} between points, fading with distance. */
@Id("draw-links")
@StepInfo(
        name = "Draw links",
        does = "Draws lines between points that are near each other, fainter the farther they are.",
        ifBlack = "no two points are within reach of each other",
        find = "neighbours plexus network connect lines near web constellation mesh proximity lightning",
        notice = "Only points near one another are joined; the thread fades as they part.",
        example = "sow rate=40 life=5 scatter=1 speed=0.15 size=0.02 > * within=0.5",
        sets = {
            "Cobweb: within=0.25 most=5 fade=1.2 size=0.12",
            "Net: within=0.4 most=3 fade=0.2 size=0.2",
            "Mist of threads: within=0.3 most=24 fade=2 size=0.05 brightness=0.35"
        })
public record DrawLinks(
        @Id(value = "within", label = "Longest")
        @Range(min = 0.005, max = 2, initial = 0.15, unit = "units", byRatio = true, says = "How far a line reaches.")
        double within,

        @Id(value = "most", label = "Most a point")
        @Range(min = 1, max = 32, initial = 6, says = "Lines from each point, at most.")
        int most,

        @Id("fade") @Range(min = 0, max = 8, initial = 1, says = "How early lines fade with distance: 0 not at all.")
        double fade,

        @Id("size")
        @Range(min = 0.02, max = 20, initial = 0.15, byRatio = true, says = "Thickness, times each point's own size.")
        double size,

        @Id("brightness") @Range(min = 0, max = 50, initial = 0.6, says = "Times each point's own light.")
        double brightness)
        implements ByRows<Points, DrawLinks.Memory> {
    /** The lines found, and how they are drawn. */
    public static final class Memory {
        final Links links = new Links();
        final Stroke stroke = new Stroke();
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Rows rows(Points in, Memory memory, Frame frame) {
        Links links = memory.links.find(in, within, most, fade, frame);
        memory.stroke.pairs(
                in,
                links.pairs,
                links.strength,
                links.lines,
                new Stroke.Manner(size, 1, brightness, false, false, 0, true),
                frame.width(),
                frame.height(),
                frame.crew());
        return (nothing, out, from, to) -> memory.stroke.rows(out, from, to);
    }
}
