package gloaming.picture.warp;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Past;
import gloaming.picture.kernel.Sampler;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Red and blue drawn apart from green, in place and in time. */
@Id("colour-offset")
@StepInfo(
        name = "Colour offset",
        does = "Draws red, green and blue apart, in place and in time.",
        find = "chromatic aberration rgb split shift offset glitch misregistration delay colour fringe vhs tape",
        notice = "Red and blue lie apart more towards the rim, as through a cheap lens.",
        example = "puppet > * growth=1.04 across=0.015")
public record ColourOffset(
        @Id("across")
        @Range(
                min = -1,
                max = 1,
                initial = 0.01,
                unit = "units",
                says = "How far red goes to the right, and blue to the left.")
        double across,

        @Id("up") @Range(min = -1, max = 1, initial = 0, unit = "units", says = "How far red goes up, and blue down.")
        double up,

        @Id("growth")
        @Range(min = 0.5, max = 2, initial = 1, byRatio = true, says = "How much larger red is, and blue smaller.")
        double growth,

        @Id(value = "late", label = "Delay")
        @Range(min = 0, max = 12, initial = 0, unit = "frames", says = "How late green is; blue is twice as late.")
        int late,

        @Id("border") @Choice(initial = "hold", says = "What lies beyond the picture's border.")
        Border border)
        implements Operation<Picture, Picture, Past> {

    @Override
    public Past memory() {
        return new Past();
    }

    @Override
    public Picture run(Picture in, Past past, Frame frame) {
        if (late > 0) past.take(in, 2 * late + 1, frame.dt());
        Picture out = frame.picture();
        Picture green = late > 0 ? past.ago(late) : in;
        Picture blue = late > 0 ? past.ago(2 * late) : in;
        Sampler.Move red = Sampler.move(in, growth, 0, across, up, border, 1, out.height);
        Sampler.Move last = Sampler.move(blue, 1 / growth, 0, -across, -up, border, 1, out.height);
        Picture room = frame.picture();
        frame.crew().each(out.height, ByRows.STRIP, (from, to) -> {
            int at = out.at(from);
            int n = out.at(to) - at;
            red.rows(out, from, to);
            last.rows(room, from, to);
            System.arraycopy(room.b(), at, out.b(), at, n);
            System.arraycopy(green.g(), at, out.g(), at, n);
            for (int i = at; i < at + n; i++) out.a()[i] = Math.max(green.a()[i], Math.max(out.a()[i], room.a()[i]));
        });
        return out;
    }
}
