package gloaming.picture.combine;

import gloaming.flow.Picture;
import gloaming.look.Blend;
import gloaming.look.Id;
import gloaming.picture.kernel.Blending;
import gloaming.step.ByRows;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Another lane's picture laid onto this one. */
@Id("lay")
@StepInfo(
        name = "Lay on",
        does = "Lays another lane's picture onto this one.",
        find = "blend combine composite merge two over add multiply screen layer",
        notice = "One picture on another, in one of many ways.",
        example = "puppet > * blend=screen")
@Read(name = "with", kind = Picture.class, says = "The lane that is laid on.")
public record Lay(
        @Id("blend") @Choice(initial = "over", says = "How the two meet.")
        Blend blend,

        @Id("amount") @Range(min = 0, max = 1, initial = 1, says = "How much of it.")
        double amount)
        implements ByRows<Picture, Void> {

    @Override
    public boolean timeless() {
        return true;
    }

    @Override
    public Rows rows(Picture whole, Void memory, Frame frame) {
        Picture with = frame.read("with", Picture.class);
        if (with == null || amount == 0) return null;
        return (in, out, from, to) -> {
            if (out != in) out.copyFrom(in, from, to);
            Blending.rows(blend, with, amount, null, out, from, to);
            return out;
        };
    }
}
