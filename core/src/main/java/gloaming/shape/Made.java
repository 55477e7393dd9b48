package gloaming.shape;

import gloaming.flow.Nothing;
import gloaming.flow.Shape;
import gloaming.step.Frame;
import gloaming.step.Operation;

/** A step that makes a shape from its settings alone: made once, and anew when one of them changes. */
public interface Made extends Operation<Nothing, Shape, Made.Memory> {

    /** What was made, and by which settings. */
    final class Memory {
        private final Shape shape = new Shape();
        private Made by;
    }

    /** Fills an empty shape; the stamp is given afterwards. */
    void make(Shape out);

    @Override
    default Memory memory() {
        return new Memory();
    }

    @Override
    default Shape run(Nothing in, Memory memory, Frame frame) {
        if (!equals(memory.by)) {
            memory.by = null;
            make(memory.shape.clear());
            memory.shape.done();
            memory.by = this;
        }
        return memory.shape;
    }
}
