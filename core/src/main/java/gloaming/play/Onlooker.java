package gloaming.play;

import gloaming.flow.Flow;

/** Somebody who looks at what leaves single steps; called on the frame's thread, so brief and without blocking. */
public interface Onlooker {

    /** Looks at no single step; the whole picture is made. */
    Onlooker NOBODY = new Nobody(true);

    /** For frames that nobody sees at all. */
    Onlooker UNSEEN = new Nobody(false);

    /** One who looks at no single step. */
    record Nobody(boolean sees) implements Onlooker {
        @Override
        public boolean watches(String lane) {
            return false;
        }

        @Override
        public boolean wants(int index, String step) {
            return false;
        }

        @Override
        public void see(int index, String step, Flow out) {}
    }

    /**
     * Whether anybody sees a picture in this frame. Where nobody does none is made, but what others go by goes on: signals, clocks,
     * particles, what is told to other programs, and the pictures that these are taken from. What pictures remember, as an echo does,
     * stands still meanwhile.
     */
    default boolean sees() {
        return true;
    }

    /** Whether a lane is to be worked out even if the mix does not need it. */
    boolean watches(String lane);

    /** Whether to be shown what leaves a step in this frame, which may cost a picture written in full. */
    default boolean wants(int index, String step) {
        return true;
    }

    /** Sees what left a step; it is valid only during the call. {@code index} counts all steps of the look, lane by lane. */
    void see(int index, String step, Flow out);
}
