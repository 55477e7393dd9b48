package gloaming.tape;

import java.util.Set;

/** What a tape tells, in the order in which it was. */
public sealed interface TapeEvent {
    int LOOK = 1;
    int FORGET = 2;
    int BEATS = 3;
    int SOUND = 4;
    int CONTROL = 5;
    int VALUE = 6;
    int TURN = 7;
    int WATCHED = 8;
    int FRAME = 9;
    /** Of recordings before {@link #SUM}. */
    int PRINT = 10;

    int MIDDLE = 11;
    int BROKEN = 12;
    int HEARD = 13;
    int SAW = 14;
    int SUM = 15;

    int SEEN = 1;
    int TIME_GOES_ON = 4;
    int SAME_STEP = 8;
    int SOUND_GOES_ON = 16;
    int SAME_SIZE = 32;
    int SPARING = 64;

    /** @param number the look's among those of the player */
    record LookIs(int number, boolean anew, double seconds, boolean beats, int way, double ahead)
            implements TapeEvent {}

    record Forget() implements TapeEvent {}

    record Beats(double[] state) implements TapeEvent {}

    /** @param gain by how much it is louder */
    record SoundIs(String name, double gain) implements TapeEvent {}

    record ControlIs(String name, double[] state) implements TapeEvent {}

    record Value(String control, double value, double turn) implements TapeEvent {}

    record Watched(Set<String> lanes) implements TapeEvent {}

    /**
     * @param nanos when it began, by the clock of the machine that recorded it
     * @param sparing whether what only makes a picture finer was left out
     */
    record Frame(
            long nanos,
            long index,
            double time,
            double dt,
            double sound,
            int width,
            int height,
            boolean sparing,
            boolean seen)
            implements TapeEvent {}

    /**
     * What the picture of the last frame came to.
     *
     * @param asBefore whether it was reckoned as in older recordings
     */
    record Print(int value, boolean asBefore) implements TapeEvent {}

    /** So many samples of what comes in live had come when the frame began, and whether any still came. */
    record Heard(long index, boolean comes) implements TapeEvent {}

    /** The camera showed its picture of a number, or none at 0, and whether more came. */
    record Saw(long number, boolean comes) implements TapeEvent {}

    /** What moved before this is not known. */
    record Middle() implements TapeEvent {}

    /** From here on the pictures were not what the tape gives. */
    record Broken() implements TapeEvent {}
}
