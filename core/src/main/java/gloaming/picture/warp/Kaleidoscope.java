package gloaming.picture.warp;

import gloaming.flow.Picture;
import gloaming.look.Id;
import gloaming.picture.kernel.Border;
import gloaming.picture.kernel.SampleKernels;
import gloaming.picture.kernel.Warp;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** Folds the plane into one wedge between two mirrors. */
@Id("kaleidoscope")
@StepInfo(
        name = "Kaleidoscope",
        does = "Mirrors a wedge of the picture all the way round.",
        find = "kaleidoscope mirror mandala symmetry radial fold segments star",
        notice = "The same slice again and again, every other one mirrored.",
        example = "puppet > * turn==0.03*t",
        sets = {"Rose window: pairs=6", "Snow: pairs=3 look=0.3", "Hall of mirrors: pairs=1", "Lace: pairs=16"})
public record Kaleidoscope(
        @Id("pairs") @Range(min = 1, max = 32, initial = 6, says = "Mirrored pairs of wedges in the round.")
        int pairs,

        @Id("turn") @Range(min = -4, max = 4, initial = 0, unit = "turns", says = "Turns what is seen.")
        double turn,

        @Id(value = "look", label = "Turn of the source")
        @Range(min = -4, max = 4, initial = 0, unit = "turns", says = "Turns the wedge that is looked at.")
        double look,

        @Id("x")
        @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where in the picture the mirrors meet, across.")
        double x,

        @Id("y")
        @Range(min = -4, max = 4, initial = 0, unit = "units", says = "Where in the picture the mirrors meet, up.")
        double y,

        @Id("border") @Choice(initial = "mirror", says = "What lies beyond the picture's border.")
        Border border)
        implements Warp<Warp.Memory> {

    @Override
    public Places places(Picture whole, Warp.Memory memory, Frame frame) {
        float wedge = (float) (2 * Math.PI / pairs);
        float start = (float) (2 * Math.PI * turn);
        float first = (float) (2 * Math.PI * look);
        float mx = (float) x;
        float my = (float) y;
        return (row, px, py, n) -> {
            SampleKernels.polar(px, py, n);
            for (int i = 0; i < n; i++) {
                float part = (px[i] - start) / wedge;
                px[i] = Math.abs(part - (float) Math.floor(part) - 0.5f) * wedge + first;
            }
            SampleKernels.cartesian(px, py, n);
            for (int i = 0; i < n; i++) px[i] += mx;
            for (int i = 0; i < n; i++) py[i] += my;
        };
    }
}
