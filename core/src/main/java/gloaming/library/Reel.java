package gloaming.library;

import gloaming.flow.Crew;
import gloaming.flow.Picture;

/** A clip that one step plays; frames are made ready ahead of time on a thread of its own. */
public interface Reel {
    /** Frames a second; 0 while it is not known yet. */
    double rate();

    /** How many frames there are; 0 while it is not known yet. */
    int frames();

    /**
     * Which frames come after one another.
     *
     * @param towards 1 forwards, -1 backwards, 0 when it stands or leaps
     * @param loops whether the first comes after the last
     */
    record Way(int towards, int first, int last, boolean loops) {
        /** The frame after {@code n}, or -1 when there is none. */
        public int after(int n) {
            if (towards == 0) return -1;
            int end = towards > 0 ? last : first;
            if (n != end) return Math.clamp(n + towards, first, last);
            return !loops ? -1 : towards > 0 ? first : last;
        }
    }

    /**
     * Frame {@code n}, laid into the cut, or the last one shown while it is not ready, or null before the first. The picture is
     * kept and valid until the next call. {@link IllegalArgumentException} with a sentence when there is none to show.
     */
    Picture at(int n, Way way, Cut cut, Crew crew);
}
