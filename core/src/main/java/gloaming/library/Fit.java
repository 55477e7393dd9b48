package gloaming.library;

import gloaming.look.Id;

/** How a picture of one shape is laid into a frame of another; nothing is squashed but by {@link #STRETCH}. */
public enum Fit {
    /** Whole, with nothing at two sides. */
    @Id("fit")
    FIT,
    /** Over all of the frame, cut at two sides. */
    @Id("fill")
    FILL,
    /** Squashed or drawn out to the frame's shape. */
    @Id("stretch")
    STRETCH,
    /** One of its pixels to one of the look's. */
    @Id("actual")
    ACTUAL;

    /** A part of a frame in pixels from its bottom left; it may reach beyond the frame. */
    public record Box(double x, double y, double width, double height) {}

    /**
     * Where a picture of {@code w} by {@code h} pixels lies in a frame.
     *
     * @param scale pixels of the frame to one of the look: the render scale
     */
    public Box lay(double w, double h, int frameWidth, int frameHeight, double scale) {
        double across = frameWidth / w;
        double up = frameHeight / h;
        double k = switch (this) {
            case FIT -> Math.min(across, up);
            case FILL -> Math.max(across, up);
            case ACTUAL -> scale;
            case STRETCH -> 0;
        };
        if (this == STRETCH) return new Box(0, 0, frameWidth, frameHeight);
        return new Box((frameWidth - w * k) / 2, (frameHeight - h * k) / 2, w * k, h * k);
    }
}
