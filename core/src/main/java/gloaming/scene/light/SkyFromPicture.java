package gloaming.scene.light;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.scene.Dome;
import gloaming.scene.Scene;
import gloaming.scene.Staging;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** A picture of all that lies round as the sky: an environment photograph, or any lane. */
@Id("sky-picture")
@StepInfo(
        name = "Sky picture",
        does = "Lights a scene from all round by a picture that goes once round it, and lets things mirror it.",
        find =
                "environment map hdr hdri equirectangular panorama image based lighting ibl reflection surrounding sky photograph",
        notice = "The picture is all round: it lights the thing and is mirrored in it.",
        example = "ball > metal which=silver roughness=0.1 > *")
@Read(
        name = "picture",
        kind = Picture.class,
        says =
                "Once round across, from straight down to straight up; a still wants the fit that draws it to the frame.")
public record SkyFromPicture(
        @Id("strength") @Range(min = 0, max = 20, initial = 1, says = "Times its light.")
        double strength,

        @Id("turn")
        @Range(min = -100, max = 100, initial = 0, unit = "turns", says = "Turns it round the upright axis.")
        double turn,

        @Id("seen")
        @Choice(initial = "true", says = "Whether it is seen behind the things, or the picture is clear there.")
        boolean seen)
        implements Staging {

    @Override
    public void stage(Scene own, Frame frame) {
        Picture picture = frame.read("picture", Picture.class);
        if (picture == null) return;
        Dome sky = own.sky();
        sky.picture = picture;
        sky.strength = (float) strength;
        sky.turn = (float) (turn - Math.floor(turn));
        sky.seen = seen;
        sky.set = true;
    }
}
