package gloaming.scene.light;

import gloaming.look.Id;
import gloaming.scene.Haze;
import gloaming.scene.Scene;
import gloaming.scene.Staging;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Fog between the things and who looks, alike everywhere or lying on the ground. */
@Id("fog")
@StepInfo(
        name = "Fog",
        does = "Puts fog into a scene, alike everywhere or lying low.",
        find = "mist haze depth cue atmosphere smoke distance ground",
        notice = "What is farther is paler; the thing itself is lit as before.",
        example = "ball > *")
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
        double ground)
        implements Staging {

    @Override
    public void stage(Scene own, Frame frame) {
        Haze fog = own.fog();
        fog.red = colour.r();
        fog.green = colour.g();
        fog.blue = colour.b();
        fog.density = (float) density;
        fog.height = (float) low;
        fog.ground = (float) ground;
    }
}
