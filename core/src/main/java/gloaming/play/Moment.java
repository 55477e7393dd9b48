package gloaming.play;

/**
 * The place in time of one frame.
 *
 * @param index frames since the show started
 * @param time seconds since the show started
 * @param dt seconds since the frame before; 0 while the show stands still
 * @param sound the place in the sound that is heard now, in seconds: {@code time}, unless the look goes by the sound of another
 * @param halt seconds of the show that have passed beside {@code dt} because no frame was made: clocks go on by them, motion does not
 */
public record Moment(long index, double time, double dt, double sound, double halt) {
    /** Differences of times that are none. */
    private static final double SAME = 1e-6;

    public Moment(long index, double time, double dt, double sound) {
        this(index, time, dt, sound, 0);
    }

    public Moment(long index, double time, double dt) {
        this(index, time, dt, time);
    }

    /** The same after another, or after null where it is the first: what lies between them was a halt. */
    public Moment after(Moment last) {
        double between = last == null ? 0 : time - last.time - last.dt;
        return new Moment(index, time, dt, sound, between > SAME ? between : 0);
    }
}
