package gloaming.source;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.library.Fit;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.StepInfo;

/** What the camera of an open Media page sees. */
@Id("camera")
@StepInfo(
        name = "Video input",
        does = "Shows what the camera of this computer sees.",
        find = "webcam live video person input capture camera webcam",
        ifBlack = "open the camera on the Media page",
        notice = "It is black here because nobody has opened a camera: the page of media does.")
public record VideoInput(
        @Id("fit")
        @Choice(initial = "fill", says = "Whole, over all of the frame, drawn to its shape, or pixel for pixel.")
        Fit fit,

        @Id("mirrored") @Choice(initial = "true", says = "Left and right as in a mirror.")
        boolean mirrored)
        implements Operation<Nothing, Picture, VideoInput.Memory> {

    /** The cut that is asked for. */
    public static final class Memory {
        private final Showing showing = new Showing();
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Picture run(Nothing in, Memory memory, Frame frame) {
        Picture seen = Showing.now(frame.library().camera().at(memory.showing.cut(fit, frame)), frame);
        if (!mirrored) return seen;
        Picture out = frame.picture();
        frame.crew().each(out.height, 16, (from, to) -> {
            for (int c = 0; c < 4; c++) {
                for (int y = from; y < to; y++) {
                    int at = y * out.width;
                    for (int x = 0; x < out.width; x++) out.plane(c)[at + x] = seen.plane(c)[at + out.width - 1 - x];
                }
            }
        });
        return out;
    }
}
