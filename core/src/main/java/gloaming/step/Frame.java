package gloaming.step;

import gloaming.desk.Inbox;
import gloaming.desk.Outbox;
import gloaming.flow.Crew;
import gloaming.flow.Flow;
import gloaming.flow.Picture;
import gloaming.flow.Signal;
import gloaming.library.Library;
import gloaming.sound.Hearing;

/** The moment a step works for, and what it may use. */
public interface Frame {

    /** Frames since the show started. */
    long index();

    /** The lane's own time in seconds. */
    double time();

    /**
     * Whether a step ahead in this lane was edited just before this frame: what was let loose from a layout then goes along with what
     * became of its layout.
     */
    default boolean edited() {
        return false;
    }

    /** Seconds of the lane's time since the frame before: 0 when it stands still. */
    double dt();

    /** The lane's own time in beats, 0 at its start; 4 to a bar. */
    double beat();

    /** Beats a minute of the show's clock. */
    default double tempo() {
        return 96;
    }

    /** A number that belongs to this step in this look: where its randomness starts. */
    long seed();

    /** Size of the pictures of this frame; the world's height is 2 at any size. */
    int width();

    int height();

    Crew crew();

    Hearing hearing();

    /** A picture to fill; its pixels are undefined. Those that are not returned are taken back when the step is done. */
    Picture picture();

    /**
     * Where to write a result that needs only the same pixel of {@code in}: {@code in} itself when nobody keeps it,
     * otherwise a fresh picture with undefined pixels.
     */
    Picture onto(Picture in);

    /** Says that a step keeps this picture: whoever comes behind writes elsewhere. */
    default Picture keep(Picture picture) {
        return picture.keep();
    }

    /** What was brought into the show. */
    default Library library() {
        return Library.EMPTY;
    }

    /** Pixels of this frame to one of the look at its full size. */
    default double renderScale() {
        return 1;
    }

    /**
     * Whether there is no time for what only makes a picture finer, such as smooth edges: at the smallest size such things give way before the
     * rate does.
     */
    default boolean sparing() {
        return false;
    }

    /** What a lane that a formula speaks of gives, or null when it gives no signal. */
    default Signal lane(String id) {
        return null;
    }

    /** What arrives from controllers. */
    default Inbox inbox() {
        return Inbox.EMPTY;
    }

    /** What is told to other programs and devices. */
    default Outbox outbox() {
        return Outbox.NOWHERE;
    }

    /** What a further input hands out, or null when it reads nothing. */
    <T extends Flow> T read(String name, Class<T> type);

    /** Whether somebody reads a result beside the step ({@link Beside}), so that it is worth making. */
    default boolean asked(String name) {
        return false;
    }

    /** Hands out a result beside the step; a picture is one of this frame's and stays as it is until the frame's end. */
    default void give(String name, Flow result) {}

    /** Tells the artist that the step goes on, but not as it should; a predicate: "goes on as it was: …". */
    default void trouble(String predicate) {}

    /** Tells whoever looks where in its course a step is, in its own unit of time. */
    default void place(double place) {}

    /** Tells whoever looks how few values came to many points: "5 values repeated over 100". */
    default void rule(int few, int many, String how) {}

    /** Tells whoever looks how many particles were ever born, and how many were taken before their time. */
    default void lives(long born, long culled) {}

    default double aspect() {
        return (double) width() / height();
    }
}
