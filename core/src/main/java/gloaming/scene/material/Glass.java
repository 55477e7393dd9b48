package gloaming.scene.material;

import gloaming.look.Id;
import gloaming.scene.Matter;
import gloaming.scene.Painting;
import gloaming.step.Choice;
import gloaming.step.Colour;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Thin glass: what is behind it is seen through it, tinted, bent by its normal and blurred where it is frosted, and lights shine on it. */
@Id("glass")
@StepInfo(
        name = "Glass",
        does = "Makes things of glass: clear, tinted or frosted, with what is behind them bent.",
        find = "glass transparent refraction water ice crystal bottle window frosted lens clear material see through",
        notice = "What stands behind is bent and tinted; the rim shines.",
        example = "ball > *")
public record Glass(
        @Id("tint") @Choice(initial = "#dff2ee", says = "What is left of the light that comes through.")
        Colour tint,

        @Id("bend") @Range(min = 0, max = 2, initial = 0.35, says = "How far what is behind it is bent aside.")
        double bend,

        @Id("frosted") @Range(min = 0, max = 1, initial = 0, says = "How much what is behind it is blurred.")
        double frosted,

        @Id("shine") @Range(min = 0, max = 1, initial = 0.06, says = "What it mirrors straight on.")
        double shine)
        implements Painting {

    @Override
    public void paint(Matter m, Frame frame) {
        m.model = Matter.Model.GLASS;
        m.red = tint.r();
        m.green = tint.g();
        m.blue = tint.b();
        m.roughness = (float) Math.max(0.03, frosted);
        m.shine = (float) shine;
        m.bend = (float) bend;
        m.bothSides = true;
    }
}
