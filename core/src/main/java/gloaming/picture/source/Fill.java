package gloaming.picture.source;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** One colour everywhere. */
@Id("fill")
@StepInfo(
        name = "Fill",
        does = "Fills the picture with one colour.",
        find = "solid colour color plain background flat constant",
        notice = "One colour, nothing else; brighter than 1 it feeds a glow.",
        example = "* colour=#b8552f")
public record Fill(
        @Id("colour") @Choice(initial = "#3a2f5c", says = "The colour.")
        Colour colour,

        @Id("brightness")
        @Range(min = 0, max = 20, initial = 1, says = "Times the colour; above 1 is brighter than white.")
        double brightness,

        @Id("cover") @Range(min = 0, max = 1, initial = 1, says = "How much it covers.")
        double cover)
        implements Operation<Nothing, Picture, Fill.Memory> {

    /** What left last; it is filled again only when something changes. */
    public static final class Memory {
        Picture out;
        Fill made;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Nothing in, Memory memory, Frame frame) {
        if (memory.out == null || memory.out.width != frame.width() || memory.out.height != frame.height()) {
            memory.out = frame.keep(new Picture(frame.width(), frame.height()));
            memory.made = null;
        }
        if (equals(memory.made)) return memory.out;
        memory.made = this;
        float k = (float) (brightness * cover);
        Picture out = memory.out;
        frame.crew()
                .each(
                        out.height,
                        ByRows.STRIP,
                        (from, to) ->
                                out.fill(colour.r() * k, colour.g() * k, colour.b() * k, (float) cover, from, to));
        return out.stands();
    }
}
