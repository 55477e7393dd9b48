package gloaming.shape.change;

import gloaming.flow.Shape;
import gloaming.look.Id;
import gloaming.step.Frame;
import gloaming.step.Operation;
import gloaming.step.Read;
import gloaming.step.StepInfo;

/** Two shapes as one, so that what comes behind bends, breaks or cuts them together. */
@Id("join-shapes")
@StepInfo(
        name = "Join shapes",
        does = "Makes one shape of this and another lane's, to be changed as one.",
        find = "shape merge combine unite attach group add together",
        notice = "Two shapes are one, to be bent and coloured together.",
        example = "block width=1.6 height=0.2 depth=0.2 > *")
@Read(name = "with", kind = Shape.class, says = "The other shape.")
public record JoinShapes() implements Operation<Shape, Shape, JoinShapes.Memory> {

    /** Both together, and of which content. */
    public static final class Memory {
        private final Shape shape = new Shape();
        private long one = -1;
        private long other = -1;
    }

    @Override
    public Memory memory() {
        return new Memory();
    }

    @Override
    public Shape run(Shape in, Memory memory, Frame frame) {
        Shape with = frame.read("with", Shape.class);
        if (with == null) return in;
        if (memory.one != in.stamp() || memory.other != with.stamp()) {
            memory.one = -1;
            memory.shape.copyFrom(in).append(with).done();
            memory.one = in.stamp();
            memory.other = with.stamp();
        }
        return memory.shape;
    }
}
