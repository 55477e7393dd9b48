package gloaming.play;

import gloaming.look.Snapshots;
import gloaming.show.Transition;

/**
 * How the picture changes while one look comes after another.
 *
 * @param curve how it goes along its time
 * @param soft for {@link Transition.Way#ALONG}, the part of the way on which one place changes, above 0 to 1
 * @param picture the medium that {@code order} is the light of, or empty
 * @param order for {@link Transition.Way#ALONG}, where it is dark the change comes first; null is a fade
 * @param own for {@link Transition.Way#OWN}, what mixes the pictures; null is a fade
 */
public record Crossing(Transition.Way way, Snapshots.Way curve, double soft, String picture, Grey order, OwnMix own) {
    /** Both are mixed, as fast all the time. */
    public static final Crossing FADE = new Crossing(Transition.Way.FADE, Snapshots.Way.EVEN, 1, "", null, null);

    /** The light of a picture, top row first, 0 to 255 in even steps of the change. */
    public record Grey(byte[] light, int width, int height) {}

    /** How much of the picture the new one is at a place whose order is 0 to 1, after a part of the way. */
    double at(double order, double part) {
        double from = order * (1 - soft);
        return Math.clamp((part - from) / soft, 0.0, 1.0);
    }
}
