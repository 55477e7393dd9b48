package gloaming.picture;

import gloaming.flow.Nothing;
import gloaming.flow.Picture;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Pick;
import gloaming.step.Range;
import gloaming.step.Says;

/** One colour everywhere. */
@Says(
        name = "Fill",
        does = "Fills the picture with one colour.",
        find = "solid colour color plain background flat constant")
public record Fill(
        @Pick(initial = "#3a2f5c", says = "The colour.") Colour colour,

        @Range(min = 0, max = 20, initial = 1, says = "Times the colour; above 1 is brighter than white.")
        double brightness,

        @Range(min = 0, max = 1, initial = 1, says = "How much it covers.")
        double cover)
        implements Operation<Nothing, Picture, Void> {

    @Override
    public Picture run(Nothing in, Void memory, Frame frame) {
        float k = (float) (brightness * cover);
        return frame.picture().fill(colour.r() * k, colour.g() * k, colour.b() * k, (float) cover);
    }
}
