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

/** Any stuff that light does not go through, by the metal-rough model, with pictures laid on it. */
@Id("material")
@StepInfo(
        name = "Material",
        does = "Says what things are made of: colour, roughness, metal, light of its own, with pictures laid on.",
        ifBlack = "its colour is black and it gives off nothing",
        find =
                "lacquer varnish clear coat car paint material surface paint stuff pbr metal rough matte glossy plaster stone cloth wax skin plastic texture map",
        notice = "Roughness spreads the highlight; metal tints it.",
        example = "ball > *",
        sets = {
            "Chalk: colour=#f2efe6 roughness=1 shine=0",
            "Lacquer: colour=#7a0f14 roughness=0.5 coat=1",
            "Slate: colour=#30343c roughness=0.55 shine=0.05",
            "Velvet: colour=#3a1448 roughness=0.9 soft=0.6",
            "Ember: colour=#1c0a06 glow=4 glows=#ff7a28"
        })
@Read(name = "colour", kind = Picture.class, optional = true, says = "The picture that lies on it.")
@Read(name = "rough", kind = Picture.class, optional = true, says = "A picture whose light is the roughness.")
@Read(
        name = "metal",
        kind = Picture.class,
        optional = true,
        says = "A picture whose light is how much of a metal it is.")
@Read(
        name = "normal",
        kind = Picture.class,
        optional = true,
        says =
                "A picture of normals: right, up and outward as red, green and blue, a half for none; as Height to normal gives it.")
@Read(name = "glow", kind = Picture.class, optional = true, says = "A picture that says where it glows.")
public record Material(
        @Id("colour") @Choice(initial = "#b8b2a6", says = "Its colour; pictures on it are multiplied by it.")
        Colour colour,

        @Id("roughness") @Range(min = 0, max = 1, initial = 0.6, says = "From a mirror to chalk.")
        double roughness,

        @Id("metal") @Range(min = 0, max = 1, initial = 0, says = "0 for wood, stone and paint, 1 for metals.")
        double metal,

        @Id("shine") @Range(min = 0, max = 0.2, initial = 0.04, says = "What it mirrors straight on; 0 is wholly matt.")
        double shine,

        @Id("soft")
        @Range(min = 0, max = 1, initial = 0, says = "How far light goes round into the dark side: wax, skin, leaves.")
        double soft,

        @Id("coat") @Range(min = 0, max = 1, initial = 0, says = "How much of it lies under clear lacquer.")
        double coat,

        @Id(value = "coatRoughness", label = "Coat roughness")
        @Range(min = 0, max = 1, initial = 0.05, says = "How rough the lacquer is.")
        double coatRoughness,

        @Id(value = "glows", label = "Glow colour") @Choice(initial = "#ffb060", says = "The light it gives off.")
        Colour glows,

        @Id(value = "glow", label = "Glow") @Range(min = 0, max = 50, initial = 0, says = "How much it gives off.")
        double glow,

        @Id("cover") @Range(min = 0, max = 1, initial = 1, says = "How much it hides what is behind.")
        double cover,

        @Id(value = "both", label = "Both sides")
        @Choice(initial = "false", says = "Whether it is seen from inside too.")
        boolean both,

        @Id(value = "tilesX", label = "Tiles across")
        @Range(min = 0.05, max = 100, initial = 1, byRatio = true, says = "How often pictures lie side by side.")
        double tilesX,

        @Id(value = "tilesY", label = "Tiles up")
        @Range(min = 0.05, max = 100, initial = 1, byRatio = true, says = "How often they lie one above the other.")
        double tilesY)
        implements Painting {

    @Override
    public void paint(Matter m, Frame frame) {
        m.red = colour.r();
        m.green = colour.g();
        m.blue = colour.b();
        m.roughness = (float) roughness;
        m.metal = (float) metal;
        m.shine = (float) shine;
        m.soft = (float) soft;
        m.coat = (float) coat;
        m.coatRoughness = (float) coatRoughness;
        m.glowRed = (float) (glows.r() * glow);
        m.glowGreen = (float) (glows.g() * glow);
        m.glowBlue = (float) (glows.b() * glow);
        m.cover = (float) cover;
        m.bothSides = both;
        m.tilesAcross = (float) tilesX;
        m.tilesUp = (float) tilesY;
        m.lay(SurfaceMap.COLOUR, frame.read("colour", Picture.class));
        m.lay(SurfaceMap.ROUGH, frame.read("rough", Picture.class));
        m.lay(SurfaceMap.METAL, frame.read("metal", Picture.class));
        m.lay(SurfaceMap.NORMAL, frame.read("normal", Picture.class));
        m.lay(SurfaceMap.GLOW, glow > 0 ? frame.read("glow", Picture.class) : null);
    }
}
