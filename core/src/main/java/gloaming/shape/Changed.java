package gloaming.shape;

import gloaming.step.Frame;
import gloaming.step.Operation;

/** A step that changes a shape: worked out once, and anew when the shape or a setting changes. */
public interface Changed extends Operation<Shape, Shape, Changed.Memory> {

    /** What came of which shape by which settings. */
    final class Memory {
        private final Shape shape = new Shape();
        private Changed by;
        private long of = -1;
        private long with = -1;
    }

    /** Fills an empty shape from what comes in; the stamp is given afterwards. */
    void change(Shape in, Shape out, Frame frame);

    /** Whether it leaves everything as it is, so that what comes in goes out. */
    default boolean idle() {
        return false;
    }

    /** What tells this frame from others beside the settings and the shape: the same number as in the last frame where nothing does. */
    default long moment(Frame frame) {
        return 0;
    }

    @Override
    default Memory memory() {
        return new Memory();
    }

    @Override
    default Shape run(Shape in, Memory memory, Frame frame) {
        if (idle()) return in;
        long moment = moment(frame);
        if (!equals(memory.by) || memory.of != in.stamp() || memory.with != moment) {
            memory.by = null;
            change(in, memory.shape.clear(), frame);
            memory.shape.done();
            memory.by = this;
            memory.of = in.stamp();
            memory.with = moment;
        }
        return memory.shape;
    }
}
