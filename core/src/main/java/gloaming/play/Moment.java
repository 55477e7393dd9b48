package gloaming.play;

/**
 * The place in time of one frame.
 *
 * @param index frames since the show started
 * @param time seconds since the show started
 * @param dt seconds since the frame before; 0 while the show stands still
 */
public record Moment(long index, double time, double dt) {}
