package gloaming.source;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.library.Fit;
import gloaming.library.Library;
import gloaming.library.Still;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.StepInfo;

/** A still picture from the media, in its own shape. */
@Id("still-picture")
@StepInfo(
        name = "Still",
        does = "Shows a picture of yours.",
        find = "image photo png jpeg logo file media source bitmap",
        ifBlack = "choose a picture",
        notice = "It is empty until a picture is chosen.")
public record StillPicture(
        @Id("medium") @Choice(initial = "", medium = "picture", says = "Which of the show's pictures.")
        String medium,

        @Id("fit")
        @Choice(initial = "fit", says = "Whole, over all of the frame, drawn to its shape, or pixel for pixel.")
        Fit fit)
        implements Operation<Nothing, Picture, StillPicture.Memory> {

    /** What is shown, and of which library. */
    public static final class Memory {
        private final Showing showing = new Showing();
        private Library library;
        private String ref;
        private Still still;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Nothing in, Memory memory, Frame frame) {
        if (memory.library != frame.library() || !medium.equals(memory.ref)) {
            memory.library = frame.library();
            memory.ref = medium;
            memory.still = memory.library.still(medium);
        }
        return Showing.now(memory.still.at(memory.showing.cut(fit, frame)), frame);
    }
}
