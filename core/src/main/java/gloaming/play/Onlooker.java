package gloaming.play;

import gloaming.flow.Flow;

/** Somebody who looks at what leaves single steps; called on the frame's thread, so brief and without blocking. */
public interface Onlooker {

    /** Looks at nothing. */
    Onlooker NOBODY = new Onlooker() {
        @Override
        public boolean watches(String lane) {
            return false;
        }

        @Override
        public void see(int index, String step, Flow out) {}
    };

    /** Whether a lane is to be worked out even if the mix does not need it. */
    boolean watches(String lane);

    /** Sees what left a step; it is valid only during the call. {@code index} counts all steps of the look, lane by lane. */
    void see(int index, String step, Flow out);
}
