package gloaming.picture.kernel;

import gloaming.flow.Picture;
import gloaming.step.ByRows;
import gloaming.step.Frame;

/** An operation that shows at each place what its input has at another. */
public interface Warp<M extends Warp.Memory> extends ByRows<Picture, M> {

    /** What it looks at, for places that are scattered. */
    class Memory {
        public final Woven woven = new Woven();
    }

    @Override
    @SuppressWarnings("unchecked")
    default M memory() {
        return (M) new Memory();
    }

    /** Says where the pixels of a row look. */
    @FunctionalInterface
    interface Places {
        /**
         * {@code x} and {@code y} hold the world places of the {@code n} pixels of a row and are to be replaced by the places
         * looked at.
         */
        void look(int row, float[] x, float[] y, int n);
    }

    /** What lies beyond the border of the input. */
    Border border();

    /** Gets ready for this frame; null where nothing moves. */
    Places places(Picture whole, M memory, Frame frame);

    @Override
    default boolean timeless() {
        return true;
    }

    @Override
    default Reach reach() {
        return Reach.WHOLE;
    }

    @Override
    default Rows rows(Picture whole, M memory, Frame frame) {
        Places places = places(whole, memory, frame);
        if (places == null) return null;
        memory.woven.begin(whole, frame.crew());
        return (in, out, from, to) -> {
            for (int row = from; row < to; row++) WarpSampler.row(in, memory.woven, places, border(), out, row);
            return out;
        };
    }
}
