package gloaming.library;

/**
 * The frame that something is laid into.
 *
 * @param width pixels
 * @param height pixels
 * @param scale pixels of this frame to one of the look
 */
public record Cut(int width, int height, double scale, Fit fit) {
    public boolean is(int width, int height, double scale, Fit fit) {
        return this.width == width && this.height == height && this.scale == scale && this.fit == fit;
    }

    /** Where a picture of this size lies. */
    public Fit.Box lay(double w, double h) {
        return fit.lay(w, h, width, height, scale);
    }
}
