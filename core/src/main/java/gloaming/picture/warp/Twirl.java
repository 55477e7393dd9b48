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

/** Turns the picture about a place, the more the nearer to it: nothing at the rim and beyond. */
@Id("twirl")
@StepInfo(
        name = "Twirl",
        does = "Stirs the picture round a place, most of all in its middle.",
        find = "twirl swirl whirl whirlpool vortex spiral stir twist picture drain bend round maelstrom",
        notice = "As stirred with a spoon: the middle has gone round, the rim has not.",
        example = "puppet > * turn==0.5*sin(t*0.9)",
        sets = {"Stirred: turn=0.3 radius=1.2", "Whirlpool: turn=1.5 radius=1.6", "Drain: turn=4 radius=0.9"})
public record Twirl(
        @Id("turn") @Range(min = -8, max = 8, initial = 0.3, unit = "turns", says = "How far its middle is turned.")
        double turn,

        @Id("radius")
        @Range(min = 0.05, max = 4, initial = 1, unit = "units", byRatio = true, says = "How far it reaches.")
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
        if (turn == 0) return null;
        // Looked up where it came from: against the way it goes.
        float most = (float) (-2 * Math.PI * turn);
        float inverse = (float) (1 / radius);
        float mx = (float) x;
        float my = (float) y;
        return (row, px, py, n) -> {
            for (int i = 0; i < n; i++) px[i] -= mx;
            for (int i = 0; i < n; i++) py[i] -= my;
            SampleKernels.polar(px, py, n);
            for (int i = 0; i < n; i++) {
                float near = Math.max(0, 1 - py[i] * inverse);
                px[i] += most * near * near;
            }
            SampleKernels.cartesian(px, py, n);
            for (int i = 0; i < n; i++) px[i] += mx;
            for (int i = 0; i < n; i++) py[i] += my;
        };
    }
}
