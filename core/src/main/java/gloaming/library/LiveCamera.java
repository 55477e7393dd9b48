package gloaming.library;

import gloaming.flow.Picture;

/** A camera whose pictures have numbers, in the order in which they came. */
public interface LiveCamera extends Still {
    /**
     * What a camera shows at a moment.
     *
     * @param number the picture's, from 1 on; 0 where there never was one
     * @param picture kept, so that nobody writes to it; null where there is none
     * @param comes whether more is to be expected; else the camera was closed
     */
    record Seen(long number, Picture picture, boolean comes) {
        public static final Seen NOTHING = new Seen(0, null, false);
    }

    /** What it shows now. */
    Seen now();

    /** The next pictures are laid into this cut. */
    void want(Cut cut);

    @Override
    default Picture at(Cut cut) {
        want(cut);
        Seen seen = now();
        if (seen.number == 0) throw new IllegalArgumentException("no camera is open; open one on the Media page");
        if (!seen.comes)
            throw new IllegalArgumentException(
                    "the camera sends no pictures any more; open it again on the Media page");
        return seen.picture;
    }

    /** There is none. */
    LiveCamera CLOSED = new LiveCamera() {
        @Override
        public Seen now() {
            return Seen.NOTHING;
        }

        @Override
        public void want(Cut cut) {
            // Nobody is there to hear it.
        }
    };
}
