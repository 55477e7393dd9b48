package gloaming.picture.source;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.step.ByRows;
import gloaming.step.Frame;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** A picture of another lane, in this frame: from its end or from behind any of its steps. */
@Id("picture-from")
@StepInfo(
        name = "Picture from a lane",
        does = "Goes on from any picture of another lane, its end or behind one of its steps.",
        find = "branch split tap another lane copy of a lane same picture twice fork share reuse",
        notice = "It begins with what leaves another lane.")
@Read(name = "from", kind = Picture.class, says = "A lane, or what leaves any of its steps.")
public record PictureFrom() implements ByRows<Nothing, Void> {

    @Override
    public Rows rows(Nothing in, Void memory, Frame frame) {
        Picture from = frame.read("from", Picture.class);
        if (from != null && from.stamp() != 0) return new Kept(from);
        return (nothing, out, low, high) -> {
            if (from == null) out.clear(low, high);
            else out.copyFrom(from, low, high);
            return out;
        };
    }
}
