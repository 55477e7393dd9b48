package gloaming.scene.material;

import gloaming.look.Id;
import gloaming.scene.Matter;
import gloaming.scene.Painting;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Stuff that lets light in and out again elsewhere: wax, skin, leaves, paper. What is thin shines where a lamp with a shadow stands behind it. */
@Id("wax")
@StepInfo(
        name = "Wax",
        does = "Makes things of wax, skin or leaf: light goes in and comes out elsewhere, in a colour of its own.",
        find =
                "wax skin leaf marble milk candle paper jade translucent subsurface scattering sss glow through thin ear",
        notice =
                "The sun stands behind it: where the ring is thin its light comes through, redder the farther it went.",
        example = "hoop bar=0.16 > * > sun round==0.5+0.12*sin(t) high=0.06 strength=4 > sky",
        sets = {
            "Candle: colour=#f2e2c0 inside=#ff9a4a deep=0.35 roughness=0.4",
            "Skin: colour=#d9a489 inside=#ff3d22 deep=0.12 roughness=0.45",
            "Leaf: colour=#6fae3a inside=#c8f04a deep=0.08 roughness=0.6",
            "Paper: colour=#efe8da inside=#ffd9a0 deep=0.05 roughness=1 shine=0.01",
            "Jade: colour=#8fc7a0 inside=#7dffb0 deep=0.3 roughness=0.15"
        })
public record Waxen(
        @Id("colour") @Choice(initial = "#f2e2c0", says = "The colour of its skin.")
        Colour colour,

        @Id("inside") @Choice(initial = "#ff9a4a", says = "The colour of light that has gone through it.")
        Colour inside,

        @Id("deep")
        @Range(
                min = 0.005,
                max = 5,
                initial = 0.3,
                unit = "units",
                byRatio = true,
                says = "How far light goes in; a third of it is left then.")
        double deep,

        @Id("soft") @Range(min = 0, max = 1, initial = 0.5, says = "How far light goes round into the dark side.")
        double soft,

        @Id("roughness") @Range(min = 0, max = 1, initial = 0.4, says = "From polished to dull.")
        double roughness,

        @Id("shine") @Range(min = 0, max = 0.2, initial = 0.04, says = "What it mirrors straight on; 0 is wholly matt.")
        double shine)
        implements Painting {

    @Override
    public void paint(Matter m, Frame frame) {
        m.red = colour.r();
        m.green = colour.g();
        m.blue = colour.b();
        m.roughness = (float) roughness;
        m.shine = (float) shine;
        m.soft = (float) soft;
        m.deep = (float) deep;
        m.deepRed = inside.r();
        m.deepGreen = inside.g();
        m.deepBlue = inside.b();
    }
}
