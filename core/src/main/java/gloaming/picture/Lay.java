package gloaming.picture;

import gloaming.flow.Kind;
import gloaming.flow.Picture;
import gloaming.look.Blend;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Pick;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.Says;

/** Another lane's picture laid onto this one. */
@Says(
        name = "Lay on",
        does = "Lays another lane's picture onto this one.",
        find = "blend combine composite merge two over add multiply screen layer")
@Read(name = "with", kind = Kind.PICTURE, says = "The lane that is laid on.")
public record Lay(
        @Pick(initial = "over", says = "How the two meet.") Blend blend,

        @Range(min = 0, max = 1, initial = 1, says = "How much of it.")
        double amount)
        implements Operation<Picture, Picture, Void> {

    @Override
    public Picture run(Picture in, Void memory, Frame frame) {
        Picture with = frame.read("with", Picture.class);
        if (with == null || amount == 0) return in;
        Picture out = frame.onto(in);
        frame.crew().each(in.height, 8, (from, to) -> {
            if (out != in) {
                int at = from * in.width;
                int n = (to - from) * in.width;
                for (int c = 0; c < 4; c++) System.arraycopy(in.plane(c), at, out.plane(c), at, n);
            }
            Blending.rows(blend, with, amount, null, out, from, to);
        });
        return out;
    }
}
