package gloaming.shape;

import gloaming.flow.Shape;
import gloaming.step.Frame;
import gloaming.step.Operation;

/** A step that changes a shape: worked out once, and anew when the shape or a setting changes. */
public interface Changed extends Operation<Shape, Shape, Changed.Memory> {

    /** What came of which shape by which settings. */
    final class Memory {
        private final Shape shape = new Shape();
        private final Shape divided = new Shape();
        private long dividedOf = -1;
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

    /** How long edges may be at most, as a part of the shape's radius, so that what is bent is round; 0 where it is the same. */
    default float finest() {
        return 0;
    }

    /** Triangles that are made by dividing, at most: beyond that edges stay as long as they are. */
    int MOST_DIVIDED = 60_000;

    /** The shape with its triangles divided where they are too long. */
    private Shape fine(Shape in, Memory memory) {
        if (finest() == 0 || in.triangles() == 0) return in;
        if (memory.dividedOf != in.stamp()) {
            memory.dividedOf = in.stamp();
            int wanted = (int) Math.ceil(in.longestEdge() / Math.max(1e-6f, finest() * in.radius()));
            int parts = (int) Math.clamp(Math.sqrt((double) MOST_DIVIDED / in.triangles()), 1, 24);
            parts = Math.min(parts, wanted);
            if (parts > 1) memory.divided.divide(in, parts).done();
            else memory.divided.clear();
        }
        return memory.divided.triangles() == 0 ? in : memory.divided;
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
            change(fine(in, memory), memory.shape.clear(), frame);
            memory.shape.done();
            memory.by = this;
            memory.of = in.stamp();
            memory.with = moment;
        }
        return memory.shape;
    }
}
