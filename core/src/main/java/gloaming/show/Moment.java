package gloaming.show;

/**
 * All clocks of an evening at one moment.
 *
 * @param nanos a clock that only ever goes on
 * @param beat beats of the show
 * @param tempo beats a minute
 * @param sound seconds of what is heard
 * @param day seconds since midnight, as the wall clock has it
 * @param timecode seconds of the time code that comes in; not a number while none does
 */
public record Moment(long nanos, double beat, double tempo, double sound, double day, double timecode) {
    /** Seconds since an earlier one. */
    double since(long earlier) {
        return (nanos - earlier) / 1e9;
    }
}
