package gloaming.media;

import gloaming.library.Cut;

/** The pictures of one clip, decoded one after another. {@link Unreadable} with one sentence when that ends. One thread at a time. */
interface Frames extends AutoCloseable {
    /** Goes on to the next picture; false at the end. */
    boolean next() throws Unreadable;

    /** Which picture it is at, from 0. */
    int number();

    /** Goes to the last picture at or before {@code n} from which decoding can start; {@link #next} gives it. */
    void seek(int n) throws Unreadable;

    /** Lays the picture it is at into a cut. */
    void lay(Cut cut, Laid into) throws Unreadable;

    @Override
    void close();
}
