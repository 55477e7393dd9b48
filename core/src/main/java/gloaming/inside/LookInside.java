package gloaming.inside;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.library.Fit;
import gloaming.look.Id;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Sampler;
import gloaming.play.Within;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.DynamicSettings;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Another look of the show as a picture: it has a player of its own ({@link Guest}) that hears what this look hears and goes by the time of
 * the lane, and an edit of it goes on where it is.
 */
@Id("look-inside")
@StepInfo(
        name = "Look",
        does = "Shows another look of this show, as it plays, as a picture.",
        ifBlack = "choose a look",
        find = "look within nested composition precomp sub scene inside screen embed whole look as picture",
        notice = "A whole look as a picture: choose one.")
@DynamicSettings(Strip.class)
public record LookInside(
        @Id("look") @Choice(initial = "", medium = "look", says = "Which look; none that shows this one.")
        String look,

        @Id("fit")
        @Choice(initial = "fit", says = "Whole, over all of the frame, drawn to its shape, or in its own size.")
        Fit fit,

        @Id("detail")
        @Range(
                min = 0.05,
                max = 1,
                initial = 1,
                byRatio = true,
                says = "The part of this look's height at which it is worked out: less is faster.")
        double detail,

        @Id("lane") @Choice(initial = "", says = "What leaves one of its lanes, by its name, in place of its mix.")
        String lane,

        @Id("snapshot") @Choice(initial = "", says = "One of its snapshots, by its name, as which it stands here.")
        String snapshot,

        @Id(value = "strip", label = "Its strip")
        @Choice(initial = "", strip = true, says = "What lies on its strip can be set here, and follow what is here.")
        String strip,

        @Id("rate")
        @Range(
                min = 0,
                max = 60,
                initial = 0,
                unit = "a second",
                says = "Pictures a second that are worked out; 0 is every frame.")
        double rate,

        Object[] own)
        implements Operation<Nothing, Picture, LookInside.Memory> {

    /** What plays here, with others that show the same in step, or alone. */
    public static final class Memory {
        private Guest guest;
        /** What a step with these settings wants, made once for as long as they stay. */
        private LookInside of;

        private Guest.Showing showing;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Nothing in, Memory memory, Frame frame) {
        Picture out = frame.picture();
        if (look.isEmpty()) return out.clear();
        Picture made = guest(memory, frame).picture(own, frame);
        if (made == null) return out.clear();
        return made.sameSize(out) ? out.copyFrom(made) : laid(made, out, frame);
    }

    /** Who plays for this step in this frame: one that goes another way than the others has a player of its own from then on. */
    private Guest guest(Memory memory, Frame frame) {
        if (memory.of != this) memory.showing = new Guest.Showing(look, lane, snapshot, strip, detail, rate);
        memory.of = this;
        Guest.Showing showing = memory.showing;
        Guest guest = memory.guest;
        if (guest == null)
            guest = Within.common(frame, Guests.class, Guests::new).join(showing, own, frame);
        else if (guest.stands() || guest.shared(frame) && !guest.suits(showing, own, frame))
            guest = Guests.alone(frame);
        memory.guest = guest;
        guest.show(showing);
        return guest;
    }

    private Picture laid(Picture made, Picture out, Frame frame) {
        Fit.Box box = fit.lay(made.width, made.height, out.width, out.height, frame.renderScale());
        if (fit == Fit.STRETCH) {
            frame.crew().each(out.height, ByRows.STRIP, (from, to) -> stretched(made, out, from, to));
            return out;
        }
        double scale = box.height() / out.height;
        Border border = fit == Fit.FILL ? Border.HOLD : Border.EMPTY;
        Sampler.Move move = Sampler.move(made, scale, 0, 0, 0, border, 1, out.height);
        frame.crew().each(out.height, ByRows.STRIP, (from, to) -> move.rows(out, from, to));
        return out;
    }

    private static void stretched(Picture made, Picture out, int from, int to) {
        for (int y = from; y < to; y++) {
            double sy = (y + 0.5) / out.height * made.height - 0.5;
            for (int x = 0; x < out.width; x++) {
                double sx = (x + 0.5) / out.width * made.width - 0.5;
                for (int c = 0; c < 4; c++)
                    out.plane(c)[y * out.width + x] = Sampler.at(made, made.plane(c), sx, sy, Border.HOLD);
            }
        }
    }
}
