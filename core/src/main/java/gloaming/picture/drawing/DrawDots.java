package gloaming.picture.drawing;

import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Points drawn as round dots, from hard to soft, adding light or covering. */
@Id("draw-dots")
@StepInfo(
        name = "Draw dots",
        does = "Draws each point as a round dot, hard or soft.",
        ifBlack = "its points are out of the picture, too small or too dark",
        find = "particles render draw points circles sprites light spots",
        notice = "Where dots meet they add their light; ink that covers is the other way.",
        example = "sow rate=200 life=3 speed=0.2 size=0.03 > *")
public record DrawDots(
        @Id("size") @Range(min = 0.05, max = 20, initial = 1, byRatio = true, says = "Times each point's own size.")
        double size,

        @Id("softness") @Range(min = 0, max = 1, initial = 1, says = "From a hard edge to all soft.")
        double softness,

        @Id("brightness") @Range(min = 0, max = 50, initial = 1, says = "Times each point's own light.")
        double brightness,

        @Id("ink") @Choice(initial = "add", says = "Whether dots add their light or cover what is behind.")
        Ink ink)
        implements ByRows<Points, WideDots> {

    /** How dots meet. */
    public enum Ink {
        @Id("add")
        ADD,
        @Id("cover")
        COVER
    }

    @Override
    public WideDots memory() {
        return new WideDots();
    }

    @Override
    public Rows rows(Points in, WideDots dots, Frame frame) {
        dots.place(in, size, softness, brightness, ink == Ink.ADD, frame.width(), frame.height(), frame.crew());
        return (nothing, out, from, to) -> dots.rows(out, from, to);
    }
}
