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

/** A lamp that shines all round from a place. */
@Id("lamp")
@StepInfo(
        name = "Lamp",
        does = "Lights a scene from a place, all round, with shadows.",
        ifBlack = "it hangs far from everything, or shines at 0",
        find = "light point bulb lantern candle omni shadow",
        notice = "A light with a place: near things are lit more, shadows spread.",
        example = "block rounding=0.2 detail=4 > *")
public record Lamp(
        @Id("x")
        @Range(
                min = -50,
                max = 50,
                initial = 0.6,
                unit = "units",
                drag = Range.Drag.ACROSS,
                says = "Where it hangs, across. Drag the picture.")
        double x,

        @Id("y")
        @Range(
                min = -50,
                max = 50,
                initial = 0.9,
                unit = "units",
                drag = Range.Drag.UP,
                says = "Where it hangs, up. Drag the picture.")
        double y,

        @Id("z") @Range(min = -50, max = 50, initial = 1, unit = "units", says = "Where it hangs, towards who looks.")
        double z,

        @Id("colour") @Choice(initial = "#ffb866", says = "The colour of its light.")
        Colour colour,

        @Id("strength")
        @Range(
                min = 0,
                max = 100,
                initial = 1.5,
                says = "At 1, white one unit away is white; it falls off by the square.")
        double strength,

        @Id("width")
        @Range(min = 0, max = 2, initial = 0.06, unit = "units", says = "How wide it is: shadows are as soft.")
        double width,

        @Id("shadow") @Choice(initial = "true", says = "Whether things throw shadows in its light.")
        boolean shadow)
        implements Staging {

    @Override
    public void stage(Scene own, Frame frame) {
        LightSource lamp = own.lamp();
        lamp.form = LightSource.Form.LAMP;
        lamp.x = (float) x;
        lamp.y = (float) y;
        lamp.z = (float) z;
        Lamps.colour(lamp, colour, strength);
        lamp.wide = (float) width;
        lamp.shadow = shadow;
    }
}
