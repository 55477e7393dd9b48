package gloaming.scene.light;

import gloaming.look.Id;
import gloaming.scene.LightSource;
import gloaming.scene.Scene;
import gloaming.scene.Staging;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A light that comes from one direction everywhere, as the sun's and the moon's does. */
@Id("sun")
@StepInfo(
        name = "Sun",
        does = "Lights a scene from one direction, with shadows.",
        ifBlack = "it stands below the things, or shines at 0",
        find = "light directional sunlight moon moonlight lamp shadow key",
        notice = "Parallel light and one hard shadow.",
        example = "block rounding=0.1 detail=3 > * round==0.1*t")
public record Sun(
        @Id(value = "round", label = "Direction")
        @Range(
                min = -100,
                max = 100,
                initial = -0.12,
                unit = "turns",
                says = "Where it stands: 0 in front, to the right.")
        double round,

        @Id("high") @Range(min = -0.25, max = 0.25, initial = 0.12, unit = "turns", says = "How high it stands.")
        double high,

        @Id("colour") @Choice(initial = "#ffe2b8", says = "The colour of its light.")
        Colour colour,

        @Id("strength")
        @Range(min = 0, max = 20, initial = 1.6, says = "At 1, white that it meets straight on is white.")
        double strength,

        @Id("width")
        @Range(min = 0, max = 0.1, initial = 0.006, unit = "turns", says = "How wide it is: shadows are as soft.")
        double width,

        @Id("shadow") @Choice(initial = "true", says = "Whether things throw shadows in its light.")
        boolean shadow)
        implements Staging {

    @Override
    public void stage(Scene own, Frame frame) {
        LightSource lamp = own.lamp();
        lamp.form = LightSource.Form.SUN;
        double level = Math.cos(2 * Math.PI * high);
        lamp.x = (float) (Math.sin(2 * Math.PI * round) * level);
        lamp.y = (float) Math.sin(2 * Math.PI * high);
        lamp.z = (float) (Math.cos(2 * Math.PI * round) * level);
        lamp.lookAt(0, 0, 0);
        Lamps.colour(lamp, colour, strength);
        lamp.wide = (float) (2 * Math.PI * width);
        lamp.shadow = shadow;
    }
}
