package gloaming.look;

/**
 * A setting driven by a lane: the lane's number, eased, mapped from one range to another.
 *
 * @param lane the id of the signal lane
 * @param inLow the signal that gives {@code outLow}
 * @param inHigh the signal that gives {@code outHigh}; the same as {@code inLow} gives {@code outLow} below and
 *     {@code outHigh} above it
 * @param easeUp seconds to rise 63 percent of the way, 0 to 60
 * @param easeDown seconds to fall 63 percent of the way, 0 to 60
 */
public record Follow(
        String lane, double inLow, double inHigh, double outLow, double outHigh, double easeUp, double easeDown) {
    public Follow {
        Limits.id("A follow", lane);
        Limits.finite("in low", inLow);
        Limits.finite("in high", inHigh);
        Limits.finite("out low", outLow);
        Limits.finite("out high", outHigh);
        Limits.within("ease up", easeUp, 0, 60);
        Limits.within("ease down", easeDown, 0, 60);
    }

    /** The setting for an eased signal, held inside the range. */
    public double map(double signal) {
        double span = inHigh - inLow;
        double part = span == 0 ? (signal >= inLow ? 1 : 0) : Math.clamp((signal - inLow) / span, 0.0, 1.0);
        return outLow + part * (outHigh - outLow);
    }

    /** The signal one moment later: an exponential approach that gives the same curve at any frame rate. */
    public double ease(double was, double target, double dt) {
        double seconds = target > was ? easeUp : easeDown;
        return seconds <= 0 ? target : target + (was - target) * Math.exp(-dt / seconds);
    }

    /** The same from another lane. */
    public Follow onto(String lane) {
        return new Follow(lane, inLow, inHigh, outLow, outHigh, easeUp, easeDown);
    }
}
