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

/** From a ring to a strip and back: angle runs across, distance from the middle upward. */
@Id("unroll")
@StepInfo(
        name = "Polar",
        does = "Rolls the picture into a ring, or unrolls a ring into a strip.",
        find = "polar coordinates unroll roll ring tunnel wrap radial planet unroll coordinates",
        notice = "Across becomes round: the left border meets the right one.",
        example = "puppet > *")
public record Polar(
        @Id(value = "way", label = "Direction") @Choice(initial = "roll", says = "Into a ring, or out of one.")
        Way way,

        @Id("radius")
        @Range(min = 0.05, max = 4, initial = 1, unit = "units", byRatio = true, says = "Radius of the ring's outside.")
        double radius,

        @Id("turn") @Range(min = -4, max = 4, initial = 0, unit = "turns", says = "Where the strip begins.")
        double turn,

        @Id("border") @Choice(initial = "repeat", says = "What lies beyond the picture's border.")
        Border border)
        implements Warp<Warp.Memory> {

    /** Which way. */
    public enum Way {
        @Id("roll")
        ROLL,
        @Id("unroll")
        UNROLL
    }

    @Override
    public Places places(Picture whole, Warp.Memory memory, Frame frame) {
        double aspect = whole.aspect();
        float round = (float) (1 / (2 * Math.PI));
        float start = (float) turn;
        float wide = (float) aspect;
        float reach = (float) radius;
        if (way == Way.ROLL) {
            return (row, x, y, n) -> {
                SampleKernels.polar(x, y, n);
                for (int i = 0; i < n; i++) {
                    float angle = x[i] * round - start;
                    x[i] = (2 * (angle - (float) Math.floor(angle)) - 1) * wide;
                    y[i] = 2 * y[i] / reach - 1;
                }
            };
        }
        return (row, x, y, n) -> {
            for (int i = 0; i < n; i++) {
                x[i] = (x[i] / (2 * wide) + 0.5f + start) / round;
                y[i] = (y[i] + 1) / 2 * reach;
            }
            SampleKernels.cartesian(x, y, n);
        };
    }
}
