package gloaming.shape.make;

import gloaming.flow.Nothing;
import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.step.Choice;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Range;
import gloaming.step.StepInfo;

/** A model from the media; laid in the middle and as large as wanted, unless it is to stand just where its numbers say. */
@Id("model")
@StepInfo(
        name = "Model",
        does = "Shows a model of yours: glTF, OBJ or STL.",
        ifBlack = "choose a model",
        find = "shape mesh 3d file gltf glb obj stl import scanned sculpture object load",
        notice = "It is empty until a model is chosen; bring one in on the page of media.")
public record Model(
        @Id("model") @Choice(initial = "", medium = "model", says = "The model.")
        String model,

        @Id("fit")
        @Range(
                min = 0.01,
                max = 100,
                initial = 1.6,
                unit = "units",
                byRatio = true,
                says = "How large its longest side is; its middle is in the middle.")
        double fit,

        @Id("asItIs") @Choice(initial = "false", says = "Whether it stands just where its numbers say.")
        boolean asItIs,

        @Id("up") @Choice(initial = "y", says = "Which of its axes points up.")
        Up up,

        @Id("smooth")
        @Choice(initial = "false", says = "Whether its own edges are smoothed over, where its corners are shared.")
        boolean smooth)
        implements Operation<Nothing, Shape, Model.Memory> {

    /** Which axis points up. */
    public enum Up {
        @Id("y")
        Y,
        @Id("z")
        Z
    }

    /** What goes out, and what it was made of. */
    public static final class Memory {
        private final Shape out = new Shape().done();
        private long of = -1;
        private Model laid;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Shape run(Nothing in, Memory memory, Frame frame) {
        Shape of = frame.library().model(model);
        if (of == null || of.stamp() == memory.of && equals(memory.laid)) return memory.out;
        memory.of = of.stamp();
        memory.laid = this;
        Shape out = memory.out.copyFrom(of);
        if (up == Up.Z) {
            turn(out.y(), out.z(), out.corners());
            turn(out.ny(), out.nz(), out.corners());
        }
        if (!asItIs) {
            double longest = 0;
            for (float[] axis : new float[][] {out.x(), out.y(), out.z()})
                longest = Math.max(longest, centre(axis, out.corners()));
            float scale = (float) (longest > 0 ? fit / longest : 1);
            for (float[] axis : new float[][] {out.x(), out.y(), out.z()})
                for (int i = 0; i < out.corners(); i++) axis[i] *= scale;
        }
        if (smooth) out.smooth();
        return out.done();
    }

    private static void turn(float[] up, float[] near, int n) {
        for (int i = 0; i < n; i++) {
            float y = up[i];
            up[i] = near[i];
            near[i] = -y;
        }
    }

    /** Lays the middle of one axis at 0 and returns how long it is. */
    private static double centre(float[] axis, int n) {
        float low = Float.POSITIVE_INFINITY;
        float high = Float.NEGATIVE_INFINITY;
        for (int i = 0; i < n; i++) {
            if (!Float.isFinite(axis[i])) continue;
            low = Math.min(low, axis[i]);
            high = Math.max(high, axis[i]);
        }
        if (!(high >= low)) return 0;
        float middle = (low + high) / 2;
        for (int i = 0; i < n; i++) axis[i] -= middle;
        return high - low;
    }
}
