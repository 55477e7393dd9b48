package gloaming.step;

import gloaming.flow.Picture;

/** An operation that changes each pixel of a picture by itself, in place. */
public interface ByPixel<M> extends ByRows<Picture, M> {

    /** Changes pixels {@code from} to {@code to}, which belong to rows from {@code row} on, all of them whole. */
    @FunctionalInterface
    interface Pixels {
        void run(Picture picture, int from, int to, int row);
    }

    @Override
    default boolean timeless() {
        return true;
    }

    /** Gets ready for this frame; null where there is nothing to do. */
    Pixels pixels(M memory, Frame frame);

    @Override
    default Rows rows(Picture whole, M memory, Frame frame) {
        Pixels pixels = pixels(memory, frame);
        if (pixels == null) return null;
        return (in, out, from, to) -> {
            if (out != in) out.copyFrom(in, from, to);
            pixels.run(out, out.at(from), out.at(to), from);
            return out;
        };
    }
}
