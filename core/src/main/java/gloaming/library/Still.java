package gloaming.library;

import gloaming.flow.Picture;

/** A still picture that one step shows; whoever replaces it elsewhere replaces it here. */
public interface Still {
    /**
     * The picture laid into the cut, or what of it there is so far: one for another cut, or null while it is being read. It is
     * kept, so nobody writes to it. {@link IllegalArgumentException} with a sentence when there is none to show.
     */
    Picture at(Cut cut);
}
