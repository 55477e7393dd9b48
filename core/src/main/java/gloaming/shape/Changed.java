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
        private int parts;
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

    /** How many units long edges may be at most, so that what is bent is round; 0 where it is the same. */
    default float finest(Shape in) {
        return 0;
    }

    /** Triangles that are made by dividing, at most: beyond that edges stay as long as they are. */
    int MOST_DIVIDED = 60_000;

    /** The shape with its triangles divided where they are too long; while a shape stays it is divided the finer, and not back. */
    private Shape fine(Shape in, Memory memory) {
        float finest = finest(in);
        if (finest == 0 || in.triangles() == 0) return in;
        boolean other = memory.dividedOf != in.stamp();
        float longest = in.longestEdge();
        int wanted = (int) Math.ceil(Math.min(1_000, longest / Math.max(0.01f * in.radius(), finest)));
        int most = (int) Math.clamp(Math.sqrt((double) MOST_DIVIDED / in.triangles()), 1, 24);
        int parts = Math.min(most, wanted);
        if (!other && parts <= memory.parts) parts = memory.parts;
        if (other || parts != memory.parts) {
            memory.dividedOf = in.stamp();
            memory.parts = parts;
            if (parts > 1) memory.divided.divide(in, parts).done();
            else memory.divided.clear();
        }
        return memory.parts > 1 ? memory.divided : in;
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
