package gloaming.play;

/**
 * The place in time of one frame.
 *
 * @param index frames since the show started
 * @param time seconds since the show started
 * @param dt seconds since the frame before; 0 while the show stands still
 * @param sound the place in the sound that is heard now, in seconds: {@code time}, unless the look goes by the sound of another
 */
public record Moment(long index, double time, double dt, double sound) {
    public Moment(long index, double time, double dt) {
        this(index, time, dt, time);
    }
}
