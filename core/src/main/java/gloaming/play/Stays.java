package gloaming.play;

import gloaming.flow.Picture;
import gloaming.step.Operation;

/**
 * What a step made of pictures that stand, as long as neither has changed: a logo that was placed, graded and given a glow costs nothing more.
 * A step's own.
 */
final class Stays {
    /** Frames in which nothing changes before it is worth keeping, so that what is changed by hand costs nobody a copy. */
    private static final int FRAMES = 15;

    private Operation<?, ?, ?> by;
    /** Of the pictures that are read, and last of the one that comes in. */
    private long[] stamps = {};

    private int width;
    private int height;
    private int frames;
    private Picture made;
    private boolean valid;

    /** What was made of the picture that comes in and those that are read, which all stand, or null where that has to be made. */
    Picture again(Operation<?, ?, ?> operation, Picture in, Source[] reads) {
        boolean same = cameAgain(in, reads) && operation == by && in.width == width && in.height == height;
        if (!same) {
            by = operation;
            width = in.width;
            height = in.height;
            frames = 0;
            valid = false;
        }
        frames++;
        return valid ? made : null;
    }

    private boolean cameAgain(Picture in, Source[] reads) {
        if (stamps.length != reads.length + 1) stamps = new long[reads.length + 1];
        boolean same = true;
        for (int i = 0; i <= reads.length; i++) {
            long now = i < reads.length ? ((Picture) reads[i].read(null)).stamp() : in.stamp();
            same &= now == stamps[i];
            stamps[i] = now;
        }
        return same;
    }

    /** Whether the next that is made is worth keeping. */
    boolean worth() {
        return frames > FRAMES;
    }

    /** Keeps what was made; gives what is kept of it. */
    Picture keep(Picture picture) {
        if (made == null || !made.sameSize(picture)) made = new Picture(picture.width, picture.height);
        made.copyFrom(picture).stands();
        valid = true;
        return made;
    }

    /** Pixels that it holds. */
    int pixels() {
        return made == null ? 0 : made.pixels();
    }
}
