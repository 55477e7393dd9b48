package gloaming.step;

import gloaming.flow.Flow;
import gloaming.flow.Picture;

/**
 * An operation that, once ready, makes a picture a few rows at a time.
 *
 * <p>The player runs neighbours of this sort together, strip by strip, while the rows are in the processor's cache, and hands
 * the last strip to the mix, so that nothing of full size is written in between. The result is the same to the bit as that
 * of each by itself, which is what {@link #run} does.
 */
public interface ByRows<I extends Flow, M> extends Operation<I, Picture, M> {

    /** Rows in a strip. Strips begin at multiples of it. */
    int STRIP = 16;

    /** How far a row looks. */
    enum Reach {
        /** At the same pixel of what flows in, and nothing is looked at beforehand. */
        PIXEL,
        /** At the same pixel, after a look at the whole while getting ready. */
        AHEAD,
        /** At all of it, for every row: what flows in and what comes out are different pictures. */
        WHOLE
    }

    /** What a frame's rows are made by. */
    @FunctionalInterface
    interface Rows {
        /**
         * Makes rows {@code from} to {@code to}, a strip or its rest, for pixels from {@link Picture#at} on. {@code in} and {@code
         * out} may be one picture unless the reach is whole. Returns what holds the rows: usually {@code out}.
         */
        Picture run(Picture in, Picture out, int from, int to);
    }

    /** Rows that are there already: a whole picture that somebody keeps. */
    record Kept(Picture picture) implements Rows {
        @Override
        public Picture run(Picture in, Picture out, int from, int to) {
            return picture;
        }
    }

    /** How far a row looks. */
    default Reach reach() {
        return Reach.PIXEL;
    }

    /**
     * Gets ready for this frame; borrows nothing from it. {@code in} is null where this step stands behind another in one pass,
     * which never happens to those that look beyond the pixel. Returns null where there is nothing to do.
     */
    Rows rows(I in, M memory, Frame frame);

    @Override
    default Picture run(I in, M memory, Frame frame) {
        Picture picture = in instanceof Picture p ? p : null;
        Rows rows = rows(in, memory, frame);
        if (rows == null) return picture;
        Picture out = picture == null || reach() == Reach.WHOLE ? frame.picture() : frame.onto(picture);
        Picture[] made = {out};
        frame.crew().each(out.height, STRIP, (from, to) -> made[0] = rows.run(picture, out, from, to));
        return made[0];
    }
}
