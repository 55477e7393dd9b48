package gloaming.scene.light;

import gloaming.look.Id;
import gloaming.scene.Dome;
import gloaming.scene.Scene;
import gloaming.scene.Staging;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Light from all round: a colour above, at the horizon and below, mirrored by what shines. */
@Id("sky")
@StepInfo(
        name = "Sky",
        does = "Lights a scene from all round, by a colour above, at the horizon and below.",
        find = "ambient hemisphere environment dome surrounding light dusk horizon",
        notice = "Light from all sides: blue from above, warm from below.",
        example = "ball > * strength=1.2")
public record Sky(
        @Id("above") @Choice(initial = "#3a4a72", says = "Straight up.")
        Colour above,

        @Id("horizon") @Choice(initial = "#b48a6a", says = "All round at eye level.")
        Colour horizon,

        @Id("below") @Choice(initial = "#241e1c", says = "Straight down.")
        Colour below,

        @Id("strength") @Range(min = 0, max = 10, initial = 0.35, says = "Times its light.")
        double strength,

        @Id("seen")
        @Choice(initial = "false", says = "Whether it is seen behind the things, or the picture is clear there.")
        boolean seen)
        implements Staging {

    @Override
    public void stage(Scene own, Frame frame) {
        Dome sky = own.sky();
        put(sky.above, above);
        put(sky.horizon, horizon);
        put(sky.below, below);
        sky.picture = null;
        sky.seen = seen;
        sky.set = true;
    }

    private void put(float[] to, Colour colour) {
        to[0] = (float) (colour.r() * strength);
        to[1] = (float) (colour.g() * strength);
        to[2] = (float) (colour.b() * strength);
    }
}
