package gloaming.scene.material;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.scene.Matter;
import gloaming.scene.Scene;
import gloaming.scene.Staging;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Carves what things are made of by the light of a picture: full light stays, what is dark lies deep. */
@Id("relief")
@StepInfo(
        name = "Relief",
        does = "Carves a face by a picture: what is bright stands out, lit and in its own shadow.",
        ifBlack = "the picture that carves is black all over, so there is nothing left of the face",
        find = "relief height displacement parallax bump emboss carve wall blocks depth map bas-relief",
        notice = "A flat face looks deep, up to its own shadows.",
        example = "block > * by=(cell-noise) depth=0.15")
@Read(name = "by", kind = Picture.class, says = "The picture whose light is the height.")
public record Relief(
        @Id("depth")
        @Range(min = 0, max = 1, initial = 0.12, says = "How deep black lies, as a part of the picture's height.")
        double depth)
        implements Staging {

    @Override
    public void stage(Scene own, Frame frame) {
        Picture by = frame.read("by", Picture.class);
        if (by == null || depth == 0) return;
        for (int i = 0; i < own.things(); i++) {
            Matter m = own.thing(i).material;
            m.heightMap = by;
            m.relief = (float) depth;
        }
    }
}
