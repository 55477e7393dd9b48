package gloaming.scene.material;

import gloaming.flow.Picture;
import gloaming.flow.SurfaceMap;
import gloaming.look.Id;
import gloaming.scene.Matter;
import gloaming.scene.Painting;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** A metal, by its colour straight on (after the optical constants of Johnson and Christy 1972 and Palik 1985, in linear light). */
@Id("metal")
@StepInfo(
        name = "Metal",
        does = "Makes things of brass, copper, gold, iron, silver or lead, from polished to worn.",
        find = "brass bronze copper gold iron steel silver lead chrome mirror polished cast material",
        notice = "It shows what is around it in its own colour.",
        example = "block rounding=0.4 detail=10 > twist-shape turns=0.12 > *")
@Read(
        name = "rough",
        kind = Picture.class,
        optional = true,
        says = "A picture whose light is the roughness: wear, dust.")
public record Metal(
        @Id("which") @Choice(initial = "brass", says = "Which metal.")
        Which which,

        @Id("roughness") @Range(min = 0, max = 1, initial = 0.3, says = "From polished to worn.")
        double roughness,

        @Id("dull") @Range(min = 0, max = 1, initial = 0.1, says = "How much it has darkened with age.")
        double dull)
        implements Painting {

    /** Metals with what they mirror of red, green and blue. */
    public enum Which {
        @Id("brass")
        BRASS(0.91f, 0.78f, 0.42f),
        @Id("copper")
        COPPER(0.95f, 0.64f, 0.54f),
        @Id("gold")
        GOLD(1.00f, 0.77f, 0.34f),
        @Id("iron")
        IRON(0.56f, 0.57f, 0.58f),
        @Id("silver")
        SILVER(0.97f, 0.96f, 0.91f),
        @Id("lead")
        LEAD(0.63f, 0.63f, 0.64f);

        final float red;
        final float green;
        final float blue;

        Which(float red, float green, float blue) {
            this.red = red;
            this.green = green;
            this.blue = blue;
        }
    }

    @Override
    public void paint(Matter m, Frame frame) {
        float left = (float) (1 - 0.8 * dull);
        m.red = which.red * left;
        m.green = which.green * left;
        m.blue = which.blue * left;
        m.metal = 1;
        m.roughness = (float) roughness;
        m.lay(SurfaceMap.ROUGH, frame.read("rough", Picture.class));
    }
}
