package gloaming.shape.change;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.shape.Axis;
import gloaming.shape.Bending;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Makes a shape wider or narrower along an axis (Barr 1984). */
@Id("taper")
@StepInfo(
        name = "Taper",
        does = "Makes a shape narrower or wider towards one end.",
        find = "shape cone flare narrow pinch deform modifier swell",
        notice = "Narrower towards one end.",
        example = "block width=0.6 height=1.4 depth=0.6 detail=12 > *")
public record Taper(
        @Id("end")
        @Range(min = 0, max = 10, initial = 0.4, says = "How wide it is at the far end, times its own width.")
        double end,

        @Id("axis") @Choice(initial = "up", says = "Along which axis.")
        Axis axis,

        @Id("waist") @Range(min = -1, max = 1, initial = 0, says = "And how much wider or narrower in its middle.")
        double waist)
        implements Bending {

    @Override
    public boolean idle() {
        return end == 1 && waist == 0;
    }

    @Override
    public float finest(Shape in) {
        return waist == 0 ? 0 : 0.12f * in.radius();
    }

    @Override
    public Rule rule(Shape in, Frame frame) {
        int along = axis.ordinal();
        int a = axis.next();
        int b = axis.afterNext();
        float middle = in.middle(along);
        float half = Math.max(1e-6f, in.radius());
        return (p, corner) -> {
            float part = (p[along] - middle) / half;
            double wide = 1 + (end - 1) * (part + 1) / 2 + waist * Math.max(0, 1 - part * part);
            p[a] *= (float) wide;
            p[b] *= (float) wide;
        };
    }
}
