package gloaming.scene.light;

import gloaming.look.Id;
import gloaming.scene.Haze;
import gloaming.scene.Scene;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Fog between the things and who looks, alike everywhere or lying on the ground; lamps that shine into it make shafts. */
@Id("fog")
@StepInfo(
        name = "Fog",
        does = "Puts fog into a scene, alike everywhere or lying low, in which lamps make shafts of light.",
        find =
                "mist haze depth cue atmosphere smoke distance ground shafts beams god rays light beam volumetric dust projector",
        notice =
                "What is farther is paler, and the lamp that swings above makes a shaft of light, which the ring cuts.",
        example =
                "hoop bar=0.2 > * colour=#0a0d18 beams=1.5 density=0.25 clouds=0.6 > spot x==0.8*sin(t) y=1.2 z=-0.7 angle=0.05 strength=9")
public record Fog(
        @Id("colour") @Choice(initial = "#5a5668", says = "The colour of the fog, as it is lit.")
        Colour colour,

        @Id("density")
        @Range(min = 0, max = 5, initial = 0.25, says = "How thick: at 1, a third of the light is left after one unit.")
        double density,

        @Id(value = "low", label = "Lies low")
        @Range(
                min = 0,
                max = 10,
                initial = 0,
                unit = "units",
                says = "Over how much height it thins to a third; 0 is alike.")
        double low,

        @Id("ground")
        @Range(min = -20, max = 20, initial = -1, unit = "units", says = "The height at which it is that thick.")
        double ground,

        @Id(value = "beams", label = "Shafts")
        @Range(
                min = 0,
                max = 8,
                initial = 0,
                says = "How much of the lamps' light it throws to the eye, but where something stands before them.")
        double beams,

        @Id("onward")
        @Range(
                min = 0,
                max = 0.95,
                initial = 0.4,
                says = "Shafts are the brighter the more they come towards who looks.")
        double onward,

        @Id(value = "clouds", label = "Clouds")
        @Range(min = 0, max = 1, initial = 0, says = "How uneven the fog is in the shafts.")
        double clouds,

        @Id("drift")
        @Range(min = -2, max = 2, initial = 0.1, unit = "units/s", says = "How fast its clouds go to the right.")
        double drift)
        implements Operation<Scene, Scene, Fog.Drifting> {

    /** A scene of its own, and how far its clouds have gone. */
    static final class Drifting {
        private final Scene scene = new Scene();
        private double right;
        private double far;
    }

    @Override
    public Drifting memory() {
        return new Drifting();
    }

    @Override
    public Scene run(Scene in, Drifting drifting, Frame frame) {
        Scene own = drifting.scene.copyFrom(in);
        drifting.right += drift * frame.dt();
        drifting.far += Math.abs(drift) * frame.dt();
        Haze fog = own.fog();
        fog.red = colour.r();
        fog.green = colour.g();
        fog.blue = colour.b();
        fog.density = (float) density;
        fog.height = (float) low;
        fog.ground = (float) ground;
        fog.beams = (float) beams;
        fog.onward = (float) onward;
        fog.uneven = (float) clouds;
        // Its clouds go slowly upward meanwhile, so that the same ones do not come back.
        fog.driftX = (float) -drifting.right;
        fog.driftZ = (float) (-0.3 * drifting.right);
        fog.rise = (float) (0.35 * drifting.far);
        return own;
    }
}
