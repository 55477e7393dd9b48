package gloaming.venue;

import gloaming.look.Refused;

/**
 * The part of a picture that a surface shows, each as a part of its width or height.
 *
 * @param left from 0; {@code top} likewise, from the upper edge
 * @param right above {@code left}, to 1; {@code bottom} likewise
 */
public record Part(double left, double top, double right, double bottom) {
    /** All of it. */
    public static final Part WHOLE = new Part(0, 0, 1, 1);

    private static final double LEAST = 0.001;

    public Part {
        if (!(left >= 0 && right <= 1 && right - left >= LEAST && top >= 0 && bottom <= 1 && bottom - top >= LEAST))
            throw new Refused(
                    "A part of the picture goes from the left to the right and from the top to the bottom, within 0 to 100.");
    }
}
