package gloaming.venue;

import gloaming.look.Refused;

/**
 * A place in what leaves.
 *
 * @param x from the left, 0 to 1 within it; from -1 to 2
 * @param y from the top, likewise
 */
public record Place(double x, double y) {
    public Place {
        if (!(x >= -1 && x <= 2 && y >= -1 && y <= 2))
            throw new Refused(
                    "A corner lies too far outside the output; it may be as far outside as that is wide and high.");
    }
}
