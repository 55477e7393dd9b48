package gloaming.picture;

import gloaming.flow.Picture;
import gloaming.step.Frame;
import gloaming.step.Pick;
import gloaming.step.Range;
import gloaming.step.Says;

/** From a ring to a strip and back: angle runs across, distance from the middle upward. */
@Says(
        name = "Unroll",
        does = "Rolls the picture into a ring, or unrolls a ring into a strip.",
        find = "polar coordinates unroll roll ring tunnel wrap radial planet")
public record Unroll(
        @Pick(initial = "roll", says = "Into a ring, or out of one.")
        Way way,

        @Range(min = 0.05, max = 4, initial = 1, unit = "units", byRatio = true, says = "Radius of the ring's outside.")
        double radius,

        @Range(min = -4, max = 4, initial = 0, unit = "turns", says = "Where the strip begins.")
        double turn,

        @Pick(initial = "repeat", says = "What lies beyond the picture's border.")
        Border border)
        implements Warp<Void> {

    /** Which way. */
    public enum Way {
        ROLL,
        UNROLL
    }

    @Override
    public Places places(Picture whole, Void memory, Frame frame) {
        double aspect = whole.aspect();
        return (row, x, y, n) -> {
            for (int i = 0; i < n; i++) {
                if (way == Way.ROLL) {
                    double angle = Math.atan2(y[i], x[i]) / (2 * Math.PI) - turn;
                    double far = Math.sqrt(x[i] * x[i] + y[i] * y[i]) / radius;
                    x[i] = (float) ((2 * (angle - Math.floor(angle)) - 1) * aspect);
                    y[i] = (float) (2 * far - 1);
                } else {
                    double angle = 2 * Math.PI * (x[i] / (2 * aspect) + 0.5 + turn);
                    double far = (y[i] + 1) / 2 * radius;
                    x[i] = (float) (far * Math.cos(angle));
                    y[i] = (float) (far * Math.sin(angle));
                }
            }
        };
    }
}
