package gloaming.points.layout;

import gloaming.flow.Attribute;
import gloaming.flow.Nothing;
import gloaming.flow.Points;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** The points of a file: a scanned place, a cloud somebody computed; laid in the middle and as large as wanted. */
@Id("scan")
@StepInfo(
        name = "Scan",
        does = "Shows the points of a file: PLY, CSV or XYZ, with their colours.",
        find = "point cloud file ply csv xyz lidar import scanned load layout",
        notice = "It is empty until a cloud of points is chosen.")
public record Scan(
        @Id("points") @Choice(initial = "", medium = "cloud", says = "The points.")
        String points,

        @Id("fit")
        @Range(
                min = 0.01,
                max = 20,
                initial = 1.6,
                unit = "units",
                byRatio = true,
                says = "How large its longest side is; its middle is in the middle.")
        double fit,

        @Id("asItIs") @Choice(initial = "false", says = "Whether it is shown just where its numbers say.")
        boolean asItIs,

        @Id("up") @Choice(initial = "y", says = "Which of its axes points up.")
        Up up,

        @Id("size")
        @Range(min = 0.0005, max = 0.5, initial = 0.005, unit = "units", byRatio = true, says = "Radius of each point.")
        double size)
        implements Operation<Nothing, Points, Scan.Memory> {

    /** Which axis points up. */
    public enum Up {
        @Id("y")
        Y,
        @Id("z")
        Z
    }

    /** What goes out, and what it was made of. */
    public static final class Memory {
        final Points out = new Points();
        Points of;
        Scan laid;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Points run(Nothing in, Memory memory, Frame frame) {
        Points of = frame.library().cloud(points);
        Points out = memory.out;
        if (of == null) return out;
        if (of == memory.of && equals(memory.laid)) return out;
        memory.of = of;
        memory.laid = this;
        out.copyFrom(of).loose(false);
        if (of.column("size") == null || of.column(Attribute.SIZE).length() == 1)
            out.column(Attribute.SIZE).constant((float) size);
        int n = of.n();
        float[][] axes = {out.each(Attribute.X), out.each(Attribute.Y), out.each(Attribute.Z)};
        if (up == Up.Z) {
            for (int i = 0; i < n; i++) {
                float y = axes[1][i];
                axes[1][i] = axes[2][i];
                axes[2][i] = -y;
            }
        }
        if (asItIs) return out;
        double longest = 0;
        double[] middle = new double[3];
        for (int axis = 0; axis < 3; axis++) {
            float low = Float.POSITIVE_INFINITY;
            float high = Float.NEGATIVE_INFINITY;
            for (int i = 0; i < n; i++) {
                float value = axes[axis][i];
                if (!Float.isFinite(value)) continue;
                low = Math.min(low, value);
                high = Math.max(high, value);
            }
            if (!(high >= low)) continue;
            middle[axis] = (low + (double) high) / 2;
            longest = Math.max(longest, high - (double) low);
        }
        double scale = longest > 0 ? fit / longest : 1;
        for (int axis = 0; axis < 3; axis++) {
            for (int i = 0; i < n; i++) axes[axis][i] = (float) ((axes[axis][i] - middle[axis]) * scale);
        }
        return out;
    }
}
