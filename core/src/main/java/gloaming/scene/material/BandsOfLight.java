package gloaming.scene.material;

import gloaming.look.Id;
import gloaming.scene.Matter;
import gloaming.scene.Painting;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A colour whose light goes in steps, as in a drawn film. */
@Id("bands-of-light")
@StepInfo(
        name = "Bands of light",
        does = "Lights things in a few even steps, as in a drawn film.",
        find = "toon cel cartoon steps posterise drawn comic material shading",
        notice = "Light falls off in steps, not smoothly, as in a drawn film.",
        example = "block rounding=0.4 detail=8 > twist-shape > *")
public record BandsOfLight(
        @Id("colour") @Choice(initial = "#d8a860", says = "Its colour.")
        Colour colour,

        @Id("bands") @Range(min = 1, max = 12, initial = 3, says = "How many steps there are from dark to bright.")
        int bands)
        implements Painting {

    @Override
    public void paint(Matter m, Frame frame) {
        m.model = Matter.Model.BANDS;
        m.red = colour.r();
        m.green = colour.g();
        m.blue = colour.b();
        m.roughness = 1;
        m.shine = 0;
        m.bands = bands;
    }
}
