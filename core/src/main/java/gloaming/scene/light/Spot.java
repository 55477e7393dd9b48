package gloaming.scene.light;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.scene.LightSource;
import gloaming.scene.Scene;
import gloaming.scene.Staging;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** A lamp that shines in a cone from one place towards another. */
@Id("spot")
@StepInfo(
        name = "Spot",
        does = "Lights a scene in a soft cone from one place towards another, with shadows.",
        ifBlack = "it points away from everything, or shines at 0",
        find = "light spotlight cone beam projector follow lamp stage shadow",
        notice = "A cone of light with a soft rim; it can throw a picture.",
        example = "panel stands=floor width=4 height=4 > stand y=-0.5 > *")
@Read(
        name = "picture",
        kind = Picture.class,
        optional = true,
        says = "What it throws, as a projector does: its height fills the cone.")
public record Spot(
        @Id("x")
        @Range(
                min = -50,
                max = 50,
                initial = -1,
                unit = "units",
                drag = Range.Drag.ACROSS,
                says = "Where it hangs, across. Drag the picture.")
        double x,

        @Id("y")
        @Range(
                min = -50,
                max = 50,
                initial = 2,
                unit = "units",
                drag = Range.Drag.UP,
                says = "Where it hangs, up. Drag the picture.")
        double y,

        @Id("z") @Range(min = -50, max = 50, initial = 1.5, unit = "units", says = "Where it hangs, towards who looks.")
        double z,

        @Id(value = "atX", label = "At x")
        @Range(min = -50, max = 50, initial = 0, unit = "units", says = "Where it points, across.")
        double atX,

        @Id(value = "atY", label = "At y")
        @Range(min = -50, max = 50, initial = 0, unit = "units", says = "Where it points, up.")
        double atY,

        @Id(value = "atZ", label = "At z")
        @Range(min = -50, max = 50, initial = 0, unit = "units", says = "Where it points, towards who looks.")
        double atZ,

        @Id("angle")
        @Range(
                min = 0.005,
                max = 0.2,
                initial = 0.06,
                unit = "turns",
                says = "From the middle of the cone to its edge.")
        double angle,

        @Id("softness") @Range(min = 0, max = 1, initial = 0.4, says = "How much of the cone is its soft edge.")
        double softness,

        @Id("colour") @Choice(initial = "#fff2dc", says = "The colour of its light.")
        Colour colour,

        @Id("strength")
        @Range(
                min = 0,
                max = 500,
                initial = 8,
                says = "At 1, white one unit away is white; it falls off by the square.")
        double strength,

        @Id("width")
        @Range(min = 0, max = 2, initial = 0.05, unit = "units", says = "How wide it is: shadows are as soft.")
        double width,

        @Id("shadow") @Choice(initial = "true", says = "Whether things throw shadows in its light.")
        boolean shadow)
        implements Staging {

    @Override
    public void stage(Scene own, Frame frame) {
        LightSource lamp = own.lamp();
        lamp.form = LightSource.Form.SPOT;
        lamp.x = (float) x;
        lamp.y = (float) y;
        lamp.z = (float) z;
        lamp.lookAt(atX, atY, atZ);
        lamp.outer = (float) Math.cos(2 * Math.PI * angle);
        lamp.inner = (float) Math.cos(2 * Math.PI * angle * (1 - softness));
        Lamps.colour(lamp, colour, strength);
        lamp.wide = (float) width;
        lamp.shadow = shadow;
        lamp.picture = frame.read("picture", Picture.class);
    }
}
