package gloaming.picture.warp;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.Warp;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Bulges or pinches the picture about a place, after the division model (Fitzgibbon 2001). */
@Id("lens")
@StepInfo(
        name = "Lens",
        does = "Bulges or pinches the picture like a lens.",
        find = "lens barrel pincushion fisheye bulge pinch distort magnify",
        notice = "A bulge as through a thick glass; below 0 it is hollow.",
        example = "puppet > * strength==0.6*sin(t*1.6)")
public record Lens(
        @Id("strength") @Range(min = -0.9, max = 0.9, initial = 0.35, says = "Above 0 it bulges, below it pinches.")
        double strength,

        @Id("radius")
        @Range(min = 0.05, max = 4, initial = 1, unit = "units", byRatio = true, says = "How far the lens reaches.")
        double radius,

        @Id("x") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Its middle, across.")
        double x,

        @Id("y") @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Its middle, up.")
        double y,

        @Id("border") @Choice(initial = "mirror", says = "What lies beyond the picture's border.")
        Border border)
        implements Warp<Warp.Memory> {

    @Override
    public Places places(Picture whole, Warp.Memory memory, Frame frame) {
        if (strength == 0) return null;
        float k = (float) strength;
        float inverse = (float) (1 / (radius * radius));
        float mx = (float) x;
        float my = (float) y;
        return (row, px, py, n) -> {
            for (int i = 0; i < n; i++) {
                float dx = px[i] - mx;
                float dy = py[i] - my;
                float part = Math.min(1f, (dx * dx + dy * dy) * inverse);
                // 1 at the rim and beyond, so that the picture round the lens stays where it is.
                float scale = (1 - k) / (1 - k * part);
                px[i] = mx + dx * scale;
                py[i] = my + dy * scale;
            }
        };
    }
}
