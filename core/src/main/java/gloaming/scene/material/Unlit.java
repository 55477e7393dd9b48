package gloaming.scene.material;

import gloaming.flow.Picture;
import gloaming.flow.SurfaceMap;
import gloaming.look.Id;
import gloaming.scene.Matter;
import gloaming.scene.Painting;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** A colour or a picture as it is, whatever light there is. */
@Id("unlit")
@StepInfo(
        name = "Unlit",
        does = "Shows things in one colour or picture as it is, whatever light there is.",
        ifBlack = "its colour is black, or the picture on it is",
        find = "flat constant emissive no light shadeless glow lamp neon material silhouette",
        notice = "It shines as it is, whatever lamps do.",
        example = "block > *")
@Read(name = "picture", kind = Picture.class, optional = true, says = "The picture that lies on it.")
public record Unlit(
        @Id("colour") @Choice(initial = "#fff0d8", says = "Its colour; the picture is multiplied by it.")
        Colour colour,

        @Id("strength") @Range(min = 0, max = 50, initial = 1, says = "Times its light; above 1 it feeds Glow.")
        double strength,

        @Id("cover") @Range(min = 0, max = 1, initial = 1, says = "How much it hides what is behind.")
        double cover,

        @Id(value = "both", label = "Both sides")
        @Choice(initial = "true", says = "Whether it is seen from inside too.")
        boolean both)
        implements Painting {

    @Override
    public void paint(Matter m, Frame frame) {
        m.model = Matter.Model.UNLIT;
        m.red = (float) (colour.r() * strength);
        m.green = (float) (colour.g() * strength);
        m.blue = (float) (colour.b() * strength);
        m.cover = (float) cover;
        m.bothSides = both;
        m.lay(SurfaceMap.COLOUR, frame.read("picture", Picture.class));
    }
}
