package gloaming.step;

import gloaming.flow.Flow;

/**
 * One kind of step, written as a record whose components are its settings.
 *
 * <p>The record is immutable and made anew when a setting changes; what lasts from frame to frame is its memory, which
 * survives every edit that leaves the step in place.
 *
 * @param <I> what it takes from the step before it; {@link gloaming.flow.Nothing} for a source
 * @param <O> what it gives to the step behind it
 * @param <M> its memory; {@link Void} for a pure function
 */
public interface Operation<I extends Flow, O extends Flow, M> {

    /** A fresh memory, or null for an operation that needs none. */
    default M memory() {
        return null;
    }

    /**
     * Whether, as it is set, all that it gives depends on its settings, the size, the picture that comes in and those it reads: not on the moment,
     * nor on what it remembers or hears. What it made of pictures that stand is then not made again.
     */
    default boolean timeless() {
        return false;
    }

    /** What an operation ends by that has worked for longer than it may; the message says where, without a full stop. */
    final class TooLong extends IllegalArgumentException {
        public TooLong(String where) {
            super(where);
        }
    }

    /** Makes this frame's output; {@code in} is null for a source and never null otherwise. */
    O run(I in, M memory, Frame frame);
}
