package gloaming.picture.warp;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Sampler;
import gloaming.picture.kernel.Woven;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Moves, scales and turns a picture about the middle of the frame. */
@Id("place")
@StepInfo(
        name = "Place",
        does = "Moves, scales and turns the picture.",
        ifBlack = "it is out of sight, so bring Across, Up or Scale back",
        find = "move transform scale rotate turn position zoom shift size tile mirror",
        notice = "Moved, scaled and turned, with a rule for what is beyond the border.",
        example = "puppet > * turn==0.05*sin(t*2) scale=0.7 border=mirror")
public record Place(
        @Id("across") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "To the right.")
        double across,

        @Id("up") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Upward.")
        double up,

        @Id("scale") @Range(min = 0.01, max = 10, initial = 1, byRatio = true, says = "Times its size.")
        double scale,

        @Id("turn") @Range(min = -4, max = 4, initial = 0, unit = "turns", says = "Anticlockwise.")
        double turn,

        @Id("border") @Choice(initial = "empty", says = "What lies beyond its border.")
        Border border)
        implements ByRows<Picture, Woven> {

    @Override
    public boolean timeless() {
        return true;
    }

    @Override
    public Woven memory() {
        return new Woven();
    }

    @Override
    public Reach reach() {
        return Reach.WHOLE;
    }

    @Override
    public Rows rows(Picture whole, Woven woven, Frame frame) {
        if (across == 0 && up == 0 && scale == 1 && turn == 0) return null;
        Sampler.Move move = Sampler.move(whole, scale, turn, across, up, border, 1, whole.height);
        woven.begin(whole, frame.crew());
        return (in, out, from, to) -> move.rows(out, woven, from, to);
    }
}
