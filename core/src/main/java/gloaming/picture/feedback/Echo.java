package gloaming.picture.feedback;

import gloaming.flow.Picture;
import gloaming.look.Blend;
import gloaming.look.Id;
import gloaming.picture.kernel.Blending;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Sampler;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/**
 * Feedback: what left this step a frame ago comes back scaled, turned, shifted and faded behind the new picture.
 *
 * <p>All of it is stated for a second, so that trails are as long at 25 frames as at 60. When the render scale changes the
 * old picture is fitted to the new size and nothing jumps.
 */
@Id("echo")
@StepInfo(
        name = "Echo",
        does = "Lets the frame before shine through, faded, scaled, turned and shifted: trails, tunnels, melting.",
        find =
                "feedback trails tunnel smear persistence ghost history previous frame delay melt zoom ghosting video infinite",
        notice = "What was there a moment ago is still there, weaker and a little larger.",
        example = "puppet > * growth=1.25 halfLife=0.5 meets=lighten",
        sets = {
            "Trails: halfLife=0.5 growth=1 meets=lighten",
            "Burrow: halfLife=1.4 growth=1.9 turn=0.06 meets=lighten",
            "Rising smoke: halfLife=1.1 growth=1.06 up=0.25 meets=screen",
            "Falling leaf: halfLife=0.9 growth=0.94 turn=0.12 across=0.06 up=-0.2 meets=over"
        })
public record Echo(
        @Id("halfLife") @Range(min = 0, max = 20, initial = 0.6, unit = "s", says = "Time for an echo to fade to half.")
        double halfLife,

        @Id("growth") @Range(min = 0.05, max = 20, initial = 1, byRatio = true, says = "How much it grows in a second.")
        double growth,

        @Id("turn") @Range(min = -4, max = 4, initial = 0, unit = "turns/s", says = "How much it turns.")
        double turn,

        @Id("across") @Range(min = -4, max = 4, initial = 0, unit = "units/s", says = "How fast it moves to the right.")
        double across,

        @Id("up") @Range(min = -4, max = 4, initial = 0, unit = "units/s", says = "How fast it moves up.")
        double up,

        @Id(value = "meets", label = "Blend") @Choice(initial = "over", says = "How the new picture meets its echo.")
        Meeting meets,

        @Id("border") @Choice(initial = "empty", says = "What lies beyond the echo's border.")
        Border border)
        implements ByRows<Picture, Echo.Memory> {

    /** How the new picture meets the old. */
    public enum Meeting {
        @Id("over")
        OVER(Blend.OVER),
        @Id("add")
        ADD(Blend.ADD),
        @Id("lighten")
        LIGHTEN(Blend.LIGHTEN),
        @Id("screen")
        SCREEN(Blend.SCREEN);

        final Blend blend;

        Meeting(Blend blend) {
            this.blend = blend;
        }
    }

    /** What left the step last, and room for what leaves it next. */
    public static final class Memory {
        Picture before;
        Picture spare;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Rows rows(Picture whole, Memory memory, Frame frame) {
        Picture before = memory.before;
        double dt = frame.dt();
        boolean fits = before != null && before.width == frame.width() && before.height == frame.height();
        if (dt == 0 && fits) return (in, out, from, to) -> before;
        Picture now = fits && memory.spare != null && memory.spare.sameSize(before)
                ? memory.spare
                : frame.keep(new Picture(frame.width(), frame.height()));
        memory.spare = before;
        memory.before = now;
        double fade = halfLife <= 0 ? 0 : Math.pow(0.5, dt / halfLife);
        Sampler.Move move = before == null
                ? null
                : Sampler.move(before, Math.pow(growth, dt), turn * dt, across * dt, up * dt, border, fade, now.height);
        return (in, out, from, to) -> {
            if (move != null) move.rows(now, from, to);
            else now.clear(from, to);
            Blending.rows(meets.blend, in, 1, null, now, from, to);
            now.mend(from, to);
            return now;
        };
    }
}
